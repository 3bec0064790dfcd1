using Adnumera.Core.Documents;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Documents;
using Adnumera.Web.Coding;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Documents;

/// <summary>What a person decides about one document. Each is in the audit, and can be taken back.</summary>
internal static class Decisions
{
    internal const string ChoseReversed = "what it gives back was chosen";

    private static readonly SetAsideKind[] PersonsReasons =
    [
        SetAsideKind.Duplicate,
        SetAsideKind.Private,
        SetAsideKind.AlreadyInLedger,
        SetAsideKind.Other,
    ];

    /// <summary>Puts something right on a document.</summary>
    public static DocumentAnswer Edit(CompanyBooks books, long id, DocumentEditRequest request) =>
        Decide(books, id, (basis, document) => EditReading.Read(basis, document, request));

    /// <summary>Chooses the account of a line, or takes the choice back when blank.</summary>
    public static DocumentAnswer ChooseAccount(CompanyBooks books, long id, long line, AccountChoice choice) =>
        Decide(books, id, (basis, document) => WithAccount(basis, document, document.Choices, line, choice.Account ?? ""));

    /// <summary>What is decided with an account for a line as well; a blank one takes the choice back.</summary>
    public static PersonsChoices WithAccount(
        DecisionBasis basis,
        StoredDocument document,
        PersonsChoices choices,
        long line,
        string account
    )
    {
        var place = choices
            .Edits.PlacesOf(document.AsItCame)
            .Zip(Deciding.With(document, choices).Lines)
            .Where(l => l.Second.Number == line)
            .Select(l => (LinePlace?)l.First)
            .FirstOrDefault();
        if (place is not { Line: > 0 } found)
            throw RefusedException.NotFound("This line");
        if (document.Document.IsPrivateCharge)
            throw new RefusedException(
                "private",
                "It was private: whoever holds the card owes all of it. Nothing was changed; take that back first."
            );
        if (account.Length > 0)
            CheckCostAccount(basis, account);
        return choices.With(found, account);
    }

    /// <summary>Chooses which payment account it was, by its name; blank takes the choice back. Of a transfer, the end that the source does
    /// not say.</summary>
    public static DocumentAnswer ChoosePaymentAccount(CompanyBooks books, long id, AccountChoice choice) =>
        Decide(books, id, (basis, document) => WithPaymentAccount(basis, document, choice.Account?.Trim() ?? ""));

    /// <summary>What is decided with a payment account as well.</summary>
    public static PersonsChoices WithPaymentAccount(DecisionBasis basis, StoredDocument document, string name)
    {
        if (basis.IsPaired(document))
            throw new RefusedException(
                "pair",
                "Its other side came from the other account. Nothing was changed; take that one up again first."
            );
        if (name.Length > 0 && !basis.Settings.PaymentAccounts.All.Any(a => Folded.Same(a.Name, name)))
            throw new RefusedException(
                "payment-account",
                $"There is no payment account {Quote.Of(name)}. Nothing was changed; add it under Mapping first."
            );
        return document.Document is { Kind: DocumentKind.Transfer, ToAccount: "" }
            ? document.Choices with
            {
                ToAccount = name,
            }
            : document.Choices with
            {
                PaymentAccount = name,
            };
    }

    /// <summary>Chooses what a refund or credit gives back; 0 for nothing that is here.</summary>
    public static DocumentAnswer ChooseReversed(CompanyBooks books, long id, ReversedChoice choice)
    {
        books.File.InTransaction(company =>
        {
            var document = Find(company, id);
            if (Reversals.KindsOf(document.Document.Kind).Count == 0)
                throw new RefusedException("reverses", "Only a refund or a credit gives something back. Nothing was changed.");
            if (Deciding.Problem(new Decided(document, document.Choices)) is { } problem)
                throw new RefusedException(problem.Type, $"{problem.Why} Nothing was changed.");
            var original = choice.Original is > 0 and var chosen ? new DocumentTable(company).Find(chosen) : null;
            if (choice.Original > 0 && !(original is not null && Reversals.MayReverse(document.Document, original.Document)))
                throw new RefusedException(
                    "reverses",
                    "It cannot give that document back: it is of another kind or currency, later, more than a year older, or of less. "
                        + "Nothing was changed."
                );
            var before = new ReversalTable(company).Find(id)?.Original ?? 0;
            Reversing.Choose(company, document, original);
            new AuditTable(company).Add(books.Now, books.Who, ChoseReversed, Subject(id), before, original?.Id ?? 0);
            return Recoding.Recode(company, [id], new CodingCause(books.Now, books.Who, "it goes where what it gives back went"));
        });
        return DocumentPage.Of(books, id, null);
    }

    /// <summary>Decides that it is no duplicate.</summary>
    public static DocumentAnswer NotDuplicate(CompanyBooks books, long id) =>
        Decide(books, id, (_, document) => document.Choices with { NotDuplicate = true });

    /// <summary>
    /// Leaves a document out deliberately. What was private on a company's card is not left out: the money has moved, so it posts to what
    /// its holder owes; only what a person's own card paid is set aside.
    /// </summary>
    public static DocumentAnswer SetAside(CompanyBooks books, long id, SetAsideRequest request) =>
        Decide(books, id, (basis, document) => WithSetAside(basis, document, request.Reason, request.Note));

    /// <summary>What is decided when it is set aside as well.</summary>
    public static PersonsChoices WithSetAside(DecisionBasis basis, StoredDocument document, SetAsideKind? said, string? note)
    {
        if (said is not { } reason || !PersonsReasons.Contains(reason))
            throw new RefusedException(
                "reason",
                $"Say why: {string.Join(", ", PersonsReasons.Select(Words<SetAsideKind>.Of))}. Nothing was changed.",
                400
            );
        var own = note?.Trim() ?? "";
        if (reason == SetAsideKind.Other && own.Length == 0)
            throw new RefusedException("reason", "Say in your own words why it is set aside. Nothing was changed.", 400);
        return reason == SetAsideKind.Private && document.Document.Kind.IsCard() && !IsOwn(basis, document.Document)
            ? WithPrivate(document, true)
            : document.Choices with
            {
                Aside = new PersonsAside(reason, own),
            };
    }

    /// <summary>Takes back that it was private.</summary>
    public static DocumentAnswer NotPrivate(CompanyBooks books, long id) =>
        Decide(books, id, (_, document) => WithPrivate(document, false));

    /// <summary>What is decided when a charge on a company's card was private as well, or was not.</summary>
    public static PersonsChoices WithPrivate(StoredDocument document, bool isPrivate)
    {
        if (!document.Document.Kind.IsCard())
            throw new RefusedException(
                "private",
                "Only a charge or refund of a payment account is private in this way. Nothing was changed; set it aside."
            );
        if (document.Document.PaidFrom.Length == 0 && isPrivate)
            throw new RefusedException(
                "private",
                "It does not say which payment account was used, so it cannot be told whose money it was. Nothing was changed; "
                    + "choose the payment account first."
            );
        return document.Choices with { Private = isPrivate, NotPrivate = !isPrivate };
    }

    /// <summary>Takes a document up again that was set aside by a person.</summary>
    public static DocumentAnswer TakeUp(CompanyBooks books, long id) =>
        Decide(
            books,
            id,
            (_, document) =>
                document.Choices.Aside is null
                    ? throw new RefusedException("not-set-aside", "Nobody set this document aside. Nothing was changed.")
                    : document.Choices with
                    {
                        Aside = null,
                    }
        );

    /// <summary>Takes a decision back: what stood before it stands again.</summary>
    public static DocumentAnswer Undo(CompanyBooks books, long id, long decision)
    {
        books.File.InTransaction(company =>
        {
            var row = new DecisionTable(company).Find(decision);
            if (row?.Document != id)
                throw RefusedException.NotFound("This decision");
            if (Deciding.Undo(company, books, [row]).Count > 0)
                throw new RefusedException(
                    "decided-since",
                    "The document was decided otherwise since, or is in the ledger. Nothing was changed; take back what came later first.",
                    StatusCodes.Status409Conflict
                );
            return 0;
        });
        return DocumentPage.Of(books, id, null);
    }

    /// <summary>Codes a document anew, such as one that the ledger refused for a reason that is gone.</summary>
    public static DocumentAnswer CodeAgain(CompanyBooks books, long id)
    {
        books.File.InTransaction(company =>
        {
            var document = Find(company, id);
            if (Deciding.Problem(new Decided(document, document.Choices)) is { } problem)
                throw new RefusedException(problem.Type, $"{problem.Why} Nothing was changed.");
            new AuditTable(company).Add(books.Now, books.Who, "code again", Subject(id), Words<DocumentState>.Of(document.State), "");
            return Recoding.Recode(company, [id], new CodingCause(books.Now, books.Who, "tried again"));
        });
        return DocumentPage.Of(books, id, null);
    }

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

    private static DocumentAnswer Decide(CompanyBooks books, long id, Func<DecisionBasis, StoredDocument, PersonsChoices> decide)
    {
        books.File.InTransaction(company =>
        {
            var document = Find(company, id);
            Deciding.Put(company, books, [new Decided(document, decide(new DecisionBasis(company), document))]);
            return 0;
        });
        return DocumentPage.Of(books, id, null);
    }

    /// <summary>Refuses an account to which no cost may go.</summary>
    public static void CheckCostAccount(DecisionBasis basis, string account)
    {
        var chart = basis.Chart;
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
            BrokenBecause.Control or BrokenBecause.NotBalance or BrokenBecause.NotTax or BrokenBecause.NotLiability => new RefusedException(
                "account-control",
                $"{chart.Title(account)} is a control account, and a cost may not go there. Nothing was changed; choose another."
            ),
        };
    }

    // Whose own card, or cash, is known to have paid it.
    private static bool IsOwn(DecisionBasis basis, Document document) =>
        basis.Settings.PaymentAccounts.Claiming(document.PaidFrom, document.Date) is [{ Kind: PaymentAccountKind.Personal }];

    private static StoredDocument Find(SqliteConnection company, long id) =>
        new DocumentTable(company).Find(id) ?? throw RefusedException.NotFound("This document");

    private static string Subject(long id) => $"document/{id}";
}
