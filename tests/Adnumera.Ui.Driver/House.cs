using Adnumera.Demo;
using Adnumera.LedgerStandIn;
using Adnumera.Storage;
using Adnumera.Storage.Ledger;
using Adnumera.Web;

namespace Adnumera.Ui.Driver;

/// <summary>The whole house in one process, on free ports: the real application with its pages, the real stand-in, real files in a folder of its own.</summary>
public sealed class House : IAsyncDisposable
{
    private readonly string folder;
    private readonly WebApplication standIn;
    private WebApplication web;

    private House(string folder, WebApplication standIn, WebApplication web) => (this.folder, this.standIn, this.web) = (folder, standIn, web);

    public string Address => web.Urls.First();

    public string LedgerAddress => standIn.Urls.First();

    public Books Books => Shelf.Find("quillfern-bindery")!;

    /// <summary>All organisations of the ledger.</summary>
    public Shelf Shelf => standIn.Services.GetRequiredService<Shelf>();

    public IServiceProvider Services => web.Services;

    public CompanyFile Company => Services.GetRequiredService<Companies>().Open("bindery");

    public string Folder => folder;

    /// <summary>Opens the house with the demo's data, or empty: only the ledger's books, the company and the people.</summary>
    public static async Task<House> Open(bool withDemo)
    {
        var folder = Directory.CreateTempSubdirectory("adnumera-").FullName;
        if (withDemo)
        {
            await Builder.Build(folder, "http://127.0.0.1:1/", _ => { });
        }
        else
        {
            Builder.SetUpLedger(Path.Combine(folder, "ledger"));
            Builder.SetUpCompany(new Companies(folder));
        }

        var standIn = StandIn.Build(Path.Combine(folder, "ledger"), 0, b => b.Services.AddSingleton<TimeProvider>(new SetClock(Builder.Today)));
        await standIn.StartAsync();
        var house = new House(folder, standIn, Web(folder, standIn.Urls.First()));
        await house.web.StartAsync();
        if (withDemo) house.Company.InTransaction(c => new LedgerTable(c).SetAddress(standIn.Urls.First() + "/"));
        return house;
    }

    /// <summary>Stops the application and starts it again on the same files, as after a crash.</summary>
    public async Task Restart()
    {
        await web.DisposeAsync();
        web = Web(folder, LedgerAddress);
        await web.StartAsync();
    }

    public async ValueTask DisposeAsync()
    {
        await web.DisposeAsync();
        await standIn.DisposeAsync();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    private static WebApplication Web(string folder, string ledger) =>
        Application.Build(new WebSettings(folder, ledger + "/", true, Repository.Ui), 0, new SetClock(Builder.Today));
}
