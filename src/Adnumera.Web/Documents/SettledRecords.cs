using Adnumera.Core.Documents;
using Adnumera.Core.Sources;
using Adnumera.Storage.Documents;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Documents;

/// <summary>The records of a file under the names that their documents have here: what replaces a document that came with an earlier file
/// is that document.</summary>
/// <param name="Taken">What comes.</param>
/// <param name="Past">Older versions of what is here already; they change nothing.</param>
/// <param name="Superseded">What the file replaces or deletes that was not known.</param>
/// <param name="Cancelled">The documents that are deleted at their source, whether they are here or come with the file.</param>
internal sealed record SettledRecords(
    IReadOnlyList<ArrivedRecord.Taken> Taken,
    IReadOnlyList<(ArrivedRecord.Taken Record, DocumentIdentity By)> Past,
    IReadOnlyList<Superseded> Superseded,
    IReadOnlyList<DocumentIdentity> Cancelled
)
{
    public static SettledRecords Of(SqliteConnection company, ArrivingFile arriving)
    {
        var known = new SupersededTable(company).About([
            .. arriving.Taken.Select(t => t.Document.Identity),
            .. arriving.Superseded.SelectMany(r => r.By is { } by ? [r.Of, by] : (DocumentIdentity[])[r.Of]),
        ]);
        if (known.Count == 0 && arriving.Superseded.Count == 0 && arriving.Deleted.Count == 0)
            return new SettledRecords(arriving.Taken, [], [], []);
        var superseded = new SupersededRecords(known);
        var added = superseded.Add(arriving.Superseded);
        var lasts = added.Select(r => r.By).OfType<DocumentIdentity>().Select(by => superseded.LaterThan(by) ?? by).ToList();
        var names = arriving.Taken.Select(t => t.Document.Identity).Concat(arriving.Deleted).Concat(lasts);
        var here = new DocumentTable(company).Known(names.SelectMany(superseded.NamesOf).Distinct()).Keys.ToHashSet();
        DocumentIdentity? Here(DocumentIdentity id) =>
            superseded.NamesOf(id).Where(here.Contains).Select(i => (DocumentIdentity?)i).FirstOrDefault();

        List<ArrivedRecord.Taken> taken = [];
        List<(ArrivedRecord.Taken, DocumentIdentity)> past = [];

        // What turns out to be an older version of what is here beside it goes with what was deleted.
        List<DocumentIdentity> cancelled =
        [
            .. arriving.Deleted.Select(Here).OfType<DocumentIdentity>(),
            .. lasts.SelectMany(last => superseded.NamesOf(last).Where(here.Contains).Skip(1)),
        ];
        foreach (var record in arriving.Taken)
        {
            var id = record.Document.Identity;
            if (superseded.LaterThan(id) is { } by)
                past.Add((record, by));
            else if (Here(id) is { } name)
                taken.Add(name == id ? record : record with { Document = record.Document with { Identity = name } });
            else
            {
                taken.Add(record);
                if (superseded.IsDeleted(id))
                    cancelled.Add(id);
            }
        }

        return new SettledRecords(taken, past, added, [.. cancelled.Distinct()]);
    }
}
