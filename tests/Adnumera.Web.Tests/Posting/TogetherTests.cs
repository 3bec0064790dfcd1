using System.Globalization;
using System.Net;
using System.Net.Http.Json;
using System.Text;
using Adnumera.Demo;
using Adnumera.Storage.Count;
using Adnumera.Web.Companies;
using Microsoft.Extensions.DependencyInjection;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Posting;

/// <summary>Several at once: two people on the same books, two companies, a proof while something posts.</summary>
public sealed class TogetherTests() : ConnectedHouse("bookkeeper")
{
    [Fact]
    public async Task Two_people_decide_about_the_same_documents_and_one_of_the_decisions_counts_whole()
    {
        using var other = await Client.Of(house, "administrator");
        await client.TakeIn(Header + string.Concat(Enumerable.Range(1, 12).Select(i => Bill(i, "Nobody maps this"))));
        var answers = await Task.WhenAll(
            Enumerable
                .Range(1, 12)
                .SelectMany(i =>
                    new[] { (client, "5120"), (other, "5110") }.Select(p =>
                        p.Item1.Send(
                            HttpMethod.Put,
                            Client.In($"documents/{i}/lines/1/account"),
                            JsonContent.Create(new { account = p.Item2 })
                        )
                    )
                )
        );
        Assert.All(answers, a => Assert.Equal(HttpStatusCode.OK, a.StatusCode));
        foreach (var answer in answers)
            answer.Dispose();
        for (var i = 1; i <= 12; i++)
        {
            var document = await client.Get($"documents/{i}");
            Assert.Equal("ready", document.GetProperty("state").GetString());
            Assert.Equal(
                document.GetProperty("lines")[0].GetProperty("chosenAccount").GetString(),
                document.GetProperty("journal")[0].GetProperty("account").GetString()
            );
        }

        AssertSound(house);
    }

    [Fact]
    public async Task Two_people_post_at_once_and_each_document_stands_in_the_ledger_once()
    {
        using var other = await Client.Of(house, "administrator");
        await client.TakeIn(Header + string.Concat(Enumerable.Range(1, 8).Select(i => Bill(i))));
        var answers = await Task.WhenAll(
            new[] { client, other, client, other }.Select(c =>
                c.Send(HttpMethod.Post, Client.In("dispatches"), JsonContent.Create(new { period = "" }))
            )
        );
        Assert.Single(answers, a => a.IsSuccessStatusCode);
        foreach (var answer in answers)
            answer.Dispose();
        await house.DispatchIsOver();
        Assert.Equal(8, house.Books.Latest(100).Select(e => e.SourceId).Distinct().Count());
        Assert.Equal(8, house.Books.Latest(100).Count);
        AssertSound(house);
    }

    [Fact]
    public async Task While_something_posts_a_proof_waits_for_its_turn_and_then_proves_all_of_it()
    {
        await client.TakeIn(Header + string.Concat(Enumerable.Range(1, 6).Select(i => Bill(i))));
        house.Books.SetFaults(new LedgerStandIn.Faults(150, 0));
        await client.Post("dispatches", new { period = "" });
        var refused = await client.Refused(HttpMethod.Post, "proofs", new { period = "" });
        Assert.Equal((HttpStatusCode.Conflict, "ledger-busy"), (refused.Status, refused.Type));
        Assert.Contains("is running", refused.Detail, StringComparison.Ordinal);

        await house.DispatchIsOver();
        var proof = await client.Post("proofs", new { period = "" });
        Assert.Equal((6, 6), (proof.GetProperty("intended").GetInt64(), proof.GetProperty("proved").GetInt64()));
        AssertSound(house);
    }

    [Fact]
    public async Task Two_companies_take_files_in_at_once_and_neither_sees_the_other()
    {
        Builder.SetUpReadingRoom(house.Services.GetRequiredService<CompanyFiles>());
        using var person = await Client.Of(house, "bookkeeper");
        const string there = "api/companies/reading-room/";
        var answers = await Task.WhenAll(
            Enumerable
                .Range(1, 6)
                .SelectMany(i =>
                    new[] { Client.In(""), there }.Select(at =>
                        person.Send(
                            HttpMethod.Post,
                            string.Create(CultureInfo.InvariantCulture, $"{at}arrivals?fileName=f{i}.csv"),
                            new StringContent(Header + Bill(i), Encoding.UTF8, "text/csv")
                        )
                    )
                )
        );
        Assert.All(answers, a => Assert.Equal(HttpStatusCode.OK, a.StatusCode));
        foreach (var answer in answers)
            answer.Dispose();
        AssertSound(house);
        var other = house.Services.GetRequiredService<CompanyFiles>().Open("reading-room");
        Assert.Equal(6, other.Read(c => new CountTable(c).Kept().Sum(k => k.Documents)));
        Assert.Equal("", other.CheckAudit().Problem);

        // Here the book maps Leather; there nobody does.
        Assert.Equal([6], States(house, "ready"));
        Assert.All(other.Read(c => new CountTable(c).Kept()), k => Assert.Equal("held", k.State));
    }
}
