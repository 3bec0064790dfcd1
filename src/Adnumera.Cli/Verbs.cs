using System.CommandLine;
using Adnumera.Cli.Entries;
using Adnumera.Cli.InformationReturns;
using Adnumera.Cli.Payroll;
using Adnumera.Cli.Proof;
using Adnumera.Cli.Reading;
using Adnumera.Core.Amounts;
using Adnumera.Core.Sources;

namespace Adnumera.Cli;

internal static class Verbs
{
    /// <summary>Runs a verb as the program does; returns the exit code.</summary>
    public static int Run(string[] args, Terminal terminal) =>
        Root(terminal).Parse(args).Invoke(new InvocationConfiguration { Output = terminal.Out, Error = terminal.Error }) switch
        {
            // The library answers 1 for options that it cannot parse; the files' contract says 2.
            1 => ExitCode.BadInput,
            var code => code,
        };

    private static RootCommand Root(Terminal terminal)
    {
        var root = new RootCommand(
            "Composes entries from files, and proves them against the ledger's own. No network, no database, no server."
        );
        root.Subcommands.Add(Compose(terminal));
        root.Subcommands.Add(Prove(terminal));
        root.Subcommands.Add(Read(terminal));
        root.Subcommands.Add(Journal(terminal));
        root.Subcommands.Add(Tally(terminal));
        return root;
    }

    private static Command Compose(Terminal terminal)
    {
        var chart = File("--chart", "chart.csv: the chart of accounts");
        var mapping = File("--mapping", "mapping.csv: the mapping book");
        var documents = File("--documents", "documents.csv: bills, credits, card charges and refunds, claims; one row a line");
        var (settings, strict, folder) = (Settings(), Strict("a document is held"), Out("entries.csv and held.csv"));
        var command = new Command("compose", "Documents in, balanced entries out.") { chart, mapping, documents, settings, strict, folder };
        command.SetAction(parsed =>
            ComposeVerb.Run(
                terminal,
                parsed.GetRequiredValue(chart),
                parsed.GetRequiredValue(mapping),
                parsed.GetRequiredValue(documents),
                parsed.GetValue(settings),
                parsed.GetValue(strict),
                parsed.GetRequiredValue(folder)
            )
        );
        return command;
    }

    private static Command Prove(Terminal terminal)
    {
        var entries = File("--entries", "entries.csv: what was intended");
        var ledger = File("--ledger", "ledger.csv: what the ledger holds");
        var (settings, strict, folder) = (Settings(), Strict("there is a difference"), Out("differences.csv and accounts.csv"));
        var command = new Command("prove", "Compares the intended entries with the ledger's.")
        {
            entries,
            ledger,
            settings,
            strict,
            folder,
        };
        command.SetAction(parsed =>
            ProveVerb.Run(
                terminal,
                parsed.GetRequiredValue(entries),
                parsed.GetRequiredValue(ledger),
                parsed.GetValue(settings),
                parsed.GetValue(strict),
                parsed.GetRequiredValue(folder)
            )
        );
        return command;
    }

    private static Command Read(Terminal terminal)
    {
        var files = new Argument<string[]>("FILE")
        {
            Description = "Statements (OFX, camt.053), e-invoices (UBL, CII), documents files; found by their content",
            Arity = ArgumentArity.OneOrMore,
        };
        var source = new Option<string>("--source") { Description = "The source that they come from", Required = true };
        var layout = new Option<string?>("--layout") { Description = "layout.json: how tables of other columns are read" };
        var account = new Option<string?>("--payment-account") { Description = "What the account of a statement is called" };
        var (strict, folder) = (Strict("a record is skipped that is not money coming in"), Out("documents.csv and skipped.csv"));
        var command = new Command("read", "From the open formats to documents.csv.") { files, source, layout, account, strict, folder };
        command.SetAction(parsed =>
            ReadVerb.Run(
                terminal,
                parsed.GetRequiredValue(files),
                new ReadingChoices(parsed.GetRequiredValue(source).Trim(), Currency.Unsaid)
                {
                    PaymentAccount = parsed.GetValue(account)?.Trim() ?? "",
                },
                parsed.GetValue(layout),
                parsed.GetValue(strict),
                parsed.GetRequiredValue(folder)
            )
        );
        return command;
    }

    private static Command Journal(Terminal terminal)
    {
        var register = File("--register", "register.csv: pay runs, one row a pay item");
        var mapping = File("--mapping", "payroll-mapping.csv: where pay items go");
        var chart = File("--chart", "chart.csv: the chart of accounts");
        var (settings, strict, folder) = (Settings(), Strict("a run is held"), Out("entries.csv, held.csv and causes.csv"));
        var command = new Command("journal", "A pay register becomes balanced entries.")
        {
            register,
            mapping,
            chart,
            settings,
            strict,
            folder,
        };
        command.SetAction(parsed =>
            JournalVerb.Run(
                terminal,
                parsed.GetRequiredValue(register),
                parsed.GetRequiredValue(mapping),
                parsed.GetRequiredValue(chart),
                parsed.GetValue(settings),
                parsed.GetValue(strict),
                parsed.GetRequiredValue(folder)
            )
        );
        return command;
    }

    private static Command Tally(Terminal terminal)
    {
        var year = new Option<int>("--year") { Description = "The year of payment, 2020 or later", Required = true };
        year.Validators.Add(result =>
        {
            // What is no number the library says itself.
            if (
                result.Tokens is not [.., var last]
                || !int.TryParse(last.Value, out var given)
                || given is >= TallyVerb.FirstYear and <= 9999
            )
                return;
            result.AddError($"--year: expected a year from {TallyVerb.FirstYear} on");
        });
        var suppliers = File("--suppliers", "suppliers.csv: what is known of suppliers for information returns");
        var payments = File("--payments", "payments.csv: what was paid, one row a line");
        var boxes = File("--boxes", "boxes.csv: in which box what is paid for an account counts");
        var thresholds = new Option<string?>("--thresholds") { Description = "thresholds.csv: from which amount on a box is filed" };
        var (strict, folder) = (Strict("anything is missing or of no box"), Out("payments-out.csv, tally.csv and missing.csv"));
        var command = new Command("tally", "What was paid, by supplier and 1099 box.")
        {
            year,
            suppliers,
            payments,
            boxes,
            thresholds,
            strict,
            folder,
        };
        command.SetAction(parsed =>
            TallyVerb.Run(
                terminal,
                parsed.GetRequiredValue(year),
                parsed.GetRequiredValue(suppliers),
                parsed.GetRequiredValue(payments),
                parsed.GetRequiredValue(boxes),
                parsed.GetValue(thresholds),
                parsed.GetValue(strict),
                parsed.GetRequiredValue(folder)
            )
        );
        return command;
    }

    private static Option<string> File(string name, string description) => new(name) { Description = description, Required = true };

    private static Option<string?> Settings() => new("--settings") { Description = "settings.json: the company's choices" };

    private static Option<bool> Strict(string when) => new("--strict") { Description = $"Exit with 3 when {when}" };

    private static Option<string> Out(string files) => new("--out") { Description = $"The folder for {files}", Required = true };
}
