using System.Text;
using Adnumera.LedgerClient;
using Adnumera.LedgerStandIn;
using Adnumera.Storage;
using Adnumera.Storage.Ledger;
using Adnumera.Web;
using Adnumera.Web.Ledger;
using Adnumera.Web.Posting;
using Adnumera.Web.Proof;
using Adnumera.Web.SetUp;

namespace Adnumera.Demo;

// What a bookkeeper did before the demo begins, through the same use cases.
internal sealed class Steps(WebApplication web, CompanyFile file, string ledgerAddress) : IAsyncDisposable
{
    private readonly LedgerAccess ledgers = web.Services.GetRequiredService<LedgerAccess>();
    private readonly Work work = new(file, Bindery.Slug, "Ines Calder", web.Services.GetRequiredService<TimeProvider>());

    public async Task Connect(Books books)
    {
        var redirect = new Uri("http://127.0.0.1/connect/return");
        var code = books.Allow("Adnumera", redirect.ToString(), work.Now);
        var token = await HttpLedger.Exchange(ledgers.Client(ledgerAddress), code, redirect, CancellationToken.None);
        Save(ledgerAddress, token);
        await Pull.Run(work, ledgers.Open(file), web.Services.GetRequiredService<LedgerTurns>(), CancellationToken.None);
    }

    public void TakeIn((string Name, string Content) sample)
    {
        var answer = Web.Arrivals.TakeIn.Run(work, sample.Name, Encoding.UTF8.GetBytes(sample.Content), preview: false);
        if (answer.ErrorCount > 0) throw new InvalidOperationException($"{sample.Name}: {answer.Errors[0]}");
    }

    /// <summary>The administrator looked through the choices and left them as they are.</summary>
    public void Choose() => file.InTransaction(c => DecideEndpoints.Save(c, work with { Who = "Theo Arkwright" }, new Choices(null, null, null, null, null, null, null, null, null)));

    public async Task Dispatch()
    {
        var dispatcher = web.Services.GetRequiredService<Dispatcher>();
        dispatcher.Start(work);
        await dispatcher.Completion(Bindery.Slug);
    }

    public Task Prove(DateOnly first, DateOnly last) => ProofRun.Run(work, ledgers, web.Services.GetRequiredService<LedgerTurns>(), first, last, CancellationToken.None);

    /// <summary>The demo's ledger stands at another address than while it was made.</summary>
    public void SetAddress(string address) => file.InTransaction(c => new LedgerTable(c).SetAddress(address));

    public ValueTask DisposeAsync() => ValueTask.CompletedTask;

    private void Save(string address, string token) => ConnectionEndpoints.Save(
        work, new ConnectionRow(address, "quillfern-bindery", Bindery.Name, ledgers.Protect(token), Iso.Text(work.Now), "Theo Arkwright", ""));
}
