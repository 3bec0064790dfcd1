using Adnumera.Core.Payroll;
using Adnumera.LedgerStandIn;
using Adnumera.SourcesStandIn;
using Adnumera.Web;
using Adnumera.Web.Companies;
using Adnumera.Web.Hosting;
using Adnumera.Web.Requests;

namespace Adnumera.Demo;

/// <summary>Makes the demo's year: some 1,200 documents of January to November from all sources, posted and proved as the year went on.</summary>
public static class YearBuilder
{
    /// <summary>Builds everything in an empty folder.</summary>
    /// <param name="folder">The folder.</param>
    /// <param name="ledgerAddress">Where the ledger will stand.</param>
    /// <param name="sourcesAddress">Where the sources will stand.</param>
    /// <param name="says">Told what is done.</param>
    public static async Task Build(string folder, string ledgerAddress, string sourcesAddress, Action<string> says)
    {
        says("Writing the ledger's books");
        Builder.SetUpLedger(Path.Combine(folder, "ledger"), "");
        var clock = new BuildClock();
        void WithClock(WebApplicationBuilder b) => b.Services.AddSingleton<TimeProvider>(clock);
        await using var standIn = StandIn.Build(Path.Combine(folder, "ledger"), 0, WithClock);
        await standIn.StartAsync();
        await using var sources = SourcesProgram.Build(Path.Combine(folder, "sources", "sources.sqlite"), 0, WithClock);
        await sources.StartAsync();
        var (ledger, at) = (standIn.Urls.First() + "/", sources.Urls.First() + "/");
        var settings = new WebSettings(folder, ledger, true) { Wakes = false, SourcesAddress = at };

        // It is not started: what it does beside the work, such as filling the search, is done when the demo runs.
        await using var web = Application.Build(settings, 0, clock);
        var companies = web.Services.GetRequiredService<CompanyFiles>();
        clock.MoveTo(1, 2, 8, 0);
        var file = Builder.SetUpCompany(companies, SourceDesks.From);
        Builder.SetUpReadingRoom(companies);
        var (steps, books) = (new Steps(web, file, ledger), standIn.Services.GetRequiredService<Shelf>().Find(Bindery.Organisation.Id)!);
        var desks = sources.Services.GetRequiredService<Desks>();
        YearPayees.AddTo(books);
        says("Connecting the ledger and the sources, and mapping");
        await steps.Connect(books);
        Builder.SaveMapping(file, clock.GetUtcNow(), withYear: true);
        steps.MapPayItems(PayRegisters.Mapping, PayRegisters.Flags);
        steps.Choose();
        steps.ChoosePayroll(new PayrollSettings { ContractorGroup = PayBureau.Group });
        await steps.ConnectFeeds(desks, at);
        var (year, files) = (new SourceDesks(), new Year().Files);

        async Task Period(DateOnly first, DateOnly last, (int Month, int Day) on, (string Name, string Content)? taken = null)
        {
            says($"{first:MMMM} to {last:MMMM}");
            year.Put(desks, first, last);
            clock.MoveTo(on.Month, on.Day, 8, 30);
            await steps.PullFeeds();
            if (taken is { } hand)
                steps.TakeIn(hand);
            if (last <= new DateOnly(2026, 10, 31))
                steps.TakeIn(PayRegisters.File(first, last));
            clock.MoveTo(on.Month, on.Day, 8, 45);
            await steps.Dispatch();
            await steps.Tell();
        }

        await Period(new DateOnly(2025, 12, 1), new DateOnly(2026, 4, 30), (5, 4));
        await Period(new DateOnly(2026, 5, 1), new DateOnly(2026, 8, 31), (9, 3));
        PayPayments.Put(books);
        YearPayees.Pay(books, new DateOnly(2025, 1, 1), new DateOnly(2026, 8, 31));
        await steps.Lock(books, "2026-08-31");
        await Period(new DateOnly(2026, 9, 1), new DateOnly(2026, 10, 31), (11, 2), files[0]);
        clock.MoveTo(11, 2, 8, 55);
        await steps.Prove(SourceDesks.From, new DateOnly(2026, 10, 31));
        SourceDesks.Mail(desks);
        await Period(new DateOnly(2026, 11, 1), new DateOnly(2026, 11, 12), (11, 13), files[1]);
        Builder.Tamper(books);
        says("The last week");
        year.Put(desks, new DateOnly(2026, 11, 13), Builder.Today);
        clock.MoveTo(11, 19, 16, 30);
        steps.TakeIn(files[2]);
        // From now on what is worked by the month's end is accrued.
        steps.ChoosePayroll(
            new PayrollSettings
            {
                ContractorGroup = PayBureau.Group,
                PeriodDays = 14,
                AccrualAccount = "2440",
            }
        );
        steps.TakeIn(PayRegisters.File(new DateOnly(2026, 11, 1), Builder.Today));
        Steps.TakeIn(
            new CompanyBooks(companies.Open(ReadingRoom.Slug), ReadingRoom.Slug, "Ines Calder", clock),
            PayRegisters.OfReadingRoom
        );
        clock.MoveTo(11, 20, 8, 15);
        await steps.PullFeeds();
        await steps.ConfirmPayments(new DateOnly(2026, 8, 31));
        YearPayees.Pay(books, new DateOnly(2026, 9, 1), Builder.Today);
        await steps.TallyYear(Builder.Today.Year);
        Steps.SetAddresses(file, ledgerAddress, sourcesAddress);
        await sources.StopAsync();
        await standIn.StopAsync();
    }
}
