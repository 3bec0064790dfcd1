using Adnumera.Core.Ledger;

namespace Adnumera.Core.InformationReturns;

/// <summary>A line that a payment paid.</summary>
/// <param name="Payment">The payment's id; compares exactly.</param>
/// <param name="Date">When it was paid.</param>
/// <param name="Supplier">To whom.</param>
/// <param name="Method">How.</param>
/// <param name="IsVoided">Whether the payment was voided.</param>
/// <param name="Paid">What the payment paid on this bill, or on account, what was withheld included; in cents, negative for a
/// refund.</param>
/// <param name="Bill">The bill; blank for what was paid on account.</param>
/// <param name="Account">The account of the bill's line.</param>
/// <param name="LineAmount">The amount of the bill's line, in cents; none where the bill has one line.</param>
/// <param name="Choice">Where a person said that it counts; none where nobody did.</param>
/// <param name="Withheld">The tax that was withheld of the whole payment, in cents.</param>
public sealed record PaymentLine(
    string Payment,
    DateOnly Date,
    string Supplier,
    PaymentMethod Method,
    bool IsVoided,
    long Paid,
    string Bill,
    string Account,
    long? LineAmount,
    BoxChoice? Choice,
    long Withheld
);
