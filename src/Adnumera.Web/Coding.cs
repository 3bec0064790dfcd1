using Adnumera.Core.Entries;
using Adnumera.Storage;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web;

/// <summary>Coding documents anew after something changed that decides them.</summary>
internal static class Coding
{
    private const int Batch = 1000;

    /// <summary>A composer over the company's chart, book and choices as they are now.</summary>
    public static Composer Composer(SqliteConnection company) =>
        new(new LedgerTable(company).Chart(), new MappingTable(company).Book(), CompanyFile.Of(company).Settings);

    /// <summary>Codes documents anew; those in the ledger or on the way there are left as they are. Returns how many were.</summary>
    public static int Recode(SqliteConnection company, IReadOnlyList<long> ids)
    {
        if (ids.Count == 0) return 0;
        var composer = Composer(company);
        var documents = new DocumentTable(company);
        using var writer = new CodingWriter(company);
        var count = 0;
        foreach (var batch in ids.Chunk(Batch))
        {
            foreach (var stored in documents.Load(batch).Where(d => d.MayBeCoded))
            {
                writer.Recode(stored, composer.Compose(stored.Document, stored.DuplicateOf));
                count++;
            }
        }

        writer.Complete();
        return count;
    }
}
