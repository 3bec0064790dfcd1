using Adnumera.Core.Amounts;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Companies;

/// <summary>The company itself: its name, currency and time zone, and when a dispatch starts by itself.</summary>
public sealed class CompanyTable(SqliteConnection company)
{
    /// <summary>Its name.</summary>
    public string Name() => company.ExecuteScalar<string>("select name from company")!;

    /// <summary>Its short name, as addresses and keys have it.</summary>
    public string Slug() => company.ExecuteScalar<string>("select slug from company")!;

    /// <summary>The currency of its ledger.</summary>
    public Currency Currency() => Core.Amounts.Currency.Of(company.ExecuteScalar<string>("select currency from company")!);

    /// <summary>UTC under its name in the IANA database.</summary>
    public static TimeZoneInfo Utc { get; } = TimeZoneInfo.FindSystemTimeZoneById("Etc/UTC");

    /// <summary>Where its days begin (IANA time zone).</summary>
    public TimeZoneInfo TimeZone() =>
        TimeZoneInfo.FindSystemTimeZoneById(company.ExecuteScalar<string>("select time_zone from company")!) is var zone
        && zone.Id == TimeZoneInfo.Utc.Id
            ? Utc
            : zone;

    /// <summary>Moves it to another time zone.</summary>
    public void MoveTo(TimeZoneInfo zone) =>
        company.Execute("update company set time_zone = " + "@Id", new { (zone.Id == TimeZoneInfo.Utc.Id ? Utc : zone).Id });

    /// <summary>At which time of day a dispatch starts by itself, <c>HH:mm</c>; blank for by hand.</summary>
    public string Schedule() => company.ExecuteScalar<string>("select schedule from company")!;

    /// <summary>Sets the time of day at which a dispatch starts by itself.</summary>
    public void SetSchedule(string schedule) => company.Execute("update company set schedule = @schedule", new { schedule });

    /// <summary>The day on which a scheduled dispatch was last started; none before the first.</summary>
    public DateOnly? LastScheduled() => Iso.DayOrNone(company.ExecuteScalar<string>("select last_scheduled from company")!);

    /// <summary>Notes that the scheduled dispatch of a day was started.</summary>
    public void NoteScheduled(DateOnly day) => company.Execute("update company set last_scheduled = @day", new { day = Iso.Text(day) });
}
