using Adnumera.Cli.Entries;
using Adnumera.Core.Amounts;
using Adnumera.Core.Entries.PayRuns;
using Adnumera.Core.Ledger;
using Adnumera.Core.Payroll;
using Adnumera.Formats.Entries;
using Adnumera.Formats.Ledger;
using Adnumera.Formats.Payroll;

namespace Adnumera.Cli.Payroll;

internal static class JournalVerb
{
    public static int Run(
        Terminal terminal,
        string registerPath,
        string mappingPath,
        string chartPath,
        string? settingsPath,
        bool strict,
        string folder
    )
    {
        var inputs = new Inputs(terminal);
        var settings = inputs.Settings(settingsPath, out _);
        var (chart, mapping, register) = (inputs.Read(chartPath), inputs.Read(mappingPath), inputs.Read(registerPath));
        if (inputs.Report())
            return ExitCode.BadInput;
        var accounts = ChartFile.Read(Inputs.Name(chartPath), chart, inputs.Problems);
        var rows = PayrollMappingFile.Read(Inputs.Name(mappingPath), mapping, inputs.Problems);
        var runs = RegisterFile.Read(Inputs.Name(registerPath), register, settings.Currency, inputs.Problems);
        if (inputs.Report())
            return ExitCode.BadInput;

        var composer = new PayrollComposer(new Chart(accounts.Select(a => a.Account)), new PayrollMapping(rows), settings);
        var journals = runs.Select(r => composer.Compose(r)).ToList();
        var summary = new EntrySummary(settings.Currency);
        var written = OutputFolder.Replace(
            terminal,
            folder,
            ["entries.csv", "held.csv", "causes.csv"],
            streams =>
            {
                using var entries = new EntriesFile(streams[0]);
                using var held = new HeldFile(streams[1]);
                foreach (var journal in journals)
                {
                    if (journal.IsCoded)
                        entries.Write(journal);
                    else
                        held.Write(journal);
                    var money = journal.IsCoded ? journal.Lines.Sum(l => l.Debit) : journal.Run.Cost;
                    summary.Add(new Money(money, settings.Currency), journal.LeftOut is not null, journal.IsCoded ? journal.Lines : null);
                }

                CausesFile.Write(streams[2], IdentityCauses.Of([.. journals.Select(j => (j.Run, j.LeftOut is not null))]));
                return true;
            }
        );
        if (inputs.Report() || !written)
            return ExitCode.BadInput;
        summary.Write(terminal.Out);
        return strict && summary.Held > 0 ? ExitCode.Strict : ExitCode.Done;
    }
}
