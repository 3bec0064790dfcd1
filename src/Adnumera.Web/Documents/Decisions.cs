using Adnumera.Core.Documents;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Entries;
using Adnumera.Storage.Ledger;
using Adnumera.Web.Coding;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Documents;

/// <summary>What a person decides about one document. Each is in the audit, and can be decided anew.</summary>
internal static class Decisions
{
    internal const string ChoseAccount = "choose account";
    internal const string ChosePaymentAccount = "choose payment account";
    private static readonly SetAsideKind[] PersonsReasons = [SetAsideKind.Duplicate, SetAsideKind.Private, SetAsideKind.AlreadyInLedger];

    /// <summary>Chooses the account of a line, or takes the choice back when blank.</summary>
    public static DocumentAnswer ChooseAccount(CompanyBooks books, long id, long line, AccountChoice choice) =>
        Change(
            books,
            id,
            (company, document) =>
            {
                var account = choice.Account ?? "";
                var place = document.Document.Lines.ToList().FindIndex(l => l.Number == line);
                if (place < 0)
                    throw RefusedException.NotFound("This line");
                if (document.Document.IsPrivateCharge)
                    throw new RefusedException(
                        "private",
                        "It was private: whoever holds the card owes all of it. Nothing was changed; take that back first."
                    );
                if (account.Length > 0)
                    CheckCostAccount(company, account);
                new AuditTable(company).Add(
                    books.Now,
                    books.Who,
                    ChoseAccount,
                    Subject(id),
                    new LineAccount(line, document.Decided[place]),
                    new LineAccount(line, account)
                );
                return document with
                {
                    Document = document.Document with
                    {
                        Lines = [.. document.Document.Lines.Select(l => l.Number == line ? l with { Account = account } : l)],
                    },
                };
            }
        );

    /// <summary>Chooses which payment account it was, by its name; blank takes the choice back. Of a transfer, the end that the source does
    /// not say.</summary>
    public static DocumentAnswer ChoosePaymentAccount(CompanyBooks books, long id, AccountChoice choice) =>
        Change(
            books,
            id,
            (company, document) =>
            {
                var name = choice.Account?.Trim() ?? "";
                var arrives = document.Document is { Kind: DocumentKind.Transfer, ToAccount: "" };
                if (new TransferTable(company).OtherSide(id) is not null)
                    throw new RefusedException(
                        "pair",
                        "Its other side came from the other account. Nothing was changed; take that one up again first."
                    );
                if (name.Length > 0 && !ChoiceTable.Of(company).PaymentAccounts.All.Any(a => Folded.Same(a.Name, name)))
                    throw new RefusedException(
                        "payment-account",
                        $"There is no payment account {Quote.Of(name)}. Nothing was changed; add it under Mapping first."
                    );
                var before = arrives ? document.Document.ArrivesIn : document.Document.PaidFrom;
                new AuditTable(company).Add(books.Now, books.Who, ChosePaymentAccount, Subject(id), before, name);
                if (arrives)
                {
                    new PersonChoiceTable(company).SetToAccount(id, name);
                    return document with { Document = document.Document with { ToAccountChoice = name } };
                }

                new PersonChoiceTable(company).SetPaymentAccount(id, name);
                return document with { Document = document.Document with { PaymentAccountChoice = name } };
            }
        );

    /// <summary>Decides that it is no duplicate.</summary>
    public static DocumentAnswer NotDuplicate(CompanyBooks books, long id) =>
        Change(
            books,
            id,
            (company, document) =>
            {
                new AuditTable(company).Add(books.Now, books.Who, "not a duplicate", Subject(id), document.DuplicateOf?.ToString(), "");
                new PersonChoiceTable(company).SetNotDuplicate(id);
                return document with { Document = document.Document with { NotDuplicate = true } };
            }
        );

    /// <summary>
    /// Leaves a document out deliberately. What was private on a company's card is not left out: the money has moved, so it posts to what
    /// its holder owes; only what a person's own card paid is set aside.
    /// </summary>
    public static DocumentAnswer SetAside(CompanyBooks books, long id, SetAsideRequest request)
    {
        if (request.Reason is not { } reason || !PersonsReasons.Contains(reason))
            throw new RefusedException(
                "reason",
                $"Say why: {string.Join(", ", PersonsReasons.Select(Words<SetAsideKind>.Of))}. Nothing was changed.",
                400
            );
        var posts = books.File.Read(c =>
            reason == SetAsideKind.Private && Find(c, id).Document is { } document && document.Kind.IsCard() && !IsOwn(c, document)
        );
        if (posts)
            return SetPrivate(books, id, true);
        books.File.InTransaction(company =>
        {
            var document = Find(company, id);
            Refuse(document, DocumentEvent.SetAside);
            new AuditTable(company).Add(
                books.Now,
                books.Who,
                "set aside",
                Subject(id),
                Words<DocumentState>.Of(document.State),
                Words<SetAsideKind>.Of(reason)
            );
            using var writer = new CodingWriter(company);
            writer.Move(document, DocumentEvent.SetAside, setAside: reason, setAsideBy: books.Who);
            writer.Complete();
            Recoding.RefreshSuppliers(company, SpellingOf(document.Document), new CodingCause(books.Now, books.Who, "set aside"));
            return 0;
        });
        return DocumentPage.Of(books, id, null);
    }

    /// <summary>Takes back that it was private.</summary>
    public static DocumentAnswer NotPrivate(CompanyBooks books, long id) => SetPrivate(books, id, false);

    /// <summary>Decides that a charge on a company's card was private, or takes that back.</summary>
    public static DocumentAnswer SetPrivate(CompanyBooks books, long id, bool isPrivate) =>
        Change(
            books,
            id,
            (company, document) =>
            {
                if (!document.Document.Kind.IsCard())
                    throw new RefusedException(
                        "private",
                        "Only a charge or refund of a payment account is private in this way. Nothing was changed; set it aside."
                    );
                if (document.Document.PaidFrom.Length == 0 && isPrivate)
                {
                    throw new RefusedException(
                        "private",
                        "It does not say which payment account was used, so it cannot be told whose money it was. Nothing was changed; "
                            + "choose the payment account first."
                    );
                }

                new AuditTable(company).Add(
                    books.Now,
                    books.Who,
                    isPrivate ? "private, owed by whoever holds the card" : "not private",
                    Subject(id),
                    null,
                    null
                );
                new PersonChoiceTable(company).SetPrivate(id, isPrivate);
                return document with { Document = document.Document with { Private = isPrivate } };
            }
        );

    /// <summary>Takes a document up again that was set aside by a person.</summary>
    public static DocumentAnswer TakeUp(CompanyBooks books, long id)
    {
        books.File.InTransaction(company =>
        {
            var document = Find(company, id);
            Refuse(document, DocumentEvent.TakenUp);
            new AuditTable(company).Add(
                books.Now,
                books.Who,
                "take up",
                Subject(id),
                document.SetAside is { } why ? Words<SetAsideKind>.Of(why) : "",
                ""
            );
            Transfers.Part(company, books, id);
            if (Find(company, id) is { State: DocumentState.SetAside } aside)
            {
                using var writer = new CodingWriter(company);
                writer.Move(aside, DocumentEvent.TakenUp);
                writer.Complete();
            }

            var cause = new CodingCause(books.Now, books.Who, "taken up again");
            Recoding.RefreshSuppliers(company, SpellingOf(document.Document), cause);
            return Recoding.Recode(company, [id], cause);
        });
        return DocumentPage.Of(books, id, null);
    }

    /// <summary>Codes a document anew, such as one that the ledger refused for a reason that is gone.</summary>
    public static DocumentAnswer CodeAgain(CompanyBooks books, long id) =>
        Change(
            books,
            id,
            (company, document) =>
            {
                new AuditTable(company).Add(books.Now, books.Who, "code again", Subject(id), Words<DocumentState>.Of(document.State), "");
                return document;
            }
        );

    /// <summary>Decides that what a source sent anew for a posted document changes nothing here.</summary>
    public static DocumentAnswer KeepAsPosted(CompanyBooks books, long id)
    {
        books.File.InTransaction(company =>
        {
            Find(company, id);
            if (new CorrectionTable(company).Decide(id, books.Now, books.Who, "kept as posted") == 0)
                throw new RefusedException(
                    "no-correction",
                    "No correction is open for this document any more. Nothing was changed.",
                    StatusCodes.Status409Conflict
                );
            new AuditTable(company).Add(books.Now, books.Who, "keep as posted", Subject(id), null, null);
            return 0;
        });
        return DocumentPage.Of(books, id, null);
    }

    private static DocumentAnswer Change(CompanyBooks books, long id, Func<SqliteConnection, StoredDocument, StoredDocument> change)
    {
        books.File.InTransaction(company =>
        {
            var before = Find(company, id);
            Refuse(before, DocumentEvent.Coded);
            var changed = change(company, before);
            using (var writer = new CodingWriter(company))
            {
                writer.Recode(changed, Recoding.Composer(company).Compose(changed.Document, changed.DuplicateOf));
                if (changed.Document.PaidFrom != before.Document.PaidFrom)
                    writer.Rekey(id, changed.Document);
                writer.Complete();
            }

            // Another payment account stands under other keys: it and what may be its duplicate are looked at again.
            if (changed.Document.PaidFrom != before.Document.PaidFrom)
                Recoding.LookAgain(
                    company,
                    id,
                    [(id, before.Document), (id, changed.Document)],
                    new CodingCause(books.Now, books.Who, "another payment account")
                );
            return 0;
        });
        return DocumentPage.Of(books, id, null);
    }

    private static void CheckCostAccount(SqliteConnection company, string account)
    {
        var chart = new LedgerTable(company).Chart();
        if (Targets.BrokenForCost(chart, account) is not { } broken)
            return;
        throw broken switch
        {
            BrokenBecause.NotInChart => new RefusedException(
                "account-unknown",
                $"Account {Quote.Of(account)} is not in the chart. Nothing was changed."
            ),
            BrokenBecause.Closed => new RefusedException(
                "account-closed",
                $"{chart.Title(account)} is closed. Nothing was changed; choose another."
            ),
            BrokenBecause.Control or BrokenBecause.NotBalance or BrokenBecause.NotTax => new RefusedException(
                "account-control",
                $"{chart.Title(account)} is a control account, and a cost may not go there. Nothing was changed; choose another."
            ),
        };
    }

    // What cannot happen to a document where it is, is refused in the words of its life.
    private static void Refuse(StoredDocument document, DocumentEvent happens)
    {
        if (DocumentLife.After(document.Standing, happens).Match<string?>(_ => null, why => why) is { } reason)
            throw new RefusedException(happens == DocumentEvent.TakenUp ? "not-set-aside" : "locked", $"{reason} Nothing was changed.");
    }

    private static bool IsOwn(SqliteConnection company, Document document) =>
        ChoiceTable.Of(company).PaymentAccounts.Claiming(document.PaidFrom, document.Date) is [{ Kind: PaymentAccountKind.Personal }];

    private static string[] SpellingOf(Document document) => document.Supplier.Length > 0 ? [document.Supplier] : [];

    private static StoredDocument Find(SqliteConnection company, long id) =>
        new DocumentTable(company).Find(id) ?? throw RefusedException.NotFound("This document");

    private static string Subject(long id) => $"document/{id}";

    /// <summary>The account of a line before or after a choice.</summary>
    internal sealed record LineAccount(long Line, string Account);
}
