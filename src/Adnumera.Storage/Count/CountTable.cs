using Adnumera.Core.Count;
using Adnumera.Core.Documents;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Count;

/// <summary>A source's totals.</summary>
/// <param name="Source">The source.</param>
/// <param name="Stated">What the source itself says that it sent; null where it is not stated for the whole of the time.</param>
/// <param name="Dated">What arrived of it, by the documents' own days, in the time that the statement is for.</param>
/// <param name="Totals">What arrived, and where it is.</param>
/// <param name="Holds">What the ledger holds of what was read back, each document by the latest reading that covers it.</param>
/// <param name="Intended">What had been sent of that.</param>
public sealed record SourceCount(string Source, Tally? Stated, Tally Dated, StateTotals Totals, Tally Holds, Tally Intended);

/// <summary>What waits for a person, gathered by its cause.</summary>
/// <param name="FirstLine">The line of the first document that it is on; 0 for the document.</param>
[method: ExplicitConstructor]
public sealed record WaitingCause(
    string Reason,
    string Value,
    string Detail,
    long Documents,
    long Money,
    long FirstDocument,
    long FirstLine
);

/// <summary>The count.</summary>
public sealed class CountTable(SqliteConnection company)
{
    /// <summary>More than so many are not counted.</summary>
    public const int MostNoticed = 1_000;

    /// <summary>Totals by source, for one period or for all.</summary>
    public IReadOnlyList<SourceCount> BySource(string? period)
    {
        var parameters = new { period };
        var totals = new SortedDictionary<string, StateTotals>(StringComparer.Ordinal);
        StateTotals Of(string source) => totals.TryGetValue(source, out var known) ? known : totals[source] = new StateTotals();
        foreach (
            var a in company.Query<Row>(
                "select source, '' as state, sum(documents) as documents, sum(money) as money from arrived_cell "
                    + "where @period is null or period = @period group by source",
                parameters
            )
        )
            Of(a.Source).Arrive(new Tally(a.Documents, a.Money));
        foreach (
            var s in company.Query<Row>(
                "select source, state, sum(documents) as documents, sum(money) as money from count_cell "
                    + "where @period is null or period = @period group by source, state",
                parameters
            )
        )
            Of(s.Source).Stand(Words<DocumentState>.Read(s.State), new Tally(s.Documents, s.Money));
        var read = company
            .Query<(string Source, long FoundDocuments, long FoundMoney, long Documents, long Money)>(
                """
                select source, sum(found_documents), sum(found_money), sum(documents), sum(money) from read_cell
                where @period is null or period = @period group by source
                """,
                parameters
            )
            .ToDictionary(
                r => r.Source,
                r => (Holds: new Tally(r.FoundDocuments, r.FoundMoney), Intended: new Tally(r.Documents, r.Money))
            );
        var statements = new StatementTable(company);
        return
        [
            .. totals
                .Where(t => t.Value.Arrived.Documents != 0)
                .Select(t =>
                {
                    var (stated, dated) = statements.For(t.Key, period);
                    var (holds, intended) = read.GetValueOrDefault(t.Key);
                    return new SourceCount(t.Key, stated, dated, t.Value, holds, intended);
                }),
        ];
    }

    /// <summary>Periods in which something arrived, latest first.</summary>
    public IReadOnlyList<string> Periods() =>
        company.Query<string>("select period from arrived_cell group by period having sum(documents) <> 0 order by period desc").AsList();

    /// <summary>Every source of which something arrived.</summary>
    public IReadOnlyList<string> Sources() =>
        company.Query<string>("select source from arrived_cell group by source having sum(documents) <> 0 order by source").AsList();

    /// <summary>How many causes there are.</summary>
    public long Causes(string? period) =>
        company.ExecuteScalar<long>(
            period is null
                ? "select count(*) from hold_total where documents > 0"
                : "select count(*) from hold_cell where period = @period and documents > 0",
            new { period }
        );

    /// <summary>What waits for a person, by cause, most money first: by the cells of causes, each with the first document that it
    /// holds.</summary>
    public IReadOnlyList<WaitingCause> Waiting(string? period, int most)
    {
        // Without a period the first document stands at the beginning of hold_by_reason, with one in hold_by_period.
        var within = period is null ? "" : " and h.period = @period";
        var cells = period is null ? "hold_total where documents > 0" : "hold_cell where period = @period and documents > 0";
        return company
            .Query<WaitingCause>(
                $"""
                with cause as (
                  select reason, value, documents, money from {cells} order by money desc, reason, value limit @most),
                first as (
                  select c.*, (select min(h.document_id) from hold h where h.reason = c.reason and h.value = c.value{within}) as document_id
                  from cause c)
                select f.reason as Reason, f.value as Value, h.detail as Detail, f.documents as Documents, f.money as Money,
                  f.document_id as FirstDocument, h.line as FirstLine
                from first f join hold h on h.document_id = f.document_id and h.reason = f.reason and h.value = f.value
                  and h.line = (select min(x.line) from hold x where x.document_id = f.document_id and x.reason = f.reason and x.value =
                    f.value)
                order by f.money desc, f.reason, f.value
                """,
                new { period, most }
            )
            .AsList();
    }

    /// <summary>The causes counted anew from the reasons, and as they are kept; all months together under none.</summary>
    public (
        IReadOnlyList<(string Reason, string Value, string Period, long Documents, long Money)> Recount,
        IReadOnlyList<(string Reason, string Value, string Period, long Documents, long Money)> Kept
    ) Causes() =>
        (
            company
                .Query<(string, string, string, long, long)>(
                    """
                    with held as (
                      select h.reason, h.value, d.period, count(*) as documents, sum(d.total) as money
                      from (select distinct document_id, reason, value from hold) h join document d on d.id = h.document_id
                      group by h.reason, h.value, d.period)
                    select * from held
                    union all select reason, value, '', sum(documents), sum(money) from held group by reason, value
                    order by 1, 2, 3
                    """
                )
                .AsList(),
            company
                .Query<(string, string, string, long, long)>(
                    """
                    select reason, value, period, documents, money from hold_cell where documents <> 0
                    union all select reason, value, '', documents, money from hold_total where documents <> 0
                    order by 1, 2, 3
                    """
                )
                .AsList()
        );

    /// <summary>Documents in other currencies, which count but whose money is not added.</summary>
    public IReadOnlyList<(string Currency, long Documents, long Money)> OtherCurrencies() =>
        company
            .Query<(string, long, long)>(
                "select h.value, count(*), sum(d.signed_total) from hold h join document d on d.id = h.document_id "
                    + "where h.reason = 'currency' group by h.value order by h.value"
            )
            .AsList();

    /// <summary>How many documents have something worth noticing, of one period or of all; one more than <see cref="MostNoticed"/> for all
    /// that is more.</summary>
    /// <param name="period">The period.</param>
    /// <param name="today">What is dated after it counts.</param>
    public long Noticed(string? period, DateOnly today) =>
        company.ExecuteScalar<long>(
            """
            select count(*) from (
              select 1 from document where notices <> '' and state <> 'set_aside' and (@period is null or period = @period)
              union all
              select 1 from document where document_date > @today and notices = '' and state <> 'set_aside'
                and (@period is null or period = @period)
              limit @most)
            """,
            new
            {
                period,
                today = Iso.Text(today),
                most = MostNoticed + 1,
            }
        );

    /// <summary>What is in a state, of each kind, of one period or of all.</summary>
    public IReadOnlyList<(DocumentKind Kind, Tally Tally)> ByKind(DocumentState state, string? period) =>
        [
            .. company
                .Query<(string Kind, long Documents, long Money)>(
                    "select kind, sum(documents), sum(money) from count_cell "
                        + "where state = @state and (@period is null or period = @period) group by kind having sum(documents) <> 0 "
                        + "order by kind",
                    new { state = Words<DocumentState>.Of(state), period }
                )
                .Select(k => (Words<DocumentKind>.Read(k.Kind), new Tally(k.Documents, k.Money))),
        ];

    /// <summary>What was read back, counted anew from the readings, for holding the kept totals against.</summary>
    public IReadOnlyList<(string Source, string Period, long FoundDocuments, long FoundMoney, long Documents, long Money)> RecountRead() =>
        company
            .Query<(string, string, long, long, long, long)>(
                "select d.source, d.period, sum(r.documents), sum(r.money), count(*), sum(r.intended) from reading r "
                    + "join document d on d.id = r.document_id group by d.source, d.period order by d.source, d.period"
            )
            .AsList();

    /// <summary>The kept totals of what was read back, empty ones left out.</summary>
    public IReadOnlyList<(string Source, string Period, long FoundDocuments, long FoundMoney, long Documents, long Money)> KeptRead() =>
        company
            .Query<(string, string, long, long, long, long)>(
                "select source, period, found_documents, found_money, documents, money from read_cell where documents <> 0 "
                    + "order by source, period"
            )
            .AsList();

    /// <summary>What arrived by the documents' own days, counted anew and as it is kept.</summary>
    public (
        IReadOnlyList<(string Source, string Day, long Documents, long Money)> Recount,
        IReadOnlyList<(string Source, string Day, long Documents, long Money)> Kept
    ) Dated() =>
        (
            company
                .Query<(string, string, long, long)>(
                    "select source, document_date, count(*), sum(case when currency = (select currency "
                        + "from company) then signed_total else 0 end) from document group by source, document_date "
                        + "order by source, document_date"
                )
                .AsList(),
            company
                .Query<(string, string, long, long)>(
                    "select source, day, documents, money from dated_cell where documents <> 0 order by source, day"
                )
                .AsList()
        );

    /// <summary>The same totals counted anew from the documents, for holding the kept ones against.</summary>
    public IReadOnlyList<(string Source, string Period, string State, string Kind, long Documents, long Money)> Recount() =>
        company
            .Query<(string, string, string, string, long, long)>(
                "select source, period, state, kind, count(*), sum(case when currency = (select currency "
                    + "from company) then signed_total else 0 end) from document group by source, period, state, kind "
                    + "order by source, period, state, kind"
            )
            .AsList();

    /// <summary>The kept totals, empty ones left out.</summary>
    public IReadOnlyList<(string Source, string Period, string State, string Kind, long Documents, long Money)> Kept() =>
        company
            .Query<(string, string, string, string, long, long)>(
                "select source, period, state, kind, documents, money from count_cell where documents <> 0 "
                    + "order by source, period, state, kind"
            )
            .AsList();

    [method: ExplicitConstructor]
    private sealed record Row(string Source, string State, long Documents, long Money);
}
