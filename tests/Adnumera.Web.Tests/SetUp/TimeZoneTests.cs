using System.Globalization;
using Adnumera.Web.Posting;
using Dapper;
using Microsoft.Extensions.DependencyInjection;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.SetUp;

/// <summary>A company's own days: today, and when its schedule is due.</summary>
public sealed class TimeZoneTests() : ConnectedHouse("administrator")
{
    // 14 hours ahead of UTC, and 11 behind: never the same day.
    private const string Earliest = "Pacific/Kiritimati";
    private const string Latest = "Pacific/Pago_Pago";
    private int bills;

    private async Task<DateOnly> TodayIn(string zone)
    {
        await client.Put("choices", new { timeZone = zone });
        Assert.Equal(zone, (await client.Get("choices")).GetProperty("choices").GetProperty("timeZone").GetString());
        // The pages go by the same day.
        var today = (await client.Get("overview")).GetProperty("today").GetString()!;
        var session = await client.Ask(HttpMethod.Get, "api/session");
        Assert.Equal(today, session.GetProperty("companies")[0].GetProperty("today").GetString());
        return DateOnly.Parse(today, CultureInfo.InvariantCulture);
    }

    [Fact]
    public async Task Today_is_the_day_of_the_company()
    {
        var (east, west) = (await TodayIn(Earliest), await TodayIn(Latest));
        Assert.InRange(east.DayNumber - west.DayNumber, 1, 2);
        var book = await client.Get("mapping/book");
        Assert.Equal(west.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture), book.GetProperty("asOf").GetString());
    }

    [Fact]
    public async Task Every_zone_on_offer_is_one_and_the_one_in_force_is_among_them()
    {
        var choices = await client.Get("choices");
        var zones = choices.GetProperty("timeZones").EnumerateArray().Select(z => z.GetString()!).ToList();
        Assert.Contains(choices.GetProperty("choices").GetProperty("timeZone").GetString()!, zones);
        Assert.All(zones, z => Assert.True(TimeZoneInfo.TryFindSystemTimeZoneById(z, out _), z));
        Assert.Equal("time-zone", (await client.Refused(HttpMethod.Put, "choices", new { timeZone = "Atlantis/Capital" })).Type);
    }

    [Fact]
    public async Task A_schedule_is_due_by_the_clock_of_the_company()
    {
        await client.TakeIn(Header + Bill(1));

        // A zone in which it is neither just before nor just after midnight, so that a few minutes stay within the day.
        var zone = new[] { Earliest, Latest, "Asia/Tokyo" }.First(z => LocalNow(z).Hour is > 0 and < 23);
        var due = LocalNow(zone).AddMinutes(5).ToString("HH:mm", CultureInfo.InvariantCulture);
        await client.Put("choices", new { timeZone = zone, schedule = due });
        var clock = house.Services.GetRequiredService<PostingClock>();
        clock.StartScheduled();
        Assert.Equal([1, 0], States(house, "ready", "posted"));

        house.Clock.Advance(TimeSpan.FromMinutes(6));
        clock.StartScheduled();
        await house.DispatchIsOver();
        Assert.Equal([0, 1], States(house, "ready", "posted"));
    }

    [Fact]
    public async Task Over_a_change_of_daylight_saving_a_schedule_starts_once_a_day_and_skips_none()
    {
        // New York, 2027 (IANA time zone database): on 14 March there is no 02:30, on 7 November 01:30 comes twice.
        await client.Put("choices", new { timeZone = "America/New_York", schedule = "02:30" });
        var clock = house.Services.GetRequiredService<PostingClock>();
        async Task<long> StartsBetween(DateTimeOffset from, DateTimeOffset until)
        {
            house.Clock.Advance(from - house.Clock.GetUtcNow());
            await SignInAgain();
            var before = Dispatches();
            while (house.Clock.GetUtcNow() < until)
            {
                await client.TakeIn(Header + Bill(++bills));
                clock.StartScheduled();
                await house.DispatchIsOver();
                house.Clock.Advance(TimeSpan.FromMinutes(30));
            }

            return Dispatches() - before;
        }

        static DateTimeOffset Utc(int month, int day, int hour) => new(2027, month, day, hour, 0, 0, TimeSpan.Zero);
        Assert.Equal(0, await StartsBetween(Utc(3, 14, 5), Utc(3, 14, 7))); // until 01:59 in the winter's time
        Assert.Equal(1, await StartsBetween(Utc(3, 14, 7), Utc(3, 14, 11))); // from 03:00 in the summer's
        await client.Put("choices", new { timeZone = "America/New_York", schedule = "01:30" });
        Assert.Equal(1, await StartsBetween(Utc(11, 7, 4), Utc(11, 7, 9))); // 01:30 at 05:30 and 06:30 UTC
        Assert.Equal(1, await StartsBetween(Utc(11, 8, 4), Utc(11, 8, 9)));
    }

    private long Dispatches() => house.Company.Read(c => c.ExecuteScalar<long>("select count(*) from dispatch"));

    private DateTime LocalNow(string zone) =>
        TimeZoneInfo.ConvertTime(house.Clock.GetUtcNow(), TimeZoneInfo.FindSystemTimeZoneById(zone)).DateTime;
}
