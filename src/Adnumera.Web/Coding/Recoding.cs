using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Rehearsals;
using Adnumera.Storage.Suppliers;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Coding;

/// <summary>How many documents a change codes anew.</summary>
/// <param name="Documents">Coded with the change.</param>
/// <param name="Later">Coded in the background from then on.</param>
public readonly record struct Recoded(int Documents, int Later)
{
    /// <summary>All of them.</summary>
    public int All => Documents + Later;
}

/// <summary>Coding documents anew after something changed that decides them.</summary>
internal static class Recoding
{
    private const int Batch = 1000;

    /// <summary>So many documents are coded while one waits; more of them in the background.</summary>
    internal const int AtOnce = 500;

    /// <summary>A composer over the company's chart, book and choices as they are now.</summary>
    public static Composer Composer(SqliteConnection company) => BasisTable.Of(company).Composer();

    /// <summary>Codes documents anew, or has it done in the background where they are many; those in the ledger or on the way there are
    /// left as they are.</summary>
    public static Recoded Recode(SqliteConnection company, IReadOnlyList<long> ids, CodingCause cause)
    {
        if (ids.Count <= AtOnce)
            return new Recoded(Now(company, ids, cause), 0);
        new RecodingTable(company).Add(cause, ids);
        return new Recoded(0, ids.Count);
    }

    /// <summary>Codes the next documents that wait for it; returns whether there were any.</summary>
    public static bool GoOn(SqliteConnection company, int most)
    {
        var table = new RecodingTable(company);
        if (table.Next(most) is not { } next)
            return false;
        Now(company, next.Ids, next.Cause);
        table.Done(next.Ids);
        return true;
    }

    /// <summary>Codes all open documents anew: for a change that touches all of them.</summary>
    public static Recoded RecodeOpen(SqliteConnection company, CodingCause cause) =>
        Recode(company, new AffectedTable(company).AllOpen(), cause);

    /// <summary>Looks again at documents that may be duplicates of one that changed, and codes those anew of which something else is true
    /// now.</summary>
    /// <param name="company">The company's file, in a transaction.</param>
    /// <param name="changed">The documents that changed, as they were and as they are.</param>
    /// <param name="cause">What changed them.</param>
    public static void LookAgain(SqliteConnection company, IReadOnlyCollection<(long Id, Document Document)> changed, CodingCause cause) =>
        FindAgain(company, new DuplicateTable(company).MayAskFor(changed), cause);

    /// <summary>Looks again at documents that changed, and at those that may be their duplicates.</summary>
    public static void LookAgain(
        SqliteConnection company,
        IReadOnlyList<long> ids,
        IReadOnlyCollection<(long Id, Document Document)> changed,
        CodingCause cause
    ) => FindAgain(company, [.. ids, .. new DuplicateTable(company).MayAskFor(changed)], cause);

    /// <summary>
    /// Brings up to date which suppliers may be the same, after spellings, links or the ledger's suppliers changed, and codes anew what
    /// follows from it.
    /// </summary>
    /// <param name="company">The company's file, in a transaction.</param>
    /// <param name="spellings">The spellings that changed; none for all.</param>
    /// <param name="cause">What changed them.</param>
    /// <param name="lookedAt">Documents for which all that was regarded already, such as those that brought the spellings.</param>
    public static void RefreshSuppliers(
        SqliteConnection company,
        IReadOnlyCollection<string>? spellings,
        CodingCause cause,
        IReadOnlySet<long>? lookedAt = null
    )
    {
        var table = new SupplierProposalTable(company);
        var affected = new AffectedTable(company);
        var (before, countedBefore) = (table.Questions(), SupplierProposalTable.Spellings(company, []));
        table.Refresh(spellings);
        var (after, countsNow) = (table.Questions(), SupplierProposalTable.Spellings(company, []));
        var flipped = before
            .Keys.Union(after.Keys, Folded.Comparer)
            .Where(s => before.GetValueOrDefault(s) != after.GetValueOrDefault(s))
            .Select(Folded.Of);
        Recode(company, affected.OfSuppliers(flipped), cause);

        // Who counts as one with whom decides what is a duplicate, too.
        if (spellings is null)
            return;
        var theirs = affected.OfSuppliers(spellings.SelectMany(s => countedBefore(s).Concat(countsNow(s))).Select(Folded.Of).Distinct());
        FindAgain(company, lookedAt is null ? theirs : [.. theirs.Where(id => !lookedAt.Contains(id))], cause);
    }

    private static int Now(SqliteConnection company, IReadOnlyList<long> ids, CodingCause cause)
    {
        if (ids.Count == 0)
            return 0;
        var composer = Composer(company);
        var documents = new DocumentTable(company);
        using var writer = new CodingWriter(company, cause);
        var count = 0;
        foreach (var stored in ids.Chunk(Batch).SelectMany(documents.Load).Where(d => d.MayBeCoded))
        {
            writer.Recode(stored, composer.Compose(stored.Document, stored.DuplicateOf));
            count++;
        }

        writer.Complete();
        if (Reversing.Follow(company, ids) is { Count: > 0 } following)
            Now(company, following, cause);
        return count;
    }

    /// <summary>Looks again at documents whose earlier ones went, and codes them anew.</summary>
    public static void LookAgain(SqliteConnection company, IReadOnlyList<long> ids, CodingCause cause)
    {
        FindAgain(company, ids, cause);
        Recode(company, ids, cause);
    }

    private static void FindAgain(SqliteConnection company, IReadOnlyList<long> ids, CodingCause cause)
    {
        var (table, documents) = (new DuplicateTable(company), new DocumentTable(company));
        var changed = new List<long>();
        foreach (var batch in ids.Chunk(Batch))
        {
            var stored = documents.Load(batch);
            var found = table.Find([.. stored.Select(s => (s.Id, s.Document))]);
            var was = documents.Known(stored.Select(s => s.DuplicateOf).OfType<DocumentIdentity>().Distinct());
            foreach (var document in stored)
            {
                var (before, now) = (
                    document.DuplicateOf is { } other ? was.GetValueOrDefault(other) : 0,
                    found.GetValueOrDefault(document.Id)
                );
                if (before == now)
                    continue;
                table.Save(document.Id, now == 0 ? null : now);
                changed.Add(document.Id);
            }
        }

        Recode(company, changed, cause);
    }
}
