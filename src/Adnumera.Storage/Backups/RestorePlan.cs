using Adnumera.Storage.Audit;

namespace Adnumera.Storage.Backups;

/// <summary>A company as an archive has it.</summary>
/// <param name="Documents">How many documents arrived.</param>
/// <param name="LastChange">When something was changed in it last; blank for never.</param>
/// <param name="Audit">What the check of its record found.</param>
public sealed record RestoredCompany(string Id, string Name, long Documents, string LastChange, AuditCheck Audit);

/// <summary>What a restore would bring back.</summary>
/// <param name="Id">What tells this check from any other.</param>
/// <param name="MadeAt">By when it is: the instant at which the archive was made.</param>
public sealed record RestorePlan(string Id, string MadeAt, int People, IReadOnlyList<RestoredCompany> Companies)
{
    /// <summary>Whether the record of every company is whole; otherwise it is restored only by who says so.</summary>
    public bool Holds => Companies.All(c => c.Audit.Problem.Length == 0);
}
