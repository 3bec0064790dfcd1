using System.Globalization;
using Adnumera.Core.Documents;

namespace Adnumera.Core.Proof;

/// <summary>Compares what was intended with what the ledger holds.</summary>
public static class Prover
{
    /// <summary>
    /// Every difference: in the order of the intended entries, then entries with our key that were not intended, then
    /// entries that are not ours.
    /// </summary>
    /// <param name="intended">What was sent, each document once.</param>
    /// <param name="ledger">What the ledger holds, with drafts, voided entries and payments.</param>
    public static IReadOnlyList<Difference> Prove(IReadOnlyList<IntendedEntry> intended, IReadOnlyList<FoundEntry> ledger)
    {
        var byKey = ledger.Where(e => e is { Identity: not null, IsPayment: false }).ToLookup(e => e.Identity!.Value);
        var known = intended.Select(i => i.Identity).ToHashSet();
        var differences = intended.SelectMany(i => Compare(i, [.. byKey[i.Identity]])).ToList();
        differences.AddRange(NotIntended(ledger, known));
        differences.AddRange(NotOurs(ledger, intended.Where(i => !i.IsJournal).SelectMany(i => i.OffsetAccounts).ToHashSet()));
        return differences;
    }

    /// <summary>The differences of one intended entry.</summary>
    /// <param name="intended">What was sent.</param>
    /// <param name="found">Every entry of the ledger with its key, payments left out.</param>
    public static IEnumerable<Difference> Compare(IntendedEntry intended, IReadOnlyList<FoundEntry> found)
    {
        var posted = found.Where(f => f.Status == LedgerStatus.Posted).ToList();
        return posted.Count switch
        {
            0 => [NonePosted(intended, found)],
            1 => CompareWith(intended, posted[0]),
            _ => [Duplicate(intended, posted)],
        };
    }

    /// <summary>Entries with our key that were posted but not intended.</summary>
    public static IEnumerable<Difference> NotIntended(IEnumerable<FoundEntry> ledger, IReadOnlySet<DocumentIdentity> known) =>
        from entry in ledger
        where entry is { Identity: not null, IsPayment: false, Status: LedgerStatus.Posted } && !known.Contains(entry.Identity.Value)
        let largest = Math.Abs(entry.LargestLine.Signed)
        select new Difference
        {
            Identity = entry.Identity,
            LedgerEntries = [entry.LedgerEntry],
            Kind = DifferenceKind.NotIntended,
            Found = new DifferenceValue.Money(largest),
            Amount = largest,
            Detail = $"Ledger entry {entry.LedgerEntry} carries our key, but no such entry was intended.",
        };

    /// <summary>Lines of entries that are not ours in the accounts that our entries have as offset.</summary>
    public static IEnumerable<Difference> NotOurs(IEnumerable<FoundEntry> ledger, IReadOnlySet<string> offsetAccounts) =>
        from entry in ledger
        where entry is { Identity: null, IsPayment: false, Status: LedgerStatus.Posted }
        from line in entry.Lines
        where line.Signed != 0 && offsetAccounts.Contains(line.Account)
        select new Difference
        {
            LedgerEntries = [entry.LedgerEntry],
            Kind = DifferenceKind.NotOurs,
            Account = line.Account,
            Found = new DifferenceValue.Money(line.Signed),
            Amount = Math.Abs(line.Signed),
            Detail = $"Ledger entry {entry.LedgerEntry} in account {line.Account} was not made here.",
        };

    private static Difference NonePosted(IntendedEntry intended, IReadOnlyList<FoundEntry> found)
    {
        var kind =
            found.Count == 0 ? DifferenceKind.Missing
            : found.Any(f => f.Status == LedgerStatus.Draft) ? DifferenceKind.Draft
            : DifferenceKind.Voided;
        return new Difference
        {
            Identity = intended.Identity,
            LedgerEntries = [.. found.Select(f => f.LedgerEntry)],
            Kind = kind,
            Intended = new DifferenceValue.Money(intended.OffsetAmount),
            Amount = intended.OffsetAmount,
            Detail = kind switch
            {
                DifferenceKind.Missing => "The ledger has no entry for it.",
                DifferenceKind.Draft => "The ledger has it only as a draft, which does not count.",
                _ => "It was voided in the ledger.",
            },
        };
    }

    private static Difference Duplicate(IntendedEntry intended, List<FoundEntry> posted)
    {
        var kept = posted.Find(p => !CompareWith(intended, p).Any()) ?? posted[0];
        return new Difference
        {
            Identity = intended.Identity,
            LedgerEntries = [.. posted.Select(p => p.LedgerEntry)],
            Kind = DifferenceKind.Duplicate,
            Intended = new DifferenceValue.Text("1"),
            Found = new DifferenceValue.Text(posted.Count.ToString(CultureInfo.InvariantCulture)),
            Amount = posted.Where(p => p != kept).Sum(p => OffsetAmounts.Of(p.Lines, intended.OffsetAccounts)),
            Detail = $"It stands in the ledger {posted.Count} times; entry {kept.LedgerEntry} is the one to keep.",
        };
    }

    private static IEnumerable<Difference> CompareWith(IntendedEntry intended, FoundEntry found)
    {
        Difference Make(DifferenceKind kind, string account, DifferenceValue was, DifferenceValue now, long amount, string detail) =>
            new()
            {
                Identity = intended.Identity,
                LedgerEntries = [found.LedgerEntry],
                Kind = kind,
                Account = account,
                Intended = was,
                Found = now,
                Amount = amount,
                Detail = detail,
            };

        foreach (var move in new EntryComparison(intended, found.Lines).Run())
            yield return Make(move.Kind, move.Account, move.Intended, move.Found, move.Amount, Detail(move));

        Difference Field(DifferenceKind kind, string was, string now, long amount) =>
            Make(
                kind,
                "",
                new DifferenceValue.Text(was),
                new DifferenceValue.Text(now),
                amount,
                $"The {Words<DifferenceKind>.Of(kind)} is {Quoted(now)} in the ledger, intended was {Quoted(was)}."
            );

        if (intended.Date != found.Date)
            yield return Field(DifferenceKind.Date, Day(intended.Date), Day(found.Date), intended.OffsetAmount);
        if (found.Supplier.Length > 0 && !Folded.Same(intended.Supplier, found.Supplier))
            yield return Field(DifferenceKind.Supplier, intended.Supplier, found.Supplier, intended.OffsetAmount);
        if (found.Employee.Length > 0 && !Folded.Same(intended.Employee, found.Employee))
            yield return Field(DifferenceKind.Employee, intended.Employee, found.Employee, intended.OffsetAmount);
        if (!Folded.Same(intended.Reference, found.Reference))
            yield return Field(DifferenceKind.Reference, intended.Reference, found.Reference, 0);
    }

    private static string Detail(EntryComparison.Move move) =>
        move.Kind switch
        {
            DifferenceKind.Side => $"Account {move.Account} has the amount on the other side.",
            DifferenceKind.Dimension => $"An amount in account {move.Account} stands under another dimension.",
            DifferenceKind.Tax => $"An amount in account {move.Account} stands under another tax code.",
            DifferenceKind.Account =>
                $"What was intended for account {move.Account} stands in account {((DifferenceValue.Text)move.Found).Value}.",
            _ => $"Account {move.Account} has another amount than intended.",
        };

    private static string Quoted(string text) => text.Length == 0 ? "blank" : $"“{text}”";

    private static string Day(DateOnly day) => day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
}
