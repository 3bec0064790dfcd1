using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Posting;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Entries;
using Adnumera.Storage.Posting;
using Adnumera.Storage.Suppliers;
using Adnumera.Web.Coding;
using Adnumera.Web.Ledger;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Posting;

/// <summary>Writes down what a dispatch will send, and takes back what it did not.</summary>
internal static class Planning
{
    private const int Batch = 1000;

    /// <summary>Plans what is ready of a choice, for an organisation's ledger; returns the dispatch.</summary>
    /// <exception cref="RefusedException">Nothing of it is ready, or a supplier is new that nobody confirmed.</exception>
    public static long Plan(SqliteConnection company, CompanyBooks books, string organisation, PostingChoice choice)
    {
        Pull.RefuseOther(company, organisation);
        var documents = new DocumentTable(company);
        var table = choice.Ready(company);
        var ready = table.Ids();
        if (ready.Count == 0)
            throw new RefusedException("nothing-ready", "No document of what you chose is ready. Nothing was sent.");
        if (
            choice.Confirmed is { } confirmed
            && PostingChoice.NewSuppliers(company, table).Except(confirmed, Folded.Comparer).ToList() is { Count: > 0 } others
        )
            throw new RefusedException(
                "new-suppliers",
                $"{string.Join(", ", others.Take(5))} would be new in the ledger, too. Nothing was sent; look at the suppliers again.",
                StatusCodes.Status409Conflict
            );
        var outbox = new OutboxTable(company);
        var dispatch = outbox.Start(books.Now, books.Who);
        var composer = Recoding.Composer(company);
        var plan = new PostingPlan(
            new CompanyTable(company).Slug(),
            organisation,
            new SupplierLinkTable(company).Directory(),
            ChoiceTable.Of(company).PaymentAccounts,
            outbox.Suppliers(organisation)
        );
        using var writer = new CodingWriter(company);
        foreach (var stored in ready.Chunk(Batch).SelectMany(documents.Load))
        {
            var document = new ReadyDocument(stored.Id, stored.Revision, composer.Compose(stored.Document, stored.DuplicateOf));
            foreach (var step in plan.StepsOf(document))
                Write(step, stored);
        }

        writer.Complete();
        new AuditTable(company).Add(
            books.Now,
            books.Who,
            "dispatch",
            $"dispatch/{dispatch}",
            null,
            new { documents = ready.Count, suppliers = plan.MissingSuppliers }
        );
        return dispatch;

        void Write(PlanStep step, StoredDocument stored) =>
            step.Match<Action>(
                addSupplier: s => () => outbox.PlanSupplier(dispatch, organisation, s.Revision, s.Key, s.Name),
                postEntry: s =>
                    () =>
                    {
                        outbox.PlanEntry(dispatch, organisation, stored.Id, stored.Revision, s.Entry, s.WaitsFor);
                        writer.Move(stored, DocumentEvent.Planned);
                    },
                recode: s => () => writer.Recode(stored, s.Document.Composed),
                leaveOut: _ => () => writer.Move(stored, DocumentEvent.LeftOut, setAside: SetAsideKind.Zero)
            )();
    }

    /// <summary>Holds the documents that wait for a supplier which the ledger does not take, with its reason; none of them was
    /// sent.</summary>
    public static void HoldThoseOf(SqliteConnection company, string organisation, string supplier, PostingAnswer.Refused refused)
    {
        using var writer = new CodingWriter(company);
        foreach (var document in new DocumentTable(company).Load(new OutboxTable(company).WithdrawThoseOf(organisation, supplier)))
            writer.Refuse(document, new HoldReason.Refused(refused.Code, $"its supplier “{supplier}” was not added: {refused.LedgerText}"));
        writer.Complete();
    }

    /// <summary>Takes back what a dispatch planned and did not send; returns how many documents are ready again.</summary>
    public static int Withdraw(SqliteConnection company, long dispatch)
    {
        using var writer = new CodingWriter(company);
        var back = new DocumentTable(company).Load(new OutboxTable(company).Withdraw(dispatch));
        foreach (var document in back)
            writer.Move(document, DocumentEvent.Withdrawn);
        writer.Complete();
        return back.Count;
    }

    /// <summary>Takes back what a dispatch planned and did not send, and says what became of it.</summary>
    public static string TakeBack(SqliteConnection company, long dispatch, string why)
    {
        var back = Withdraw(company, dispatch);
        return $"{why}: {Tally(new OutboxTable(company).Find(dispatch)!, back)}.";
    }

    /// <summary>What became of a dispatch, as people say it.</summary>
    public static string Tally(DispatchRow dispatch, int back)
    {
        var parts = new List<string> { $"{dispatch.Accepted} of {dispatch.Planned + back} were taken" };
        if (dispatch.Refused > 0)
            parts.Add($"{dispatch.Refused} refused");
        if (back > 0)
            parts.Add($"{back} {(back == 1 ? "document that was not sent is" : "documents that were not sent are")} ready again");
        if (dispatch.Unknown > 0)
            parts.Add(
                $"{dispatch.Unknown} without a clear answer, asked for again by {(dispatch.Unknown == 1 ? "its key" : "their keys")}"
            );
        if (dispatch.Unsent > 0)
            parts.Add($"{dispatch.Unsent} not sent");
        return string.Join("; ", parts);
    }
}
