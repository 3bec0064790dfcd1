namespace Adnumera.Core.Access;

/// <summary>The one table of which role carries which rights; nothing is allowed that is not named here.</summary>
public static class Rights
{
    /// <summary>The rights of a role.</summary>
    public static IReadOnlyList<Right> Of(Role role) =>
        role switch
        {
            // Spenders and approvers have rooms of their own, with their own and others' spending in them; the books are closed to them.
            Role.Spender or Role.Approver => [],
            Role.Reader => [Right.Read],
            Role.Bookkeeper => [Right.Read, Right.Bookkeep],
            Role.Administrator => [Right.Read, Right.Bookkeep, Right.Administer],
        };

    /// <summary>Whether a role carries a right; who has no role in a company has none.</summary>
    public static bool Allow(Role? role, Right right) => role is { } of && Of(of).Contains(right);
}
