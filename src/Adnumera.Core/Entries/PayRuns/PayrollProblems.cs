using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Payroll;

namespace Adnumera.Core.Entries.PayRuns;

// What holds a run: accounts that nothing maps, or that cannot be used. Each is said once.
internal sealed class PayrollProblems(Chart chart)
{
    private readonly List<HoldReason> broken = [],
        unmapped = [];
    private readonly HashSet<string> brokenAccounts = new(StringComparer.Ordinal);
    private readonly HashSet<(string, PayrollSide)> unmappedSides = [];
    private readonly HashSet<AccountRole> roles = [];

    public IEnumerable<HoldReason> All => broken.Concat(unmapped);

    public void Add(HoldReason reason) => unmapped.Add(reason);

    public void Break(string account, BrokenBecause why, string chosenBy)
    {
        if (brokenAccounts.Add(account))
            broken.Add(new HoldReason.MappingBroken(account, why, chosenBy, null));
    }

    // The account of a side; where nothing maps it, or the account cannot be used, that is noted.
    public string? Find(PayrollMapping mapping, PayrollSide side, PayRow row)
    {
        var decides = mapping.Deciding(side, row).FirstOrDefault();
        if (decides is null)
        {
            if (unmappedSides.Add((Folded.Of(row.Item), side)))
                unmapped.Add(new HoldReason.Unmapped($"{row.Item} {Words<PayrollSide>.Of(side)}", "", null));
            return null;
        }

        var account = decides.On(side);
        if (PayrollTargets.Broken(chart, side, row.Type, account) is { } why)
            Break(account, why, $"item “{row.Item}”");
        return account;
    }

    // The account of a role that the work needs.
    public string? Role(AccountRole role)
    {
        switch (chart.Role(role))
        {
            case RoleHolder.Filled filled:
                return filled.Account.Id;
            case RoleHolder.Ambiguous several when roles.Add(role):
                unmapped.Add(new HoldReason.RoleAmbiguous(role, several.Accounts, null));
                break;
            case RoleHolder.Vacant when roles.Add(role):
                unmapped.Add(new HoldReason.RoleMissing(role, null));
                break;
        }

        return null;
    }
}
