using Adnumera.Core.Count;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Count;

/// <summary>A source's statement as it is kept.</summary>
/// <param name="ArrivalId">The file that said it; 0 where a person or a feed did.</param>
/// <param name="FeedId">The feed that said it; 0 for none.</param>
[method: ExplicitConstructor]
public sealed record StatementRow(
    long Id,
    string Source,
    string FirstDay,
    string LastDay,
    long Documents,
    long Money,
    string At,
    string Who,
    long ArrivalId = 0,
    long FeedId = 0
)
{
    public SourceStatement Statement => new(Iso.Day(FirstDay), Iso.Day(LastDay), new Tally(Documents, Money));
}

/// <summary>What sources themselves say that they sent, and what arrived of it by the documents' own days.</summary>
public sealed class StatementTable(SqliteConnection company)
{
    private const string Columns =
        "select id as Id, source as Source, first_day as FirstDay, last_day as LastDay, documents as Documents, money as Money, at as At, "
        + "who as Who, arrival_id as ArrivalId, feed_id as FeedId from source_statement";

    public IReadOnlyList<StatementRow> All() => company.Query<StatementRow>($"{Columns} order by source, first_day").AsList();

    public StatementRow? Find(long id) => company.QueryFirstOrDefault<StatementRow>($"{Columns} where id = @id", new { id });

    /// <summary>The statements of a source. Walks source_statement_by_source.</summary>
    public IReadOnlyList<StatementRow> Of(string source) =>
        company.Query<StatementRow>($"{Columns} where source = @source order by first_day", new { source }).AsList();

    public long Add(StatementRow row) =>
        company.ExecuteScalar<long>(
            "insert into source_statement (source, first_day, last_day, documents, money, at, who, arrival_id, feed_id) "
                + "values (@Source, @FirstDay, @LastDay, @Documents, @Money, @At, @Who, @ArrivalId, @FeedId) returning id",
            row
        );

    /// <summary>Takes away what the statement of a file said of itself.</summary>
    public void RemoveOf(long arrival) =>
        company.Execute("delete from source_statement where arrival_id = @arrival and arrival_id <> 0", new { arrival });

    /// <summary>Takes away what a feed said before of some days. Walks source_statement_of_feed.</summary>
    public void RemoveOfFeed(long feed, string firstDay) =>
        company.Execute(
            "delete from source_statement where feed_id = @feed and feed_id <> 0 and first_day = @firstDay",
            new { feed, firstDay }
        );

    public void Remove(long id) => company.Execute("delete from source_statement where id = @id", new { id });

    /// <summary>
    /// What a source says for a period, or for all the days on which something of it is dated; null where that is not stated whole. Beside
    /// it what arrived in that time. Walks dated_cell.
    /// </summary>
    public (Tally? Stated, Tally Dated) For(string source, string? period)
    {
        var statements = Of(source).Select(s => s.Statement).ToList();
        DateOnly first,
            last;
        if (period is not null)
        {
            first = Iso.Day($"{period}-01");
            last = first.AddMonths(1).AddDays(-1);
        }
        else
        {
            // Statements may reach beyond what is dated; a day of theirs without a document counts as well.
            var (from, through) = company.QuerySingle<(string?, string?)>(
                "select min(day), max(day) from dated_cell where source = @source and documents <> 0",
                new { source }
            );
            if (from is null || statements.Count == 0)
                return (null, default);
            (first, last) = (statements.Min(s => s.First), statements.Max(s => s.Last));
            if (Iso.Day(from) < first || Iso.Day(through!) > last)
                return (null, default);
        }

        return (SourceStatement.For(statements, first, last), Dated(source, first, last));
    }

    /// <summary>What arrived of a source, by the documents' own days.</summary>
    public Tally Dated(string source, DateOnly first, DateOnly last)
    {
        var (documents, money) = company.QuerySingle<(long, long)>(
            "select coalesce(sum(documents), 0), coalesce(sum(money), 0) from dated_cell where source = @source and day >= @first "
                + "and day <= @last",
            new
            {
                source,
                first = Iso.Text(first),
                last = Iso.Text(last),
            }
        );
        return new Tally(documents, money);
    }
}
