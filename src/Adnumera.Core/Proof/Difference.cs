using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;

namespace Adnumera.Core.Proof;

/// <summary>The kind of a difference between what was intended and what the ledger holds, in the order of reporting.</summary>
public enum DifferenceKind
{
    /// <summary>Nothing in the ledger.</summary>
    Missing,

    /// <summary>In the ledger, but taken back.</summary>
    Voided,

    /// <summary>In the ledger, but not counting yet.</summary>
    Draft,

    /// <summary>More than once in the ledger.</summary>
    Duplicate,

    /// <summary>In the ledger with our key, but not intended.</summary>
    NotIntended,

    /// <summary>The same amount on the other side.</summary>
    Side,

    /// <summary>Under another dimension.</summary>
    Dimension,

    /// <summary>Under another tax code.</summary>
    Tax,

    /// <summary>In another account.</summary>
    Account,

    /// <summary>Another amount.</summary>
    Amount,

    /// <summary>Another day.</summary>
    Date,

    /// <summary>Another supplier.</summary>
    Supplier,

    /// <summary>Another employee.</summary>
    Employee,

    /// <summary>Another reference, or one cut short.</summary>
    Reference,

    /// <summary>An entry that we did not make, in an account whose balance is made of our entries.</summary>
    NotOurs,
}

/// <summary>One finding of the proof.</summary>
public sealed record Difference
{
    /// <summary>The document; none for an entry that is not ours.</summary>
    public DocumentIdentity? Identity { get; init; }

    /// <summary>The ledger's ids of the entries concerned.</summary>
    public IReadOnlyList<string> LedgerEntries { get; init; } = [];

    /// <summary>The kind.</summary>
    public required DifferenceKind Kind { get; init; }

    /// <summary>The account concerned; blank when it is the whole entry.</summary>
    public string Account { get; init; } = "";

    /// <summary>What was intended.</summary>
    public DifferenceValue Intended { get; init; } = DifferenceValue.Nothing;

    /// <summary>What was found.</summary>
    public DifferenceValue Found { get; init; } = DifferenceValue.Nothing;

    /// <summary>Money at stake in minor units, never negative.</summary>
    public required long Amount { get; init; }

    /// <summary>One plain sentence.</summary>
    public required string Detail { get; init; }
}

/// <summary>What was intended or found: nothing, an amount, or a text.</summary>
public abstract record DifferenceValue
{
    private DifferenceValue() { }

    /// <summary>Nothing to show.</summary>
    public static DifferenceValue Nothing { get; } = new Text("");

    /// <summary>Minor units.</summary>
    public sealed record Money(long Minor) : DifferenceValue;

    /// <summary>A text, such as a date or an account's id.</summary>
    public sealed record Text(string Value) : DifferenceValue;

    /// <summary>As it is written into a file.</summary>
    public string Write(int digits) => Match(money => AmountText.Format(money.Minor, digits), text => text.Value);

    /// <summary>One answer for each case.</summary>
    public T Match<T>(Func<Money, T> money, Func<Text, T> text) => this is Money amount ? money(amount) : text((Text)this);
}
