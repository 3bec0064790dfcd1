using System.Globalization;
using System.Text;
using Adnumera.Core.Access;
using Adnumera.Core.Amounts;
using Adnumera.Core.Entries;
using Adnumera.Core.Mapping;
using Adnumera.Formats.Mapping;
using Adnumera.LedgerStandIn;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Installation;
using Adnumera.Storage.Mapping;
using Adnumera.Web;
using Adnumera.Web.Companies;
using Adnumera.Web.Hosting;
using Adnumera.Web.SignIn;

namespace Adnumera.Demo;

/// <summary>Makes a small demo: the ledger's books, the company's file, three months of documents, some of them posted and proved. The
/// whole year is <see cref="YearBuilder"/>'s.</summary>
public static class Builder
{
    public static readonly DateOnly Today = new(2026, 11, 20);

    /// <summary>Who may sign in: name, sign-in and password, role.</summary>
    public static readonly (string Name, string SignIn, string Password, string Role)[] People =
    [
        ("Ines Calder", "ines@quillfern.example", "folio-and-thread-7", "bookkeeper"),
        ("Theo Arkwright", "theo@quillfern.example", "press-and-plough-4", "administrator"),
        ("Maud Pennyroyal", "maud@quillfern.example", "quarto-by-lamplight-2", "reader"),
    ];

    // A password takes long to hash, by intent; those of the demo are the same each time.
    private static readonly Lazy<IReadOnlyDictionary<string, string>> Hashes = new(() =>
        People.AsParallel().ToDictionary(p => p.SignIn, p => Passwords.Hash(p.Password))
    );

    /// <summary>Builds everything in an empty folder.</summary>
    public static async Task Build(string folder, string ledgerAddress, Action<string> says)
    {
        var ledgerFolder = Path.Combine(folder, "ledger");
        says("Writing the ledger's books");
        SetUpLedger(ledgerFolder);
        var clock = new BuildClock();
        await using var standIn = StandIn.Build(ledgerFolder, 0, b => b.Services.AddSingleton<TimeProvider>(clock));
        await standIn.StartAsync();
        var address = standIn.Urls.First() + "/";

        await using var web = Application.Build(new WebSettings(folder, address, true) { Wakes = false }, 0, clock);
        await web.StartAsync();
        var companies = web.Services.GetRequiredService<CompanyFiles>();
        var file = SetUpCompany(companies);
        SetUpReadingRoom(companies);
        var steps = new Steps(web, file, address);
        says("Connecting the ledger and mapping");
        await steps.Connect(standIn.Services.GetRequiredService<Shelf>().Find(Bindery.Organisation.Id)!);
        SaveMapping(file, clock.GetUtcNow());
        steps.Choose();
        var files = new Year().Files;
        says("Taking in September and October, posting and proving them");
        steps.TakeIn(files[0]);
        clock.MoveTo(11, 2, 8, 40);
        await steps.Dispatch();
        clock.MoveTo(11, 2, 8, 55);
        await steps.Prove(new DateOnly(2026, 9, 1), new DateOnly(2026, 10, 31));
        says("Taking in early November and posting it");
        clock.MoveTo(11, 13, 9, 12);
        steps.TakeIn(files[1]);
        clock.MoveTo(11, 13, 10, 5);
        await steps.Dispatch();
        Tamper(standIn.Services.GetRequiredService<Shelf>().Find(Bindery.Organisation.Id)!);
        says("Taking in the last week");
        clock.MoveTo(11, 19, 16, 30);
        steps.TakeIn(files[2]);
        Steps.SetAddresses(file, ledgerAddress, "");
        await web.StopAsync();
        await standIn.StopAsync();
    }

    /// <summary>Builds in an empty folder the ledger's books, and the company connected to them with its mapping book; nothing has arrived.</summary>
    public static async Task BuildConnected(string folder)
    {
        var ledgerFolder = Path.Combine(folder, "ledger");
        SetUpLedger(ledgerFolder);
        var clock = new SetClock(Today);
        await using var standIn = StandIn.Build(ledgerFolder, 0, b => b.Services.AddSingleton<TimeProvider>(clock));
        await standIn.StartAsync();
        var address = standIn.Urls.First() + "/";
        await using var web = Application.Build(new WebSettings(folder, address, true) { Wakes = false }, 0, clock);
        var file = SetUpCompany(web.Services.GetRequiredService<CompanyFiles>());
        await new Steps(web, file, address).Connect(standIn.Services.GetRequiredService<Shelf>().Find(Bindery.Organisation.Id)!);
        SaveMapping(file);
        await standIn.StopAsync();
    }

    /// <summary>Sets the ledger's books up: two organisations.</summary>
    /// <param name="folder">Where they lie.</param>
    /// <param name="lockedThrough">Through which day the bindery's are locked; blank for none.</param>
    public static void SetUpLedger(string folder, string lockedThrough = "2026-08-31")
    {
        using var shelf = new Shelf(folder);
        shelf.Add(Bindery.Organisation with { LockedThrough = lockedThrough }, Bindery.Masters);
        shelf.Add(ReadingRoom.Organisation, ReadingRoom.Masters);
    }

    /// <summary>Makes the second company, which nobody has set up yet.</summary>
    public static void SetUpReadingRoom(CompanyFiles companies)
    {
        companies.Add(
            new Company(ReadingRoom.Slug, ReadingRoom.Name, new CompositionSettings { Currency = Currency.Usd }),
            c =>
            {
                foreach (var (_, signIn, _, role) in People)
                    new MembershipTable(c).Put(new PersonTable(c).FindBySignIn(signIn)!.Id, ReadingRoom.Slug, Words<Role>.Read(role));
            }
        );
    }

    /// <summary>Makes the company and the people who may sign in.</summary>
    /// <param name="companies">The installation.</param>
    /// <param name="start">From which day on its documents count; July when nothing else is said.</param>
    public static CompanyFile SetUpCompany(CompanyFiles companies, DateOnly? start = null)
    {
        return companies.Add(
            new Company(
                Bindery.Slug,
                Bindery.Name,
                new CompositionSettings
                {
                    Currency = Currency.Usd,
                    RoundingTolerance = 2,
                    StartDate = start ?? new DateOnly(2026, 7, 1),
                    LockedThrough = start is null ? new DateOnly(2026, 8, 31) : null,
                }
            ),
            c =>
            {
                foreach (var (name, signIn, _, role) in People)
                {
                    var known = Words<Role>.Read(role);
                    var person = new PersonTable(c).Add(name, signIn, Hashes.Value[signIn], administers: known == Role.Administrator);
                    new MembershipTable(c).Put(person, Bindery.Slug, known);
                }
            }
        );
    }

    /// <summary>The bindery's payment accounts and mapping book, as one set of changes.</summary>
    /// <param name="file">The company's file.</param>
    /// <param name="at">When.</param>
    /// <param name="withYear">Whether with what the sources of the year bring.</param>
    public static void SaveMapping(CompanyFile file, DateTimeOffset? at = null, bool withYear = false) =>
        file.InTransaction(company =>
        {
            foreach (var account in Bindery.PaymentAccounts)
                new PaymentAccountTable(company).Put(null, account);
            var changes = BookChanges.Between([], Book(withYear).Select(ProposedRow.Put));
            new MappingTable(company).Write(changes);
            return new ChangeTable(company).Add(
                at ?? new DateTimeOffset(Today.ToDateTime(new TimeOnly(8, 0)), TimeSpan.Zero),
                "Ines Calder",
                "file mapping.csv",
                changes
            );
        });

    /// <summary>The sample files to try by hand; deterministic.</summary>
    public static void WriteSamples(string folder)
    {
        Directory.CreateDirectory(folder);
        var files = new Year().Files;
        void Write(string name, string content) => File.WriteAllText(Path.Combine(folder, name), content, new UTF8Encoding(false));
        Write(
            "chart.csv",
            "account,number,name,kind,role,active\r\n"
                + string.Concat(
                    Bindery.Accounts.Select(a => $"{a.Id},{a.Number},{Csv(a.Name)},{a.Kind},{a.Role},{(a.Active ? "yes" : "no")}\r\n")
                )
        );
        using (var book = File.Create(Path.Combine(folder, "mapping.csv")))
            MappingFile.Write(book, Book());
        Write(
            "settings.json",
            "{\n  \"currency\": \"USD\",\n  \"rounding_tolerance\": \"0.02\",\n  \"start_date\": \"2026-07-01\",\n  \"locked_through\": \"2026-08-31\"\n}\n"
        );
        foreach (var (name, content) in files.Skip(2))
            Write(name, content);
        foreach (var (name, content) in FormSamples.All)
            Write(name, content);
        Write(PayRegisters.Wide.Name, PayRegisters.Wide.Content);
        foreach (var (name, content) in PaperSamples.All)
            File.WriteAllBytes(Path.Combine(folder, name), content);
        File.WriteAllBytes(Path.Combine(folder, "card-charges.xlsx"), SheetSample.Content);
        File.WriteAllBytes(Path.Combine(folder, "tax-number-form.pdf"), TaxNumberForm.Write(TamsinsForm));
        Write(
            "documents-with-errors.csv",
            files[3]
                .Content.Replace("bill,2026-11-", "bill,2026-13-", StringComparison.Ordinal)
                .Replace(",1,Train,", ",one,Train,", StringComparison.Ordinal)
        );
    }

    private static IEnumerable<MappingRow> Book(bool withYear = false) =>
        Rows(withYear ? [.. Bindery.Mapping, .. Bindery.MappingOfTheYear] : Bindery.Mapping)
            .Concat(new PaymentAccounts(Bindery.PaymentAccounts).Rows());

    private static IEnumerable<MappingRow> Rows((string Kind, string Key, string Account)[] rows) =>
        rows.Select(m =>
        {
            var kind = Words<KeyKind>.Read(m.Kind);
            return kind == KeyKind.TaxCode
                ? new MappingRow
                {
                    Kind = kind,
                    Key = m.Key,
                    RecoverablePercent = decimal.Parse(m.Account, CultureInfo.InvariantCulture),
                }
                : new MappingRow
                {
                    Kind = kind,
                    Key = m.Key,
                    Account = m.Account,
                };
        });

    private static string Csv(string field) => field.Contains(',', StringComparison.Ordinal) ? $"\"{field}\"" : field;

    // The tutor's form, who was asked for it twice.
    private static readonly Dictionary<string, string> TamsinsForm = new()
    {
        ["name"] = "Tamsin Arkley",
        ["individual"] = "yes",
        ["address"] = "5 Fold Street",
        ["town"] = "Quillfern, OR 97001",
        ["ssn"] = "123-45-6711",
        ["signature"] = "T. Arkley",
        ["date"] = "2026-11-18",
    };

    // Three things that happen in a ledger behind one's back, one of each kind, for the proof to find.
    internal static void Tamper(Books books)
    {
        var posted = books
            .Page("2026-11-01", "2026-11-30", null, 500)
            .Where(e => e.Form == "bill" && e.Lines.Count >= 2 && e.Supplier != "Cinder Row Holdings LP")
            .ToList();
        var moved = posted[0];
        books.Edit(
            moved.Id,
            moved.Date,
            moved.Reference,
            moved.Supplier,
            "posted",
            [.. moved.Lines.Select((l, i) => (l.Line, i == 0 ? "6990" : l.Account, l.Debit, l.Credit))]
        );
        var changed = posted[2];
        var last = changed.Lines.Count - 1;
        books.Edit(
            changed.Id,
            changed.Date,
            changed.Reference,
            changed.Supplier,
            "posted",
            [
                .. changed.Lines.Select(
                    (l, i) => (l.Line, l.Account, i == 0 ? Less(l.Debit) : l.Debit, i == last ? Less(l.Credit) : l.Credit)
                ),
            ]
        );
        books.SetStatus(posted[4].Id, "voided");
    }

    private static string Less(string amount) =>
        (decimal.Parse(amount, CultureInfo.InvariantCulture) - 9.00m).ToString("0.00", CultureInfo.InvariantCulture);
}
