using Adnumera.Core.Ledger;
using CsCheck;

namespace Adnumera.Core.Tests.Ledger;

public class PullComparisonTests
{
    private static LedgerRecords Of(params Account[] accounts) =>
        new() { Organisation = new LedgerOrganisation("o", "O", "USD"), Accounts = accounts };

    private static Account Leather => Of("5120", AccountKind.CostOfSales) with { Name = "Leather" };

    private static Account Of(string id, AccountKind kind) => Worlds.Of(id, kind);

    [Fact]
    public void A_ledger_that_is_as_it_was_shows_no_change() => Assert.Empty(PullComparison.Between(Of(Leather), Of(Leather)));

    [Fact]
    public void Each_way_in_which_an_account_changes_is_named()
    {
        (string What, Account? After)[] ways =
        [
            ("Renamed", Leather with { Name = "Hides" }),
            ("Renumbered", Leather with { Number = "5121" }),
            ("KindChanged", Leather with { Kind = AccountKind.Expense }),
            ("RoleChanged", Leather with { Role = AccountRole.Suspense }),
            ("RequirementChanged", Leather with { Requires = Dimension.Project }),
            ("Closed", Leather with { Active = false }),
            ("Gone", null),
        ];
        foreach (var (what, after) in ways)
            Assert.Equal(what, Assert.Single(PullComparison.Between(Of(Leather), after is null ? Of() : Of(after))).Change.ToString());
        Assert.Equal(RecordChange.Added, Assert.Single(PullComparison.Between(Of(), Of(Leather))).Change);
        Assert.Equal(RecordChange.Reopened, Assert.Single(PullComparison.Between(Of(Leather with { Active = false }), Of(Leather))).Change);
    }

    [Fact]
    public void Suppliers_dimensions_terms_items_and_tax_codes_are_compared_too()
    {
        var before = Of() with
        {
            Suppliers = [new("S1", "Hexham")],
            Employees = [new("E1", "Ines", "", true)],
            Dimensions = [new(Dimension.Department, "D1", "Bench", true)],
            Terms = [new("N", "30 days", TermRule.NetDays, 30)],
            Items = [new("I", "Hide", "5120", true)],
            TaxCodes = [new("RC", "Reclaimable", 5)],
        };
        var after = before with
        {
            Suppliers = [new("S1", "Hexham Ltd")],
            Employees = [],
            Dimensions = [new(Dimension.Department, "D1", "Bench", false)],
            Terms = [new("N", "30 days", TermRule.NetDays, 45)],
            Items = [new("I", "Hide", "5121", true)],
            TaxCodes = [new("RC", "Reclaimable", 6)],
        };
        Assert.Equal(
            [
                (RecordKind.Supplier, RecordChange.Renamed),
                (RecordKind.Employee, RecordChange.Gone),
                (RecordKind.Department, RecordChange.Closed),
                (RecordKind.PaymentTerm, RecordChange.KindChanged),
                (RecordKind.Item, RecordChange.KindChanged),
                (RecordKind.TaxCode, RecordChange.KindChanged),
            ],
            PullComparison.Between(before, after).Select(c => (c.Record, c.Change))
        );
    }

    [Fact]
    public void There_and_back_is_the_same_number_of_changes() =>
        Gen.Select(Chart, Chart)
            .Sample(
                (left, right) => PullComparison.Between(Of(left), Of(right)).Count == PullComparison.Between(Of(right), Of(left)).Count
            );

    private static readonly Gen<Account[]> Chart = Gen.Select(Gen.Int[1, 6], Gen.Int[0, 2], Gen.Bool, Gen.Enum<AccountKind>())
        .Select((id, name, active, kind) => Of($"{id}", kind) with { Name = $"Name {name}", Active = active })
        .Array[0, 8]
        .Select(a => a.DistinctBy(x => x.Id).ToArray());
}
