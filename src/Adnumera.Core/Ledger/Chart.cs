using System.Diagnostics.CodeAnalysis;

namespace Adnumera.Core.Ledger;

/// <summary>Which account fills a role.</summary>
public abstract record RoleHolder
{
    private RoleHolder() { }

    /// <summary>Exactly one active account has it.</summary>
    public sealed record Filled(Account Account) : RoleHolder;

    /// <summary>No active account has it.</summary>
    public sealed record Vacant : RoleHolder;

    /// <summary>Several active accounts have it, so which is meant cannot be told.</summary>
    public sealed record Ambiguous(IReadOnlyList<Account> Accounts) : RoleHolder;

    /// <summary>One answer for each case.</summary>
    public T Match<T>(Func<Account, T> filled, Func<T> vacant, Func<IReadOnlyList<Account>, T> ambiguous) =>
        this is Filled one ? filled(one.Account)
        : this is Ambiguous several ? ambiguous(several.Accounts)
        : vacant();
}

/// <summary>A chart of accounts, by id and by role.</summary>
public sealed class Chart
{
    private readonly Dictionary<string, Account> byId = new(StringComparer.Ordinal);
    private readonly Dictionary<AccountRole, RoleHolder> byRole = [];

    /// <summary>Makes a chart of accounts with distinct ids.</summary>
    /// <param name="accounts">The accounts.</param>
    /// <param name="chosen">Accounts that the company chose for roles, whatever the ledger says; one that is not in the chart or closed
    /// fills none.</param>
    /// <exception cref="ArgumentException">Two accounts have the same id.</exception>
    public Chart(IEnumerable<Account> accounts, IReadOnlyDictionary<AccountRole, string>? chosen = null)
    {
        foreach (var account in accounts)
        {
            byId.Add(account.Id, account);
            if (!account.Active || account.Role == AccountRole.None)
                continue;
            byRole[account.Role] = byRole.GetValueOrDefault(account.Role) switch
            {
                RoleHolder.Filled one => new RoleHolder.Ambiguous([one.Account, account]),
                RoleHolder.Ambiguous several => new RoleHolder.Ambiguous([.. several.Accounts, account]),
                _ => new RoleHolder.Filled(account),
            };
        }

        foreach (var (role, id) in chosen ?? new Dictionary<AccountRole, string>())
            byRole[role] =
                byId.TryGetValue(id, out var account) && account.Active ? new RoleHolder.Filled(account) : new RoleHolder.Vacant();
    }

    /// <summary>All accounts, in the order in which they were given.</summary>
    public IReadOnlyCollection<Account> Accounts => byId.Values;

    /// <summary>Finds an account by its id, exactly.</summary>
    public bool TryFind(string id, [NotNullWhen(true)] out Account? account) => byId.TryGetValue(id, out account);

    /// <summary>Number and name of an account, or the id where the chart does not have it.</summary>
    public string Title(string id) => byId.TryGetValue(id, out var account) ? account.Title : id;

    /// <summary>Who fills a role; only active accounts do.</summary>
    public RoleHolder Role(AccountRole role) => byRole.GetValueOrDefault(role) ?? new RoleHolder.Vacant();
}
