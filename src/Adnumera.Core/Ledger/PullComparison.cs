namespace Adnumera.Core.Ledger;

/// <summary>What kind of record of the ledger.</summary>
public enum RecordKind
{
    /// <summary>An account.</summary>
    Account,

    /// <summary>A supplier.</summary>
    Supplier,

    /// <summary>An employee.</summary>
    Employee,

    /// <summary>A department.</summary>
    Department,

    /// <summary>A location.</summary>
    Location,

    /// <summary>A project.</summary>
    Project,

    /// <summary>A customer.</summary>
    Customer,

    /// <summary>A dimension that the ledger defines itself.</summary>
    OwnDimension,

    /// <summary>A value of such a dimension.</summary>
    DimensionValue,

    /// <summary>A payment term.</summary>
    PaymentTerm,

    /// <summary>An item.</summary>
    Item,

    /// <summary>A tax code.</summary>
    TaxCode,

    /// <summary>Something that is switched on or off there.</summary>
    Feature,

    /// <summary>The period that the ledger itself has locked.</summary>
    LockedPeriod,
}

/// <summary>What happened to a record of the ledger since the last pull.</summary>
public enum RecordChange
{
    /// <summary>It is new.</summary>
    Added,

    /// <summary>It has another name.</summary>
    Renamed,

    /// <summary>It has another number.</summary>
    Renumbered,

    /// <summary>It is of another kind: an account's kind, an item's account, a term's rule, a tax code's rate.</summary>
    KindChanged,

    /// <summary>An account plays another part.</summary>
    RoleChanged,

    /// <summary>An account requires another dimension, or none any more.</summary>
    RequirementChanged,

    /// <summary>The ledger takes no entries to it any more.</summary>
    Closed,

    /// <summary>It is in use again.</summary>
    Reopened,

    /// <summary>The ledger does not have it any more.</summary>
    Gone,

    /// <summary>It is switched on there.</summary>
    SwitchedOn,

    /// <summary>It is switched off there.</summary>
    SwitchedOff,

    /// <summary>The locked period ends on another day.</summary>
    LockMoved,
}

/// <summary>One change of one record; a record may have several.</summary>
/// <param name="Record">What kind of record.</param>
/// <param name="Id">The ledger's own id.</param>
/// <param name="Change">What happened.</param>
/// <param name="Before">As people say it, before; blank when it is new.</param>
/// <param name="After">As people say it, after; blank when it is gone.</param>
public sealed record RecordChanged(RecordKind Record, string Id, RecordChange Change, string Before, string After);

/// <summary>Compares a pull with the last one.</summary>
public static class PullComparison
{
    /// <summary>Every change, in the order of the kinds of record and of the records; none when all is as it was.</summary>
    public static IReadOnlyList<RecordChanged> Between(LedgerRecords before, LedgerRecords after)
    {
        var (was, now) = (Comparable(before).ToLookup(c => c.Kind), Comparable(after).ToLookup(c => c.Kind));
        return [.. Enum.GetValues<RecordKind>().SelectMany(kind => Changes(kind, was[kind].ToDictionary(c => c.Id), now[kind]))];
    }

    private static IEnumerable<RecordChanged> Changes(RecordKind kind, Dictionary<string, Compared> before, IEnumerable<Compared> after)
    {
        foreach (var now in after)
        {
            if (!before.Remove(now.Id, out var was))
            {
                yield return new RecordChanged(kind, now.Id, RecordChange.Added, "", now.Title);
                continue;
            }

            if (was.Number != now.Number)
                yield return new RecordChanged(kind, now.Id, RecordChange.Renumbered, was.Number, now.Number);
            if (was.Name != now.Name)
                yield return new RecordChanged(kind, now.Id, RecordChange.Renamed, was.Name, now.Name);
            if (was.Sort != now.Sort)
                yield return new RecordChanged(
                    kind,
                    now.Id,
                    kind == RecordKind.LockedPeriod ? RecordChange.LockMoved : RecordChange.KindChanged,
                    $"{was.Title}: {was.Sort}",
                    $"{now.Title}: {now.Sort}"
                );
            if (was.Role != now.Role)
                yield return new RecordChanged(
                    kind,
                    now.Id,
                    RecordChange.RoleChanged,
                    $"{was.Title}: {was.Role}",
                    $"{now.Title}: {now.Role}"
                );
            if (was.Requires != now.Requires)
                yield return new RecordChanged(
                    kind,
                    now.Id,
                    RecordChange.RequirementChanged,
                    $"{was.Title}: {was.Requires}",
                    $"{now.Title}: {now.Requires}"
                );
            if (was.Active && !now.Active)
                yield return new RecordChanged(
                    kind,
                    now.Id,
                    kind is RecordKind.Feature or RecordKind.OwnDimension ? RecordChange.SwitchedOff : RecordChange.Closed,
                    was.Title,
                    now.Title
                );
            if (!was.Active && now.Active)
                yield return new RecordChanged(
                    kind,
                    now.Id,
                    kind is RecordKind.Feature or RecordKind.OwnDimension ? RecordChange.SwitchedOn : RecordChange.Reopened,
                    was.Title,
                    now.Title
                );
        }

        foreach (var gone in before.Values)
            yield return new RecordChanged(kind, gone.Id, RecordChange.Gone, gone.Title, "");
    }

    private static IEnumerable<Compared> Comparable(LedgerRecords records) =>
        [
            .. records.Accounts.Select(a => new Compared(
                RecordKind.Account,
                a.Id,
                a.Number,
                a.Name,
                Words<AccountKind>.Of(a.Kind).Replace('_', ' '),
                a.Role == AccountRole.None ? "no role" : Words<AccountRole>.Of(a.Role).Replace('_', ' '),
                a.Requires is { } dimension ? $"requires a {dimension.Title}" : "requires nothing",
                a.Active
            )),
            .. records.Suppliers.Select(s => new Compared(RecordKind.Supplier, s.Id, "", s.Name)),
            .. records.Employees.Select(e => new Compared(RecordKind.Employee, e.Id, "", e.Name, Active: e.Active)),
            .. records.OwnDimensions.Select(d => new Compared(
                RecordKind.OwnDimension,
                d.Dimension.Word,
                "",
                d.Dimension.Title,
                Active: d.On
            )),
            .. records.Dimensions.Select(d => new Compared(
                KindOf(d.Dimension),
                d.Dimension.IsStandard ? d.Id : $"{d.Dimension} {d.Id}",
                "",
                d.Name,
                d.Dimension.IsStandard ? "" : d.Dimension.Title,
                Active: d.Active
            )),
            .. records.Terms.Select(t => new Compared(
                RecordKind.PaymentTerm,
                t.Id,
                "",
                t.Name,
                $"{Words<TermRule>.Of(t.Rule).Replace('_', ' ')} {t.Days}"
            )),
            .. records.Items.Select(i => new Compared(RecordKind.Item, i.Id, "", i.Name, $"account {i.Account}", Active: i.Active)),
            .. records.TaxCodes.Select(t => new Compared(
                RecordKind.TaxCode,
                t.Code,
                t.Code,
                t.Name,
                $"{t.Percent.ToString(System.Globalization.CultureInfo.InvariantCulture)} %"
            )),
            .. Enum.GetValues<LedgerFeature>()
                .Select(f => new Compared(
                    RecordKind.Feature,
                    Words<LedgerFeature>.Of(f),
                    "",
                    Words<LedgerFeature>.Of(f),
                    Active: records.Capabilities.Can(f)
                )),
            new Compared(
                RecordKind.LockedPeriod,
                "lock",
                "",
                "locked through",
                records.Organisation.LockedThrough is { } locked
                    ? locked.ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture)
                    : "no day"
            ),
        ];

    private static RecordKind KindOf(Dimension dimension) =>
        dimension == Dimension.Department ? RecordKind.Department
        : dimension == Dimension.Location ? RecordKind.Location
        : dimension == Dimension.Project ? RecordKind.Project
        : dimension == Dimension.Customer ? RecordKind.Customer
        : RecordKind.DimensionValue;

    // The common form of all records: what is compared of each.
    private sealed record Compared(
        RecordKind Kind,
        string Id,
        string Number,
        string Name,
        string Sort = "",
        string Role = "",
        string Requires = "",
        bool Active = true
    )
    {
        public string Title => Number.Length > 0 ? $"{Number} {Name}" : Name;
    }
}
