namespace Adnumera.Core.Payroll;

/// <summary>A row of the payroll mapping: where an item goes, for all or for a department, an employee group or an agency.</summary>
public sealed record PayrollMappingRow
{
    /// <summary>The pay item.</summary>
    public required string Item { get; init; }

    /// <summary>The department that it is for; blank for all.</summary>
    public string Department { get; init; } = "";

    /// <summary>The employee group that it is for; blank for all.</summary>
    public string Group { get; init; } = "";

    /// <summary>The agency that it is for; blank for all. Such a row counts for the liability alone.</summary>
    public string Agency { get; init; } = "";

    /// <summary>The account of the cost; blank where the row does not say.</summary>
    public string Expense { get; init; } = "";

    /// <summary>The account of what is owed; blank where the row does not say.</summary>
    public string Liability { get; init; } = "";

    /// <summary>What tells two rows apart: item, department, group and agency, folded.</summary>
    public (string Item, string Department, string Group, string Agency) Key =>
        (Folded.Of(Item), Folded.Of(Department), Folded.Of(Group), Folded.Of(Agency));

    /// <summary>The account that the row names on a side; blank where it names none, as one for an agency does for the cost.</summary>
    public string On(PayrollSide side) =>
        side == PayrollSide.Liability ? Liability
        : Agency.Length == 0 ? Expense
        : "";
}

/// <summary>The payroll mapping. Each side is decided apart, by the row that says most: first by agency, then by employee group, then by
/// department, filled before blank.</summary>
public sealed class PayrollMapping
{
    private readonly Dictionary<(string, string, string, string), PayrollMappingRow> rows;

    /// <param name="rows">The rows; no two of one key.</param>
    /// <exception cref="ArgumentException">Two rows have the same key.</exception>
    public PayrollMapping(IEnumerable<PayrollMappingRow> rows) => this.rows = rows.ToDictionary(r => r.Key);

    /// <summary>The rows that could decide a side of a register's row, the one that decides first.</summary>
    /// <param name="side">The side.</param>
    /// <param name="row">The register's row.</param>
    public IEnumerable<PayrollMappingRow> Deciding(PayrollSide side, PayRow row)
    {
        var (item, department, group, agency) = (
            Folded.Of(row.Item),
            Folded.Of(row.Department),
            Folded.Of(row.Group),
            Folded.Of(row.Agency)
        );
        foreach (var a in Saying(agency))
        foreach (var g in Saying(group))
        foreach (var d in Saying(department))
            if (rows.TryGetValue((item, d, g, a), out var found) && found.On(side).Length > 0)
                yield return found;
    }

    /// <summary>Rows of one item as a ladder: the one that would decide first before those that decide where it does not.</summary>
    public static IEnumerable<PayrollMappingRow> Ladder(IEnumerable<PayrollMappingRow> rows) =>
        rows.OrderByDescending(r => r.Agency.Length > 0)
            .ThenByDescending(r => r.Group.Length > 0)
            .ThenByDescending(r => r.Department.Length > 0);

    /// <summary>Whether a row says where a side of an item goes, for whomever.</summary>
    public bool Knows(string item, PayrollSide side) => rows.Values.Any(r => Folded.Same(r.Item, item) && r.On(side).Length > 0);

    // Filled before blank; what the register leaves blank only a blank fits.
    private static string[] Saying(string value) => value.Length > 0 ? [value, ""] : [""];
}
