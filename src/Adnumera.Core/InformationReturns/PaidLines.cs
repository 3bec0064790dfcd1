using System.Globalization;
using Adnumera.Core.Ledger;

namespace Adnumera.Core.InformationReturns;

/// <summary>Which line of a payment it is: the bill and its line, as the ledger numbers them.</summary>
public readonly record struct PaidLineKey(string Bill, string Line);

/// <summary>The lines of a payment of the ledger.</summary>
public static class PaidLines
{
    /// <summary>A payment line for each line of what it paid, in the order of its parts.</summary>
    /// <param name="payment">The payment.</param>
    /// <param name="method">How it was paid.</param>
    /// <param name="choice">Where a person said that a line counts.</param>
    public static IEnumerable<(PaidLineKey Key, LedgerPaymentPart Part, PaymentLine Line)> Of(
        LedgerPayment payment,
        PaymentMethod method,
        Func<PaidLineKey, BoxChoice?> choice
    ) =>
        payment.Parts.SelectMany(part =>
            part.Lines.Select(line =>
            {
                var key = new PaidLineKey(part.Bill, line.Line.ToString(CultureInfo.InvariantCulture));
                return (
                    key,
                    part,
                    new PaymentLine(
                        payment.Id,
                        payment.Date,
                        payment.Supplier,
                        method,
                        payment.IsVoided,
                        part.Amount,
                        part.Bill,
                        line.Account,
                        line.Amount,
                        choice(key),
                        payment.Withheld
                    )
                );
            })
        );
}
