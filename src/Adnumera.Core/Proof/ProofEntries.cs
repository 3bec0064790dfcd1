using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;

namespace Adnumera.Core.Proof;

/// <summary>An amount in an account, as it was intended or found.</summary>
/// <param name="Account">The account's id.</param>
/// <param name="Debit">Minor units.</param>
/// <param name="Credit">Minor units.</param>
/// <param name="TaxCode">The tax code, blank for none.</param>
/// <param name="Dimensions">The dimensions.</param>
/// <param name="IsOffset">Whether it is the other side of the entry; known only of intended lines.</param>
public sealed record ProofLine(string Account, long Debit, long Credit, string TaxCode, Dimensions Dimensions, bool IsOffset = false)
{
    /// <summary>Debit minus credit.</summary>
    public long Signed => Debit - Credit;
}

/// <summary>An entry as it was intended: balanced.</summary>
public sealed record IntendedEntry
{
    /// <summary>The document that it is of.</summary>
    public required DocumentIdentity Identity { get; init; }

    /// <summary>The day of the entry.</summary>
    public required DateOnly Date { get; init; }

    /// <summary>The reference; blank for none.</summary>
    public string Reference { get; init; } = "";

    /// <summary>The supplier; blank for none.</summary>
    public string Supplier { get; init; } = "";

    /// <summary>The employee; blank for none.</summary>
    public string Employee { get; init; } = "";

    /// <summary>Whether it is a journal of its own, such as payroll's: others post to the accounts of what it owes, too, so what is not
    /// ours there is nothing to tell.</summary>
    public bool IsJournal { get; init; }

    /// <summary>The lines.</summary>
    public required IReadOnlyList<ProofLine> Lines { get; init; }

    /// <summary>The magnitude of the offset lines together; without one, of the largest line.</summary>
    public long OffsetAmount => OffsetAmounts.Of(Lines, OffsetAccounts);

    /// <summary>The accounts of the offset lines; none without one.</summary>
    public IReadOnlyList<string> OffsetAccounts => [.. Lines.Where(l => l.IsOffset).Select(l => l.Account).Distinct()];
}

/// <summary>Whether an entry of the ledger counts.</summary>
public enum LedgerStatus
{
    /// <summary>It counts.</summary>
    Posted,

    /// <summary>It is written but does not count yet.</summary>
    Draft,

    /// <summary>It was taken back.</summary>
    Voided,
}

/// <summary>An entry as the ledger has it.</summary>
public sealed record FoundEntry
{
    /// <summary>The ledger's own id of the entry.</summary>
    public required string LedgerEntry { get; init; }

    /// <summary>The key that we gave it, or none when it was not made by us.</summary>
    public DocumentIdentity? Identity { get; init; }

    /// <summary>A payment is never a found entry, whatever key it carries.</summary>
    public bool IsPayment { get; init; }

    /// <summary>Whether it counts.</summary>
    public LedgerStatus Status { get; init; }

    /// <summary>The day of the entry.</summary>
    public required DateOnly Date { get; init; }

    /// <summary>The reference; blank for none.</summary>
    public string Reference { get; init; } = "";

    /// <summary>The supplier; blank for none.</summary>
    public string Supplier { get; init; } = "";

    /// <summary>The employee; blank for none.</summary>
    public string Employee { get; init; } = "";

    /// <summary>The lines.</summary>
    public required IReadOnlyList<ProofLine> Lines { get; init; }

    /// <summary>The line of the largest magnitude; the first of equals.</summary>
    public ProofLine LargestLine => Lines.MaxBy(l => Math.Abs(l.Signed))!;
}

internal static class OffsetAmounts
{
    // What stands in the offset's accounts; where it does not stand there, the largest line.
    public static long Of(IReadOnlyList<ProofLine> lines, IReadOnlyList<string> offsetAccounts)
    {
        var isIntended = lines.Any(l => l.IsOffset);
        var there = Math.Abs(lines.Where(l => isIntended ? l.IsOffset : offsetAccounts.Contains(l.Account)).Sum(l => l.Signed));
        return there != 0 || lines.Count == 0 ? there : lines.Max(l => Math.Abs(l.Signed));
    }
}
