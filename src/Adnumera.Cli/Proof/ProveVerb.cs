using Adnumera.Core.Amounts;
using Adnumera.Core.Proof;
using Adnumera.Formats.Entries;
using Adnumera.Formats.Proof;

namespace Adnumera.Cli.Proof;

internal static class ProveVerb
{
    public static int Run(Terminal terminal, string entriesPath, string ledgerPath, string? settingsPath, bool strict, string folder)
    {
        var inputs = new Inputs(terminal);
        var settings = inputs.Settings(settingsPath, out var namesCurrency);
        var (entriesContent, ledgerContent) = (inputs.Read(entriesPath), inputs.Read(ledgerPath));
        if (inputs.Report())
            return ExitCode.BadInput;

        var filed = EntriesFile.Read(
            Inputs.Name(entriesPath),
            entriesContent,
            namesCurrency ? settings.Currency : null,
            inputs.Problems,
            out var currency
        );
        var ledger = LedgerFile.Read(Inputs.Name(ledgerPath), ledgerContent, currency, inputs.Problems);
        if (inputs.Report())
            return ExitCode.BadInput;

        var intended = filed.Select(f => f.Entry).ToList();
        var differences = Prover.Prove(intended, ledger);
        var accounts = AccountProof.Of(intended, ledger);
        var written = OutputFolder.Replace(
            terminal,
            folder,
            ["differences.csv", "accounts.csv"],
            streams =>
            {
                ProofFiles.WriteDifferences(streams[0], differences, currency);
                ProofFiles.WriteAccounts(streams[1], accounts, currency);
                return true;
            }
        );
        if (!written)
            return ExitCode.BadInput;
        WriteSummary(terminal, filed, differences, accounts, currency);
        return strict && differences.Count > 0 ? ExitCode.Strict : ExitCode.Done;
    }

    private static void WriteSummary(
        Terminal terminal,
        IReadOnlyList<FiledEntry> filed,
        IReadOnlyList<Difference> differences,
        IReadOnlyList<AccountProof> accounts,
        Currency currency
    )
    {
        var different = differences.Where(d => d.Identity is not null).Select(d => d.Identity!.Value).ToHashSet();
        terminal.Out.WriteLine($"{"", -18} {"documents", 10} {currency, 20}");
        Line("proved", [.. filed.Where(f => !different.Contains(f.Entry.Identity))]);
        Line("with differences", [.. filed.Where(f => different.Contains(f.Entry.Identity))]);
        Line("intended", filed);
        foreach (var kind in differences.GroupBy(d => d.Kind).OrderBy(g => g.Key))
            terminal.Out.WriteLine($"{Words<DifferenceKind>.Of(kind.Key), -18} {kind.Count(), 10} {Text(kind.Sum(d => d.Amount)), 20}");
        terminal.Out.WriteLine($"{"intended debit", -18} {"", 10} {Text(accounts.Sum(a => a.IntendedDebit)), 20}");
        terminal.Out.WriteLine($"{"intended credit", -18} {"", 10} {Text(accounts.Sum(a => a.IntendedCredit)), 20}");
        terminal.Out.WriteLine($"{"found debit", -18} {"", 10} {Text(accounts.Sum(a => a.FoundDebit)), 20}");
        terminal.Out.WriteLine($"{"found credit", -18} {"", 10} {Text(accounts.Sum(a => a.FoundCredit)), 20}");

        void Line(string name, IReadOnlyList<FiledEntry> entries) =>
            terminal.Out.WriteLine(
                $"{name, -18} {entries.Count, 10} {Text(entries.Sum(e => e.Reverses ? -e.Entry.OffsetAmount : e.Entry.OffsetAmount)), 20}"
            );
        string Text(long minor) => AmountText.Format(minor, currency.Digits);
    }
}
