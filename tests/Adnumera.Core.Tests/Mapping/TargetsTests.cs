using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using CsCheck;
using static Adnumera.Core.Tests.Worlds;

namespace Adnumera.Core.Tests.Mapping;

public class TargetsTests
{
    [Fact]
    public void The_likely_successor_has_the_same_number_or_a_similar_name_and_always_the_same_kind()
    {
        var lost = Of("a", AccountKind.CostOfSales) with { Number = "5150", Name = "Glue and paste" };
        var chart = new Chart([
            Of("b", AccountKind.CostOfSales) with
            {
                Number = "5155",
                Name = "Glue & pastes",
            },
            Of("c", AccountKind.CostOfSales) with
            {
                Number = "5150",
                Name = "Adhesives",
            },
            Of("d", AccountKind.Expense) with
            {
                Number = "5150",
                Name = "Glue and paste",
            },
            Of("e", AccountKind.CostOfSales) with
            {
                Number = "5160",
                Name = "Boxes",
            },
            Of("f", AccountKind.CostOfSales) with
            {
                Number = "5151",
                Name = "Glue and paste",
                Active = false,
            },
        ]);
        Assert.Equal(["b", "c"], Targets.Successors(lost, chart).Select(s => s.Account.Id));
        Assert.Equal("a2", Targets.Successors(lost, new Chart([.. chart.Accounts, lost with { Id = "a2" }]))[0].Account.Id);
    }

    [Fact]
    public void A_broken_mapping_never_codes() =>
        Gen.Select(Gen.Int[0, 12], Gen.Enum<KeyKind>(), Gen.Bool)
            .Sample(
                (at, kind, gone) =>
                {
                    var account = Accounts[at % Accounts.Length];
                    var row = new MappingRow
                    {
                        Kind = kind,
                        Key = kind == KeyKind.Source ? "bills" : "X",
                        Account = kind.MapsToValue() ? "" : account.Id,
                        RecoverablePercent = kind == KeyKind.TaxCode ? 100 : 0,
                        Value = kind.MapsToValue() ? "V" : "",
                    };
                    var chart = new Chart(
                        gone
                            ? Accounts.Where(a => a.Id != account.Id)
                            : Accounts.Select(a => a.Id == account.Id ? a with { Active = false } : a)
                    );
                    if (row.Account.Length > 0)
                        Assert.NotNull(Targets.Broken(chart, row));
                    var document = Bill(Line(1, 10_00, "X", item: "X", costCode: "X", taxCode: "X", tax: 1_00)) with
                    {
                        Supplier = "X",
                        Settlement = kind == KeyKind.Settlement ? "X" : "",
                        PaymentAccount = "X",
                    };
                    var entry = new Composer(chart, new MappingBook([row]), new CompositionSettings()).Compose(document);
                    Assert.True(row.Account.Length == 0 || entry is not Composition.Coded || entry.Lines.All(l => l.Account != account.Id));
                }
            );

    [Fact]
    public void What_is_unusual_for_a_cost_asks_and_an_offset_never_does()
    {
        var loan = Of("2710", AccountKind.Liability) with { Name = "Equipment loan" };
        Assert.Contains("liability", Targets.Asks(Map(KeyKind.Category, "Loan", "2710"), loan), StringComparison.Ordinal);
        Assert.Equal("", Targets.Asks(Map(KeyKind.Settlement, "Loan", "2710"), loan));
        Assert.Equal("", Targets.Asks(Map(KeyKind.Category, "Press", "1610"), Of("1610", AccountKind.Asset)));
    }
}
