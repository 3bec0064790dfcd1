using Adnumera.Core.Amounts;
using Adnumera.Core.Sources;

namespace Adnumera.Cli.Reading;

// How many records became documents and how many were skipped, with their money by currency.
internal sealed class ReadSummary
{
    private readonly SortedDictionary<(int Order, string What, string Currency), (int Records, long Minor, Currency Of)> rows = [];

    public void Add(ArrivedRecord record)
    {
        var (order, what, minor, currency) = record switch
        {
            ArrivedRecord.Taken { Document: var d } => (0, "documents", d.SignedTotal, d.Currency),
            ArrivedRecord.Skipped s => (1 + (int)s.Reason, $"skipped, {Words<SkipReason>.Of(s.Reason)}", s.Amount, s.Currency),
            _ => throw new ArgumentException("It is neither.", nameof(record)),
        };
        var key = (order, what, currency.Code);
        var (records, sum, _) = rows.GetValueOrDefault(key);
        rows[key] = (records + 1, sum + minor, currency);
    }

    public void Write(TextWriter writer)
    {
        writer.WriteLine($"{"", -20}{"records", 9}{"money", 18}");
        foreach (var ((_, what, _), (records, minor, of)) in rows)
            writer.WriteLine($"{what, -20}{records, 9}{AmountText.Format(minor, of.Digits), 18} {of.Code}".TrimEnd());
    }
}
