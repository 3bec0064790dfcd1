using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Sources;
using Adnumera.Formats.Documents;
using Adnumera.Formats.Entries;
using Adnumera.Formats.Ledger;
using Adnumera.Formats.Mapping;

namespace Adnumera.Cli.Entries;

internal static class ComposeVerb
{
    public static int Run(
        Terminal terminal,
        string chartPath,
        string mappingPath,
        string documentsPath,
        string? settingsPath,
        bool strict,
        string folder
    )
    {
        var inputs = new Inputs(terminal);
        var settings = inputs.Settings(settingsPath, out _);
        var (chart, mapping, documents) = (inputs.Read(chartPath), inputs.Read(mappingPath), inputs.Read(documentsPath));
        if (inputs.Report())
            return ExitCode.BadInput;
        try
        {
            return Compose(DocumentsFile.Stream);
        }
        catch (ScatteredRowsException)
        {
            return Compose((name, content, currency, problems) => DocumentsFile.Read(name, content, currency, problems));
        }

        // Reading, composing and writing go on beside each other. Each file has problems of its own, so that they come in a fixed order.
        int Compose(Func<string, byte[], Currency, Problems, IEnumerable<FiledDocument>> read)
        {
            Problems ofChart = new(),
                ofMapping = new(),
                ofDocuments = new();
            var filed = Ahead.Of(() => read(Inputs.Name(documentsPath), documents, settings.Currency, ofDocuments));
            var accounts = ChartFile.Read(Inputs.Name(chartPath), chart, ofChart);
            var book = new MappingBook(MappingFile.Read(Inputs.Name(mappingPath), mapping, ofMapping));
            if (ofChart.Any || ofMapping.Any)
            {
                foreach (var _ in filed) { }
                inputs.Problems.Add(ofChart, ofMapping, ofDocuments);
                inputs.Report();
                return ExitCode.BadInput;
            }

            var (composer, watch) = (new Composer(new Chart(accounts.Select(a => a.Account)), book, settings), new DuplicateWatch());
            var composed = Ahead.Of(() => filed.Select(f => composer.Compose(f.Document, watch.Observe(f.Document))));
            var summary = new EntrySummary(settings.Currency);
            var ambiguous = new SortedSet<AccountRole>();
            var written = OutputFolder.Replace(
                terminal,
                folder,
                ["entries.csv", "held.csv"],
                streams =>
                {
                    using var entries = new EntriesFile(streams[0]);
                    using var held = new HeldFile(streams[1]);
                    foreach (var composition in composed)
                    {
                        if (composition is Composition.Coded)
                            entries.Write(composition);
                        else
                            held.Write(composition);
                        if (composition.Reasons.Count > 0)
                            ambiguous.UnionWith(composition.Reasons.OfType<HoldReason.RoleAmbiguous>().Select(r => r.Role));
                        summary.Add(
                            new Money(composition.Document.SignedTotal, composition.Document.Currency),
                            composition is Composition.SetAside,
                            composition is Composition.Coded ? composition.Lines : null
                        );
                    }

                    return !ofDocuments.Any && ambiguous.Count == 0;
                }
            );
            inputs.Problems.Add(ofChart, ofMapping, ofDocuments);
            if (!ofDocuments.Any)
                foreach (var role in ambiguous)
                    inputs.Problems.Add(AmbiguousRole(role, accounts, Inputs.Name(chartPath)));
            if (inputs.Report() || !written)
                return ExitCode.BadInput;
            summary.Write(terminal.Out);
            return strict && summary.Held > 0 ? ExitCode.Strict : ExitCode.Done;
        }
    }

    // A role that is needed and that several accounts have is a fault of the chart, not of a document.
    private static Problem AmbiguousRole(AccountRole role, IReadOnlyList<(Account Account, long Row)> accounts, string file)
    {
        var holders = accounts.Where(a => a.Account.Active && a.Account.Role == role).ToList();
        return new Problem(
            file,
            holders[1].Row,
            "role",
            $"\"{Words<AccountRole>.Of(role)}\" is needed, and several active accounts have it: "
                + $"{string.Join(", ", holders.Select(h => h.Account.Id))}"
        );
    }
}
