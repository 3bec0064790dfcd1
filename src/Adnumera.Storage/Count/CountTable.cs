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
public sealed record SourceCount(string Source, Tally Says, StateTotals Totals, Tally Holds);

/// <summary>What waits for a person, gathered by its cause.</summary>
public sealed record WaitingCause(string Reason, string Value, string Detail, long Documents, long Money, long FirstDocument);

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
        return [.. totals.Where(t => t.Value.Arrived.Documents != 0).Select(t => new SourceCount(t.Key, says.GetValueOrDefault(t.Key), t.Value, holds.GetValueOrDefault(t.Key)))];
    }

    /// <summary>Periods in which something arrived, latest first.</summary>
    public IReadOnlyList<string> Periods() => company.Query<string>("select period from arrived_cell group by period having sum(documents) <> 0 order by period desc").AsList();

    /// <summary>What waits for a person, by cause, most money first. Walks hold_by_reason.</summary>
    public IReadOnlyList<WaitingCause> Waiting(string? period, int most) => company.Query<WaitingCause>(
        """
        select h.reason as Reason, h.value as Value, min(h.detail) as Detail, count(distinct d.id) as Documents,
          sum(case when h.line = 0 then d.total else coalesce((select abs(l.net + l.tax) from document_line l where l.document_id = h.document_id and l.line = h.line), d.total) end) as Money,
          min(d.id) as FirstDocument
        from hold h join document d on d.id = h.document_id where @period is null or d.period = @period
        group by h.reason, h.value order by Money desc, h.reason, h.value limit @most
        """, new { period, most }).AsList();

    /// <summary>The same totals counted anew from the documents, for holding the kept ones against.</summary>
    public IReadOnlyList<(string Source, string Period, string State, long Documents, long Money)> Recount() => company.Query<(string, string, string, long, long)>(
        "select source, period, state, count(*), sum(signed_total) from document group by source, period, state order by source, period, state").AsList();

    /// <summary>The kept totals, empty ones left out.</summary>
    public IReadOnlyList<(string Source, string Period, string State, long Documents, long Money)> Kept() => company.Query<(string, string, string, long, long)>(
        "select source, period, state, documents, money from count_cell where documents <> 0 order by source, period, state").AsList();

    private sealed record Row(string Source, string State, long Documents, long Money);
}
