using System.Net;
using Adnumera.Storage.Backups;
using Adnumera.Storage.Files;
using Adnumera.Ui.Driver;
using Adnumera.Web.Companies;
using Adnumera.Web.Start;
using Dapper;
using Microsoft.Extensions.DependencyInjection;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.People;

/// <summary>The first page, invitations, roles, companies: who gets in, who stays out, and that somebody always decides.</summary>
public sealed class PeopleTests() : ConnectedHouse("administrator")
{
    private const string Password = "press-and-plough-4";

    private static object First(string code, string password = Password, string zone = "America/Chicago") =>
        new
        {
            code,
            name = "Theo Arkwright",
            signIn = "theo@quillfern.example",
            password,
            company = new
            {
                name = "First House",
                currency = "EUR",
                timeZone = zone,
                startDate = "2026-07-01",
            },
        };

    /// <summary>Makes the first administrator of an empty house, signed in.</summary>
    internal static async Task<Client> Begin(House house)
    {
        var client = Client.Anonymous(house);
        await client.Refresh();
        await client.Ask(HttpMethod.Post, "api/start", First(house.Services.GetRequiredService<StartCode>().Text));
        await client.Refresh();
        return client;
    }

    private async Task<string> Invite(string role, string whom = "Somebody") => (
            await client.Post(
                "invitations",
                new
                {
                    role,
                    forWhom = whom,
                    days = 7,
                    mark = Guid.NewGuid(),
                }
            )
        ).GetProperty("secret").GetString()!;

    private async Task<long[]> Open() =>
        [.. (await client.Get("people")).GetProperty("invitations").EnumerateArray().Select(i => i.GetProperty("id").GetInt64())];

    private async Task<long> Id(string signIn) =>
        (await client.Get("people"))
            .GetProperty("members")
            .EnumerateArray()
            .Single(m => m.GetProperty("signIn").GetString() == signIn)
            .GetProperty("id")
            .GetInt64();

    [Fact]
    public async Task The_first_page_opens_once_with_the_code_and_makes_nothing_while_anything_is_wrong()
    {
        await using var empty = await House.Open(Furnishing.Empty);
        var code = empty.Services.GetRequiredService<StartCode>().Text;
        using var somebody = Client.Anonymous(empty);
        await somebody.Refresh();
        Assert.True((await somebody.Ask(HttpMethod.Get, "api/session")).GetProperty("fresh").GetBoolean());
        foreach (
            var (body, type) in ((object, string)[])
                [
                    (First("aaaa-bbbb-cccc"), "code"),
                    (First(""), "code"),
                    (First(code, "password1234"), "password"),
                    (First(code, zone: "Mars/Olympus"), "time-zone"),
                ]
        )
            Assert.Equal(type, (await somebody.RefusedAt(HttpMethod.Post, "api/start", body)).Type);
        Assert.Empty(Directory.EnumerateFiles(empty.Folder, "first-house*", SearchOption.AllDirectories));

        await somebody.Ask(HttpMethod.Post, "api/start", First(code.Replace("-", " ", StringComparison.Ordinal)));
        await somebody.Refresh();
        var session = await somebody.Ask(HttpMethod.Get, "api/session");
        Assert.Equal(
            ("Theo Arkwright", true, false, "first-house"),
            (
                session.GetProperty("name").GetString(),
                session.GetProperty("administers").GetBoolean(),
                session.GetProperty("fresh").GetBoolean(),
                session.GetProperty("companies")[0].GetProperty("id").GetString()
            )
        );
        var overview = await somebody.Ask(HttpMethod.Get, "api/companies/first-house/overview");
        Assert.Equal("EUR", overview.GetProperty("currency").GetString());
        var choices = (await somebody.Ask(HttpMethod.Get, "api/companies/first-house/choices")).GetProperty("choices");
        Assert.Equal(
            ("America/Chicago", "2026-07-01"),
            (choices.GetProperty("timeZone").GetString(), choices.GetProperty("startDate").GetString())
        );
        using var second = Client.Anonymous(empty);
        await second.Refresh();
        Assert.Equal("begun", (await second.RefusedAt(HttpMethod.Post, "api/start", First(code))).Type);
    }

    [Fact]
    public async Task An_invitation_lets_one_person_in_until_it_ends_or_is_taken_back()
    {
        var secret = await Invite("bookkeeper");
        using var guest = Client.Anonymous(house);
        await guest.Refresh();
        object Accept(string of, string signIn = "nora@quillfern.example", string password = "seven-quiet-herons") =>
            new
            {
                secret = of,
                name = "Nora Vane",
                signIn,
                password,
            };
        Assert.Equal(
            "Quillfern Bindery LLC",
            (await guest.Ask(HttpMethod.Post, "api/invitations/look", new { secret })).GetProperty("companyName").GetString()
        );
        async Task<string> Refused(object body) => (await guest.RefusedAt(HttpMethod.Post, "api/invitations/accept", body)).Type;
        Assert.Equal("invitation", await Refused(Accept("0000")));
        Assert.Equal("password", await Refused(Accept(secret, password: "short")));
        Assert.Equal("sign-in", await Refused(Accept(secret, signIn: "INES@quillfern.example"))); // belongs to somebody
        await guest.Ask(HttpMethod.Post, "api/invitations/accept", Accept(secret));
        await guest.Refresh();
        await guest.TakeIn(Header + Bill(1)); // a bookkeeper now
        Assert.Equal(HttpStatusCode.Forbidden, (await guest.Refused(HttpMethod.Get, "people")).Status);
        Assert.Contains(
            (await client.Get("audit")).GetProperty("latest").EnumerateArray(),
            r => r.GetProperty("what").GetString() == "joins" && r.GetProperty("who").GetString() == "Nora Vane"
        );

        using var late = Client.Anonymous(house);
        await late.Refresh();
        async Task<string> Looked(string of) => (await late.RefusedAt(HttpMethod.Post, "api/invitations/look", new { secret = of })).Type;
        Assert.Equal("invitation", await Looked(secret));
        // Whoever belongs to the company keeps the role that was given there; the link stays for whom it is for.
        var other = await Invite("reader");
        Assert.Equal("member", (await client.RefusedAt(HttpMethod.Post, "api/invitations/accept", new { secret = other })).Type);
        await late.Ask(HttpMethod.Post, "api/invitations/look", new { secret = other });
        using (await client.Send(HttpMethod.Delete, Client.In($"invitations/{(await Open()).Single()}"))) { }
        var taken = await Invite("reader");
        var row = (await Open()).Single();
        using (await client.Send(HttpMethod.Delete, Client.In($"invitations/{row}"))) { }
        Assert.Equal("invitation", await Looked(taken));
        var ending = await Invite("reader");
        house.Clock.Advance(TimeSpan.FromDays(7) + TimeSpan.FromSeconds(1));
        Assert.Equal("invitation", await Looked(ending));

        // Only its hash is kept.
        Assert.False(
            (
                await File.ReadAllTextAsync(Path.Combine(house.Folder, "installation.sqlite"), TestContext.Current.CancellationToken)
            ).Contains(ending, StringComparison.Ordinal)
        );
    }

    [Fact]
    public async Task A_role_counts_at_once_and_the_last_administrator_stays()
    {
        var (ines, theo) = (await Id("ines@quillfern.example"), await Id("theo@quillfern.example"));
        using var bookkeeper = await Client.Of(house, "bookkeeper");
        await bookkeeper.Get("count");
        await client.Put($"people/{ines}", new { role = "spender" });
        Assert.Equal(HttpStatusCode.Forbidden, (await bookkeeper.Refused(HttpMethod.Get, "count")).Status);
        foreach (var (method, body) in ((HttpMethod, object?)[])[(HttpMethod.Put, new { role = "reader" }), (HttpMethod.Delete, null)])
            Assert.Equal("last-administrator", (await client.Refused(method, $"people/{theo}", body)).Type);
        await client.Put($"people/{ines}", new { role = "administrator" });
        using (await client.Send(HttpMethod.Delete, Client.In($"people/{theo}"))) { }
        Assert.Equal(HttpStatusCode.Forbidden, (await client.Refused(HttpMethod.Get, "count")).Status);

        // Whoever looks after the installation looks after its people, and opens no books by that.
        Assert.Equal(2, (await client.Get("people")).GetProperty("members").GetArrayLength());
        Assert.Equal("last-administrator", (await client.Refused(HttpMethod.Delete, $"people/{ines}")).Type);
        Assert.Equal(
            "last-administrator",
            (await client.RefusedAt(HttpMethod.Put, $"api/installation/people/{theo}", new { administers = false })).Type
        );
        Assert.Equal(HttpStatusCode.Forbidden, (await bookkeeper.RefusedAt(HttpMethod.Get, "api/installation")).Status);
    }

    [Fact]
    public async Task Who_sees_pay_by_name_is_said_of_each_and_counts_at_once()
    {
        var (ines, maud) = (await Id("ines@quillfern.example"), await Id("maud@quillfern.example"));
        using var reader = await Client.Of(house, "reader");
        using var bookkeeper = await Client.Of(house, "bookkeeper");
        Assert.Equal(HttpStatusCode.Forbidden, (await reader.Refused(HttpMethod.Get, "payroll/due-from")).Status);
        await client.Put($"people/{maud}/rights", new { right = "see_pay", has = true });
        await client.Put($"people/{ines}/rights", new { right = "see_pay", has = false });
        await reader.Get("payroll/due-from");
        Assert.Equal(HttpStatusCode.Forbidden, (await bookkeeper.Refused(HttpMethod.Get, "payroll/due-from")).Status);
        // Keeping the books does not show it either.
        foreach (
            var (method, address, body) in ((HttpMethod, string, object)[])
                [
                    (HttpMethod.Put, "payroll/hours/rates", new { employee = "Ines Calder", rate = "1.00" }),
                    (HttpMethod.Post, "payroll/due-from/set-off", new { employee = "Ines Calder", document = 1 }),
                ]
        )
            Assert.Equal("not-allowed", (await bookkeeper.Refused(method, address, body)).Type);
        Assert.Equal(
            ["False", "True", "True"],
            (await client.Get("people"))
                .GetProperty("members")
                .EnumerateArray()
                .OrderBy(m => m.GetProperty("signIn").GetString())
                .Select(m => m.GetProperty("personal")[0].GetProperty("has").ToString())
        );
        // Nobody gives it to themselves; of who does not look at the books it cannot be said.
        Assert.Equal(
            HttpStatusCode.Forbidden,
            (await bookkeeper.Refused(HttpMethod.Put, $"people/{ines}/rights", new { right = "see_pay", has = true })).Status
        );
        await client.Put($"people/{maud}", new { role = "spender" });
        Assert.Equal("role", (await client.Refused(HttpMethod.Put, $"people/{maud}/rights", new { right = "see_pay", has = true })).Type);
        await client.Put($"people/{ines}/rights", new { right = "see_pay", has = (bool?)null });
        await bookkeeper.Get("payroll/due-from");
    }

    [Fact]
    public async Task People_of_other_companies_are_nobodys_business_here()
    {
        // Maud looks after this company alone; Theo after the installation too.
        var (maud, ines) = (await Id("maud@quillfern.example"), await Id("ines@quillfern.example"));
        await client.Put($"people/{maud}", new { role = "administrator" });
        using var own = await Client.Of(house, "reader");
        var elsewhere = house
            .Services.GetRequiredService<CompanyFiles>()
            .Installation.InTransaction(c =>
                c.ExecuteScalar<long>(
                    "insert into person (name, sign_in, password_hash) values ('Olive Fenn', 'olive@elsewhere.example', 'x') returning id"
                )
            );
        foreach (var id in new[] { elsewhere, 999 })
        {
            var (status, type, said) = await own.Refused(HttpMethod.Put, $"people/{id}", new { role = "reader" });
            Assert.Equal((HttpStatusCode.NotFound, "not-found"), (status, type));
            Assert.DoesNotContain("Olive", said, StringComparison.Ordinal);
            Assert.Equal(HttpStatusCode.NotFound, (await own.Refused(HttpMethod.Delete, $"people/{id}/sessions")).Status);
            Assert.Equal(HttpStatusCode.NotFound, (await own.Refused(HttpMethod.Delete, $"people/{id}")).Status);
        }

        // Who left can be taken back.
        using (await own.Send(HttpMethod.Delete, Client.In($"people/{ines}"))) { }
        await own.Put($"people/{ines}", new { role = "reader" });
    }

    [Fact]
    public async Task An_invitation_ends_with_whoever_made_it()
    {
        var maud = await Id("maud@quillfern.example");
        await client.Put($"people/{maud}", new { role = "administrator" });
        using (var own = await Client.Of(house, "reader"))
            await own.Post(
                "invitations",
                new
                {
                    role = "administrator",
                    forWhom = "A friend of Maud's",
                    days = 7,
                    mark = Guid.NewGuid(),
                }
            );
        await Invite("reader");
        Assert.Equal(2, (await Open()).Length);
        await client.Put($"people/{maud}", new { role = "reader" });
        Assert.Equal(
            ["Somebody"],
            (await client.Get("people")).GetProperty("invitations").EnumerateArray().Select(i => i.GetProperty("forWhom").GetString())
        );
        Assert.Contains(
            (await client.Get("audit")).GetProperty("latest").EnumerateArray(),
            r =>
                r.GetProperty("what").GetString() == "take an invitation back"
                && r.GetProperty("before").GetString() == "A friend of Maud's"
        );
    }

    [Fact]
    public async Task Whoever_gives_themselves_a_role_is_shown_to_the_administrators_of_the_company()
    {
        var (theo, ines) = (await Id("theo@quillfern.example"), await Id("ines@quillfern.example"));
        await client.Put($"people/{ines}", new { role = "administrator" });
        using var administrator = await Client.Of(house, "bookkeeper");
        using (await administrator.Send(HttpMethod.Delete, Client.In($"people/{theo}"))) { }
        async Task<string?[]> Taken() =>
            [
                .. (await administrator.Get("notices/own"))
                    .GetProperty("notices")
                    .EnumerateArray()
                    .Where(n => n.GetProperty("kind").GetString() == "role_taken")
                    .Select(n => n.GetProperty("subject").GetString()),
            ];
        Assert.Empty(await Taken());
        await client.Put($"people/{theo}", new { role = "administrator" });
        Assert.Contains("Theo Arkwright", Assert.Single(await Taken()), StringComparison.Ordinal);

        // What another administrator gives is no news.
        await administrator.Put($"people/{theo}", new { role = "administrator" });
        Assert.Empty(await Taken());
    }

    [Fact]
    public async Task A_company_begins_with_the_book_of_another_by_account_number_and_a_closed_one_is_opened_by_nobody()
    {
        var id = (
            await client.Ask(
                HttpMethod.Post,
                "api/installation/companies",
                new
                {
                    name = "Quillfern Annex",
                    currency = "USD",
                    timeZone = "Etc/UTC",
                    bookFrom = "bindery",
                }
            )
        ).GetProperty("id").GetString();
        string There(string path) => $"api/companies/{id}/{path}";
        Assert.Equal("not-connected", (await client.RefusedAt(HttpMethod.Post, There("mapping/book/of/bindery/preview"))).Type);
        Assert.Contains(
            "the book of Quillfern Bindery LLC waits",
            (await client.Ask(HttpMethod.Get, There("progress"))).GetProperty("steps")[4].GetProperty("note").GetString(),
            StringComparison.Ordinal
        );

        // The chart of the annex has the same numbers under ids of its own.
        using (var annex = SqliteFile.Plain(Path.Combine(house.Folder, DataFolder.CompanyFile(id!))))
            annex.Execute(
                """
                attach @bindery as other;
                insert into account select * from other.account;
                update account set id = 'new-' || id;
                insert into pulled select * from other.pulled;
                """,
                new { bindery = Path.Combine(house.Folder, DataFolder.CompanyFile("bindery")) }
            );
        var preview = await client.Ask(HttpMethod.Post, There("mapping/book/of/bindery/preview"));
        var left = preview.GetProperty("unknownAccounts").EnumerateArray().ToList();
        Assert.NotEmpty(left);
        Assert.All(left, l => Assert.NotEqual("", l.GetProperty("why").GetString()));
        var taken = await client.Ask(HttpMethod.Post, There("mapping/book/of/bindery?confirmed=true"));
        Assert.Equal(preview.GetProperty("added").GetInt32(), taken.GetProperty("added").GetInt32());
        var leather = await client.Ask(HttpMethod.Get, There("mapping/category/value?key=Leather"));
        Assert.Equal("new-5120", leather.GetProperty("rows")[0].GetProperty("account").GetString());

        using (var maud = await Client.Of(house, "reader"))
            Assert.Equal(HttpStatusCode.Forbidden, (await maud.RefusedAt(HttpMethod.Get, There("count"))).Status);
        await client.Ask(HttpMethod.Post, $"api/installation/companies/{id}/close");
        Assert.Equal(HttpStatusCode.Forbidden, (await client.RefusedAt(HttpMethod.Get, There("count"))).Status);
        await client.Ask(HttpMethod.Post, $"api/installation/companies/{id}/open");
        await client.Ask(HttpMethod.Get, There("count"));
    }
}
