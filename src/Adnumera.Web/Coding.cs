using Adnumera.Core.Entries;
using Adnumera.Storage.Documents;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web;

/// <summary>Coding documents anew after something changed that decides them.</summary>
internal static class Coding
{
    private const int Batch = 1000;

    /// <summary>A composer over the company's chart, book and choices as they are now.</summary>
    public static Composer Composer(SqliteConnection company) => World.Of(company).Composer();

    /// <summary>Codes documents anew; those in the ledger or on the way there are left as they are. Returns how many were.</summary>
    public static int Recode(SqliteConnection company, IReadOnlyList<long> ids)
    {
        if (ids.Count == 0) return 0;
        var composer = Composer(company);
        var documents = new DocumentTable(company);
        using var writer = new CodingWriter(company);
        var count = 0;
        foreach (var stored in ids.Chunk(Batch).SelectMany(documents.Load).Where(d => d.MayBeCoded))
        {
            writer.Recode(stored, composer.Compose(stored.Document, stored.DuplicateOf));
            count++;
        }

        writer.Complete();
        return count;
    }
}
