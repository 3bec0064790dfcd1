using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.SignIn;

/// <summary>Sessions end on the server, and whoever guesses locks nobody else out.</summary>
public sealed class SessionTests() : ConnectedHouse("administrator")
{
    private const string Ines = "ines@quillfern.example";
    private const string InesPassword = "folio-and-thread-7";

    private static async Task<HttpStatusCode> Count(Client one)
    {
        using var answer = await one.Send(HttpMethod.Get, Client.In("count"));
        return answer.StatusCode;
    }

    private static async Task<HttpResponseMessage> Try(Client one, string signIn, string password) =>
        await one.Send(HttpMethod.Post, "api/session", JsonContent.Create(new { signIn, password }));

    private static async Task<HttpStatusCode> Status(Client one, string signIn, string password)
    {
        using var answer = await Try(one, signIn, password);
        return answer.StatusCode;
    }

    [Fact]
    public async Task Signing_out_ends_one_session_and_another_password_or_an_administrator_every_one()
    {
        using var here = await Client.Of(house, "bookkeeper");
        using (var there = await Client.Of(house, "bookkeeper"))
        {
            using (await there.Send(HttpMethod.Delete, "api/session")) { }
            Assert.Equal([HttpStatusCode.Unauthorized, HttpStatusCode.OK], new[] { await Count(there), await Count(here) });
        }

        using var first = await Client.Of(house, "bookkeeper");
        using var second = await Client.Of(house, "bookkeeper");
        async Task<string> Change(string current, string next)
        {
            using var answer = await second.Send(HttpMethod.Put, "api/own/password", JsonContent.Create(new { current, next }));
            return answer.IsSuccessStatusCode
                ? ""
                : (await answer.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("detail").GetString()!;
        }

        Assert.Contains("another one", await Change("wrong", "a-longer-password-9"), StringComparison.Ordinal);
        Assert.Contains("at least 12", await Change(InesPassword, "short"), StringComparison.Ordinal);
        Assert.Contains("tried first", await Change(InesPassword, "password1234"), StringComparison.Ordinal);
        Assert.Contains("everybody knows", await Change(InesPassword, "InesCalder99"), StringComparison.Ordinal);
        Assert.Equal("", await Change(InesPassword, "a-longer-password-9"));
        Assert.Equal([HttpStatusCode.Unauthorized, HttpStatusCode.OK], new[] { await Count(first), await Count(second) });

        var person = (await client.Get("people"))
            .GetProperty("members")
            .EnumerateArray()
            .Single(p => p.GetProperty("signIn").GetString() == Ines)
            .GetProperty("id")
            .GetInt64();
        Assert.Equal(HttpStatusCode.Unauthorized, (await first.Refused(HttpMethod.Delete, $"people/{person}/sessions")).Status);
        using (await client.Send(HttpMethod.Delete, Client.In($"people/{person}/sessions"))) { }
        Assert.Equal([HttpStatusCode.Unauthorized, HttpStatusCode.OK], new[] { await Count(second), await Count(client) });
        AssertSound(house);
    }

    [Fact]
    public async Task A_person_sees_their_sessions_and_ends_one_and_one_that_is_not_used_ends_by_itself()
    {
        using var here = await Client.Of(house, "bookkeeper");
        using var there = await Client.Of(house, "bookkeeper");
        async Task<List<JsonElement>> All()
        {
            using var answer = await here.Send(HttpMethod.Get, "api/own/sessions");
            return [.. (await answer.Content.ReadFromJsonAsync<JsonElement>()).EnumerateArray()];
        }

        var other = (await All()).Single(s => !s.GetProperty("here").GetBoolean()).GetProperty("id").GetInt64();
        using (var others = await client.Send(HttpMethod.Delete, $"api/own/sessions/{other}"))
            Assert.Equal(HttpStatusCode.NotFound, others.StatusCode); // nobody ends another person's
        using (await here.Send(HttpMethod.Delete, $"api/own/sessions/{other}")) { }
        Assert.Equal([HttpStatusCode.Unauthorized, HttpStatusCode.OK], new[] { await Count(there), await Count(here) });
        Assert.Single(await All());

        house.Clock.Advance(TimeSpan.FromHours(9));
        Assert.Equal(HttpStatusCode.OK, await Count(here));
        house.Clock.Advance(TimeSpan.FromHours(9));
        Assert.Equal([HttpStatusCode.OK, HttpStatusCode.Unauthorized], new[] { await Count(here), await Count(client) });
    }

    [Fact]
    public async Task Tries_are_limited_by_name_and_by_address_and_say_when_to_try_again()
    {
        using var guesser = Client.Anonymous(house);
        await guesser.Refresh();
        for (var i = 0; i < 20; i++)
            Assert.Equal(HttpStatusCode.Unauthorized, await Status(guesser, "nobody@quillfern.example", $"guess {i}"));
        using (var limited = await Try(guesser, "NOBODY@quillfern.example", "guess"))
        {
            Assert.Equal(HttpStatusCode.TooManyRequests, limited.StatusCode);
            Assert.InRange(limited.Headers.RetryAfter!.Delta!.Value.TotalSeconds, 1, 60);
        }

        (await Client.Of(house, "bookkeeper")).Dispose(); // another name is not locked out by it
        HttpStatusCode last;
        var tries = 0;
        do last = await Status(guesser, $"nobody{tries}@quillfern.example", "guess");
        while (last == HttpStatusCode.Unauthorized && ++tries < 30);
        Assert.Equal(HttpStatusCode.TooManyRequests, last);
        Assert.Equal(HttpStatusCode.OK, await Count(client)); // whoever is signed in stays so
    }

    [Fact]
    public async Task The_count_of_failures_ends_with_the_lock()
    {
        using var one = Client.Anonymous(house);
        await one.Refresh();
        for (var i = 0; i < 8; i++)
            await Status(one, Ines, "wrong");
        Assert.Equal(HttpStatusCode.Unauthorized, await Status(one, Ines, InesPassword));
        house.Clock.Advance(TimeSpan.FromMinutes(11));
        Assert.Equal(HttpStatusCode.Unauthorized, await Status(one, Ines, "wrong"));
        Assert.Equal(HttpStatusCode.NoContent, await Status(one, Ines, InesPassword));
    }

    [Fact]
    public async Task The_body_of_a_sign_in_is_small()
    {
        using var one = Client.Anonymous(house);
        await one.Refresh();
        Assert.Equal(HttpStatusCode.RequestEntityTooLarge, await Status(one, Ines, new string('x', 10_000)));
    }
}
