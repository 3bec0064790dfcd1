using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Entries;
using Adnumera.Storage.Files;
using Adnumera.Storage.Originals;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Companies;

/// <summary>A company: its short name in addresses, its name, and its choices.</summary>
public sealed record Company(string Slug, string Name, CompositionSettings Settings)
{
    /// <summary>Where its days begin.</summary>
    public TimeZoneInfo TimeZone { get; init; } = CompanyTable.Utc;
}

/// <summary>The file of one company: all that belongs to it and nothing else.</summary>
/// <param name="path">The file.</param>
/// <param name="seal">What keeps its audit from being rewritten.</param>
/// <param name="busySeconds">How long a piece of work waits for another one that writes.</param>
public sealed class CompanyFile(string path, AuditSeal? seal = null, int busySeconds = 10) : SqliteFile(path, "Company", busySeconds)
{
    private readonly AuditSeal seal = seal ?? AuditSeal.None;
    private readonly Lazy<OriginalsFile> originals = new(() =>
        new OriginalsFile(System.IO.Path.ChangeExtension(path, ".files.sqlite"), busySeconds)
    );
    private long noted;

    /// <summary>Told after something was saved.</summary>
    public Action? Changed { get; set; }

    /// <summary>Its second file: originals and attachments.</summary>
    public OriginalsFile Originals => originals.Value;

    /// <summary>The day that it is for the company.</summary>
    /// <param name="now">The instant.</param>
    public DateOnly DayOf(DateTimeOffset now) => DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(now, TimeZone()).DateTime);

    /// <summary>The instant at which a day begins for the company.</summary>
    public DateTimeOffset StartOf(DateOnly day)
    {
        var midnight = day.ToDateTime(TimeOnly.MinValue);
        return new DateTimeOffset(midnight, TimeZone().GetUtcOffset(midnight));
    }

    /// <summary>Where the company's days begin.</summary>
    public TimeZoneInfo TimeZone() => Read(connection => new CompanyTable(connection).TimeZone());

    /// <summary>Checks the audit, its end included.</summary>
    public AuditCheck CheckAudit() => Read(connection => new AuditTable(connection).Check(seal.Anchor()));

    /// <summary>A supplier of the ledger as it is kept: the tax number, which is needed only to find the same one again, as a
    /// mark.</summary>
    public LedgerSupplier Kept(LedgerSupplier supplier) =>
        supplier.Marked(number => seal.Mark("tax number of a ledger's supplier", number));

    /// <summary>A mark of a tax number, by which the same one is found again, and that gives nothing of it away.</summary>
    public string NumberMark(string number) => seal.Mark("tax number of a supplier", number);

    /// <summary>Makes the company's own row, once.</summary>
    public void SetUp(Company company) =>
        InTransaction(connection =>
        {
            connection.Execute(
                """
                insert into company (id, slug, name, currency, time_zone, rung_order, when_nothing_maps, rounding_tolerance, merge_lines,
                  entry_date)
                values (1, @Slug, @Name, @currency, @zone, '', 'hold', 0, 0, 'document_date')
                """,
                new
                {
                    company.Slug,
                    company.Name,
                    currency = company.Settings.Currency.Code,
                    zone = company.TimeZone.Id,
                }
            );
            ChoiceTable.Save(connection, company.Settings);
            return 0;
        });

    /// <inheritdoc/>
    protected override void Prepare(SqliteConnection connection)
    {
        seal.Prepare(connection);
        connection.CreateFunction<string, string>("folded", Folded.Of, isDeterministic: true);
    }

    /// <inheritdoc/>
    protected override void Committed(SqliteConnection connection)
    {
        if (new AuditTable(connection).Last() is { } last && last.Id != Interlocked.Read(ref noted))
        {
            seal.Note(last.Id, last.Hash);
            Interlocked.Exchange(ref noted, last.Id);
        }

        Changed?.Invoke();
    }
}
