using Adnumera.Core.Documents;
using Adnumera.Storage.Documents;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Coding;

/// <summary>Refunds and credits go to the account of what they give back: found as they come, or as it comes later, and followed when that
/// is coded otherwise.</summary>
internal static class Reversing
{
    /// <summary>Finds what refunds and credits give back, after documents came, and codes those anew that go elsewhere then.</summary>
    /// <param name="company">The company's file, in a transaction.</param>
    /// <param name="came">What came.</param>
    /// <param name="cause">With what.</param>
    public static void Find(SqliteConnection company, IReadOnlyList<(long Id, DocumentKind Kind)> came, CodingCause cause)
    {
        var table = new ReversalTable(company);
        if (!came.Any(c => Reversals.KindsOf(c.Kind).Count > 0) && !table.AnyOpen())
            return;
        var undecided = table.Undecided(came.Select(c => c.Id));
        if (undecided.Count == 0)
            return;
        var candidates = table.Candidates(undecided);
        var documents = new DocumentTable(company);
        var loaded = documents.Load(undecided.Concat(candidates.SelectMany(c => c)).Distinct()).ToDictionary(d => d.Id);
        var moved = new List<long>();
        foreach (var reversal in undecided.Select(id => loaded[id]))
        {
            var found = Reversals.Find(reversal.Document, candidates[reversal.Id].Select(id => CandidateOf(loaded[id])));
            if (found is not null)
                table.Put(new ReversalRow(reversal.Id, found.Original.Id, ByPerson: false, found.Evidence));
            else
                table.Remove(reversal.Id);
            if (Write(table, reversal, found?.Original))
                moved.Add(reversal.Id);
        }

        Recoding.Recode(company, moved, cause);
    }

    /// <summary>Has a document give back what a person says.</summary>
    /// <param name="company">The company's file, in a transaction.</param>
    /// <param name="reversal">The refund or credit.</param>
    /// <param name="original">What it gives back; none for nothing that is here.</param>
    public static void Choose(SqliteConnection company, StoredDocument reversal, StoredDocument? original)
    {
        var table = new ReversalTable(company);
        table.Put(new ReversalRow(reversal.Id, original?.Id ?? 0, ByPerson: true, []));
        Write(table, reversal, original is null ? null : CandidateOf(original));
    }

    /// <summary>Documents that give back others that were coded anew, with the accounts that these have now.</summary>
    /// <returns>Those that go elsewhere now.</returns>
    public static IReadOnlyList<long> Follow(SqliteConnection company, IReadOnlyList<long> coded)
    {
        var table = new ReversalTable(company);
        if (!table.Any())
            return [];
        var linked = table.OpenOf(coded);
        if (linked.Count == 0)
            return [];
        var loaded = new DocumentTable(company)
            .Load(linked.SelectMany(l => (long[])[l.Document, l.Original]).Distinct())
            .ToDictionary(d => d.Id);
        return [.. linked.Where(l => Write(table, loaded[l.Document], CandidateOf(loaded[l.Original]))).Select(l => l.Document)];
    }

    /// <summary>A document as one that may be given back.</summary>
    public static ReversalCandidate CandidateOf(StoredDocument stored) => new(stored.Id, stored.Document, stored.Decided);

    // Whether any line goes elsewhere by it.
    private static bool Write(ReversalTable table, StoredDocument reversal, ReversalCandidate? original)
    {
        var lines = reversal.Document.Lines;
        var accounts = original is null ? [.. lines.Select(_ => "")] : Reversals.AccountsOf(reversal.Document, original);
        if (lines.Select(l => l.FoundAccount).SequenceEqual(accounts))
            return false;
        table.SetAccounts(reversal.Id, lines.Select((l, i) => (l.Number, accounts[i])));
        return true;
    }
}
