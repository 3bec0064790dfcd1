using Adnumera.Core;
using Adnumera.Core.Count;
using Adnumera.Core.Documents;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Count;

/// <summary>A source's totals.</summary>
/// <param name="Source">The source.</param>
/// <param name="Says">What its files said that they bring.</param>
/// <param name="Totals">What arrived, and where it is.</param>
/// <param name="Holds">What the ledger held of it at the last proof.</param>
/// <param name="Intended">What had been sent of it when the last proof was made, in the days that it covered.</param>
public sealed record SourceCount(string Source, Tally Says, StateTotals Totals, Tally Holds, Tally Intended);

/// <summary>What waits for a person, gathered by its cause.</summary>
[method: ExplicitConstructor]
public sealed record WaitingCause(string Reason, string Value, string Detail, long Documents, long Money, long FirstDocument, string FirstKind, string FirstWho, string FirstReference, string KeyKind);

/// <summary>The count.</summary>
public sealed class CountTable(SqliteConnection company)
{
    /// <summary>Totals by source, for one period or for all.</summary>
    public IReadOnlyList<SourceCount> BySource(string? period)
    {
        var parameters = new { period };
        var totals = new SortedDictionary<string, StateTotals>(StringComparer.Ordinal);
        StateTotals Of(string source) => totals.TryGetValue(source, out var known) ? known : totals[source] = new StateTotals();
        foreach (var a in company.Query<Row>("select source, '' as state, sum(documents) as documents, sum(money) as money from arrived_cell where @period is null or period = @period group by source", parameters))
            Of(a.Source).Arrive(new Tally(a.Documents, a.Money));
        foreach (var s in company.Query<Row>("select source, state, sum(documents) as documents, sum(money) as money from count_cell where @period is null or period = @period group by source, state", parameters))
            Of(s.Source).Stand(Words<DocumentState>.Read(s.State), new Tally(s.Documents, s.Money));
        var says = company.Query<Row>("select source, '' as state, sum(documents) as documents, sum(money) as money from source_says where @period is null or period = @period group by source", parameters)
            .ToDictionary(r => r.Source, r => new Tally(r.Documents, r.Money));
        var holds = company.Query<Row>(
            """
            select source, '' as state, sum(documents) as documents, sum(money) as money from found_total
            where proof_id = (select max(id) from proof) and (@period is null or period = @period) group by source
            """, parameters).ToDictionary(r => r.Source, r => new Tally(r.Documents, r.Money));
        var intended = company.Query<Row>(
            """
            select source, '' as state, sum(intended_documents) as documents, sum(intended_money) as money from found_total
            where proof_id = (select max(id) from proof) and (@period is null or period = @period) group by source
            """, parameters).ToDictionary(r => r.Source, r => new Tally(r.Documents, r.Money));
        return [.. totals.Where(t => t.Value.Arrived.Documents != 0).Select(t => new SourceCount(t.Key, says.GetValueOrDefault(t.Key), t.Value, holds.GetValueOrDefault(t.Key), intended.GetValueOrDefault(t.Key)))];
    }

    /// <summary>Periods in which something arrived, latest first.</summary>
    public IReadOnlyList<string> Periods() => company.Query<string>("select period from arrived_cell group by period having sum(documents) <> 0 order by period desc").AsList();

    /// <summary>What waits for a person, by cause, most money first. Walks hold_by_reason.</summary>
    public IReadOnlyList<WaitingCause> Waiting(string? period, int most) => company.Query<WaitingCause>(
        """
        with cause as (
        select h.reason as Reason, h.value as Value, min(h.detail) as Detail, count(distinct d.id) as Documents,
          sum(case when h.line = 0 then d.total else coalesce((select abs(l.net + l.tax) from document_line l where l.document_id = h.document_id and l.line = h.line), d.total) end) as Money,
          min(d.id) as FirstDocument, min(h.line) as FirstLine
        from hold h join document d on d.id = h.document_id where @period is null or d.period = @period
        group by h.reason, h.value order by Money desc, h.reason, h.value limit @most)
        select c.Reason, c.Value, c.Detail, c.Documents, c.Money, c.FirstDocument, f.kind as FirstKind, coalesce(nullif(f.supplier, ''), nullif(f.employee, ''), f.payment_account) as FirstWho, f.reference as FirstReference,
          coalesce(case when l.item <> '' then 'item' when l.cost_code <> '' then 'cost_code' when l.category <> '' then 'category' when f.supplier <> '' then 'supplier' end, '') as KeyKind
        from cause c join document f on f.id = c.FirstDocument left join document_line l on l.document_id = c.FirstDocument and l.line = c.FirstLine order by c.Money desc, c.Reason, c.Value
        """, new { period, most }).AsList();

    /// <summary>Documents in other currencies, which count but whose money is not added.</summary>
    public IReadOnlyList<(string Currency, long Documents, long Money)> OtherCurrencies() => company.Query<(string, long, long)>(
        "select h.value, count(*), sum(d.signed_total) from hold h join document d on d.id = h.document_id where h.reason = 'currency' group by h.value order by h.value").AsList();

    /// <summary>The same totals counted anew from the documents, for holding the kept ones against.</summary>
    public IReadOnlyList<(string Source, string Period, string State, long Documents, long Money)> Recount() => company.Query<(string, string, string, long, long)>(
        "select source, period, state, count(*), sum(case when currency = (select currency from company) then signed_total else 0 end) from document group by source, period, state order by source, period, state").AsList();

    /// <summary>The kept totals, empty ones left out.</summary>
    public IReadOnlyList<(string Source, string Period, string State, long Documents, long Money)> Kept() => company.Query<(string, string, string, long, long)>(
        "select source, period, state, documents, money from count_cell where documents <> 0 order by source, period, state").AsList();

    [method: ExplicitConstructor]
    private sealed record Row(string Source, string State, long Documents, long Money);
}
