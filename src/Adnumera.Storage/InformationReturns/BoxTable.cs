using System.Text.Json;
using Adnumera.Core.InformationReturns;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.InformationReturns;

/// <summary>In which box accounts count, by year, and from which amount on boxes are filed.</summary>
public sealed class BoxTable(SqliteConnection company)
{
    /// <summary>Every row, by year, account and supplier.</summary>
    public IReadOnlyList<BoxRow> All() =>
        [
            .. company
                .Query<(int Year, string Account, string Supplier, string Box)>(
                    "select year, account, supplier, box from box_row order by year, account, supplier_key"
                )
                .Select(r => new BoxRow(r.Year, r.Account, r.Supplier, Boxes.Choice(r.Box))),
        ];

    /// <summary>The boxes of a year.</summary>
    public BoxRows Of(int year) => new(All(), year);

    /// <summary>Puts a row in the place of the one of its year, account and supplier.</summary>
    public void Put(BoxRow row) =>
        company.Execute(
            "insert or replace into box_row (year, account, supplier_key, supplier, box) values (@Year, @Account, @key, @Supplier, @box)",
            new
            {
                row.Year,
                row.Account,
                key = Folded.Of(row.Supplier),
                row.Supplier,
                box = row.Choice.ToString(),
            }
        );

    /// <summary>Takes a row out, so that what was said before it stands again.</summary>
    public void Remove(int year, string account, string supplier) =>
        company.Execute(
            "delete from box_row where year = @year and account = @account and supplier_key = @key",
            new
            {
                year,
                account,
                key = Folded.Of(supplier),
            }
        );

    /// <summary>The thresholds that the company said itself.</summary>
    public IReadOnlyList<ThresholdRow> OwnThresholds() =>
        [
            .. company
                .Query<(int Year, string Box, long Amount, string Source, bool Confirmed)>(
                    "select year, box, amount, source, confirmed from box_threshold order by year, box"
                )
                .Select(t => new ThresholdRow(t.Year, Boxes.Choice(t.Box).Box!.Value, t.Amount)
                {
                    Source = t.Source,
                    ConfirmedThrough = t.Confirmed ? null : t.Year - 1,
                    IsOwn = true,
                }),
        ];

    /// <summary>The thresholds of a year.</summary>
    public Thresholds Thresholds(int year) => new(OwnThresholds(), year);

    /// <summary>Says from which amount on a box is filed.</summary>
    public void Put(ThresholdRow row, bool isConfirmed, DateTimeOffset at, string who) =>
        company.Execute(
            "insert or replace into box_threshold values (@Year, @box, @Amount, @Source, @isConfirmed, @at, @who)",
            new
            {
                row.Year,
                box = row.Box.Text(),
                row.Amount,
                row.Source,
                isConfirmed,
                at = Iso.Text(at),
                who,
            }
        );

    /// <summary>Takes back what the company said of a box in a year.</summary>
    public void RemoveThreshold(int year, ReturnBox box) =>
        company.Execute("delete from box_threshold where year = @year and box = @box", new { year, box = box.Text() });
}

/// <summary>A decision about the 1099 year, with what stood before.</summary>
/// <param name="Kind">What was decided of.</param>
/// <param name="Subject">Of which.</param>
/// <param name="Says">What it did, as a sentence.</param>
/// <param name="Before">What stood before, as JSON.</param>
/// <param name="After">What stood after, as JSON.</param>
[method: ExplicitConstructor]
public sealed record ReturnChangeRow(
    long Id,
    string At,
    string Who,
    string Kind,
    string Subject,
    string Says,
    string Before,
    string After,
    bool IsUndone
);

/// <summary>Every decision about the 1099 year, to take back.</summary>
public sealed class ReturnChangeTable(SqliteConnection company)
{
    private const string Columns =
        "select id as Id, at as At, who as Who, kind as Kind, subject as Subject, says as Says, before as Before, after as After, "
        + "undone_by is not null as IsUndone from return_change";

    /// <summary>Notes a decision; its number.</summary>
    public long Add<T>(DateTimeOffset at, string who, string kind, string subject, string says, T before, T after) =>
        company.ExecuteScalar<long>(
            "insert into return_change (at, who, kind, subject, says, before, after) values (@at, @who, @kind, @subject, @says, @before, "
                + "@after) returning id",
            new
            {
                at = Iso.Text(at),
                who,
                kind,
                subject,
                says,
                before = JsonSerializer.Serialize(before),
                after = JsonSerializer.Serialize(after),
            }
        );

    public ReturnChangeRow? Find(long id) => company.QueryFirstOrDefault<ReturnChangeRow>($"{Columns} where id = @id", new { id });

    /// <summary>The latest decisions of a kind; of one subject, or of all. Walks return_change_by_kind.</summary>
    public IReadOnlyList<ReturnChangeRow> Latest(string kind, string? subject, int most) =>
        company
            .Query<ReturnChangeRow>(
                $"{Columns} where kind = @kind {(subject is null ? "" : "and subject = @subject ")}order by id desc limit @most",
                new
                {
                    kind,
                    subject,
                    most,
                }
            )
            .AsList();

    /// <summary>Whether something of the same was decided after it, and stands.</summary>
    public bool IsDecidedSince(ReturnChangeRow change) =>
        company.ExecuteScalar<bool>(
            "select exists (select 1 from return_change where kind = @Kind and subject = @Subject and id > @Id and undone_by is null)",
            change
        );

    /// <summary>Notes that a decision was taken back by another, which is no decision to take back itself.</summary>
    public void Undone(long id, long by) =>
        company.Execute("update return_change set undone_by = @by where id in (@id, @by)", new { id, by });
}
