using Adnumera.Core.Documents;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Documents;
using Adnumera.Web.Coding;
using Adnumera.Web.Requests;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Documents;

/// <summary>What its source cancelled is set aside while it is open; once posted, that is a proposed correction.</summary>
internal static class Cancelling
{
    /// <summary>Cancels documents, within the caller's transaction. Of a transfer that came from both sides the other side goes on
    /// alone.</summary>
    public static void Run(
        SqliteConnection company,
        CompanyBooks books,
        string fileName,
        long arrival,
        IReadOnlyList<DocumentIdentity> cancelled
    )
    {
        var (table, corrections) = (new DocumentTable(company), new CorrectionTable(company));
        var ids = table.Known(cancelled).Values.ToList();
        foreach (var id in new TransferTable(company).PairedAmong(ids))
            if (!Transfers.TryPart(company, books, id, out var other))
                corrections.Open(other.Id, arrival, books.Now, books.Who, fileName, CorrectionTable.Cancelled);
        var here = table.Load(ids);
        foreach (var sent in here.Where(d => d.State.IsSent()))
            corrections.Open(sent.Id, arrival, books.Now, books.Who, fileName, CorrectionTable.Cancelled);
        var open = here.Where(d => d.MayBeCoded).ToList();
        if (open.Count == 0)
            return;
        using (var writer = new CodingWriter(company))
        {
            foreach (var document in open)
            {
                new AuditTable(company).Add(
                    books.Now,
                    books.Who,
                    $"cancelled by its source, file {fileName}",
                    $"document/{document.Id}",
                    Words<DocumentState>.Of(document.State),
                    Words<SetAsideKind>.Of(SetAsideKind.Cancelled)
                );
                writer.Move(document, DocumentEvent.SetAside, setAside: SetAsideKind.Cancelled, setAsideBy: books.Who);
            }

            writer.Complete();
        }

        Recoding.RefreshSuppliers(
            company,
            [.. open.Select(d => d.Document.Supplier).Where(s => s.Length > 0).Distinct(Folded.Comparer)],
            new CodingCause(books.Now, books.Who, $"file {fileName}")
        );
    }
}
