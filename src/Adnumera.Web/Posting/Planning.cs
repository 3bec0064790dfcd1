using Adnumera.Core;
using Adnumera.Core.Documents;
using Adnumera.Core.Posting;
using Adnumera.Storage;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Posting;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Posting;

/// <summary>Writes down what a dispatch will send, and takes back what it did not.</summary>
internal static class Planning
{
    /// <summary>Plans all that is ready, of one period or of all, for an organisation's ledger; returns the dispatch.</summary>
    /// <exception cref="RefusedException">Nothing is ready.</exception>
    public static long Plan(SqliteConnection company, Work work, string organisation, string? period)
    {
        var documents = new DocumentTable(company);
        var ready = documents.Ready(period);
        if (ready.Count == 0) throw new RefusedException("nothing-ready", period is null ? "No document is ready. Nothing was sent." : $"No document of {period} is ready. Nothing was sent.");
        var outbox = new OutboxTable(company);
        var dispatch = outbox.Start(work.Now, work.Who);
        var composer = Coding.Composer(company);
        var suppliers = new LedgerTable(company).Suppliers();
        var planned = outbox.Suppliers(organisation);
        var itself = CompanyFile.Of(company);
        var (slug, missing) = (itself.Slug, new HashSet<string>(Folded.Comparer));
        using var writer = new CodingWriter(company);
        foreach (var stored in ready.Chunk(1000).SelectMany(documents.Load))
        {
            var coded = composer.Compose(stored.Document, stored.DuplicateOf);
            if (!coded.IsCoded)
            {
                // Should not be: whatever decides it has changed since. It is held, with its reasons.
                writer.Recode(stored, coded);
                continue;
            }

            if (coded.Lines.Count == 0)
            {
                writer.Move(stored, DocumentState.SetAside, setAside: "zero");
                continue;
            }

            var supplier = suppliers.NameOf(Instructions.Supplier(stored.Document, coded));
            if (supplier.Length > 0 && !suppliers.IsInLedger(supplier) && missing.Add(supplier) && planned.GetValueOrDefault(Folded.Of(supplier)) is { UnderWay: false } before)
                outbox.PlanSupplier(dispatch, organisation, before.Revision + 1, Outbox.KeyOfSupplier(slug, organisation, supplier, before.Revision + 1), supplier);
            outbox.PlanEntry(dispatch, organisation, stored.Id, stored.Revision, Instructions.Of(slug, stored, coded, suppliers, itself.Settings.PaymentAccounts));
            writer.Move(stored, DocumentState.OnItsWay);
        }

        writer.Complete();
        new AuditTable(company).Add(work.Now, work.Who, "dispatch", $"dispatch/{dispatch}", null, new { documents = ready.Count, suppliers = missing.Count });
        return dispatch;
    }

    /// <summary>Takes back what a dispatch planned and did not send; returns how many documents are ready again.</summary>
    public static int Withdraw(SqliteConnection company, long dispatch)
    {
        using var writer = new CodingWriter(company);
        var back = new DocumentTable(company).Load(new OutboxTable(company).Withdraw(dispatch));
        foreach (var document in back) writer.Move(document, DocumentState.Ready);
        writer.Complete();
        return back.Count;
    }

    /// <summary>What became of a dispatch, as people say it.</summary>
    public static string Tally(DispatchRow dispatch, int back)
    {
        var parts = new List<string> { $"{dispatch.Accepted} of {dispatch.Planned + back} were taken" };
        if (dispatch.Refused > 0) parts.Add($"{dispatch.Refused} refused");
        if (back > 0) parts.Add($"{back} {(back == 1 ? "document that was not sent is" : "documents that were not sent are")} ready again");
        if (dispatch.Unknown > 0) parts.Add($"{dispatch.Unknown} without a clear answer, asked for again by {(dispatch.Unknown == 1 ? "its key" : "their keys")}");
        if (dispatch.Unsent > 0) parts.Add($"{dispatch.Unsent} not sent");
        return string.Join("; ", parts);
    }
}
