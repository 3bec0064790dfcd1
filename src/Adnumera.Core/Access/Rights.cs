namespace Adnumera.Core.Access;

/// <summary>A right as people read it.</summary>
public sealed record RightRow(Right Right, string Title);

/// <summary>A role as people read it, with its rights.</summary>
public sealed record RoleRow(Role Role, string Title, IReadOnlyList<Right> Rights);

/// <summary>The one table of which role carries which rights in a company; nothing is allowed that is not named here. Beside it stands the
/// installation's administrator, who looks after companies, people and backups, and opens no books by that.</summary>
public static class Rights
{
    /// <summary>Every right, in the order in which a table shows them.</summary>
    public static IReadOnlyList<RightRow> All { get; } =
    [
        new(Right.Read, "look at everything in the books"),
        new(Right.Spend, "hand in own spending"),
        new(Right.Approve, "approve the spending of others"),
        new(Right.Bookkeep, "take in, map, decide, post and prove"),
        new(Right.SeePay, "see who is paid what, by name"),
        new(Right.SeeTaxNumbers, "see whole tax numbers"),
        new(Right.Administer, "connect the ledger, choose for the company, look after its people and its record"),
    ];

    /// <summary>Every role with its rights. Spenders and approvers see their own and others' spending, not the books.</summary>
    public static IReadOnlyList<RoleRow> Roles { get; } =
    [
        new(Role.Reader, "reader", [Right.Read]),
        new(Role.Spender, "spender", [Right.Spend]),
        new(Role.Approver, "approver", [Right.Spend, Right.Approve]),
        new(Role.Bookkeeper, "bookkeeper", [Right.Read, Right.Spend, Right.Bookkeep, Right.SeePay]),
        new(Role.Administrator, "administrator", Enum.GetValues<Right>()),
    ];

    /// <summary>The rights of a role.</summary>
    public static IReadOnlyList<Right> Of(Role role) => Roles[(int)role].Rights;

    /// <summary>The rights that can be said of each of those who look at the books, whatever their role carries.</summary>
    public static IReadOnlyList<Right> Personal { get; } = [Right.SeePay, Right.SeeTaxNumbers];

    /// <summary>The rights of a person: those of their role, but for what is said of the person.</summary>
    /// <param name="role">The role.</param>
    /// <param name="own">What is said of the person.</param>
    public static IReadOnlyList<Right> Of(Role role, OwnRights own) =>
        Of(role).Contains(Right.Read) ? [.. All.Select(r => r.Right).Where(r => own.Of(r) ?? Of(role).Contains(r))] : Of(role);

    /// <summary>Whether a role carries a right; who has no role in a company has none.</summary>
    public static bool Allow(Role? role, Right right, OwnRights own = default) => role is { } of && Of(of, own).Contains(right);
}

/// <summary>What is said of a person; none of what their role says.</summary>
/// <param name="SeesPay">Whether they see pay by name.</param>
/// <param name="SeesTaxNumbers">Whether they see whole tax numbers.</param>
public readonly record struct OwnRights(bool? SeesPay, bool? SeesTaxNumbers)
{
    /// <summary>What is said of a right; none of most.</summary>
    public bool? Of(Right right) =>
        right switch
        {
            Right.SeePay => SeesPay,
            Right.SeeTaxNumbers => SeesTaxNumbers,
            Right.Read or Right.Spend or Right.Approve or Right.Bookkeep or Right.Administer => null,
        };
}
