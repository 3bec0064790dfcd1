using System.Net;
using System.Net.Http.Json;
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
    public async Task Signing_out_another_password_and_an_administrator_end_every_session_of_a_person()
    {
        using var here = await Client.Of(house, "bookkeeper");
        using (var there = await Client.Of(house, "bookkeeper"))
        {
            using (await there.Send(HttpMethod.Delete, "api/session")) { }
            Assert.Equal(HttpStatusCode.Unauthorized, await Count(here));
        }

        using var first = await Client.Of(house, "bookkeeper");
        using var second = await Client.Of(house, "bookkeeper");
        async Task<HttpStatusCode> Change(string current, string next)
        {
            using var answer = await second.Send(HttpMethod.Put, "api/session/password", JsonContent.Create(new { current, next }));
            return answer.StatusCode;
        }

        Assert.Equal(
            [HttpStatusCode.UnprocessableEntity, HttpStatusCode.UnprocessableEntity],
            new[] { await Change("wrong", "a-longer-password-9"), await Change(InesPassword, "short") }
        );
        Assert.Equal(HttpStatusCode.NoContent, await Change(InesPassword, "a-longer-password-9"));
        Assert.Equal([HttpStatusCode.Unauthorized, HttpStatusCode.OK], new[] { await Count(first), await Count(second) });

        var person = (await client.Get("people"))
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
