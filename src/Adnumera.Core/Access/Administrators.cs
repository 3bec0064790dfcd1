namespace Adnumera.Core.Access;

/// <summary>Somebody always decides: the last administrator is not taken away.</summary>
public static class Administrators
{
    /// <summary>Whether an administrator is left when a person becomes something else.</summary>
    /// <param name="roles">Who is what now, by the person's id.</param>
    /// <param name="person">Whose role changes.</param>
    /// <param name="next">What they become; nothing when they leave.</param>
    public static bool Remain(IEnumerable<(long Person, Role Role)> roles, long person, Role? next) =>
        next == Role.Administrator || roles.Any(r => r.Person != person && r.Role == Role.Administrator);
}
