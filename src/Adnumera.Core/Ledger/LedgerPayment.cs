namespace Adnumera.Core.Ledger;

/// <summary>How a payment was made.</summary>
public enum PaymentMethod
{
    /// <summary>In cash.</summary>
    Cash,

    /// <summary>By check.</summary>
    Check,

    /// <summary>From a bank account.</summary>
    Bank,

    /// <summary>By card.</summary>
    Card,

    /// <summary>Through a third-party network.</summary>
    Network,
}

/// <summary>Money that went to a supplier, or came back, as the ledger has it: a payment of bills, on account or at once, a charge on a
/// card.</summary>
public sealed record LedgerPayment
{
    /// <summary>The ledger's id.</summary>
    public required string Id { get; init; }

    /// <summary>The day on which it was paid.</summary>
    public required DateOnly Date { get; init; }

    /// <summary>To whom.</summary>
    public required string Supplier { get; init; }

    /// <summary>How; none where the ledger does not say it.</summary>
    public PaymentMethod? Method { get; init; }

    /// <summary>The account of the bank, cash or card that it was paid from.</summary>
    public required string PaidFrom { get; init; }

    /// <summary>Its reference; blank for none.</summary>
    public string Reference { get; init; } = "";

    /// <summary>Whether it was voided.</summary>
    public bool IsVoided { get; init; }

    /// <summary>What was paid, tax that was withheld included, in minor units; negative where it came back.</summary>
    public required long Amount { get; init; }

    /// <summary>The tax that was withheld, in minor units.</summary>
    public long Withheld { get; init; }

    /// <summary>What it paid; adds up to the amount.</summary>
    public required IReadOnlyList<LedgerPaymentPart> Parts { get; init; }
}

/// <summary>What a payment paid of one bill, or otherwise.</summary>
/// <param name="Bill">The ledger's id of the bill; blank where it paid none.</param>
/// <param name="Reference">The bill's own reference.</param>
/// <param name="Amount">In minor units.</param>
/// <param name="Lines">What the bill is for; without one, what the payment is for. At least one.</param>
public sealed record LedgerPaymentPart(string Bill, string Reference, long Amount, IReadOnlyList<LedgerPaidLine> Lines);

/// <summary>A line of what was paid.</summary>
/// <param name="Line">Its number.</param>
/// <param name="Account">Its account.</param>
/// <param name="Amount">In minor units; negative for an allowance.</param>
public sealed record LedgerPaidLine(int Line, string Account, long Amount);

/// <summary>What the ledger itself says that was paid to suppliers in a period, in minor units.</summary>
/// <param name="Payments">How many payments.</param>
/// <param name="Posted">What stands.</param>
/// <param name="Voided">What was voided.</param>
public sealed record LedgerPaymentTotals(int Payments, long Posted, long Voided);
