using System.Text.Json;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Audit;

/// <summary>One change: when, who, what, of what, and how it was before and after.</summary>
[method: ExplicitConstructor]
public sealed record AuditRow(long Id, string At, string Who, string What, string Subject, string Before, string After);

/// <summary>What a check of the record found.</summary>
/// <param name="Rows">How many rows there are.</param>
/// <param name="KeyedAfter">Rows up to here were written before the chain was keyed, and are covered by what follows them.</param>
/// <param name="Problem">What does not fit, as people say it; blank when the record is whole.</param>
public sealed record AuditCheck(long Rows, long KeyedAfter, string Problem);

/// <summary>The append-only record of every change; each row is hashed over the one before with a key that is not in the file, so that a
/// gap, a change or a cut shows.</summary>
public sealed class AuditTable(SqliteConnection company)
{
    private const string Columns = "select id, at, who, what, subject, before, after from audit";

    public void Add(DateTimeOffset at, string who, string what, string subject, object? before, object? after) =>
        company.Execute(
            """
            insert into audit (at, who, what, subject, before, after, hash) values (@at, @who, @what, @subject, @before, @after,
              sealed_hash(coalesce((select hash from audit order by id desc limit 1), x''), @at, @who, @what, @subject, @before, @after))
            """,
            new
            {
                at = Iso.Text(at),
                who,
                what,
                subject,
                before = Text(before),
                after = Text(after),
            }
        );

    /// <summary>What happened to a subject, oldest first. Walks audit_by_subject.</summary>
    public IReadOnlyList<AuditRow> Of(string subject) =>
        company.Query<AuditRow>($"{Columns} where subject = @subject order by id", new { subject }).AsList();

    /// <summary>How often somebody did something to a subject since an instant. Walks audit_by_subject.</summary>
    public int Count(string subject, string who, DateTimeOffset since) =>
        company.ExecuteScalar<int>(
            "select count(*) from audit where subject = @subject and who = @who and at > @since",
            new
            {
                subject,
                who,
                since = Iso.Text(since),
            }
        );

    /// <summary>A page of the record, latest first, before the given row.</summary>
    public IReadOnlyList<AuditRow> Page(long? before, int most) =>
        company
            .Query<AuditRow>($"{Columns} where @before is null or id < @before order by id desc limit @most", new { before, most })
            .AsList();

    /// <summary>The last row and its hash; none while there is none.</summary>
    public (long Id, byte[] Hash)? Last() =>
        company.QueryFirstOrDefault<(long Id, byte[] Hash)>("select id, hash from audit order by id desc limit 1") is { Id: > 0 } last
            ? last
            : null;

    /// <summary>Checks every row against the one before it, and the end against what was noted outside the file.</summary>
    public AuditCheck Check(AuditAnchor? anchor)
    {
        var after = anchor?.KeyedAfter ?? 0;
        var rows = company.ExecuteScalar<long>("select count(*) from audit");
        var broken = company.ExecuteScalar<long?>(
            """
            select id from (select id, hash, sealed_hash(lag(hash, 1, x'') over (order by id), at, who, what, subject, before, after) as
              fits from audit)
            where id > @after and hash <> fits order by id limit 1
            """,
            new { after }
        );
        if (broken is { } row)
            return new AuditCheck(
                rows,
                after,
                $"Row {row} does not follow from the row before it: one of the two was changed, or one between them is gone."
            );
        if (anchor is null)
            return new AuditCheck(
                rows,
                after,
                rows == 0 ? "" : "Its end was never noted outside the company's file, so a cut could not be seen."
            );
        var end = company.QueryFirstOrDefault<byte[]>("select hash from audit where id = @LastId", anchor);
        if (end is null && anchor.LastId > 0)
            return new AuditCheck(rows, after, $"It ends too early: row {anchor.LastId} had been written and is gone.");
        return new AuditCheck(
            rows,
            after,
            end is null || end.AsSpan().SequenceEqual(anchor.LastHash)
                ? ""
                : $"Row {anchor.LastId} is another than the one that was noted outside the company's file."
        );
    }

    private static string Text(object? value) =>
        value switch
        {
            null => "",
            string text => text,
            _ => JsonSerializer.Serialize(value, value.GetType()),
        };
}
