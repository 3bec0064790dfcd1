using System.Globalization;
using System.Text;
using System.Text.Json;
using Adnumera.LedgerStandIn;

namespace Adnumera.Web.Tests.InformationReturns;

/// <summary>A house in whose ledger suppliers are paid, with a person at the year end.</summary>
public abstract class ReturnsHouse(string role) : ConnectedHouse(role)
{
    protected const string Year = "information-returns/2026";
    protected const string Tamsin = "TAMSIN ARKLEY";

    // The whole year is open in this ledger.
    private Books Ledger
    {
        get
        {
            house.Books.LockThrough("2020-01-01");
            return house.Books;
        }
    }

    /// <summary>A bill in the ledger that is not ours; its number there.</summary>
    private protected string Bill(string supplier, string reference, params (string Account, string Amount)[] lines) =>
        Ledger
            .PostByHand(
                Entry(
                    "bill",
                    "2026-09-02",
                    supplier,
                    reference,
                    [
                        .. lines.Select(l => new NewLine(l.Account, l.Amount, "0.00", "", null, "")),
                        new NewLine("2100", "0.00", Text(lines.Sum(l => Amount(l.Amount))), "", null, ""),
                    ]
                )
            )
            .Id;

    /// <summary>A payment of bills; what is more than they take is on account.</summary>
    private protected string Pay(
        string day,
        string supplier,
        string amount,
        (string Bill, string Amount)[] bills,
        string method = "",
        string withheld = "0.00"
    ) => Payment(day, supplier, "2100", amount, bills, method, withheld);

    /// <summary>A payment without a bill.</summary>
    private protected string Cash(
        string day,
        string supplier,
        string account,
        string amount,
        string method = "check",
        string withheld = "0.00",
        string from = "1010"
    ) => Payment(day, supplier, account, amount, [], method, withheld, from);

    /// <summary>Money that came back.</summary>
    private protected string Refund(string day, string supplier, string account, string amount) =>
        Ledger
            .PostPayment(
                Entry(
                    "cash_payment",
                    day,
                    supplier,
                    "refund",
                    [new NewLine("1010", amount, "0.00", "", null, ""), new NewLine(account, "0.00", amount, "", null, "")]
                ),
                new NewPayment("", "0.00", [])
            )
            .Id;

    private string Payment(
        string day,
        string supplier,
        string account,
        string amount,
        (string, string)[] bills,
        string method,
        string withheld,
        string from = "1010"
    )
    {
        List<NewLine> lines =
        [
            new(account, amount, "0.00", "", null, ""),
            new(from, "0.00", Text(Amount(amount) - Amount(withheld)), "", null, ""),
        ];
        if (Amount(withheld) > 0)
            lines.Add(new NewLine("2420", "0.00", withheld, "", null, ""));
        return Ledger.PostPayment(Entry("cash_payment", day, supplier, "payment", lines), new NewPayment(method, withheld, bills)).Id;
    }

    private static NewEntry Entry(string form, string day, string supplier, string reference, IReadOnlyList<NewLine> lines) =>
        new(form, day, "", reference, supplier, "", "USD", "", "", "", lines);

    private static decimal Amount(string text) => decimal.Parse(text, CultureInfo.InvariantCulture);

    private protected static string Text(JsonElement of, string name) => of.GetProperty(name).GetString()!;

    private static string Text(decimal amount) => amount.ToString("0.00", CultureInfo.InvariantCulture);

    private protected Task<JsonElement> Read() => client.Post($"{Year}/readings");

    private protected Task<JsonElement> Map(params (string Account, string? Supplier, string? Box)[] rows) => Map(false, rows);

    private protected Task<JsonElement> Map(bool confirmed, params (string Account, string? Supplier, string? Box)[] rows) =>
        client.Put($"{Year}/boxes", Rows(confirmed, rows));

    private protected static object Rows(bool confirmed, params (string Account, string? Supplier, string? Box)[] rows) =>
        new
        {
            rows = rows.Select(r => new
            {
                year = 2026,
                account = r.Account,
                supplier = r.Supplier,
                box = r.Box,
                isTakenOut = false,
            }),
            confirmed,
        };

    /// <summary>What of a supplier stands where: box or place, and money.</summary>
    private protected async Task<string> Stands(string supplier)
    {
        var payments = (await client.Get($"{Year}/payments?supplier={Uri.EscapeDataString(supplier)}")).GetProperty("payments");
        return string.Join(
            "; ",
            payments
                .EnumerateArray()
                .SelectMany(p => p.GetProperty("lines").EnumerateArray())
                .GroupBy(l => l.GetProperty("box").GetString() ?? l.GetProperty("leftOut").GetString())
                .OrderBy(g => g.Key, StringComparer.Ordinal)
                .Select(g => $"{g.Key} {Text(g.Sum(l => Amount(l.GetProperty("amount").GetString()!)))}")
        );
    }

    /// <summary>A file that is taken away.</summary>
    private protected async Task<byte[]> File(string path, Client? by = null)
    {
        using var answer = await (by ?? client).Send(HttpMethod.Get, Client.In($"{Year}/{path}"));
        Assert.True(answer.IsSuccessStatusCode, $"{path}: {(int)answer.StatusCode} {await answer.Content.ReadAsStringAsync()}");
        return await answer.Content.ReadAsByteArrayAsync();
    }

    private protected async Task<string> TextFile(string path) => Encoding.UTF8.GetString(await File(path));

    internal static object Details(
        string legalName = "Tamsin Arkley",
        string? classification = "individual",
        string? kind = "ssn",
        string? number = "123-45-6789",
        bool hasW9 = true,
        bool? reportable = null,
        string reason = ""
    ) =>
        new
        {
            legalName,
            businessName = "",
            classification,
            exemptCode = (int?)null,
            numberKind = kind,
            number,
            address = "5 Fold Street",
            town = "Quillfern, OR 97001",
            email = "",
            isAttorney = false,
            isAgent = false,
            isForeign = false,
            hasW8 = false,
            reportable,
            reportableReason = reason,
            nameIsRight = false,
            w9Received = hasW9 ? "2026-03-02" : "",
            w9IsSigned = hasW9,
            w9Dated = hasW9 ? "2026-03-01" : "",
        };

    private protected Task<JsonElement> Know(object details, string supplier = Tamsin) => Know(client, details, supplier);

    internal static Task<JsonElement> Know(Client who, object details, string supplier = Tamsin) =>
        who.PutAsRead(At(supplier), details, At(supplier), "details");

    private static string At(string supplier) => $"{Year}/suppliers/{Uri.EscapeDataString(supplier)}";
}
