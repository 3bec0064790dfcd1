using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping.Suggestions;
using static Adnumera.Core.Tests.Worlds;

namespace Adnumera.Core.Tests.Mapping;

public class SuggesterTests
{
    private static readonly Chart Chart = new([
        Of("5120", AccountKind.CostOfSales) with
        {
            Name = "Leather",
        },
        Of("6420", AccountKind.Expense) with
        {
            Name = "Tool upkeep",
        },
        Of("6220", AccountKind.Expense) with
        {
            Name = "Postage and courier",
        },
        Of("6210", AccountKind.Expense) with
        {
            Name = "Office stationery",
        },
        Of("2100", AccountKind.Liability, AccountRole.PayablesControl),
        Of("6995", AccountKind.Expense) with
        {
            Name = "Marbling",
            Active = false,
        },
    ]);

    private static CodedLine Coded(int day, string supplier, string category, string thing, string account) =>
        new(new DateOnly(2026, 1, 1).AddDays(day), supplier, category, "", thing, account);

    [Fact]
    public void Without_anything_learned_only_the_names_speak_and_not_loudly()
    {
        var suggester = new Suggester(Chart, [], []);
        var suggestion = suggester.For(Coded(1, "Somebody", "Couriers and postage", "Parcels", ""))!;
        Assert.Equal("6220", suggestion.Account);
        Assert.InRange(suggestion.Confidence, 0.1, 0.6);
        Assert.Contains("like the account's name", suggestion.Evidence[0], StringComparison.Ordinal);
        Assert.Null(suggester.For(Coded(1, "Somebody", "Zzz", "Qqq", "")));
        Assert.NotEqual("6995", suggester.For(Coded(1, "", "Marbling", "", ""))?.Account); // closed
    }

    [Fact] // ISO 18245: 5943 stationery.
    public void A_merchant_category_code_speaks_by_what_it_stands_for()
    {
        Assert.Contains("Stationery", MerchantCategories.TitleOf("5943")!, StringComparison.Ordinal);
        Assert.Contains("Courier", MerchantCategories.TitleOf("4215")!, StringComparison.Ordinal);
        Assert.Contains("Legal", MerchantCategories.TitleOf("8111")!, StringComparison.Ordinal);
        Assert.Null(MerchantCategories.TitleOf("Leather"));
        Assert.Equal(
            "6220",
            new Suggester(
                new Chart([Of("6220", AccountKind.Expense) with { Name = "Courier services, air or ground, freight forwarders" }]),
                [],
                []
            )
                .For(Coded(1, "", "4215", "", ""))
                ?.Account
        );
    }

    [Fact]
    public void What_was_chosen_before_speaks_also_for_another_spelling_and_what_is_recent_counts_more()
    {
        var past = Enumerable
            .Range(0, 60)
            .Select(i => Coded(i, "Ruddock Tool Sharpening", "Upkeep", "Knife", i < 30 ? "5120" : "6420"))
            .ToList();
        var suggestion = new Suggester(Chart, past, []).For(Coded(70, "RUDDOCK Tool Sharpenning Ltd", "Upkeep", "Knife", ""))!;
        Assert.Equal("6420", suggestion.Account);
        Assert.Contains("earlier lines with", suggestion.Evidence[0], StringComparison.Ordinal);
    }

    [Fact]
    public void The_ledgers_own_history_speaks_for_a_supplier_that_never_arrived()
    {
        var suggestion = new Suggester(Chart, [], [new SupplierPosting("Fennel Street Post", "6220", 12, new DateOnly(2026, 10, 1))]).For(
            Coded(1, "Fennel Street Post", "Qqq", "Zzz", "")
        )!;
        Assert.Equal(("6220", "the ledger's own entries of Fennel Street Post go there"), (suggestion.Account, suggestion.Evidence[0]));
    }

    [Fact]
    public void Calibration_never_says_more_for_a_lower_score_and_keeps_its_word()
    {
        var random = new Random(3);
        var tried = Enumerable
            .Range(0, 3000)
            .Select(_ => random.NextDouble())
            .Select(score => (score, random.NextDouble() < score * score))
            .ToList();
        var calibration = new Calibration(tried);
        var confidences = Enumerable.Range(0, 101).Select(i => calibration.Of(i / 100.0)).ToList();
        Assert.Equal(confidences.Order(), confidences);
        foreach (var band in tried.GroupBy(t => Math.Floor(calibration.Of(t.score) * 5)))
            Assert.InRange(
                band.Count(t => t.Item2) / (double)band.Count(),
                band.Average(t => calibration.Of(t.score)) - 0.05,
                band.Average(t => calibration.Of(t.score)) + 0.05
            );
    }
}
