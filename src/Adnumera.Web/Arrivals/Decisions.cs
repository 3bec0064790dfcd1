using Adnumera.Core;
using Adnumera.Core.Documents;
using Adnumera.Storage;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Ledger;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Arrivals;

/// <summary>What a person decides about one document. Each is in the audit, and can be decided anew.</summary>
internal static class Decisions
{
    internal const string ChoseAccount = "choose account";
    internal const string ChosePaymentAccount = "choose payment account";
    private const string PrivateReason = "private";
    private static readonly string[] SetAsideReasons = ["duplicate", PrivateReason, "already_in_ledger"];

    /// <summary>Chooses the account of a line, or takes the choice back when blank.</summary>
    public static DocumentAnswer ChooseAccount(Work work, long id, long line, string account) => Change(work, id, (company, document) =>
    {
        var place = document.Document.Lines.ToList().FindIndex(l => l.Number == line);
        if (place < 0) throw RefusedException.NotFound("This line");
        if (document.Document.IsPrivateCharge) throw new RefusedException("private", "It was private: whoever holds the card owes all of it. Nothing was changed; take that back first.");
        if (account.Length > 0)
        {
            if (!new LedgerTable(company).Chart().TryFind(account, out var chosen)) throw new RefusedException("account-unknown", $"Account {Quote.Of(account)} is not in the chart. Nothing was changed.");
            if (!chosen.Active) throw new RefusedException("account-closed", $"{chosen.Title} is closed. Nothing was changed; choose another.");
            if (chosen.IsControl) throw new RefusedException("account-control", $"{chosen.Title} is a control account, and a cost may not go there. Nothing was changed; choose another.");
        }

        new AuditTable(company).Add(work.Now, work.Who, ChoseAccount, Subject(id), new LineAccount(line, document.Decided[place]), new LineAccount(line, account));
        return document with { Document = document.Document with { Lines = [.. document.Document.Lines.Select(l => l.Number == line ? l with { Account = account } : l)] } };
    });

    /// <summary>Chooses which payment account it was, by its name; blank takes the choice back.</summary>
    public static DocumentAnswer ChoosePaymentAccount(Work work, long id, string name) => Change(work, id, (company, document) =>
    {
        if (name.Length > 0 && !CompanyFile.Of(company).Settings.PaymentAccounts.All.Any(a => Folded.Same(a.Name, name)))
            throw new RefusedException("payment-account", $"There is no payment account {Quote.Of(name)}. Nothing was changed; add it under Mapping first.");
        new AuditTable(company).Add(work.Now, work.Who, ChosePaymentAccount, Subject(id), document.Document.PaidFrom, name);
        new DocumentTable(company).ChoosePaymentAccount(id, name);
        return document with { Document = document.Document with { PaymentAccountChoice = name } };
    });

    /// <summary>Decides that it is no duplicate.</summary>
    public static DocumentAnswer NotDuplicate(Work work, long id) => Change(work, id, (company, document) =>
    {
        new AuditTable(company).Add(work.Now, work.Who, "not a duplicate", Subject(id), document.DuplicateOf?.ToString(), "");
        new DocumentTable(company).SetNotDuplicate(id);
        return document with { Document = document.Document with { NotDuplicate = true } };
    });

    /// <summary>
    /// Leaves a document out deliberately. What was private on a company's card is not left out: the money has moved, so it posts to what its holder owes; only what a person's own card paid is set aside.
    /// </summary>
    public static DocumentAnswer SetAside(Work work, long id, string reason)
    {
        if (!SetAsideReasons.Contains(reason)) throw new RefusedException("reason", $"Say why: {string.Join(", ", SetAsideReasons)}. Nothing was changed.", 400);
        var posts = work.File.Read(c => reason == PrivateReason && Find(c, id).Document is { } document && document.Kind.IsCard() && !IsOwn(c, document));
        if (posts) return SetPrivate(work, id, true);
        work.File.InTransaction(company =>
        {
            var document = Open(company, id);
            new AuditTable(company).Add(work.Now, work.Who, "set aside", Subject(id), Words<DocumentState>.Of(document.State), reason);
            using var writer = new CodingWriter(company);
            writer.Move(document, DocumentState.SetAside, setAside: reason, setAsideBy: work.Who);
            writer.Complete();
            Coding.RefreshSuppliers(company, SpellingOf(document.Document), new CodingCause(work.Now, work.Who, "set aside"));
            return 0;
        });
        return DocumentPage.Of(work, id, null);
    }

    /// <summary>Decides that a charge on a company's card was private, or takes that back.</summary>
    public static DocumentAnswer SetPrivate(Work work, long id, bool isPrivate) => Change(work, id, (company, document) =>
    {
        if (!document.Document.Kind.IsCard()) throw new RefusedException("private", "Only a charge or refund of a payment account is private in this way. Nothing was changed; set it aside.");
        if (document.Document.PaidFrom.Length == 0 && isPrivate) throw new RefusedException("private", "It does not say which payment account was used, so it cannot be told whose money it was. Nothing was changed; choose the payment account first.");
        new AuditTable(company).Add(work.Now, work.Who, isPrivate ? "private, owed by whoever holds the card" : "not private", Subject(id), null, null);
        new DocumentTable(company).SetPrivate(id, isPrivate);
        return document with { Document = document.Document with { Private = isPrivate } };
    });

    /// <summary>Takes a document up again that was set aside by a person.</summary>
    public static DocumentAnswer TakeUp(Work work, long id)
    {
        work.File.InTransaction(company =>
        {
            var document = Find(company, id);
            if (document.State != DocumentState.SetAside || document.SetAsideBy.Length == 0) throw new RefusedException("not-set-aside", "Nobody set this document aside. Nothing was changed.");
            new AuditTable(company).Add(work.Now, work.Who, "take up", Subject(id), document.SetAside, "");
            using (var writer = new CodingWriter(company))
            {
                writer.Move(document, DocumentState.Held);
                writer.Complete();
            }

            var cause = new CodingCause(work.Now, work.Who, "taken up again");
            Coding.RefreshSuppliers(company, SpellingOf(document.Document), cause);
            return Coding.Recode(company, [id], cause);
        });
        return DocumentPage.Of(work, id, null);
    }

    /// <summary>Codes a document anew, such as one that the ledger refused for a reason that is gone.</summary>
    public static DocumentAnswer CodeAgain(Work work, long id) => Change(work, id, (company, document) =>
    {
        new AuditTable(company).Add(work.Now, work.Who, "code again", Subject(id), Words<DocumentState>.Of(document.State), "");
        return document;
    });

    /// <summary>Decides that what a source sent anew for a posted document changes nothing here.</summary>
    public static DocumentAnswer KeepAsPosted(Work work, long id)
    {
        work.File.InTransaction(company =>
        {
            Find(company, id);
            if (new CorrectionTable(company).Decide(id, work.Now, work.Who, "kept as posted") == 0) throw new RefusedException("no-correction", "No correction is open for this document any more. Nothing was changed.", StatusCodes.Status409Conflict);
            new AuditTable(company).Add(work.Now, work.Who, "keep as posted", Subject(id), null, null);
            return 0;
        });
        return DocumentPage.Of(work, id, null);
    }

    private static DocumentAnswer Change(Work work, long id, Func<SqliteConnection, StoredDocument, StoredDocument> change)
    {
        work.File.InTransaction(company =>
        {
            var before = Open(company, id);
            var changed = change(company, before);
            using (var writer = new CodingWriter(company))
            {
                writer.Recode(changed, Coding.Composer(company).Compose(changed.Document, changed.DuplicateOf));
                if (changed.Document.PaidFrom != before.Document.PaidFrom) writer.Rekey(id, changed.Document);
                writer.Complete();
            }

            // Another payment account stands under other keys: it and what may be its duplicate are looked at again.
            if (changed.Document.PaidFrom != before.Document.PaidFrom)
                Coding.LookAgain(company, id, [(id, before.Document), (id, changed.Document)], new CodingCause(work.Now, work.Who, "another payment account"));
            return 0;
        });
        return DocumentPage.Of(work, id, null);
    }

    private static bool IsOwn(SqliteConnection company, Document document) =>
        CompanyFile.Of(company).Settings.PaymentAccounts.Claiming(document.PaidFrom, document.Date) is [{ Kind: Core.Mapping.PaymentAccountKind.Personal }];

    private static string[] SpellingOf(Document document) => document.Supplier.Length > 0 ? [document.Supplier] : [];

    private static StoredDocument Find(SqliteConnection company, long id) => new DocumentTable(company).Find(id) ?? throw RefusedException.NotFound("This document");

    private static StoredDocument Open(SqliteConnection company, long id)
    {
        var document = Find(company, id);
        return document.MayBeCoded
            ? document
            : throw new RefusedException("locked", document.State.IsSent()
                ? "This document is in the ledger or on its way there, and is locked. Nothing was changed."
                : "This document was set aside. Nothing was changed; take it up again first.");
    }

    private static string Subject(long id) => $"document/{id}";

    /// <summary>The account of a line before or after a choice.</summary>
    internal sealed record LineAccount(long Line, string Account);
}
