using Adnumera.Storage.Companies;
using Adnumera.Ui.Driver;
using Adnumera.Web.Companies;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging.Abstractions;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Companies;

/// <summary>Work beside requests: however much changes while it is busy, it looks again once.</summary>
public sealed class BesideWorkTests
{
    [Fact]
    public async Task However_often_a_company_changes_meanwhile_it_waits_once()
    {
        await using var house = await House.Open(Furnishing.Connected);
        using var work = new Counting(house.Services.GetRequiredService<CompanyFiles>());
        await work.StartAsync(TestContext.Current.CancellationToken);
        await Until(() => work.Looks == 1);
        for (var change = 0; change < 50; change++)
            house.Company.InTransaction(_ => 0);
        work.GoOn.Set();
        await Until(() => work.Looks == 2);

        // Whatever comes after that look is seen by the next one: nothing waited in between.
        house.Company.InTransaction(_ => 0);
        await Until(() => work.Looks >= 3);
        await work.StopAsync(TestContext.Current.CancellationToken);
        Assert.Equal(3, work.Looks);
    }

    private sealed class Counting(CompanyFiles companies) : BesideWork(companies, NullLogger.Instance, "counting")
    {
        private int looks;

        public ManualResetEventSlim GoOn { get; } = new();

        public int Looks => Volatile.Read(ref looks);

        protected override bool Next(CompanyFile company)
        {
            Interlocked.Increment(ref looks);
            GoOn.Wait();
            return false;
        }

        public override void Dispose()
        {
            GoOn.Dispose();
            base.Dispose();
        }
    }
}
