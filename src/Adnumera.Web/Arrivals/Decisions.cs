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
    private static readonly string[] SetAsideReasons = ["duplicate", "private", "already_in_ledger"];

    /// <summary>Chooses the account of a line, or takes the choice back when blank.</summary>
    public static DocumentAnswer ChooseAccount(Work work, long id, long line, string account) => Change(work, id, (company, document) =>
    {
        var was = document.Document.Lines.FirstOrDefault(l => l.Number == line) ?? throw RefusedException.NotFound("This line");
        if (account.Length > 0)
        {
            if (!new LedgerTable(company).Chart().TryFind(account, out var chosen)) throw new RefusedException("account-unknown", $"Account {account} is not in the chart. Nothing was changed.");
            if (!chosen.Active) throw new RefusedException("account-closed", $"{chosen.Title} is closed. Nothing was changed; choose another.");
            if (chosen.IsControl) throw new RefusedException("account-control", $"{chosen.Title} is a control account, and a cost may not go there. Nothing was changed; choose another.");
        }

        new AuditTable(company).Add(work.Now, work.Who, "choose account", Subject(id), new { line, was.Account }, new { line, account });
        return document with { Document = document.Document with { Lines = [.. document.Document.Lines.Select(l => l.Number == line ? l with { Account = account } : l)] } };
    });

    /// <summary>Chooses which payment account it was, by its name; blank takes the choice back.</summary>
    public static DocumentAnswer ChoosePaymentAccount(Work work, long id, string name) => Change(work, id, (company, document) =>
    {
        if (name.Length > 0 && !CompanyFile.Of(company).Settings.PaymentAccounts.All.Any(a => Folded.Same(a.Name, name)))
            throw new RefusedException("payment-account", $"There is no payment account “{name}”. Nothing was changed; add it under Mapping first.");
        new AuditTable(company).Add(work.Now, work.Who, "choose payment account", Subject(id), document.Document.PaymentAccountChoice, name);
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

    /// <summary>Leaves a document out deliberately.</summary>
    public static DocumentAnswer SetAside(Work work, long id, string reason)
    {
        if (!SetAsideReasons.Contains(reason)) throw new RefusedException("reason", $"Say why: {string.Join(", ", SetAsideReasons)}. Nothing was changed.", 400);
        work.File.InTransaction(company =>
        {
            var document = Open(company, id);
            new AuditTable(company).Add(work.Now, work.Who, "set aside", Subject(id), Words<DocumentState>.Of(document.State), reason);
            using var writer = new CodingWriter(company);
            writer.Move(document, DocumentState.SetAside, setAside: reason, setAsideBy: work.Who);
            writer.Complete();
            return 0;
        });
        return DocumentPage.Of(work, id, null);
    }

    /// <summary>Takes a document up again that was set aside by a person.</summary>
    public static DocumentAnswer TakeUp(Work work, long id)
    {
        work.File.InTransaction(company =>
        {
            var document = new DocumentTable(company).Find(id) ?? throw RefusedException.NotFound("This document");
            if (document.State != DocumentState.SetAside || document.SetAsideBy.Length == 0) throw new RefusedException("not-set-aside", "Nobody set this document aside. Nothing was changed.");
            new AuditTable(company).Add(work.Now, work.Who, "take up", Subject(id), document.SetAside, "");
            using var writer = new CodingWriter(company);
            writer.Move(document, DocumentState.Held);
            writer.Complete();
            return Coding.Recode(company, [id]);
        });
        return DocumentPage.Of(work, id, null);
    }

    /// <summary>Codes a document anew, such as one that the ledger refused for a reason that is gone.</summary>
    public static DocumentAnswer CodeAgain(Work work, long id) => Change(work, id, (company, document) =>
    {
        new AuditTable(company).Add(work.Now, work.Who, "code again", Subject(id), Words<DocumentState>.Of(document.State), "");
        return document;
    });

    private static DocumentAnswer Change(Work work, long id, Func<SqliteConnection, StoredDocument, StoredDocument> change)
    {
        work.File.InTransaction(company =>
        {
            var changed = change(company, Open(company, id));
            using var writer = new CodingWriter(company);
            writer.Recode(changed, Coding.Composer(company).Compose(changed.Document, changed.DuplicateOf));
            writer.Complete();
            return 0;
        });
        return DocumentPage.Of(work, id, null);
    }

    private static StoredDocument Open(SqliteConnection company, long id)
    {
        var document = new DocumentTable(company).Find(id) ?? throw RefusedException.NotFound("This document");
        return document.MayBeCoded
            ? document
            : throw new RefusedException("locked", document.State.IsSent()
                ? "This document is in the ledger or on its way there, and is locked. Nothing was changed."
                : "This document was set aside. Nothing was changed; take it up again first.");
    }

    private static string Subject(long id) => $"document/{id}";
}
