using System.Text;
using Adnumera.Core.Amounts;
using Adnumera.Core.Sources;
using Adnumera.LedgerStandIn;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Files;
using Adnumera.Storage.Ledger;
using Adnumera.Web.Ledger;
using Adnumera.Web.Posting;
using Adnumera.Web.Proof;
using Adnumera.Web.Requests;
using Adnumera.Web.SetUp;

namespace Adnumera.Demo;

// What a bookkeeper did before the demo begins, through the same use cases.
internal sealed class Steps(WebApplication web, CompanyFile file, string ledgerAddress)
{
    private readonly LedgerAccess ledgers = web.Services.GetRequiredService<LedgerAccess>();
    private readonly ArrivalReaders readers = web.Services.GetRequiredService<ArrivalReaders>();
    private readonly LedgerTurns turns = web.Services.GetRequiredService<LedgerTurns>();
    private readonly CompanyBooks books = new(file, Bindery.Slug, "Ines Calder", web.Services.GetRequiredService<TimeProvider>());

    public async Task Connect(Books ledger)
    {
        var redirect = new Uri("http://127.0.0.1/connect/return");
        var code = ledger.Allow("Adnumera", redirect.ToString(), books.Now);
        var token = await ledgers.Connector.Exchange(new Uri(ledgerAddress), code, redirect, CancellationToken.None);
        ConnectionEndpoints.Save(
            books,
            new ConnectionRow(
                ledgerAddress,
                Bindery.Organisation.Id,
                Bindery.Name,
                ledgers.Protect(token),
                Iso.Text(books.Now),
                "Theo Arkwright",
                ""
            )
        );
        await Pull.Run(books, ledgers, turns, CancellationToken.None);
    }

    public void TakeIn((string Name, string Content) sample) =>
        Web.Documents.TakeIn.Run(
            books,
            readers,
            new ArrivedFile(sample.Name, Encoding.UTF8.GetBytes(sample.Content)),
            ReadingChoices.AsTheFileSays(Currency.Usd)
        );

    /// <summary>The administrator looked through the choices and left them as they are.</summary>
    public void Choose() => file.InTransaction(c => ChoiceEndpoints.Save(c, books with { Who = "Theo Arkwright" }, new Choices()));

    public async Task Dispatch()
    {
        var dispatcher = web.Services.GetRequiredService<Dispatcher>();
        dispatcher.Start(books);
        await dispatcher.Completion(Bindery.Slug);
    }

    public Task Prove(DateOnly first, DateOnly last) => ProofRun.Run(books, ledgers, turns, first, last, CancellationToken.None);

    /// <summary>The demo's ledger stands at another address than while it was made.</summary>
    public void SetAddress(string address) => file.InTransaction(c => new LedgerTable(c).SetAddress(address));
}
