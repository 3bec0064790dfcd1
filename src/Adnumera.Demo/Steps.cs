using System.Text;
using Adnumera.Core.Amounts;
using Adnumera.Core.Feeds;
using Adnumera.Core.InformationReturns;
using Adnumera.Core.Payroll;
using Adnumera.Core.Posting;
using Adnumera.Core.Sources;
using Adnumera.Formats.Reading;
using Adnumera.LedgerStandIn;
using Adnumera.SourcesStandIn;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Entries;
using Adnumera.Storage.Feeds;
using Adnumera.Storage.Files;
using Adnumera.Storage.InformationReturns;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Payroll;
using Adnumera.Web.Feeds;
using Adnumera.Web.InformationReturns;
using Adnumera.Web.Ledger;
using Adnumera.Web.Payroll.Owed;
using Adnumera.Web.Posting;
using Adnumera.Web.Proof;
using Adnumera.Web.Requests;
using Adnumera.Web.SetUp;

namespace Adnumera.Demo;

// What a bookkeeper did before the demo begins, through the same use cases.
internal sealed class Steps(WebApplication web, CompanyFile file, string ledgerAddress)
{
    private readonly LedgerAccess ledgers = web.Services.GetRequiredService<LedgerAccess>();
    private readonly FeedAccess access = web.Services.GetRequiredService<FeedAccess>();
    private readonly LedgerTurns turns = web.Services.GetRequiredService<LedgerTurns>();
    private readonly CompanyBooks books = new(file, Bindery.Slug, "Ines Calder", web.Services.GetRequiredService<TimeProvider>());

    public async Task Connect(Books ledger)
    {
        var redirect = new Uri("http://127.0.0.1/connect/return");
        var code = ledger.Allow("Adnumera", redirect.ToString(), books.Now);
        var token = await ledgers.Connector.Exchange(new Uri(ledgerAddress), code, redirect, CancellationToken.None);
        await Pull.Connect(
            books,
            ledgers,
            turns,
            new ConnectionRow(
                ledgerAddress,
                Bindery.Organisation.Id,
                Bindery.Name,
                ledgers.Protect(token),
                Iso.Text(books.Now),
                "Theo Arkwright",
                ""
            ),
            ledgers.Connector.Open(new LedgerConnection(new Uri(ledgerAddress), token, Currency.Usd)),
            CancellationToken.None
        );
    }

    public void TakeIn((string Name, string Content) sample) => TakeIn(books, sample);

    /// <summary>Takes a file into the books of a company.</summary>
    public static void TakeIn(CompanyBooks books, (string Name, string Content) sample) =>
        Web.Documents.TakeIn.Run(
            books,
            OpenForms.WithRegisters,
            new ArrivedFile(sample.Name, Encoding.UTF8.GetBytes(sample.Content)),
            ReadingChoices.AsTheFileSays(Currency.Usd)
        );

    /// <summary>Says where pay items go, and what they are for social insurance.</summary>
    public void MapPayItems(IReadOnlyList<PayrollMappingRow> rows, IReadOnlyDictionary<string, PayItemFlags> flags) =>
        file.InTransaction(c =>
        {
            foreach (var (item, said) in flags)
                new PayItemFlagsTable(c).Put(item, said);
            return new PayrollMappingTable(c).Put(rows, books.Now, "Ines Calder");
        });

    /// <summary>The administrator chose how pay runs are wanted.</summary>
    public void ChoosePayroll(PayrollSettings payroll) =>
        file.InTransaction(c =>
        {
            ChoiceTable.Save(c, ChoiceTable.Of(c) with { Payroll = payroll });
            return 0;
        });

    /// <summary>The administrator looked through the choices and left them as they are.</summary>
    public void Choose() => file.InTransaction(c => ChoiceEndpoints.Save(c, books with { Who = "Theo Arkwright" }, new Choices()));

    public async Task Dispatch()
    {
        var dispatcher = web.Services.GetRequiredService<Dispatcher>();
        dispatcher.Start(books, PostingChoice.All);
        await dispatcher.Completion(Bindery.Slug);
    }

    public Task Prove(DateOnly first, DateOnly last) => ProofRun.Run(books, ledgers, turns, first, last, CancellationToken.None);

    /// <summary>The ledger is read for what pay runs owe, and what is plain of the payments through a day is confirmed.</summary>
    public async Task ConfirmPayments(DateOnly through)
    {
        await OwedReading.Run(books, ledgers, turns, CancellationToken.None);
        file.InTransaction(c =>
        {
            var view = new OwedView(c, books.Today);
            foreach (var account in view.Answer(null, null).Accounts)
            foreach (var payment in view.Answer(account.Account, null).Account!.Payments.Reverse())
                if (Iso.Day(payment.Day) <= through && payment.Options is [var plain])
                    PaymentConfirming.Put(c, books, new PaymentRequest(account.Account, payment.LedgerEntry, null, plain));
            return 0;
        });
    }

    /// <summary>What was paid is read from the ledger, boxes are said of accounts, and what is known of suppliers is entered.</summary>
    public async Task TallyYear(int year)
    {
        await PaymentsReading.Run(books, ledgers, turns, year - 1, (_, _) => { }, CancellationToken.None);
        await PaymentsReading.Run(books, ledgers, turns, year, (_, _) => { }, CancellationToken.None);
        var numbers = web.Services.GetRequiredService<TaxNumbers>();
        file.InTransaction(c =>
        {
            new BoxDecisions(c, books).Decide($"{year - 1}", "the boxes of the year before", YearPayees.Boxes);
            new SupplierDecisions(c, books).Decide(
                "",
                "what Forms W-9 say",
                [
                    .. YearPayees.Known.Select(k => new SupplierState(
                        Folded.Of(k.Row.Supplier),
                        numbers.With(file, k.Row, k.Number, k.Kind, maySee: true)
                    )),
                ]
            );
            new RequestDecisions(c, books).Decide(
                Folded.Of("Tamsin Arkley"),
                "Tamsin Arkley: asked for Form W-9",
                [
                    new RequestState(Folded.Of("Tamsin Arkley"), new DateOnly(year, 4, 2), W9RequestHow.Letter, true),
                    new RequestState(Folded.Of("Tamsin Arkley"), new DateOnly(year, 9, 14), W9RequestHow.Letter, true),
                ]
            );
            new PayerTable(c).Put(
                new PayerRow(
                    Bindery.Name,
                    "1 Bindery Yard",
                    "Quillfern, OR 97001",
                    "555-0140",
                    numbers.Protect("12-3456700"),
                    TaxNumber.Truncated("12-3456700", TaxNumberKind.Ein)
                )
            );
            return 0;
        });
    }

    /// <summary>The sources are connected, each with what is the bindery's.</summary>
    public async Task ConnectFeeds(Desks desks, string address)
    {
        (FeedKind Kind, string Source, string[] Ours, string[] Others)[] feeds =
        [
            (FeedKind.Card, "Card issuer", ["4402", "4417", "4425"], []),
            (FeedKind.Claims, "Claims desk", ["Bindery"], ["Reading Room"]),
            (FeedKind.Marketplace, "Marketplace", ["bindery"], []),
            (FeedKind.Purchasing, "Purchasing", ["Bindery"], []),
            (FeedKind.Payroll, PayRun.Source, ["Bindery"], []),
            (FeedKind.Mailbox, "Mailbox", ["bills"], []),
        ];
        var redirect = new Uri("http://127.0.0.1/connect/feed");
        foreach (var (kind, source, ours, others) in feeds)
        {
            var code = desks.Allow(Words<FeedKind>.Of(kind), redirect.ToString(), books.Now);
            var token = await access.Connector.Exchange(new Uri(address), code, redirect, CancellationToken.None);
            var (day, now) = (Iso.Text(SourceDesks.From.AddMonths(-1)), Iso.Text(books.Now));
            file.InTransaction(c =>
            {
                var id = new FeedTable(c).Add(
                    new FeedRow(
                        0,
                        Words<FeedKind>.Of(kind),
                        source,
                        address,
                        access.Protect(token),
                        day,
                        Words<PullEvery>.Of(PullEvery.Hour),
                        "",
                        now,
                        "Theo Arkwright",
                        "",
                        "",
                        now,
                        0,
                        "",
                        0
                    )
                );
                foreach (var (value, isOurs) in ours.Select(v => (v, true)).Concat(others.Select(v => (v, false))))
                    new FeedValueTable(c).Decide(id, value, isOurs, now, "Ines Calder");
                return 0;
            });
        }
    }

    /// <summary>Each feed is pulled.</summary>
    public async Task PullFeeds()
    {
        var pulls = web.Services.GetRequiredService<FeedPull>();
        foreach (var feed in file.Read(c => new FeedTable(c).All()))
            await pulls.Run(books, feed.Id, whole: false, CancellationToken.None);
    }

    /// <summary>Each source is told what became of its documents.</summary>
    public async Task Tell()
    {
        var telling = web.Services.GetRequiredService<FeedTelling>();
        foreach (var feed in file.Read(c => new FeedTable(c).All()))
            await telling.Run(books, feed, CancellationToken.None);
    }

    /// <summary>Periods are locked from now on, here and in the ledger.</summary>
    public async Task Lock(Books ledger, string through)
    {
        ledger.LockThrough(through);
        file.InTransaction(c => ChoiceEndpoints.Save(c, books with { Who = "Theo Arkwright" }, new Choices { LockedThrough = through }));
        await Pull.Run(books, ledgers, turns, CancellationToken.None);
    }

    /// <summary>The demo's ledger and sources stand at other addresses than while it was made.</summary>
    public static void SetAddresses(CompanyFile file, string ledger, string sources) =>
        file.InTransaction(c =>
        {
            new LedgerTable(c).SetAddress(ledger);
            if (sources.Length > 0)
                new FeedTable(c).SetAddress(sources);
            return 0;
        });
}
