using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Rehearsals;
using static Adnumera.Core.Tests.Worlds;

namespace Adnumera.Core.Tests.Rehearsals;

public class PullBreaksTests
{
    private static readonly MappingRow Leather = Map(KeyKind.Category, "Leather", "5120");
    private static readonly MappingRow Glue = Map(KeyKind.Category, "Glue", "5110");
    private static readonly Rehearsal Nothing = new([], 0);

    private static Chart Without(string id) => new([.. Accounts.Where(a => a.Id != id)]);

    private static AccountUse Use(MappingRow row) => new(row.Account, $"category {row.Key}", row);

    [Fact]
    public void An_account_that_is_gone_breaks_what_leads_to_it_with_the_money_of_open_documents()
    {
        var then = Without("5120");
        var rehearsal = Rehearsal.Of(
            [(1, Bill(Line(1, 10_00, "Leather")), null), (2, Bill(Line(1, 5_00, "Leather"), Line(2, 1_00, "Glue")), null)],
            Composer(Leather, Glue),
            new Composer(then, new MappingBook([Leather, Glue]), new CompositionSettings())
        );
        var broken = Assert.Single(PullBreaks.Of([Use(Leather), Use(Glue)], Worlds.Chart, then, rehearsal, otherOrganisation: false));
        Assert.Equal(("5120", 2, 15_00), (broken.Account.Id, broken.Documents, broken.Money));
        Assert.Equal(["category Leather"], broken.Uses);
        Assert.DoesNotContain(broken.Successors, s => s.Account.Id == "5120");
    }

    [Fact]
    public void What_was_broken_before_is_not_broken_by_the_pull()
    {
        var closed = Map(KeyKind.Category, "Old", "6995");
        Assert.Empty(PullBreaks.Of([Use(closed)], Worlds.Chart, Without("6995"), Nothing, otherOrganisation: false));
    }

    [Fact]
    public void A_use_that_is_no_mapping_breaks_when_its_account_is_closed()
    {
        var use = new AccountUse("2100", "the role payables control", null);
        var then = new Chart([.. Accounts.Select(a => a.Id == "2100" ? a with { Active = false } : a)]);
        Assert.Empty(PullBreaks.Of([use], Worlds.Chart, Worlds.Chart, Nothing, otherOrganisation: false));
        Assert.Equal("2100", Assert.Single(PullBreaks.Of([use], Worlds.Chart, then, Nothing, otherOrganisation: false)).Account.Id);
    }

    [Fact]
    public void Another_organisation_asks_for_every_account_in_use_and_offers_the_same_number_and_name_first()
    {
        var then = new Chart([.. Accounts.Select(a => a.Id == "5110" ? a with { Name = "Board" } : a)]);
        var breaks = PullBreaks.Of([Use(Leather), Use(Glue)], Worlds.Chart, then, Nothing, otherOrganisation: true);
        Assert.Equal(["5110", "5120"], breaks.Select(b => b.Account.Id).Order());
        var same = breaks.Single(b => b.Account.Id == "5120");
        Assert.Equal(("5120", 1.0), (same.Successors[0].Account.Id, same.Successors[0].Likeness));
        Assert.Contains("same number and name", same.Why, StringComparison.Ordinal);
        Assert.Contains("another account", breaks.Single(b => b.Account.Id == "5110").Why, StringComparison.Ordinal);
    }
}
