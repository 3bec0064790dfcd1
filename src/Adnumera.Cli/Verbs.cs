using System.CommandLine;
using Adnumera.Cli.Entries;
using Adnumera.Cli.Proof;

namespace Adnumera.Cli;

internal static class Verbs
{
    public static RootCommand Root()
    {
        var root = new RootCommand("Composes entries from files, and proves them against the ledger's own. No network, no database, no server.");
        root.Subcommands.Add(Compose());
        root.Subcommands.Add(Prove());
        return root;
    }

    private static Command Compose()
    {
        var chart = File("--chart", "chart.csv: the chart of accounts");
        var mapping = File("--mapping", "mapping.csv: the mapping book");
        var documents = File("--documents", "documents.csv: bills, credits, card charges and refunds, claims; one row a line");
        var (settings, strict, folder) = (Settings(), Strict("a document is held"), Out("entries.csv and held.csv"));
        var command = new Command("compose", "Documents in, balanced entries out.") { chart, mapping, documents, settings, strict, folder };
        command.SetAction(parsed => ComposeVerb.Run(
            parsed.GetRequiredValue(chart), parsed.GetRequiredValue(mapping), parsed.GetRequiredValue(documents),
            parsed.GetValue(settings), parsed.GetValue(strict), parsed.GetRequiredValue(folder)));
        return command;
    }

    private static Command Prove()
    {
        var entries = File("--entries", "entries.csv: what was intended");
        var ledger = File("--ledger", "ledger.csv: what the ledger holds");
        var (settings, strict, folder) = (Settings(), Strict("there is a difference"), Out("differences.csv and accounts.csv"));
        var command = new Command("prove", "Compares the intended entries with the ledger's.") { entries, ledger, settings, strict, folder };
        command.SetAction(parsed => ProveVerb.Run(
            parsed.GetRequiredValue(entries), parsed.GetRequiredValue(ledger), parsed.GetValue(settings), parsed.GetValue(strict),
            parsed.GetRequiredValue(folder)));
        return command;
    }

    private static Option<string> File(string name, string description) => new(name) { Description = description, Required = true };

    private static Option<string?> Settings() => new("--settings") { Description = "settings.json: the company's choices" };

    private static Option<bool> Strict(string when) => new("--strict") { Description = $"Exit with 3 when {when}" };

    private static Option<string> Out(string files) => new("--out") { Description = $"The folder for {files}", Required = true };
}
