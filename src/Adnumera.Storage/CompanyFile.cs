using Adnumera.Core;
using Adnumera.Core.Amounts;
using Adnumera.Core.Entries;
using Adnumera.Core.Mapping;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage;

/// <summary>A company: its short name in addresses, its name, and its choices.</summary>
public sealed record Company(string Slug, string Name, CompositionSettings Settings);

/// <summary>The file of one company: all that belongs to it and nothing else.</summary>
public sealed class CompanyFile(string path) : SqliteFile(path, "Company")
{
    /// <summary>Makes the company's own row, once.</summary>
    public void SetUp(Company company) => InTransaction(connection => connection.Execute(
        """
        insert into company (id, slug, name, currency, rung_order, when_nothing_maps, rounding_tolerance, merge_lines, start_date, locked_through, entry_date)
        values (1, @Slug, @Name, @currency, @order, @nothing, @tolerance, @merge, @start, @locked, @entryDate)
        """,
        new
        {
            company.Slug,
            company.Name,
            currency = company.Settings.Currency.Code,
            order = string.Join(' ', company.Settings.Order.Select(Words<Rung>.Of)),
            nothing = Words<WhenNothingMaps>.Of(company.Settings.WhenNothingMaps),
            tolerance = company.Settings.RoundingTolerance,
            merge = company.Settings.MergeLines ? 1 : 0,
            start = Iso.Text(company.Settings.StartDate),
            locked = Iso.Text(company.Settings.LockedThrough),
            entryDate = Words<EntryDateRule>.Of(company.Settings.EntryDate),
        }));

    /// <summary>Reads the company and its choices.</summary>
    public static Company Of(SqliteConnection connection)
    {
        var row = connection.QuerySingle<Row>(
            """
            select slug, name, currency, rung_order as RungOrder, when_nothing_maps as WhenNothingMaps, rounding_tolerance as RoundingTolerance,
              merge_lines as MergeLines, start_date as StartDate, locked_through as LockedThrough, entry_date as EntryDate from company
            """);
        return new Company(row.Slug, row.Name, new CompositionSettings
        {
            Currency = Currency.Of(row.Currency),
            Order = [.. row.RungOrder.Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(Words<Rung>.Read)],
            WhenNothingMaps = Words<WhenNothingMaps>.Read(row.WhenNothingMaps),
            RoundingTolerance = row.RoundingTolerance,
            MergeLines = row.MergeLines == 1,
            StartDate = Iso.DayOrNone(row.StartDate),
            LockedThrough = Iso.DayOrNone(row.LockedThrough),
            EntryDate = Words<EntryDateRule>.Read(row.EntryDate),
        });
    }

    [method: ExplicitConstructor]
    private sealed record Row(
        string Slug, string Name, string Currency, string RungOrder, string WhenNothingMaps, long RoundingTolerance, long MergeLines, string StartDate,
        string LockedThrough, string EntryDate);
}
