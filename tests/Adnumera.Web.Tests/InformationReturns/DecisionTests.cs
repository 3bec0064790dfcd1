using System.Net;
using System.Text.Json;

namespace Adnumera.Web.Tests.InformationReturns;

/// <summary>What a person says of a payment wins over what its account and the ledger say; with a reason, and to be taken back.</summary>
public sealed class DecisionTests() : ReturnsHouse("bookkeeper")
{
    private async Task<JsonElement> Payment() =>
        (await client.Get($"{Year}/payments?supplier={Uri.EscapeDataString(Tamsin)}")).GetProperty("payments")[0];

    private static object Lines(JsonElement payment, string? box, bool asMapped = false, string reason = "a class for a friend") =>
        new
        {
            lines = payment
                .GetProperty("lines")
                .EnumerateArray()
                .Take(1)
                .Select(l => new
                {
                    payment = payment.GetProperty("payment"),
                    bill = l.GetProperty("bill"),
                    line = l.GetProperty("line"),
                }),
            box,
            asMapped,
            reason,
        };

    [Fact]
    public async Task Where_a_line_counts()
    {
        await Map(("6050", null, "nec1"), ("6110", null, "misc1"));
        var bill = Bill("Tamsin Arkley", "T-1", ("6050", "600.00"), ("6110", "300.00"));
        Pay("2026-10-01", "Tamsin Arkley", "900.00", [(bill, "900.00")]);
        await Read();
        var payment = await Payment();
        Assert.Equal("reason", (await client.Refused(HttpMethod.Put, "information-returns/lines", Lines(payment, null, reason: " "))).Type);
        var change = (await client.Put("information-returns/lines", Lines(payment, null))).GetProperty("change").GetInt64();
        Assert.Equal("misc1 300.00; not_reportable 600.00", await Stands(Tamsin));
        var line = (await Payment()).GetProperty("lines")[0];
        Assert.True(line.GetProperty("isChosen").GetBoolean());
        Assert.Equal("a class for a friend", line.GetProperty("reason").GetString());
        // Reading again leaves it, and so does what is said of the account.
        await Read();
        await Map(("6050", null, "misc3"));
        Assert.Equal("misc1 300.00; not_reportable 600.00", await Stands(Tamsin));
        await client.Post($"information-returns/changes/{change}/undo");
        Assert.Equal("misc1 300.00; misc3 600.00", await Stands(Tamsin));
        await client.Put("information-returns/lines", Lines(payment, "misc10"));
        await client.Put("information-returns/lines", Lines(payment, null, asMapped: true, reason: ""));
        Assert.Equal("misc1 300.00; misc3 600.00", await Stands(Tamsin));
    }

    [Fact]
    public async Task How_a_payment_was_made()
    {
        await Map(("6050", null, "nec1"));
        Cash("2026-03-02", "Tamsin Arkley", "6050", "700.00", method: "");
        await Read();
        var payment = await Payment();
        Assert.Equal(("bank", "payment_account"), (payment.GetProperty("method").GetString(), payment.GetProperty("methodBy").GetString()));
        object By(string? method, string reason) =>
            new
            {
                payments = new[] { payment.GetProperty("payment") },
                method,
                reason,
            };
        Assert.Equal("reason", (await client.Refused(HttpMethod.Put, "information-returns/methods", By("network", ""))).Type);
        var change = (await client.Put("information-returns/methods", By("network", "through the class platform")))
            .GetProperty("change")
            .GetInt64();
        Assert.Equal("card_or_network 700.00", await Stands(Tamsin));
        await Read();
        payment = await Payment();
        Assert.Equal(
            ("network", "person", "bank"),
            (
                payment.GetProperty("method").GetString(),
                payment.GetProperty("methodBy").GetString(),
                payment.GetProperty("toldMethod").GetString()
            )
        );
        await client.Post($"information-returns/changes/{change}/undo");
        Assert.Equal("nec1 700.00", await Stands(Tamsin));
        Assert.Equal("payment_account", (await Payment()).GetProperty("methodBy").GetString());
    }

    [Fact]
    public async Task Of_what_is_filed_somebody_says_how_it_was_paid()
    {
        await Map(("6050", null, "nec1"));
        Cash("2026-03-02", "Tamsin Arkley", "6050", "1500.00", method: "", from: "2410");
        Cash("2026-04-02", "Tamsin Arkley", "6050", "600.00", method: "", from: "2410");
        Cash("2026-05-02", "Tamsin Arkley", "6050", "5.00", method: "");
        // Nothing of these is filed.
        Cash("2026-03-02", "Isolde Marchbanks", "6050", "20.00", method: "", from: "2410");
        await Know(Details());
        await Read();
        Assert.Equal(["TAMSIN ARKLEY method_unknown 2100.00"], await Points());
        var payments = (await client.Get($"{Year}/payments?supplier={Uri.EscapeDataString(Tamsin)}&unsaid=true"))
            .GetProperty("payments")
            .EnumerateArray()
            .Select(p => Text(p, "payment"))
            .ToList();
        Assert.Equal(2, payments.Count);
        static object Say(params IEnumerable<string> of) =>
            new
            {
                payments = of,
                method = "network",
                reason = "through the class platform",
            };
        async Task<HttpStatusCode> Refused(params IEnumerable<string> of) =>
            (await client.Refused(HttpMethod.Put, "information-returns/methods", Say(of))).Status;
        Assert.Equal(HttpStatusCode.UnprocessableEntity, await Refused());
        Assert.Equal(HttpStatusCode.NotFound, await Refused([.. payments, "E999999"]));
        Assert.Equal(["TAMSIN ARKLEY method_unknown 2100.00"], await Points());
        await client.Put("information-returns/methods", Say(payments));
        Assert.Equal("card_or_network 2100.00; nec1 5.00", await Stands(Tamsin));
        Assert.Empty(await Points());

        async Task<IReadOnlyList<string>> Points() =>
            [
                .. (await client.Get($"{Year}/readiness"))
                    .GetProperty("points")
                    .EnumerateArray()
                    .Select(p => $"{Text(p, "key")} {Text(p, "kind")} {Text(p, "amount")}"),
            ];
    }

    [Fact]
    public async Task Of_what_is_not_there_nothing_is_decided()
    {
        var refused = await client.Refused(
            HttpMethod.Put,
            "information-returns/lines",
            new
            {
                lines = new[]
                {
                    new
                    {
                        payment = "E1",
                        bill = "",
                        line = "1",
                    },
                },
                box = "nec1",
                asMapped = false,
                reason = "x",
            }
        );
        Assert.Equal("not-found", refused.Type);
        Assert.Equal(
            "not-found",
            (
                await client.Refused(
                    HttpMethod.Put,
                    "information-returns/methods",
                    new
                    {
                        payments = new[] { "E1" },
                        method = "cash",
                        reason = "x",
                    }
                )
            ).Type
        );
        Assert.Equal("not-found", (await client.Refused(HttpMethod.Post, "information-returns/changes/77/undo")).Type);
    }
}
