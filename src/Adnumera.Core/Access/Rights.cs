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
        new(Right.Administer, "connect the ledger, choose for the company, look after its people and its record"),
    ];

    /// <summary>Every role with its rights. Spenders and approvers see their own and others' spending, not the books.</summary>
    public static IReadOnlyList<RoleRow> Roles { get; } =
    [
        new(Role.Reader, "reader", [Right.Read]),
        new(Role.Spender, "spender", [Right.Spend]),
        new(Role.Approver, "approver", [Right.Spend, Right.Approve]),
        new(Role.Bookkeeper, "bookkeeper", [Right.Read, Right.Spend, Right.Bookkeep, Right.SeePay]),
        new(Role.Administrator, "administrator", [Right.Read, Right.Spend, Right.Approve, Right.Bookkeep, Right.SeePay, Right.Administer]),
    ];

    /// <summary>The rights of a role.</summary>
    public static IReadOnlyList<Right> Of(Role role) => Roles[(int)role].Rights;

    /// <summary>The rights of a person: those of their role, but whether they see pay by name can be said of each of those who look at the
    /// books.</summary>
    /// <param name="role">The role.</param>
    /// <param name="seesPay">Whether they see pay by name; none where their role says it.</param>
    public static IReadOnlyList<Right> Of(Role role, bool? seesPay) =>
        seesPay is { } sees && Of(role).Contains(Right.Read)
            ? [.. All.Select(r => r.Right).Where(r => r == Right.SeePay ? sees : Of(role).Contains(r))]
            : Of(role);

    /// <summary>Whether a role carries a right; who has no role in a company has none.</summary>
    public static bool Allow(Role? role, Right right, bool? seesPay = null) => role is { } of && Of(of, seesPay).Contains(right);
}
