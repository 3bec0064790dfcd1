using Adnumera.Storage.Audit;
using Adnumera.Storage.Count;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Files;
using Adnumera.Web.Coding;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Documents;

/// <summary>Takes back a file that came by mistake, until something of it was sent to the ledger: the documents that it brought go, the
/// file and the audit stay.</summary>
internal static class TakeBack
{
    private const int Batch = 500;

    /// <summary>Takes it back, within the caller's transaction.</summary>
    /// <exception cref="RefusedException">It cannot be taken back.</exception>
    public static void Run(SqliteConnection company, CompanyBooks books, long id)
    {
        var table = new ArrivalTable(company);
        var arrival = table.Find(id) ?? throw RefusedException.NotFound("This file");
        if (arrival.TakenBackAt.Length > 0)
            throw Refused($"{arrival.FileName} was taken back already.");
        if (table.EverSent(id) is > 0 and var sent)
            throw Refused(
                $"{sent} of the documents of {arrival.FileName} {(sent == 1 ? "is" : "are")} in the ledger or were sent there. "
                    + "What is not can be set aside one by one."
            );
        if (arrival.Updated > 0)
            throw Refused(
                $"{arrival.FileName} changed {arrival.Updated} documents that came with earlier files. "
                    + (
                        new SupersededTable(company).Any(id)
                            ? "Their source replaced them: set aside what is not wanted."
                            : "Take the earlier file in again instead: it puts them back."
                    )
            );
        var cause = new CodingCause(books.Now, books.Who, $"file {arrival.FileName} was taken back");
        var (documents, gone) = (new DocumentTable(company), table.DocumentsOf(id));
        var spellings = new HashSet<string>(Folded.Comparer);
        var others = new SortedSet<long>();
        table.TakeBack(id, Iso.Text(books.Now), books.Who);
        new StatementTable(company).RemoveOf(id);
        new SupersededTable(company).RemoveOf(id);
        new CorrectionTable(company).TakeBack(id, books.Now, books.Who);
        new IncompleteTable(company).TakeBack(id, Iso.Text(books.Now), books.Who);
        foreach (var side in new TransferTable(company).PairedOf(id))
            Transfers.Part(company, books, side);
        using (var writer = new CodingWriter(company, cause))
        {
            foreach (var batch in gone.Chunk(Batch))
            {
                var stored = documents.Load(batch);
                others.UnionWith(new DuplicateTable(company).MayAskFor([.. stored.Select(s => (s.Id, s.Document))]));
                foreach (var document in stored)
                {
                    if (document.Document.Supplier.Length > 0)
                        spellings.Add(document.Document.Supplier);
                    writer.Remove(document);
                }
            }

            writer.Complete();
        }

        others.ExceptWith(gone);
        Recoding.LookAgain(company, [.. others], cause);
        if (spellings.Count > 0)
            Recoding.RefreshSuppliers(company, spellings, cause);
        new AuditTable(company).Add(
            books.Now,
            books.Who,
            "take back",
            $"arrival/{id}",
            new { fileName = arrival.FileName, documents = gone.Count },
            null
        );
    }

    private static RefusedException Refused(string why) => new("arrival", $"{why} Nothing was changed.", StatusCodes.Status409Conflict);
}
