using Adnumera.Core;
using Adnumera.Core.Amounts;
using Adnumera.Core.Entries;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Audit;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage;

/// <summary>A company: its short name in addresses, its name, and its choices.</summary>
public sealed record Company(string Slug, string Name, CompositionSettings Settings);

/// <summary>The file of one company: all that belongs to it and nothing else.</summary>
/// <param name="path">The file.</param>
/// <param name="seal">What keeps its audit from being rewritten.</param>
/// <param name="busySeconds">How long a piece of work waits for another one that writes.</param>
public sealed class CompanyFile(string path, AuditSeal? seal = null, int busySeconds = 10) : SqliteFile(path, "Company", busySeconds)
{
    private readonly AuditSeal seal = seal ?? AuditSeal.None;
    private long noted;

    /// <summary>Checks the audit, its end included.</summary>
    public AuditCheck CheckAudit() => Read(connection => new AuditTable(connection).Check(seal.Anchor()));

    /// <inheritdoc/>
    protected override void Prepare(SqliteConnection connection) => seal.Prepare(connection);

    /// <inheritdoc/>
    protected override void Committed(SqliteConnection connection)
    {
        if (new AuditTable(connection).Last() is not { } last || last.Id == Interlocked.Exchange(ref noted, last.Id)) return;
        seal.Note(last.Id, last.Hash);
    }

    /// <summary>Makes the company's own row, once.</summary>
    public void SetUp(Company company) => InTransaction(connection =>
    {
        connection.Execute(
            """
            insert into company (id, slug, name, currency, rung_order, when_nothing_maps, rounding_tolerance, merge_lines, entry_date)
            values (1, @Slug, @Name, @currency, '', 'hold', 0, 0, 'document_date')
            """, new { company.Slug, company.Name, currency = company.Settings.Currency.Code });
        Keep(connection, company.Settings);
        return 0;
    });

    /// <summary>Reads the company and its choices.</summary>
    public static Company Of(SqliteConnection connection)
    {
        var row = connection.QuerySingle<Row>(
            """
            select slug, name, currency, rung_order as RungOrder, when_nothing_maps as WhenNothingMaps, rounding_tolerance as RoundingTolerance,
              merge_lines as MergeLines, start_date as StartDate, locked_through as LockedThrough, entry_date as EntryDate, private_account as PrivateAccount,
              coalesce((select locked_through from pulled), '') as LedgerLocked from company
            """);
        var accounts = new Mapping.PaymentAccountTable(connection).All();
        return new Company(row.Slug, row.Name, new CompositionSettings
        {
            Kinds = Documents.KindChoiceTable.Of(connection),
            PaymentAccounts = new PaymentAccounts([.. accounts.Select(a => a.Account)]),
            Currency = Currency.Of(row.Currency),
            Order = [.. row.RungOrder.Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(Words<Rung>.Read)],
            WhenNothingMaps = Words<WhenNothingMaps>.Read(row.WhenNothingMaps),
            RoundingTolerance = row.RoundingTolerance,
            MergeLines = row.MergeLines == 1,
            StartDate = Iso.DayOrNone(row.StartDate),
            LockedThrough = Iso.DayOrNone(row.LockedThrough),
            EntryDate = Words<EntryDateRule>.Read(row.EntryDate),
            PrivateAccount = row.PrivateAccount,
            LedgerLockedThrough = Iso.DayOrNone(row.LedgerLocked),
        });
    }

    /// <summary>Keeps the company's choices; those for kinds of document stand in a table of their own.</summary>
    public static void Keep(SqliteConnection connection, CompositionSettings settings) => connection.Execute(
        """
        update company set rung_order = @order, when_nothing_maps = @nothing, rounding_tolerance = @tolerance, merge_lines = @merge, start_date = @start, locked_through = @locked, entry_date = @entryDate,
          private_account = @privateAccount
        """, Parameters(settings));

    /// <summary>At which time of day a dispatch starts by itself, <c>HH:mm</c>; blank for by hand.</summary>
    public static string Schedule(SqliteConnection connection) => connection.ExecuteScalar<string>("select schedule from company")!;

    public static void KeepSchedule(SqliteConnection connection, string schedule) => connection.Execute("update company set schedule = @schedule", new { schedule });

    /// <summary>The day on which a scheduled dispatch was last started; none before the first.</summary>
    public static DateOnly? LastScheduled(SqliteConnection connection) => Iso.DayOrNone(connection.ExecuteScalar<string>("select last_scheduled from company")!);

    public static void KeepLastScheduled(SqliteConnection connection, DateOnly day) => connection.Execute("update company set last_scheduled = @day", new { day = Iso.Text(day) });

    private static object Parameters(CompositionSettings settings) => new
    {
        order = string.Join(' ', settings.Order.Select(Words<Rung>.Of)),
        nothing = Words<WhenNothingMaps>.Of(settings.WhenNothingMaps),
        tolerance = settings.RoundingTolerance,
        merge = settings.MergeLines ? 1 : 0,
        start = Iso.Text(settings.StartDate),
        locked = Iso.Text(settings.LockedThrough),
        entryDate = Words<EntryDateRule>.Of(settings.EntryDate),
        privateAccount = settings.PrivateAccount,
    };

    [method: ExplicitConstructor]
    private sealed record Row(
        string Slug, string Name, string Currency, string RungOrder, string WhenNothingMaps, long RoundingTolerance, long MergeLines, string StartDate,
        string LockedThrough, string EntryDate, string PrivateAccount, string LedgerLocked);
}
