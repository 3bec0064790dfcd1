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
using Adnumera.Web.Refusals;
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
        company.MapGet("documents/totals/file", TotalsFile).Needs(Right.Read).ExcludeFromDescription();
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
        var months = SpendMonths.Of(groups, first, last);
        var earlier = SpendMonths.Before(first, months.Count);
        IReadOnlyDictionary<string, Tally>? before = earlier is { } e
            ? Groups(c, table.Cells(by, over, e.From, e.To, scope), by).ToDictionary(g => g.Value, g => g.Total)
            : null;

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

    private static IResult TotalsFile(
        [AsParameters] ListQuery list,
        Word<SpendBy> by,
        Word<SpendOver>? over,
        Word<TableForm>? form,
        CompanyBooks books
    )
    {
        var words = Words<SpendBy>.Of(by.Read("by")).Replace('_', ' ');
        IReadOnlyList<TableCell> Row(string title, long documents, string money) =>
            [title, TableCell.Amount(documents.ToString(CultureInfo.InvariantCulture)), TableCell.Amount(money)];
        return TableFile.Of(
            $"documents by {words}",
            form,
            [words, "documents", "money"],
            Totals(list, by, over, books).Groups.Select(g => Row(g.Title, g.Documents, g.Money))
        );
    }

    private static ListTotalsAnswer Totals([AsParameters] ListQuery list, Word<SpendBy> by, Word<SpendOver>? over, CompanyBooks books)
    {
        var today = books.Today;
        var grouping = by.Read("by");
        if (!SpendReport.GroupsLists(grouping))
            throw new RefusedException(
                "by",
                $"A list is not grouped by {Words<SpendBy>.Of(grouping)}; see the spending for that. Nothing was changed.",
                StatusCodes.Status400BadRequest
            );
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
}
