using System.Text.Json;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Documents;

/// <summary>What a source sends anew, what is worth noticing, and how the path of a document tells it.</summary>
public sealed class CorrectionTests() : ConnectedHouse("bookkeeper")
{
    private static string[] Path(JsonElement document) =>
        [.. document.GetProperty("path").EnumerateArray().Select(s => s.GetProperty("what").GetString()!)];

    [Fact]
    public async Task What_is_sent_anew_for_a_posted_document_stays_open_until_somebody_decides()
    {
        await client.TakeIn(Header + Bill(1));
        await client.Dispatch(house);
        await client.TakeIn(Header + Bill(1, "Glue", total: "120.00"));
        var document = await client.Get("documents/1");
        var changes = document
            .GetProperty("correction")
            .GetProperty("changes")
            .EnumerateArray()
            .Select(c =>
                $"{c.GetProperty("line").GetInt64()} {c.GetProperty("field").GetString()}: "
                + $"{c.GetProperty("before").GetString()} → {c.GetProperty("after").GetString()}"
            );
        Assert.Equal(["0 total: 100.00 → 120.00", "1 category: Leather → Glue", "1 net: 100.00 → 120.00"], changes);
        Assert.Contains(Path(document), s => s.Contains("a proposed correction", StringComparison.Ordinal));
        Assert.Equal(1, (await client.Get("count")).GetProperty("corrections")[0].GetProperty("documentId").GetInt64());

        await client.Put("documents/1/correction/kept", new { });
        Assert.Equal("no-correction", (await client.Refused(HttpMethod.Put, "documents/1/correction/kept", new { })).Type);
        Assert.Empty((await client.Get("count")).GetProperty("corrections").EnumerateArray());
        // The same again: decided already, or open once more, and never twice.
        await client.TakeIn(Header + Bill(1, "Glue", total: "120.00"));
        Assert.InRange((await client.Get("count")).GetProperty("corrections").GetArrayLength(), 0, 1);

        // The source came back to what was posted: nothing is open.
        await client.TakeIn(Header + Bill(1, total: "130.00"));
        Assert.Equal(1, (await client.Get("count")).GetProperty("corrections").GetArrayLength());
        await client.TakeIn(Header + Bill(1));
        Assert.Empty((await client.Get("count")).GetProperty("corrections").EnumerateArray());
        AssertSound(house);
    }

    [Fact]
    public async Task What_is_worth_noticing_is_on_the_document_in_lists_and_on_the_count()
    {
        var header =
            "source,source_id,kind,document_date,due_date,reference,supplier,employee,document_total,line,description,category,"
            + "quantity,unit_price,net,tax_code\n";
        await client.TakeIn(
            header
                + "Supplier bills,B1,bill,2026-11-10,2026-11-09,R1,Hexham Tannery,,10.00,1,Thing,Leather,,,10.00,\n"
                + "Supplier bills,B2,bill,2026-11-21,,R2,Hexham Tannery,,10.00,1,Thing,Leather,,,10.00,\n"
                + "Supplier bills,B3,bill,2026-11-10,,R3,Hexham Tannery,,10.00,1,Thing,Leather,3,3.00,10.00,\n"
                + "Expense claims,X4,expense_claim,2026-11-10,,R4,,Nobody Known,10.00,1,Thing,Leather,,,10.00,\n"
                + "Supplier bills,B5,bill,2026-11-10,,R5,Hexham Tannery,,10.00,1,Thing,Leather,2,5.00,10.00,\n"
        );
        async Task<string> Notices(int id) =>
            string.Join(
                ' ',
                (await client.Get($"documents/{id}"))
                    .GetProperty("notices")
                    .EnumerateArray()
                    .Select(n => n.GetProperty("notice").GetString())
            );
        Assert.Equal(
            ["due_before_dated", "dated_ahead", "quantity_times_price", "employee_unknown", ""],
            await Task.WhenAll(Enumerable.Range(1, 5).Select(Notices))
        );
        Assert.Equal(4, (await client.Get("count")).GetProperty("noticed").GetInt64());
        Assert.Equal(4, (await client.Get("documents?noticed=true")).GetProperty("rows").GetArrayLength());
    }

    [Fact]
    public async Task The_path_names_line_before_and_after_for_a_person_and_for_a_mapping()
    {
        await client.TakeIn(Header + Bill(1, "Odd"));
        await client.Post(
            "mapping/changes",
            new
            {
                rows = new[]
                {
                    new
                    {
                        kind = "category",
                        key = "Odd",
                        account = "6420",
                    },
                },
            }
        );
        await client.Put("documents/1/lines/1/account", new { account = "5150" });
        await client.Put("documents/1/lines/1/account", new { account = "" });
        var path = Path(await client.Get("documents/1"));
        Assert.Contains(path, s => s.Contains("line 1: not decided → 6420 Tool upkeep", StringComparison.Ordinal));
        Assert.Contains("line 1: 6420 Tool upkeep → 5150 Glue and paste, chosen", path);
        Assert.Contains("line 1: the choice 5150 Glue and paste taken back", path);
    }

    [Fact]
    public async Task The_same_file_after_a_choice_of_payment_account_is_unchanged()
    {
        var file = Header + "Company card,C1,card_charge,2026-11-11,,Larkspur,,7730,,9.00,1,Thread,Thread & tape,9.00\n";
        await client.TakeIn(file);
        await client.Put("documents/1/payment-account", new { account = "Company card" });
        var again = await client.TakeIn(file);
        Assert.Equal((0, 1), (again.GetProperty("updated").GetInt32(), again.GetProperty("unchanged").GetInt32()));
    }

    [Fact]
    public async Task A_supplier_credit_shows_its_true_sides_and_balanced_only_where_it_is()
    {
        await client.TakeIn(
            Header
                + Bill(1).Replace(",bill,", ",supplier_credit,", StringComparison.Ordinal)
                + Bill(2, "Odd").Replace(",bill,", ",supplier_credit,", StringComparison.Ordinal)
        );
        var journal = (await client.Get("documents/1")).GetProperty("journal");
        Assert.Equal(
            ("5120", "0.00", "100.00"),
            (
                journal[0].GetProperty("account").GetString(),
                journal[0].GetProperty("debit").GetString(),
                journal[0].GetProperty("credit").GetString()
            )
        );
        Assert.True((await client.Get("documents/1")).GetProperty("balanced").GetBoolean());
        var held = await client.Get("documents/2");
        Assert.Equal(
            ("0.00", "100.00"),
            (
                held.GetProperty("undecided")[0].GetProperty("debit").GetString(),
                held.GetProperty("undecided")[0].GetProperty("credit").GetString()
            )
        );
        Assert.False(held.GetProperty("balanced").GetBoolean());
    }

    [Fact]
    public async Task Names_beyond_ascii_are_found_in_any_case()
    {
        await client.TakeIn(Header + Bill(1, supplier: "Çevre Ökologie"));
        Assert.Equal(1, (await client.Get("documents?text=%C3%A7evre%20%C3%B6KO")).GetProperty("rows").GetArrayLength());
    }
}
