using System.Text.Json;
using Adnumera.Web.Posting;
using Microsoft.Extensions.DependencyInjection;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Documents;

/// <summary>A transfer from one side waits some days for the other, then asks; from both sides it is one.</summary>
public sealed class TransferTests() : ConnectedHouse("administrator")
{
    private const string Head = "source,source_id,kind,document_date,payment_account,to_account,document_total,line,net\n";

    private static string Leaving(string id, string day = "2026-11-18", string from = "0931", string total = "300.00") =>
        $"Bank,{id},transfer,{day},{from},,{total},1,{total}\n";

    private static string Arriving(string id, string day = "2026-11-19", string to = "4417", string total = "300.00") =>
        $"Card,{id},transfer,{day},,{to},{total},1,{total}\n";

    private async Task<JsonElement> Document(long id) => await client.Get($"documents/{id}");

    private static string Text(JsonElement answer, string name) => answer.GetProperty(name).GetString()!;

    private static IEnumerable<string> Reasons(JsonElement document) =>
        document.GetProperty("reasons").EnumerateArray().Select(r => $"{Text(r, "reason")} {Text(r, "value")}");

    private async Task ADayGoesBy(int days = 1)
    {
        house.Clock.Advance(TimeSpan.FromDays(days));
        await SignInAgain();
        house.Services.GetRequiredService<PostingClock>().AskAboutTransfers();
    }

    [Fact]
    public async Task One_side_waits_and_is_asked_about_when_the_other_does_not_come()
    {
        await client.TakeIn(Head + Leaving("t1"));
        var waits = await Document(1);
        Assert.Contains("transfer_waits to", Reasons(waits));
        Assert.Contains("2026-11-23", Text(waits.GetProperty("reasons")[0], "detail"), StringComparison.Ordinal);
        Assert.NotEmpty(waits.GetProperty("paymentAccountChoices").EnumerateArray());
        await ADayGoesBy(3); // 23 November: the last day
        Assert.Contains("transfer_waits to", Reasons(await Document(1)));
        await ADayGoesBy();
        var asks = await Document(1);
        Assert.Contains("payment_account_missing to", Reasons(asks));
        AssertSound(house);

        // A person says it, and takes it back.
        var name = asks.GetProperty("paymentAccountChoices").EnumerateArray().First().GetString();
        var said = await client.Put("documents/1/payment-account", new { account = name });
        Assert.DoesNotContain("payment_account_missing to", Reasons(said));
        Assert.Equal(name, Text(said, "paymentAccountChoice"));
        Assert.Contains("payment_account_missing to", Reasons(await client.Put("documents/1/payment-account", new { account = "" })));
        AssertSound(house);
    }

    [Fact]
    public async Task From_both_sides_it_is_one_and_a_person_takes_them_apart()
    {
        await client.TakeIn(Head + Leaving("t1"));
        await client.TakeIn(Head + Arriving("t2"));
        var (leaving, arriving) = (await Document(1), await Document(2));
        Assert.Equal(("set_aside", "other_side"), (Text(leaving, "state"), Text(leaving, "setAside")));
        Assert.Equal((2, 1), (leaving.GetProperty("otherSide").GetInt32(), arriving.GetProperty("otherSide").GetInt32()));
        Assert.Equal("0931", Text(arriving, "paymentAccountChoice"));
        Assert.Equal("ready", Text(arriving, "state"));
        Assert.True(arriving.GetProperty("balanced").GetBoolean());
        Assert.Equal("pair", (await client.Refused(HttpMethod.Put, "documents/2/payment-account", new { account = "" })).Type);
        AssertSound(house);

        // The same files again change nothing.
        var again = await client.TakeIn(Head + Leaving("t1") + Arriving("t2"));
        Assert.Equal(2, again.GetProperty("unchanged").GetInt32());

        var apart = await client.Ask(HttpMethod.Delete, Client.In("documents/1/set-aside"));
        Assert.Equal("held", Text(apart, "state"));
        Assert.Contains("transfer_waits from", Reasons(await Document(2)));
        AssertSound(house);
    }

    [Fact]
    public async Task In_one_file_or_turned_around_it_is_one_and_a_file_taken_back_leaves_the_other_side()
    {
        await client.TakeIn(Head + Arriving("t2") + Leaving("t1"));
        Assert.Equal([1, 1], States(house, "ready", "set_aside"));
        await client.Post("arrivals/1/take-back", new { });
        Assert.Equal([0, 0], States(house, "held", "set_aside"));

        await client.TakeIn(Head + Leaving("t1"));
        await client.TakeIn(Head + Arriving("t2"));
        await client.Post("arrivals/3/take-back", new { });
        Assert.Equal([1, 0], States(house, "held", "set_aside"));
        await client.TakeIn(Head + Arriving("t2"));
        Assert.Equal([1, 1], States(house, "ready", "set_aside"));
        AssertSound(house);
    }

    [Fact]
    public async Task What_fits_two_others_stays_alone_and_the_days_are_a_choice()
    {
        await client.TakeIn(Head + Leaving("t1") + Arriving("t2") + Arriving("t3"));
        Assert.Equal([3, 0], States(house, "held", "set_aside"));
        var choices = (await client.Get("choices")).GetProperty("choices");
        Assert.Equal(5, choices.GetProperty("transferDays").GetInt32());
        Assert.Equal("transfer_days", (await client.Refused(HttpMethod.Put, "choices", new { transferDays = 61 })).Type);
        await client.Put("choices", new { transferDays = 0 });
        Assert.Contains("payment_account_missing to", Reasons(await Document(1)));
        await client.Put("choices", new { transferDays = 7 });
        Assert.Contains("transfer_waits to", Reasons(await Document(1)));
        AssertSound(house);
    }
}
