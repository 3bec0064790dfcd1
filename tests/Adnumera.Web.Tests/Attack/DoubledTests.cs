using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Adnumera.Ui.Driver;
using Adnumera.Web.Start;
using Microsoft.Extensions.DependencyInjection;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Attack;

/// <summary>Requests that come twice, or at once with others: one of them counts, and nothing of another is lost.</summary>
public sealed class DoubledTests() : ConnectedHouse("administrator")
{
    private static async Task<HttpStatusCode[]> AtOnce(int times, Func<Task<HttpResponseMessage>> send)
    {
        var answers = await Task.WhenAll(Enumerable.Range(0, times).Select(_ => Task.Run(send)));
        var statuses = answers.Select(a => a.StatusCode).Order().ToArray();
        foreach (var answer in answers)
            answer.Dispose();
        return statuses;
    }

    [Fact]
    public async Task A_company_that_is_begun_six_times_at_once_is_begun_once_and_is_whole()
    {
        await using var empty = await House.Open(Furnishing.Empty);
        using var somebody = Client.Anonymous(empty);
        await somebody.Refresh();
        var code = empty.Services.GetRequiredService<StartCode>().Text;
        var statuses = await AtOnce(
            6,
            () =>
                somebody.Send(
                    HttpMethod.Post,
                    "api/start",
                    JsonContent.Create(
                        new
                        {
                            code,
                            name = "Theo Arkwright",
                            signIn = "theo@quillfern.example",
                            password = "press-and-plough-4",
                            company = new
                            {
                                name = "First House",
                                currency = "EUR",
                                timeZone = "America/Chicago",
                                startDate = "2026-07-01",
                            },
                        }
                    )
                )
        );
        Assert.Single(statuses, s => (int)s < 300);
        await somebody.Refresh();
        await somebody.Ask(HttpMethod.Get, "api/companies/first-house/overview");
        await somebody.Ask(HttpMethod.Get, "api/companies/first-house/count");
        Assert.Single(Directory.GetFiles(Path.Combine(empty.Folder, "companies"), "*.sqlite"));
        Assert.Empty(Directory.EnumerateFileSystemEntries(empty.Folder, ".making*", SearchOption.AllDirectories));
    }

    [Fact]
    public async Task Twenty_wrong_passwords_at_once_lock_the_name_as_twenty_in_a_row_do()
    {
        using var one = Client.Anonymous(house);
        await one.Refresh();
        var statuses = await AtOnce(
            20,
            () =>
                one.Send(HttpMethod.Post, "api/session", JsonContent.Create(new { signIn = "ines@quillfern.example", password = "wrong" }))
        );
        Assert.DoesNotContain(statuses, s => (int)s < 400);
        using var right = await one.Send(
            HttpMethod.Post,
            "api/session",
            JsonContent.Create(new { signIn = "ines@quillfern.example", password = "folio-and-thread-7" })
        );
        Assert.False(right.IsSuccessStatusCode);
    }

    [Fact]
    public async Task An_invitation_that_is_asked_for_twice_is_one_with_one_link()
    {
        object Request(Guid mark) =>
            new
            {
                role = "reader",
                forWhom = "Nora Vane",
                days = 7,
                mark,
            };
        var mark = Guid.NewGuid();
        var links = await Task.WhenAll(Enumerable.Range(0, 4).Select(_ => client.Post("invitations", Request(mark))));
        Assert.Single(links.Select(l => l.GetProperty("secret").GetString()).Distinct());
        await client.Post("invitations", Request(Guid.NewGuid()));
        Assert.Equal(2, (await client.Get("people")).GetProperty("invitations").GetArrayLength());
    }

    [Fact]
    public async Task A_document_to_complete_that_is_begun_twice_is_one()
    {
        var mark = Guid.NewGuid();
        var begun = await Task.WhenAll(Enumerable.Range(0, 4).Select(_ => client.Post("incomplete", new { kind = "bill", mark })));
        Assert.Single(begun.Select(b => b.GetProperty("id").GetInt64()).Distinct());
        Assert.Single((await client.Get("incomplete")).GetProperty("documents").EnumerateArray());
    }

    [Fact]
    public async Task What_another_saved_in_the_meantime_is_not_written_over_and_both_are_shown()
    {
        await client.TakeIn(Header + Bill(1, "Odd"));
        await client.Post("incomplete", new { kind = "bill", mark = Guid.NewGuid() });
        var standing = new { decisions = Array.Empty<object>() };
        var incomplete = new
        {
            head = new Dictionary<string, string> { ["supplier"] = "Mine" },
            lines = Array.Empty<object>(),
            proposed = Array.Empty<string>(),
        };
        foreach (
            var (path, body) in ((string, object)[])
                [("standing-decisions", standing), ("incomplete/1", incomplete), ("information-returns/2026/payer", Payer("Q", ""))]
        )
        {
            var whole = JsonSerializer.SerializeToNode(body)!.AsObject();
            whole["revision"] = "of-another";
            using var answer = await client.Send(HttpMethod.Put, Client.In(path), JsonContent.Create(whole));
            var problem = await answer.Content.ReadFromJsonAsync<JsonElement>();
            Assert.Equal((HttpStatusCode.Conflict, "saved-since"), (answer.StatusCode, problem.GetProperty("type").GetString()));
            Assert.Equal(JsonValueKind.Object, problem.GetProperty("now").ValueKind);
        }

        AssertSound(house);
    }

    [Fact]
    public async Task Of_six_who_save_at_once_what_they_read_one_counts_and_the_others_hear_it()
    {
        var revision = await client.Revision("information-returns/2026/outputs", "payer");
        var next = 0;
        var statuses = await AtOnce(
            6,
            () =>
                client.Send(
                    HttpMethod.Put,
                    Client.In("information-returns/2026/payer"),
                    JsonContent.Create(Payer($"Q{Interlocked.Increment(ref next)}", revision))
                )
        );
        Assert.Equal([HttpStatusCode.OK, .. Enumerable.Repeat(HttpStatusCode.Conflict, 5)], statuses);
    }

    private static object Payer(string name, string revision) =>
        new
        {
            name,
            address = "1 Press Lane",
            town = "Quillfern, OR 97001",
            phone = "",
            number = "12-3456700",
            revision,
        };
}
