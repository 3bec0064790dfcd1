using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Sources;
using Adnumera.Demo;
using Adnumera.Formats.Documents;
using Adnumera.Formats.Entries;
using Adnumera.Formats.Ledger;
using Adnumera.Formats.Mapping;
using Adnumera.Storage.Documents;
using Adnumera.Ui.Driver;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Demo;

public sealed class SampleTests
{
    private static readonly string Samples = Path.Combine(Repository.Root, "samples");

    [Fact]
    public void The_sample_files_are_those_of_the_seed()
    {
        var folder = Directory.CreateTempSubdirectory("adnumera-samples-").FullName;
        Builder.WriteSamples(folder);
        foreach (var made in Directory.GetFiles(folder))
            Assert.Equal(File.ReadAllBytes(made), File.ReadAllBytes(Path.Combine(Samples, Path.GetFileName(made))));
        Directory.Delete(folder, recursive: true);
    }

    [Fact]
    public async Task The_files_and_the_application_compose_the_same()
    {
        var problems = new Problems();
        byte[] Read(string name) => File.ReadAllBytes(Path.Combine(Samples, name));
        var settings = SettingsFile.Read("settings.json", Read("settings.json"), problems, out _);
        var chart = new Chart(ChartFile.Read("chart.csv", Read("chart.csv"), problems).Select(a => a.Account));
        var composer = new Composer(chart, new MappingBook(MappingFile.Read("mapping.csv", Read("mapping.csv"), problems)), settings);
        var documents = DocumentsFile.Read("documents-2026-11-19.csv", Read("documents-2026-11-19.csv"), settings.Currency, problems);
        Assert.False(problems.Any);

        await using var house = await House.Open(Furnishing.Connected);
        using var client = await Client.Of(house, "bookkeeper");
        await client.TakeIn(File.ReadAllText(Path.Combine(Samples, "documents-2026-11-19.csv")));
        var watch = new DuplicateWatch();
        for (var i = 0; i < documents.Count; i++)
        {
            var here = composer.Compose(documents[i].Document, watch.Observe(documents[i].Document));
            var there = await client.Get($"documents/{i + 1}");
            Assert.Equal(here.Document.Identity.SourceId, there.GetProperty("sourceId").GetString());
            Assert.Equal(
                here.Reasons.Select(r => ($"{r.OnLine ?? 0}", ReasonWords.Of(r).Word, ReasonWords.Of(r).Value)),
                there
                    .GetProperty("reasons")
                    .EnumerateArray()
                    .Where(r => r.GetProperty("reason").GetString() != "supplier_undecided")
                    .Select(r =>
                        ($"{r.GetProperty("line").GetInt64()}", r.GetProperty("reason").GetString()!, r.GetProperty("value").GetString()!)
                    )
            );
            Assert.Equal(
                here.Lines.Select(l => (l.Account, Words(l.Rung), l.Because)),
                there
                    .GetProperty("journal")
                    .EnumerateArray()
                    .Select(l =>
                        (l.GetProperty("account").GetString()!, l.GetProperty("rung").GetString()!, l.GetProperty("because").GetString()!)
                    )
            );
        }

        static string Words(EntryRung rung) => Words<EntryRung>.Of(rung);
    }

    [Fact]
    public async Task The_demo_holds_what_its_guide_lists()
    {
        await using var house = await House.Open(Furnishing.Demo);
        var reasons = house.Company.Read(c =>
            new DocumentList(c)
                .Page(new DocumentFilter { State = DocumentState.Held }, DocumentOrder.Latest, null, 0, 100)
                .SelectMany(d => HoldTable.Of(c, d.Id))
                .Select(h => Words<HoldKind>.Of(h.Reason))
                .Distinct()
                .Order()
                .ToList()
        );
        Assert.Equal(
            [
                "arithmetic",
                "currency",
                "employee_missing",
                "mapping_broken",
                "payment_account_unmapped",
                "period_locked",
                "possible_duplicate",
                "settlement_unmapped",
                "supplier_undecided",
                "tax_code_unmapped",
                "unmapped",
            ],
            reasons
        );
        Assert.InRange(house.Books.Accounts().Count, 85, 95);
        Assert.InRange(house.Books.Suppliers().Count, 18, 24);
        AssertSound(house);
    }
}
