using Adnumera.Core;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Formats.Documents;
using Adnumera.Formats.Entries;
using Adnumera.Formats.Ledger;
using Adnumera.Formats.Mapping;
using Adnumera.Formats.Tables;

namespace Adnumera.Cli;

internal static class ComposeVerb
{
    public static int Run(string chartPath, string mappingPath, string documentsPath, string? settingsPath, bool strict, string folder)
    {
        var inputs = new Inputs();
        var settings = inputs.Settings(settingsPath, out _);
        var (chartContent, mappingContent, documentsContent) = (inputs.Read(chartPath), inputs.Read(mappingPath), inputs.Read(documentsPath));
        if (inputs.Problems.Any)
        {
            inputs.Report();
            return ExitCode.BadInput;
        }

        var accounts = ChartFile.Read(Inputs.Name(chartPath), chartContent, inputs.Problems);
        var book = MappingFile.Read(Inputs.Name(mappingPath), mappingContent, inputs.Problems);
        var documents = DocumentsFile.Read(Inputs.Name(documentsPath), documentsContent, settings.Currency, inputs.Problems);
        if (inputs.Problems.Any)
        {
            inputs.Report();
            return ExitCode.BadInput;
        }

        var composer = new Composer(new Chart(accounts.Select(a => a.Account)), new MappingBook(book), settings);
        var watch = new DuplicateWatch();
        var compositions = new Composition[documents.Count];
        for (var i = 0; i < documents.Count; i++)
            compositions[i] = composer.Compose(documents[i].Document, watch.Observe(documents[i].Document));

        ReportAmbiguousRoles(compositions, accounts, Inputs.Name(chartPath), inputs.Problems);
        if (inputs.Report()) return ExitCode.BadInput;

        var written = OutputFolder.Replace(folder,
            ("entries.csv", stream =>
            {
                using var file = new EntriesFile(stream);
                foreach (var composition in compositions)
                    if (composition.IsCoded) file.Write(composition);
            }),
            ("held.csv", stream =>
            {
                using var file = new HeldFile(stream);
                foreach (var composition in compositions) file.Write(composition);
            }));
        if (!written) return ExitCode.BadInput;
        Summary.Write(compositions, settings.Currency);
        return strict && compositions.Any(c => c.Held.Count > 0) ? ExitCode.Strict : ExitCode.Done;
    }

    // A role that is needed and that several accounts have is a fault of the chart, not of a document.
    private static void ReportAmbiguousRoles(Composition[] compositions, IReadOnlyList<(Account Account, long Row)> accounts, string file, Problems problems)
    {
        var ambiguous = compositions.SelectMany(c => c.Held).OfType<HoldReason.RoleAmbiguous>().Select(r => r.Role).Distinct();
        foreach (var role in ambiguous.Order())
        {
            var holders = accounts.Where(a => a.Account.Active && a.Account.Role == role).ToList();
            problems.Add(new Problem(file, holders[1].Row, "role",
                $"\"{Words<AccountRole>.Of(role)}\" is needed, and several active accounts have it: {string.Join(", ", holders.Select(h => h.Account.Id))}"));
        }
    }

    private static class Summary
    {
        public static void Write(Composition[] compositions, Currency currency)
        {
            Console.WriteLine($"{"",-10} {"documents",10} {currency,20}");
            Line("ready", compositions.Where(c => c.IsCoded), currency);
            Line("held", compositions.Where(c => c.Held.Count > 0), currency);
            Line("set aside", compositions.Where(c => c.SetAside is not null), currency);
            Line("arrived", compositions, currency);
            foreach (var other in compositions.Where(c => c.Document.Currency != currency).GroupBy(c => c.Document.Currency))
                Console.WriteLine($"Not in the money above: {other.Count()} in {other.Key}, {Money(other, other.Key)}");
            var lines = compositions.Where(c => c.IsCoded).SelectMany(c => c.Lines).ToList();
            Console.WriteLine($"{"debit",-10} {"",10} {AmountText.Format(lines.Sum(l => l.Debit), currency.Digits),20}");
            Console.WriteLine($"{"credit",-10} {"",10} {AmountText.Format(lines.Sum(l => l.Credit), currency.Digits),20}");
        }

        private static void Line(string state, IEnumerable<Composition> compositions, Currency currency) =>
            Console.WriteLine($"{state,-10} {compositions.Count(),10} {Money(compositions, currency),20}");

        private static string Money(IEnumerable<Composition> compositions, Currency currency) =>
            AmountText.Format(compositions.Where(c => c.Document.Currency == currency).Sum(c => c.Document.SignedTotal), currency.Digits);
    }
}
