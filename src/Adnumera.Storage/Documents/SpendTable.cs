using System.Text.Json;
using Adnumera.Core.Count;
using Adnumera.Core.Spending;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>What was spent, by what.</summary>
public sealed class SpendTable(SqliteConnection company)
{
    /// <summary>The parts of a grouping, from the kept totals.</summary>
    /// <param name="by">The grouping.</param>
    /// <param name="over">By which day months go.</param>
    /// <param name="from">The first month; none for since ever.</param>
    /// <param name="to">The last month.</param>
    /// <param name="scope">How much of what arrived.</param>
    public IReadOnlyList<SpendCell> Cells(SpendBy by, SpendOver over, string? from, string? to, SpendScope scope)
    {
        var month = over == SpendOver.ArrivalDate ? "arrived" : "substr(day, 1, 7)";
        return Read(
            $"""
            select key as Value, day as Day, {month} as Month, sum(documents) as Documents, sum(money) as Money from spend_cell
            where spent_by = @by and standing in (select value from json_each(@standings))
              and (@from is null or {month} >= @from) and (@to is null or {month} <= @to)
            group by 1, 2, 3
            """,
            new
            {
                by = Words<SpendBy>.Of(SpendReport.PartsOf(by)),
                standings = JsonSerializer.Serialize(scope.Standings().Select(Words<SpendStanding>.Of)),
                from,
                to,
            }
        );
    }

    /// <summary>The parts of a grouping of the documents that a list holds.</summary>
    /// <param name="filter">The list.</param>
    /// <param name="by">The grouping, all but project and account.</param>
    /// <param name="over">By which day months go.</param>
    public IReadOnlyList<SpendCell> Cells(DocumentFilter filter, SpendBy by, SpendOver over)
    {
        if (filter == new DocumentFilter())
            return Cells(by, over, null, null, SpendScope.Arrived);
        var (where, parameters) = new DocumentList(company).Where(filter);
        var month = (by, over) switch
        {
            (SpendBy.Month, SpendOver.ArrivalDate) => "substr((select a.at from arrival a where a.id = d.arrival_id), 1, 7)",
            (SpendBy.Month, _) => "substr(d.document_date, 1, 7)",
            _ => "''",
        };
        var (value, day) = SpendReport.PartsOf(by) switch
        {
            SpendBy.PaymentAccount => ($"{PaidFrom}", "d.document_date"),
            SpendBy.Supplier => ("d.supplier_key", "''"),
            _ => ("d.source", "''"),
        };
        const string Money = "case when d.currency = (select currency from company) then {0} else 0 end";
        if (by != SpendBy.Category)
            return Read(
                $"""
                select {value} as Value, {day} as Day, {month} as Month, count(*) as Documents,
                  sum({string.Format(null, Money, "d.signed_total")}) as Money
                from document d where {where} group by 1, 2, 3
                """,
                parameters
            );
        return ByCategory(
            $"""
            select d.id as Id, {string.Format(null, Money, "d.signed_total")} as Whole, coalesce(l.category_key, '') as Value,
              coalesce({string.Format(null, Money, SpendConditions.Side)} * (l.net + l.tax), 0) as Money
            from document d left join document_line l on l.document_id = d.id and l.category_key <> '' and (l.net <> 0 or l.tax <> 0)
            where {where} order by d.id
            """,
            parameters
        );
    }

    // The lines of one document after the other, never all of them at once.
    private IReadOnlyList<SpendCell> ByCategory(string sql, DynamicParameters parameters)
    {
        var tallies = new Dictionary<string, Tally>();
        var (at, whole, lines) = (0L, 0L, new List<(string Value, long Money)>());
        foreach (var line in company.Query<(long Id, long Whole, string Value, long Money)>(sql, parameters, buffered: false))
        {
            if (line.Id != at)
                Add();
            (at, whole) = (line.Id, line.Whole);
            lines.Add((line.Value, line.Money));
        }

        Add();
        return [.. tallies.Select(t => new SpendCell(t.Key, "", "", t.Value))];

        void Add()
        {
            if (at == 0)
                return;
            foreach (var (value, money) in Spends.Shares(whole, lines, StringComparer.Ordinal))
                tallies[value] = tallies.GetValueOrDefault(value) + new Tally(1, money);
            lines.Clear();
        }
    }

    /// <summary>All that stands somewhere.</summary>
    public Tally Standing(SpendStanding standing, SpendOver over, string? from, string? to)
    {
        var month = over == SpendOver.ArrivalDate ? "arrived" : "day";
        var (documents, money) = company.QuerySingle<(long, long)>(
            $"""
            select coalesce(sum(documents), 0), coalesce(sum(money), 0) from spend_cell
            where spent_by = @by and standing = @standing and (@from is null or {month} >= @from) and (@to is null or {month} <= @to)
            """,
            new
            {
                by = Words<SpendBy>.Of(SpendBy.Source),
                standing = Words<SpendStanding>.Of(standing),
                from,
                to,
            }
        );
        return new Tally(documents, money);
    }

    /// <summary>Every text under which something was paid, folded.</summary>
    public IReadOnlyList<string> PaidFromTexts() =>
        company.Query<string>("select distinct key from spend_cell where spent_by = 'payment_account'").AsList();

    // What a document (d) was paid from, as its parts have it.
    internal const string PaidFrom =
        "case when d.kind = 'transfer' or d.payment_account_choice = '' then d.payment_account_key "
        + "else folded(d.payment_account_choice) end";

    /// <summary>The kept totals and what the documents make of them, to hold one against the other.</summary>
    public (
        IReadOnlyList<(string, string, string, string, string, long, long)> Recount,
        IReadOnlyList<(string, string, string, string, string, long, long)> Kept
    ) Recount()
    {
        using var scratch = new SqliteConnection("Data Source=:memory:");
        scratch.Open();
        scratch.Execute(
            "create table spend_cell (spent_by, key, standing, day, arrived, documents, money, "
                + "primary key (spent_by, key, day, arrived, standing))"
        );
        var documents = new DocumentTable(company);
        var changes = new SpendChanges(scratch, new Companies.CompanyTable(company).Currency());
        foreach (var d in documents.AllIds().Chunk(1000).SelectMany(documents.Load))
            changes.Add(d.AsDecided, d.Accounts, d.State, d.ArrivedIn);
        changes.Save();
        IReadOnlyList<(string, string, string, string, string, long, long)> Kept(SqliteConnection of) =>
            of.Query<(string, string, string, string, string, long, long)>(
                    "select spent_by, key, standing, day, arrived, documents, money from spend_cell where documents <> 0 or money <> 0 "
                        + "order by 1, 2, 3, 4, 5"
                )
                .AsList();
        return (Kept(scratch), Kept(company));
    }

    private IReadOnlyList<SpendCell> Read(string sql, object parameters) =>
        [
            .. company
                .Query<(string Value, string Day, string Month, long Documents, long Money)>(sql, parameters)
                .Select(r => new SpendCell(r.Value, r.Day, r.Month, new Tally(r.Documents, r.Money))),
        ];
}
