using Adnumera.Demo;
using Adnumera.LedgerStandIn;
using Adnumera.SourcesStandIn;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Feeds;
using Adnumera.Storage.Ledger;
using Adnumera.Web;
using Adnumera.Web.Companies;
using Adnumera.Web.Hosting;

namespace Adnumera.Ui.Driver;

/// <summary>The whole house in one process, on free ports: the real application with its pages, the real stand-in, real files in a folder
/// of its own.</summary>
public sealed class House : IAsyncDisposable
{
    private readonly string folder;
    private readonly WebApplication standIn;
    private readonly WebApplication? sources;
    private readonly Func<WebSettings, WebSettings> settings;
    private WebApplication web;

    private House(string folder, WebApplication standIn, WebApplication? sources, Func<WebSettings, WebSettings> settings)
    {
        (this.folder, this.standIn, this.sources) = (folder, standIn, sources);
        (this.settings, Clock) = (settings, new HouseClock(Builder.Today));
        web = Web();
    }

    public string Address => web.Urls.First();

    public string LedgerAddress => standIn.Urls.First();

    public Books Books => Shelf.Find("quillfern-bindery")!;

    /// <summary>What the sources have that deliver by themselves, of a house that was opened with them.</summary>
    public Desks Desks => sources!.Services.GetRequiredService<Desks>();

    /// <summary>All organisations of the ledger.</summary>
    public Shelf Shelf => standIn.Services.GetRequiredService<Shelf>();

    public IServiceProvider Services => web.Services;

    public CompanyFile Company => Services.GetRequiredService<CompanyFiles>().Open("bindery");

    public string Folder => folder;

    /// <summary>The clock of the application; it can be moved on.</summary>
    public HouseClock Clock { get; }

    /// <summary>Opens the house.</summary>
    /// <param name="with">With what it begins.</param>
    /// <param name="settings">What else is set.</param>
    /// <param name="withSources">Whether the program runs that plays sources.</param>
    public static async Task<House> Open(Furnishing with, Func<WebSettings, WebSettings>? settings = null, bool withSources = false)
    {
        var folder = Directory.CreateTempSubdirectory("adnumera-").FullName;
        await Template.CopyTo(folder, with);
        var standIn = StandIn.Build(
            Path.Combine(folder, "ledger"),
            0,
            b => b.Services.AddSingleton<TimeProvider>(new SetClock(Builder.Today))
        );
        await standIn.StartAsync();
        var sources = withSources
            ? SourcesProgram.Build(
                Path.Combine(folder, "sources", "sources.sqlite"),
                0,
                b => b.Services.AddSingleton<TimeProvider>(new SetClock(Builder.Today))
            )
            : null;
        if (sources is not null)
            await sources.StartAsync();
        var house = new House(folder, standIn, sources, settings ?? (s => s));
        await house.web.StartAsync();
        if (with is not (Furnishing.Empty or Furnishing.Bare))
            house.Company.InTransaction(c =>
            {
                new LedgerTable(c).SetAddress(standIn.Urls.First() + "/");
                if (sources is not null)
                    new FeedTable(c).SetAddress(sources.Urls.First() + "/");
                return 0;
            });
        return house;
    }

    /// <summary>Stops the application and starts it again on the same files and address, as after a crash.</summary>
    public async Task Restart()
    {
        var port = new Uri(Address).Port;
        await web.DisposeAsync();
        web = Web(port);
        await web.StartAsync();
    }

    /// <summary>Waits until the application stops by itself to begin anew, and begins it anew, as its program does.</summary>
    public async Task FollowRestart()
    {
        var address = Address;
        await web.WaitForShutdownAsync();
        if (!web.Services.GetRequiredService<Web.Hosting.Restart>().IsWanted)
            throw new InvalidOperationException("The application stopped, and nobody asked it to begin anew.");
        await web.DisposeAsync();
        web = Web(new Uri(address).Port);
        await web.StartAsync();
    }

    public async ValueTask DisposeAsync()
    {
        await web.DisposeAsync();
        await standIn.DisposeAsync();
        if (sources is not null)
            await sources.DisposeAsync();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        // What runs in the background may still be writing its last file.
        for (var tries = 3; ; tries--)
        {
            try
            {
                Directory.Delete(folder, recursive: true);
                return;
            }
            catch (IOException) when (tries > 0)
            {
                await Task.Delay(100);
            }
        }
    }

    private WebApplication Web(int port = 0) =>
        Application.Build(
            settings(
                new WebSettings(folder, LedgerAddress + "/", true, Repository.Ui)
                {
                    Wakes = false,
                    SourcesAddress = sources is null ? "" : sources.Urls.First() + "/",
                }
            ),
            port,
            Clock
        );
}

/// <summary>A clock set to the demo's today that runs on, and that can be moved on by hand.</summary>
public sealed class HouseClock(DateOnly today) : TimeProvider
{
    private readonly SetClock clock = new(today);
    private TimeSpan ahead;

    /// <summary>Lets time pass at once.</summary>
    public void Advance(TimeSpan time) => ahead += time;

    /// <inheritdoc/>
    public override DateTimeOffset GetUtcNow() => clock.GetUtcNow() + ahead;
}
