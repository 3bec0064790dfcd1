using System.Globalization;
using System.Text.Json;
using Adnumera.Core.InformationReturns;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.InformationReturns;

/// <summary>Lines that are alike in all that decides where they count.</summary>
[method: ExplicitConstructor]
public sealed record LineGroup(
    long Year,
    string SupplierKey,
    string Account,
    string Method,
    bool IsVoided,
    string Choice,
    string TallyPlace,
    string Exempted,
    long Amount,
    long Withheld,
    long Lines
)
{
    /// <summary>Where they stand.</summary>
    public TallyPlace Place => Core.InformationReturns.TallyPlace.Read(TallyPlace, Exempted);
}

/// <summary>What a supplier was paid in a place in a year, as it is kept.</summary>
public sealed record SupplierCell(string SupplierKey, TallyCell Cell);

/// <summary>What moved between places.</summary>
[method: ExplicitConstructor]
public sealed record TallyMove(string At, string Who, string Because, string SupplierKey, string TallyPlace, long Amount);

/// <summary>Which lines are looked at.</summary>
/// <param name="Year">Of which year; none for all.</param>
/// <param name="Accounts">Of which accounts; none for all.</param>
/// <param name="Suppliers">Of which suppliers, folded; none for all.</param>
/// <param name="From">From which year on; none for all.</param>
public sealed record TallyScope(
    int? Year = null,
    IReadOnlyCollection<string>? Accounts = null,
    IReadOnlyCollection<string>? Suppliers = null,
    int? From = null
);

/// <summary>Where lines count, kept as sums by supplier and place.</summary>
public sealed class TallyTable(SqliteConnection company)
{
    // What is kept of lines: by place, by month, by account; and how the ledger spells whom.
    private static readonly (string Table, string Sums)[] Kept =
    [
        (
            "tally_cell",
            "select year, supplier_key, tally_place, exempted, sum(amount), sum(withheld), count(*) from paid_line where {0} "
                + "group by year, supplier_key, tally_place, exempted"
        ),
        (
            "tally_month",
            "select year, supplier_key, month, tally_place, sum(amount) from paid_line where {0} "
                + "group by year, supplier_key, month, tally_place"
        ),
        (
            "tally_account",
            "select year, supplier_key, account, tally_place, sum(amount) from paid_line where {0} "
                + "group by year, supplier_key, account, tally_place"
        ),
        ("tally_supplier", "select year, supplier_key, min(supplier) from paid where {0} group by year, supplier_key"),
    ];

    /// <summary>Lines by all that decides where they count. Walks paid_line_by_account or paid_line_by_supplier.</summary>
    public IReadOnlyList<LineGroup> Groups(TallyScope scope) =>
        company
            .Query<LineGroup>(
                $"""
                select year as Year, supplier_key as SupplierKey, account as Account, method as Method, voided as IsVoided, choice as
                  Choice,
                  tally_place as TallyPlace, exempted as Exempted, sum(amount) as Amount, sum(withheld) as Withheld, count(*) as Lines
                from paid_line where {Where(scope)} group by 1, 2, 3, 4, 5, 6, 7, 8
                """,
                Given(scope)
            )
            .AsList();

    /// <summary>Puts the lines of a group into another place.</summary>
    public void Place(LineGroup group, TallyPlace place) =>
        company.Execute(
            """
            update paid_line set tally_place = @to, exempted = @toExempted
            where year = @Year and account = @Account and supplier_key = @SupplierKey and method = @Method and voided = @IsVoided
              and choice = @Choice and tally_place = @TallyPlace and exempted = @Exempted
            """,
            new
            {
                group.Year,
                group.Account,
                group.SupplierKey,
                group.Method,
                group.IsVoided,
                group.Choice,
                group.TallyPlace,
                group.Exempted,
                to = place.Word,
                toExempted = place.Exempted?.Text() ?? "",
            }
        );

    /// <summary>Sums the cells of suppliers anew, and notes what moved.</summary>
    /// <param name="year">The year.</param>
    /// <param name="suppliers">Which, folded; none for all.</param>
    /// <param name="at">When.</param>
    /// <param name="who">Who caused it.</param>
    /// <param name="because">What caused it.</param>
    public void Sum(int year, IReadOnlyCollection<string>? suppliers, DateTimeOffset at, string who, string because)
    {
        var before = ByPlace(Cells(year, suppliers));
        var given = Given(new TallyScope(year, Suppliers: suppliers));
        var where = Where(new TallyScope(year, Suppliers: suppliers));
        foreach (var (table, sums) in Kept)
        {
            company.Execute($"delete from {table} where {where}", given);
            company.Execute($"insert into {table} {string.Format(CultureInfo.InvariantCulture, sums, where)}", given);
        }

        var after = ByPlace(Cells(year, suppliers));
        using var move = Prepared.Insert(company, "tally_move", "at who because year supplier_key tally_place amount");
        foreach (var key in before.Keys.Union(after.Keys))
            if (after.GetValueOrDefault(key) - before.GetValueOrDefault(key) is not 0 and var moved)
                move.Run(Iso.Text(at), who, because, year, key.Supplier, key.Place, moved);
    }

    /// <summary>What each supplier was paid in each place.</summary>
    public IReadOnlyList<SupplierCell> Cells(int year, IReadOnlyCollection<string>? suppliers = null) =>
        [
            .. company
                .Query<(string Key, string Place, string Exempted, long Amount, long Withheld, int Lines)>(
                    "select supplier_key, tally_place, exempted, amount, withheld, lines from tally_cell "
                        + $"where {Where(new TallyScope(year, Suppliers: suppliers))}",
                    Given(new TallyScope(year, Suppliers: suppliers))
                )
                .Select(c => new SupplierCell(c.Key, new TallyCell(TallyPlace.Read(c.Place, c.Exempted), c.Amount, c.Withheld, c.Lines))),
        ];

    /// <summary>Suppliers of whom something counts in a box, and of whom no Form W-9 is here that counts.</summary>
    public IReadOnlyList<string> WithoutW9(int year) =>
        company
            .Query<string>(
                """
                select distinct c.supplier_key from tally_cell c
                left join return_supplier s on s.supplier_key = c.supplier_key
                where c.year = @year and c.tally_place in (select value from json_each(@boxes))
                  and coalesce(s.w9_counts, 0) = 0
                """,
                new { year, boxes = JsonSerializer.Serialize(ReturnBoxes.All) }
            )
            .AsList();

    /// <summary>How the ledger spells suppliers that were paid; by the folded name.</summary>
    public IReadOnlyDictionary<string, string> Names(int year, IReadOnlyCollection<string>? suppliers = null) =>
        company
            .Query<(string, string)>(
                $"select supplier_key, supplier from tally_supplier where {Where(new TallyScope(year, Suppliers: suppliers))}",
                Given(new TallyScope(year, Suppliers: suppliers))
            )
            .ToDictionary();

    /// <summary>What was paid by month and place; of one supplier, or of all. Walks paid_line_by_supplier.</summary>
    public IReadOnlyList<(int Month, string Place, long Amount)> Months(int year, string supplier) =>
        company
            .Query<(int, string, long)>(
                "select month, tally_place, sum(amount) from tally_month where year = @year "
                    + (supplier.Length > 0 ? "and supplier_key = @supplier " : "")
                    + "group by month, tally_place order by month",
                new { year, supplier }
            )
            .AsList();

    /// <summary>What was paid for each account, by supplier and place.</summary>
    public IReadOnlyList<(string Account, string SupplierKey, string Place, long Amount)> Accounts(int year) =>
        company
            .Query<(string, string, string, long)>(
                "select account, supplier_key, tally_place, amount from tally_account where year = @year",
                new { year }
            )
            .AsList();

    /// <summary>What moved since an instant, by supplier and place; what went and came back is nothing.</summary>
    public IReadOnlyList<(string SupplierKey, string Place, long Amount)> Moved(int year, string since) =>
        company
            .Query<(string, string, long)>(
                "select supplier_key, tally_place, sum(amount) as moved from tally_move where year = @year and at >= @since "
                    + "group by supplier_key, tally_place having moved <> 0 order by abs(moved) desc, supplier_key",
                new { year, since }
            )
            .AsList();

    /// <summary>What moved since an instant, the latest first.</summary>
    public IReadOnlyList<TallyMove> Moves(int year, string since, int most) =>
        company
            .Query<TallyMove>(
                "select at as At, who as Who, because as Because, supplier_key as SupplierKey, tally_place as TallyPlace, amount as Amount "
                    + "from tally_move where year = @year and at >= @since order by at desc, id desc limit @most",
                new
                {
                    year,
                    since,
                    most,
                }
            )
            .AsList();

    private static Dictionary<(string Supplier, string Place), long> ByPlace(IEnumerable<SupplierCell> cells) =>
        cells.GroupBy(c => (c.SupplierKey, c.Cell.Place.Word)).ToDictionary(g => g.Key, g => g.Sum(c => c.Cell.Amount));

    private static string Where(TallyScope scope) =>
        string.Join(
            " and ",
            (
                (string?[])
                    [
                        scope.Year is null ? null : "year = @Year",
                        scope.From is null ? null : "year >= @From",
                        scope.Accounts is null ? null : "account in (select value from json_each(@accounts))",
                        scope.Suppliers is null ? null : "supplier_key in (select value from json_each(@suppliers))",
                        "true",
                    ]
            ).OfType<string>()
        );

    private static object Given(TallyScope scope) =>
        new
        {
            scope.Year,
            scope.From,
            accounts = JsonSerializer.Serialize(scope.Accounts),
            suppliers = JsonSerializer.Serialize(scope.Suppliers),
        };
}
