using Adnumera.Core.Amounts;
using Adnumera.Core.Payroll.Owed;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.Payroll;

/// <summary>owed.csv: the accounts in which pay runs owe something, by month.</summary>
public static class RollForwardFile
{
    /// <summary>Writes the months of accounts.</summary>
    public static void Write(Stream stream, Currency currency, IEnumerable<(string Account, IReadOnlyList<OwedMonth> Months)> accounts)
    {
        using var writer = CsvFile.Create(stream, "account month opening accrued paid closing ledger difference");
        foreach (var (account, months) in accounts)
        foreach (var month in months)
        {
            writer.WriteField(account);
            writer.WriteField(Day.Text(month.First)[..7]);
            foreach (var amount in (long[])[month.Opening, month.Accrued, month.Paid, month.Closing])
                writer.WriteAmount(amount, currency);
            foreach (var amount in (long?[])[month.Ledger, month.Difference])
                if (amount is { } known)
                    writer.WriteAmount(known, currency);
                else
                    writer.WriteField("");
            writer.EndRecord();
        }
    }
}
