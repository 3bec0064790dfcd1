using Adnumera.Core.Access;

namespace Adnumera.Core.Tests.Access;

public class RightsTests
{
    // The whole table, so that no right comes or goes unseen: roles down, rights across.
    [Theory]
    [InlineData(Role.Reader, "read")]
    [InlineData(Role.Spender, "spend")]
    [InlineData(Role.Approver, "spend approve")]
    [InlineData(Role.Bookkeeper, "read spend bookkeep see_pay")]
    [InlineData(Role.Administrator, "read spend approve bookkeep see_pay see_tax_numbers administer")]
    public void Each_role_carries_these_rights_and_no_other(Role role, string rights)
    {
        Assert.Equal(rights, string.Join(' ', Rights.Of(role).Select(Words<Right>.Of)));
        Assert.All(
            Enum.GetValues<Right>(),
            right => Assert.Equal(rights.Split(' ').Contains(Words<Right>.Of(right)), Rights.Allow(role, right))
        );
    }

    [Fact]
    public void Whoever_has_no_role_has_no_right_and_the_tables_are_whole()
    {
        Assert.All(Enum.GetValues<Right>(), right => Assert.False(Rights.Allow(null, right)));
        Assert.Equal(Enum.GetValues<Role>(), Rights.Roles.Select(r => r.Role));
        Assert.Equal(Enum.GetValues<Right>(), Rights.All.Select(r => r.Right));
    }

    [Fact]
    public void Whether_somebody_sees_pay_can_be_said_of_each_who_looks_at_the_books()
    {
        Assert.True(Rights.Allow(Role.Reader, Right.SeePay, new OwnRights(true, null)));
        Assert.False(Rights.Allow(Role.Administrator, Right.SeePay, new OwnRights(false, null)));
        Assert.True(Rights.Allow(Role.Bookkeeper, Right.SeePay));
        Assert.False(Rights.Allow(Role.Spender, Right.SeePay, new OwnRights(true, null)));
        Assert.False(Rights.Allow(null, Right.SeePay, new OwnRights(true, null)));
        // Nothing else changes by it.
        foreach (var right in Enum.GetValues<Right>().Where(r => r != Right.SeePay))
            Assert.Equal(Rights.Allow(Role.Bookkeeper, right), Rights.Allow(Role.Bookkeeper, right, new OwnRights(false, null)));
    }

    [Fact]
    public void So_can_whether_somebody_sees_whole_tax_numbers()
    {
        Assert.True(Rights.Allow(Role.Bookkeeper, Right.SeeTaxNumbers, new OwnRights(null, true)));
        Assert.False(Rights.Allow(Role.Administrator, Right.SeeTaxNumbers, new OwnRights(null, false)));
        Assert.False(Rights.Allow(Role.Bookkeeper, Right.SeeTaxNumbers, new OwnRights(true, null)));
        Assert.False(Rights.Allow(Role.Approver, Right.SeeTaxNumbers, new OwnRights(null, true)));
        Assert.Equal(Rights.Personal, Enum.GetValues<Right>().Where(r => new OwnRights(true, true).Of(r) is not null));
    }

    [Fact]
    public void The_last_administrator_stays()
    {
        (long, Role)[] one = [(1, Role.Administrator), (2, Role.Bookkeeper)];
        Assert.False(Administrators.Remain(one, 1, Role.Reader));
        Assert.False(Administrators.Remain(one, 1, null));
        Assert.True(Administrators.Remain(one, 1, Role.Administrator));
        Assert.True(Administrators.Remain(one, 2, null));
        Assert.True(Administrators.Remain([.. one, (3, Role.Administrator)], 1, null));
    }
}
