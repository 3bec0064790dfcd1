using System.Collections.Concurrent;
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
    private const int Batch = 1000;

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
        var (chartContent, mappingContent, documentsContent) = (
            inputs.Read(chartPath),
            inputs.Read(mappingPath),
            inputs.Read(documentsPath)
        );
        if (inputs.Report())
            return ExitCode.BadInput;

        // Two cores: the set-up is read beside the documents. Each file has problems of its own, so that they come in a fixed order.
        Problems ofChart = new(),
            ofMapping = new(),
            ofDocuments = new();
        var setUp = Task.Run(() =>
            (
                Accounts: ChartFile.Read(Inputs.Name(chartPath), chartContent, ofChart),
                Book: new MappingBook(MappingFile.Read(Inputs.Name(mappingPath), mappingContent, ofMapping))
            )
        );
        var documents = DocumentsFile.Read(Inputs.Name(documentsPath), documentsContent, settings.Currency, ofDocuments);
        var (accounts, book) = setUp.GetAwaiter().GetResult();
        inputs.Problems.Add(ofChart, ofMapping, ofDocuments);
        if (inputs.Report())
            return ExitCode.BadInput;

        var composer = new Composer(new Chart(accounts.Select(a => a.Account)), book, settings);
        var summary = new ComposeSummary(settings.Currency);
        var ambiguous = new SortedSet<AccountRole>();
        var written = OutputFolder.Replace(
            terminal,
            folder,
            ["entries.csv", "held.csv"],
            streams =>
            {
                using var entries = new EntriesFile(streams[0]);
                using var held = new HeldFile(streams[1]);
                foreach (var composition in ComposeAhead(composer, documents))
                {
                    if (composition is Composition.Coded)
                        entries.Write(composition);
                    else
                        held.Write(composition);
                    ambiguous.UnionWith(composition.Reasons.OfType<HoldReason.RoleAmbiguous>().Select(r => r.Role));
                    summary.Add(composition);
                }

                return ambiguous.Count == 0;
            }
        );
        if (ambiguous.Count > 0)
        {
            var now = new Inputs(terminal);
            foreach (var role in ambiguous)
                now.Problems.Add(AmbiguousRole(role, accounts, Inputs.Name(chartPath)));
            now.Report();
        }

        if (!written)
            return ExitCode.BadInput;
        summary.Write(terminal.Out);
        return strict && summary.Held > 0 ? ExitCode.Strict : ExitCode.Done;
    }

    // Composes on one thread while the caller writes on another, in the order of the documents.
    private static IEnumerable<Composition> ComposeAhead(Composer composer, IReadOnlyList<FiledDocument> documents)
    {
        using var done = new BlockingCollection<Composition[]>(boundedCapacity: 8);
        using var stop = new CancellationTokenSource();
        var composing = Task.Run(() =>
        {
            try
            {
                var watch = new DuplicateWatch();
                for (var start = 0; start < documents.Count; start += Batch)
                {
                    var batch = new Composition[Math.Min(Batch, documents.Count - start)];
                    for (var i = 0; i < batch.Length; i++)
                    {
                        var document = documents[start + i].Document;
                        batch[i] = composer.Compose(document, watch.Observe(document));
                    }

                    done.Add(batch, stop.Token);
                }
            }
            finally
            {
                done.CompleteAdding();
            }
        });
        try
        {
            foreach (var batch in done.GetConsumingEnumerable())
            foreach (var composition in batch)
                yield return composition;
            composing.GetAwaiter().GetResult();
        }
        finally
        {
            stop.Cancel();
            ((IAsyncResult)composing).AsyncWaitHandle.WaitOne();
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
