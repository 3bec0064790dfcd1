using Adnumera.Core.Amounts;
using Adnumera.Core.Ledger;

namespace Adnumera.Core.Entries;

/// <summary>What an entry says beside its lines.</summary>
/// <param name="Form">The form in the ledger.</param>
/// <param name="Date">The day of the entry.</param>
/// <param name="DueDate">When it is due: the document's own day, else what the supplier's term makes of its date.</param>
/// <param name="Reference">The reference, built as decided.</param>
/// <param name="Currency">The currency of all its amounts.</param>
public sealed record EntryHead(LedgerForm Form, DateOnly Date, DateOnly? DueDate, string Reference, Currency Currency);

/// <summary>
/// A balanced entry: what every composer makes, of a document or of anything else, and what is sent. One that does not balance cannot be
/// made.
/// </summary>
public sealed record Entry
{
    /// <summary>Makes it.</summary>
    /// <param name="head">What it says beside its lines.</param>
    /// <param name="lines">Its lines; none where all of them cancel.</param>
    /// <exception cref="ArgumentException">The lines do not balance, or one of them is zero.</exception>
    public Entry(EntryHead head, IReadOnlyList<EntryLine> lines)
    {
        var outBy = 0L;
        foreach (var line in lines)
        {
            if (line.Signed == 0)
                throw new ArgumentException("A line of zero is no line.", nameof(lines));
            outBy = checked(outBy + line.Signed);
        }

        if (outBy != 0)
            throw new ArgumentException($"Debits and credits differ by {new Money(outBy, head.Currency)}.", nameof(lines));
        (Head, Lines) = (head, lines);
    }

    /// <summary>What it says beside its lines.</summary>
    public EntryHead Head { get; }

    /// <summary>Its lines: debits and credits are equal.</summary>
    public IReadOnlyList<EntryLine> Lines { get; }
}
