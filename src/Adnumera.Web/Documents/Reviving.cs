using Adnumera.Core.Documents;
using Adnumera.Core.Sources;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Documents;
using Adnumera.Web.Coding;
using Adnumera.Web.Requests;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Documents;

/// <summary>What a feed has again after its source had cancelled it, such as a claim that was rejected there and then approved: it goes on
/// from where it was. A statement that comes again says nothing of the kind: it may be an older one.</summary>
internal static class Reviving
{
    /// <summary>Takes up what is here and was cancelled, within the caller's transaction.</summary>
    public static void Run(SqliteConnection company, CompanyBooks books, ArrivingFile arriving)
    {
        if (arriving.Form != ArrivalForm.Feed)
            return;
        var (superseded, documents) = (new SupersededTable(company), new DocumentTable(company));
        var stand = arriving.Taken.Select(t => t.Document.Identity).ToHashSet();
        if (superseded.Any())
            superseded.Revive(superseded.DeletedAmong(stand));
        var open = documents.Load(documents.Cancelled(arriving.Choices.Source)).Where(d => stand.Contains(d.Document.Identity)).ToList();
        if (open.Count == 0)
            return;
        using (var writer = new CodingWriter(company))
        {
            foreach (var document in open)
            {
                new AuditTable(company).Add(books.Now, books.Who, "its source has it again", $"document/{document.Id}", null, null);
                writer.Move(document, DocumentEvent.TakenUp);
            }

            writer.Complete();
        }

        Recoding.Recode(company, [.. open.Select(d => d.Id)], new CodingCause(books.Now, books.Who, "its source has it again"));
    }
}
