using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using static Adnumera.Core.Tests.Worlds;

namespace Adnumera.Core.Tests.Entries;

public class RequiredAccountsTests
{
    [Fact]
    public void What_is_needed_follows_from_the_choices()
    {
        AccountRole[] Needed(CompositionSettings settings, bool tax) =>
            [.. RequiredAccounts.Of(Worlds.Chart, settings, tax).Select(r => r.Role)];
        Assert.DoesNotContain(AccountRole.Rounding, Needed(new CompositionSettings(), false));
        Assert.Contains(AccountRole.Rounding, Needed(new CompositionSettings { RoundingTolerance = 2 }, false));
        Assert.Contains(AccountRole.Suspense, Needed(new CompositionSettings { WhenNothingMaps = WhenNothingMaps.Suspense }, false));
        Assert.Contains(AccountRole.InputTax, Needed(new CompositionSettings(), true));
    }

    [Fact]
    public void A_role_is_filled_by_one_account_of_a_fitting_kind()
    {
        RequiredAccount Payables(params Account[] accounts) =>
            RequiredAccounts.Of(new Chart(accounts), new CompositionSettings(), false)[0];
        var payables = Of("2100", AccountKind.Liability, AccountRole.PayablesControl);
        Assert.True(Payables(payables).IsFilled);
        Assert.False(Payables().IsFilled);
        Assert.False(Payables(payables, payables with { Id = "2101" }).IsFilled);
        Assert.False(Payables(payables with { Kind = AccountKind.Expense }).IsFilled);
    }

    [Fact]
    public void The_companys_choice_of_an_account_counts_whatever_the_ledger_says()
    {
        var two = new[]
        {
            Of("2100", AccountKind.Liability, AccountRole.PayablesControl),
            Of("2101", AccountKind.Liability, AccountRole.PayablesControl),
        };
        Assert.IsType<RoleHolder.Ambiguous>(new Chart(two).Role(AccountRole.PayablesControl));
        var chosen = new Chart(two, new Dictionary<AccountRole, string> { [AccountRole.PayablesControl] = "2101" });
        Assert.Equal("2101", Assert.IsType<RoleHolder.Filled>(chosen.Role(AccountRole.PayablesControl)).Account.Id);
        Assert.IsType<RoleHolder.Vacant>(
            new Chart(two, new Dictionary<AccountRole, string> { [AccountRole.PayablesControl] = "9999" }).Role(AccountRole.PayablesControl)
        );
    }
}
