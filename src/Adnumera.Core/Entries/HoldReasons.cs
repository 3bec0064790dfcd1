using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;

namespace Adnumera.Core.Entries;

// Every reason to hold one document, gathered while its entry is composed.
internal sealed class HoldReasons(Chart chart)
{
    private List<HoldReason>? reasons;

    public bool Any => reasons is not null;

    public void Add(HoldReason reason) => (reasons ??= []).Add(reason);

    /// <summary>Whether an account can be used as it was chosen; otherwise the reason is noted.</summary>
    public bool IsSound(BrokenBecause? broken, string account, string chosenBy, long? line)
    {
        if (broken is { } why)
            Add(new HoldReason.MappingBroken(account, why, chosenBy, line));
        return broken is null;
    }

    /// <summary>The account of a role; without exactly one the reason is noted.</summary>
    public Account? Role(AccountRole role, long? line)
    {
        var holder = chart.Role(role);
        if (holder is RoleHolder.Filled filled)
            return filled.Account;
        Add(
            holder is RoleHolder.Ambiguous several
                ? new HoldReason.RoleAmbiguous(role, several.Accounts, line)
                : new HoldReason.RoleMissing(role, line)
        );
        return null;
    }

    /// <summary>The document's own first, then by line, alphabetically; each once.</summary>
    public IReadOnlyList<HoldReason> InOrder()
    {
        if (reasons is null)
            return [];
        if (reasons.Count == 1)
            return reasons;
        return
        [
            .. reasons
                .Select(r => (Reason: r, Word: Words<Documents.HoldKind>.Of(r.Kind)))
                .OrderBy(r => r.Reason.OnLine.HasValue)
                .ThenBy(r => r.Reason.OnLine ?? 0)
                .ThenBy(r => r.Word, StringComparer.Ordinal)
                .ThenBy(r => r.Reason.Value, StringComparer.Ordinal)
                .DistinctBy(r => (r.Reason.OnLine, r.Word, r.Reason.Value))
                .Select(r => r.Reason),
        ];
    }
}
