using Adnumera.Core.Amounts;
using Adnumera.Core.Proof;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.Proof;

/// <summary>differences.csv and accounts.csv: what the proof found.</summary>
public static class ProofFiles
{
    /// <summary>Writes the differences in the order given.</summary>
    public static void WriteDifferences(Stream stream, IEnumerable<Difference> differences, Currency currency)
    {
        using var writer = CsvFile.Create(stream, "source source_id ledger_entry kind account intended found amount detail");
        foreach (var difference in differences)
        {
            writer.WriteField(difference.Identity?.Source ?? "");
            writer.WriteField(difference.Identity?.SourceId ?? "");
            writer.WriteField(string.Join(' ', difference.LedgerEntries));
            writer.WriteField(Words<DifferenceKind>.Of(difference.Kind));
            writer.WriteField(difference.Account);
            writer.WriteField(difference.Intended.Write(currency.Digits));
            writer.WriteField(difference.Found.Write(currency.Digits));
            writer.WriteAmount(difference.Amount, currency);
            writer.WriteField(difference.Detail);
            writer.EndRecord();
        }
    }

    /// <summary>Writes each account's totals.</summary>
    public static void WriteAccounts(Stream stream, IEnumerable<AccountProof> accounts, Currency currency)
    {
        using var writer = CsvFile.Create(
            stream,
            "account intended_debit intended_credit found_debit found_credit payments_debit payments_credit not_ours_debit not_ours_credit "
                + "agrees"
        );
        foreach (var account in accounts)
        {
            writer.WriteField(account.Account);
            foreach (
                var amount in (ReadOnlySpan<long>)
                    [
                        account.IntendedDebit,
                        account.IntendedCredit,
                        account.FoundDebit,
                        account.FoundCredit,
                        account.PaymentsDebit,
                        account.PaymentsCredit,
                        account.NotOursDebit,
                        account.NotOursCredit,
                    ]
            )
                writer.WriteAmount(amount, currency);
            writer.WriteField(account.Agrees ? "yes" : "no");
            writer.EndRecord();
        }
    }
}
