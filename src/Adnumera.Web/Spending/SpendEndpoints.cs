using System.Globalization;
using Adnumera.Core.Access;
using Adnumera.Core.Amounts;
using Adnumera.Core.Count;
using Adnumera.Core.Spending;
using Adnumera.Formats.Tables;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Entries;
using Adnumera.Web.Documents;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Spending;

/// <summary>What was spent, by what, and when.</summary>
internal static class SpendEndpoints
{
    public static void MapSpend(this RouteGroupBuilder company)
    {
        company.MapGet("spend", Spend).WithTags("Spend").Needs(Right.Read);
        company.MapGet("spend/file", File).WithTags("Spend").Needs(Right.Read).ExcludeFromDescription();
        company.MapGet("documents/totals", Totals).WithTags("Documents").Needs(Right.Read);
    }

    private static SpendAnswer Spend([AsParameters] SpendQuery query, CompanyBooks books) => books.File.Read(c => Of(c, query));

    private static IResult File([AsParameters] SpendQuery query, Word<TableForm>? form, CompanyBooks books)
    {
        var spend = books.File.Read(c => Of(c, query));
        var words = Words<SpendBy>.Of(query.ByValue).Replace('_', ' ');
        IReadOnlyList<string> columns = [words, "documents", "money", .. spend.Before is null ? [] : (string[])["before"], .. spend.Months];
        IReadOnlyList<TableCell> Row(string title, long documents, string money, string? before, IReadOnlyList<string> months) =>
            [
                title,
                TableCell.Amount(documents.ToString(CultureInfo.InvariantCulture)),
                TableCell.Amount(money),
                .. before is null ? [] : (TableCell[])[TableCell.Amount(before)],
                .. months.Select(TableCell.Amount),
            ];
        return TableFile.Of(
            $"spend by {words}",
            form,
            columns,
            spend
                .Groups.Select(g => Row(g.Title, g.Documents, g.Money, g.Before, g.Months))
                .Append(Row("all", spend.Documents, spend.Money, spend.Before, spend.ByMonth))
        );
    }

    private static SpendAnswer Of(SqliteConnection c, SpendQuery query)
    {
        var (by, over, scope) = (query.ByValue, query.OverValue, query.ScopeValue);
        var (first, last) = (Dates.Period(query.From), Dates.Period(query.To));
        var (from, to) = (Dates.PeriodOrAll(query.From), Dates.PeriodOrAll(query.To));
        var (table, currency) = (new SpendTable(c), new CompanyTable(c).Currency());
        string Text(long minor) => AmountText.Format(minor, currency.Digits);
        var groups = Groups(c, table.Cells(by, over, from, to, scope), by);
        var every = SpendReport.Of(SpendBy.Month, table.Cells(SpendBy.Month, over, null, null, scope), Core.Mapping.PaymentAccounts.None);
        var months = Months(groups, first, last);
        IReadOnlyDictionary<string, Tally>? before = null;
        if (first is { } start)
        {
            var count = months.Count > 0 ? months.Count : 1;
            var (earlier, end) = (Month(start.AddMonths(-count)), Month(start.AddMonths(-1)));
            before = Groups(c, table.Cells(by, over, earlier, end, scope), by).ToDictionary(g => g.Value, g => g.Total);
        }

        var sources = SpendReport.Of(SpendBy.Source, table.Cells(SpendBy.Source, over, from, to, scope), Core.Mapping.PaymentAccounts.None);
        var title = SpendTitles.Of(c, by, groups.Select(g => g.Value).Concat(before?.Keys ?? []));
        SpendGroupAnswer Answer(string value, SpendGroup? group) =>
            new(
                value,
                title(value),
                group?.Total.Documents ?? 0,
                Text(group?.Total.Money ?? 0),
                before is null ? null : Text(before.GetValueOrDefault(value).Money),
                [.. months.Select(m => Text(group?.Months.GetValueOrDefault(m).Money ?? 0))]
            );
        return new SpendAnswer(
            currency.Code,
            months,
            [
                .. groups.Select(g => Answer(g.Value, g)),
                .. (before?.Keys ?? []).Except(groups.Select(g => g.Value)).Order(StringComparer.Ordinal).Select(v => Answer(v, null)),
            ],
            sources.Sum(g => g.Total.Documents),
            Text(sources.Sum(g => g.Total.Money)),
            before is null ? null : Text(before.Values.Sum(b => b.Money)),
            [.. months.Select(m => Text(groups.Sum(g => g.Months.GetValueOrDefault(m).Money)))],
            Standing(SpendStanding.Moved),
            Standing(SpendStanding.SetAside),
            [.. every.Select(g => g.Value).OrderDescending(StringComparer.Ordinal)]
        );

        TallyText Standing(SpendStanding standing) => TallyText.Of(table.Standing(standing, over, from, to), currency);
    }

    private static ListTotalsAnswer Totals([AsParameters] ListQuery list, Word<SpendBy> by, Word<SpendOver>? over, CompanyBooks books)
    {
        var today = books.Today;
        var grouping = by.Read("by");
        return books.File.Read(c =>
        {
            var currency = new CompanyTable(c).Currency();
            var filter = list.Filter(currency, today);
            var groups = Groups(c, new SpendTable(c).Cells(filter, grouping, over?.ReadOrNone("over") ?? SpendOver.DocumentDate), grouping);
            var title = SpendTitles.Of(c, grouping, groups.Select(g => g.Value));
            return new ListTotalsAnswer(
                [
                    .. groups.Select(g => new ListGroupAnswer(
                        g.Value,
                        title(g.Value),
                        g.Total.Documents,
                        AmountText.Format(g.Total.Money, currency.Digits)
                    )),
                ],
                groups.Sum(g => g.Total.Documents),
                AmountText.Format(groups.Sum(g => g.Total.Money), currency.Digits),
                currency.Code
            );
        });
    }

    private static IReadOnlyList<SpendGroup> Groups(SqliteConnection company, IReadOnlyList<SpendCell> cells, SpendBy by) =>
        SpendReport.Of(by, cells, ChoiceTable.Of(company).PaymentAccounts);

    // Every month from the first to the last, also one in which nothing was spent.
    private static List<string> Months(IReadOnlyList<SpendGroup> groups, DateOnly? first, DateOnly? last)
    {
        var spent = groups.SelectMany(g => g.Months.Keys).Where(m => m.Length == 7).Distinct().Order(StringComparer.Ordinal).ToList();
        if (spent.Count == 0 && (first is null || last is null))
            return first is { } only ? [Month(only)] : [];
        var (from, to) = (first is { } f ? Month(f) : spent[0], last is { } l ? Month(l) : spent[^1]);
        var months = new List<string>();
        for (
            var month = DateOnly.ParseExact($"{from}-01", "yyyy-MM-dd", CultureInfo.InvariantCulture);
            string.CompareOrdinal(Month(month), to) <= 0;
            month = month.AddMonths(1)
        )
            months.Add(Month(month));
        return months;
    }

    private static string Month(DateOnly day) => day.ToString("yyyy-MM", CultureInfo.InvariantCulture);
}
