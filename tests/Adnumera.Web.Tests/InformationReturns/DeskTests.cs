using System.Net;
using System.Text;
using System.Text.Json;
using Adnumera.Demo;
using UglyToad.PdfPig;

namespace Adnumera.Web.Tests.InformationReturns;

/// <summary>What is known of suppliers: entered, masked, revealed, asked for, taken in and out in bulk.</summary>
public sealed class DeskTests() : ReturnsHouse("bookkeeper")
{
    private const string Supplier = Year + "/suppliers/TAMSIN%20ARKLEY";

    private Task<JsonElement> Desk() => client.Get(Supplier);

    [Fact]
    public async Task A_number_is_kept_encrypted_shown_masked_and_each_look_at_it_is_on_record()
    {
        await Know(Details());
        var desk = await Desk();
        Assert.Equal(("XXX-XX-6789", "possible"), (Text(desk, "numberShown"), Text(desk, "numberStatus")));
        Assert.True(desk.GetProperty("hasW9").GetBoolean());
        Assert.Equal(JsonValueKind.Null, desk.GetProperty("details").GetProperty("number").ValueKind);
        // Nobody without that right sees more; and no file of the company has it.
        Assert.Equal(
            HttpStatusCode.Forbidden,
            (await client.Refused(HttpMethod.Post, "information-returns/suppliers/TAMSIN%20ARKLEY/number")).Status
        );
        Assert.DoesNotContain("123-45-6789", await TextFile("files/suppliers.csv"), StringComparison.Ordinal);
        house.Company.Read(c =>
        {
            Dapper.SqlMapper.Execute(c, "pragma wal_checkpoint(truncate)");
            return 0;
        });
        foreach (var file in Directory.GetFiles(Path.Combine(house.Folder, "companies")))
            Assert.DoesNotContain("123-45-6789", Encoding.Latin1.GetString(await Bytes(file)), StringComparison.Ordinal);

        using var administrator = await Client.Of(house, "administrator");
        Assert.Equal("123-45-6789", Text(await administrator.Post("information-returns/suppliers/TAMSIN%20ARKLEY/number"), "number"));
        var record = (await administrator.Get("audit")).GetProperty("latest")[0];
        Assert.Equal(("look at a tax number", "Theo Arkwright"), (Text(record, "what"), Text(record, "who")));
        Assert.DoesNotContain("123-45-6789", (await administrator.Get("audit")).ToString(), StringComparison.Ordinal);
        Assert.Contains(
            "123-45-6789",
            Encoding.UTF8.GetString(await File("files/suppliers-whole.csv", administrator)),
            StringComparison.Ordinal
        );
        using (var refused = await client.Send(HttpMethod.Get, Client.In($"{Year}/files/suppliers-whole.csv")))
            Assert.Equal(HttpStatusCode.Forbidden, refused.StatusCode);
        // The same number again is no change; whoever may not see it hears only that one was given.
        await Know(administrator, Details());
        Assert.Single((await Desk()).GetProperty("changes").EnumerateArray());
        await Know(Details());
        Assert.StartsWith(
            "Tamsin Arkley: a tax number was given",
            Text((await Desk()).GetProperty("changes")[0], "says"),
            StringComparison.Ordinal
        );
    }

    private static async Task<byte[]> Bytes(string file)
    {
        using var stream = new FileStream(file, FileMode.Open, FileAccess.Read, FileShare.ReadWrite);
        using var content = new MemoryStream();
        await stream.CopyToAsync(content);
        return content.ToArray();
    }

    // Social Security Administration; Internal Revenue Service. From memory.
    [Theory]
    [InlineData("ssn", "123-45-6789", "possible")]
    [InlineData("ssn", "666-45-6789", "bad")]
    [InlineData("ssn", "000456789", "bad")]
    [InlineData("itin", "912-70-1234", "possible")]
    [InlineData("itin", "912-67-1234", "bad")]
    [InlineData("ein", "12-3456789", "possible")]
    [InlineData(null, "123456789", "possible")]
    public async Task What_a_number_can_be_is_told(string? kind, string number, string status) =>
        Assert.Equal(status, Text(await Know(Details(kind: kind, number: number)), "numberStatus"));

    [Fact]
    public async Task An_unusual_prefix_warns()
    {
        Assert.True((await Know(Details(kind: "ein", number: "07-3456789"))).GetProperty("hasUnusualPrefix").GetBoolean());
        Assert.False((await Know(Details(kind: "ein", number: "12-3456789"))).GetProperty("hasUnusualPrefix").GetBoolean());
    }

    [Fact]
    public async Task What_cannot_be_is_refused_and_nothing_is_changed()
    {
        async Task<string> Refused(object details) => (await client.RefusedAsRead(Supplier, details, Supplier, "details")).Type;
        Assert.Equal("number", await Refused(Details(number: "12-34")));
        Assert.Equal("number", await Refused(Details(kind: "ein", number: "123-45-6789")));
        Assert.Equal("reason", await Refused(Details(reportable: false)));
        Assert.Equal("date", await Refused(With("w9Dated", "soon")));
        Assert.Equal("w9Dated", await Refused(With("w9Dated", "2027-01-01")));
        Assert.Equal("exemptCode", await Refused(With("exemptCode", 14)));
        Assert.Equal("email", await Refused(With("email", "nobody")));
        Assert.Equal("hasW8", await Refused(With("hasW8", true)));
        Assert.Equal("legalName", await Refused(With("legalName", new string('x', 121))));
        Assert.Equal("", Text((await Desk()).GetProperty("details"), "legalName"));
        Assert.Equal("not-found", (await client.Refused(HttpMethod.Get, $"{Year}/suppliers/NOBODY")).Type);
    }

    private static Dictionary<string, object?> With(string name, object? value)
    {
        var details = JsonSerializer.Deserialize<Dictionary<string, object?>>(JsonSerializer.Serialize(Details()))!;
        details[name] = value;
        return details;
    }

    [Fact]
    public async Task A_form_counts_signed_and_dated_and_what_was_entered_is_taken_back()
    {
        await Know(Details());
        Assert.False((await Know(With("w9IsSigned", false))).GetProperty("hasW9").GetBoolean());
        Assert.False((await Know(With("w9Dated", ""))).GetProperty("hasW9").GetBoolean());
        var changes = (await Desk()).GetProperty("changes").EnumerateArray().Select(c => c.GetProperty("id").GetInt64()).ToList();
        Assert.Equal("changed-since", (await client.Refused(HttpMethod.Post, $"information-returns/changes/{changes[1]}/undo")).Type);
        foreach (var change in changes)
            await client.Post($"information-returns/changes/{change}/undo");
        Assert.Equal("", Text((await Desk()).GetProperty("details"), "legalName"));
        Assert.Equal("", Text(await Desk(), "numberShown"));
    }

    [Fact]
    public async Task Who_lacks_a_form_is_asked_by_letter_and_reminded()
    {
        Cash("2026-03-02", "Tamsin Arkley", "6050", "100.00");
        Cash("2026-03-02", "Nettle Cloud Hosting", "6240", "100.00", "card");
        await Map(("6050", null, "nec1"));
        await Read();
        var desk = await client.Get($"{Year}/suppliers?lacking=true");
        Assert.Equal(1, desk.GetProperty("lacking").GetInt32());
        Assert.Equal("Tamsin Arkley", Text(Assert.Single(desk.GetProperty("rows").EnumerateArray()), "supplier"));
        await Know(Details(hasW9: false));
        using (var letter = PdfDocument.Open(await File("letters.pdf")))
        {
            Assert.Equal(1, letter.NumberOfPages);
            var text = letter.GetPage(1).Text;
            Assert.Contains("Tamsin Arkley", text, StringComparison.Ordinal);
            Assert.Contains("Please send us your Form W-9", text, StringComparison.Ordinal);
            Assert.Contains("November 20, 2026", text, StringComparison.Ordinal);
        }

        var change = (
            await client.Post(
                $"{Year}/requests",
                new
                {
                    keys = new[] { Tamsin },
                    how = "letter",
                    day = "2026-11-02",
                }
            )
        ).GetProperty("change").GetInt64();
        await client.Post(
            $"{Year}/requests",
            new
            {
                keys = new[] { Tamsin },
                how = "spoken",
                day = (string?)null,
            }
        );
        Assert.Equal(
            ["2026-11-02 letter", "2026-11-20 spoken"],
            (await Desk()).GetProperty("requests").EnumerateArray().Select(r => $"{r.GetProperty("day")} {r.GetProperty("how")}")
        );
        using (var letter = PdfDocument.Open(await File("letters.pdf?key=TAMSIN%20ARKLEY")))
            Assert.Contains("a reminder", letter.GetPage(1).Text, StringComparison.Ordinal);
        await client.Post($"information-returns/changes/{change}/undo");
        Assert.Single((await Desk()).GetProperty("requests").EnumerateArray());
        Assert.Equal(
            "day",
            (
                await client.Refused(
                    HttpMethod.Post,
                    $"{Year}/requests",
                    new
                    {
                        keys = new[] { Tamsin },
                        how = "letter",
                        day = "2026-12-01",
                    }
                )
            ).Type
        );
    }

    [Fact]
    public async Task A_form_is_attached_and_its_fields_are_read_once_somebody_pointed_at_them()
    {
        var form = TaxNumberForm.Write(
            new Dictionary<string, string>
            {
                ["name"] = "Tamsin Arkley",
                ["individual"] = "yes",
                ["ssn"] = "123-45-6711",
            }
        );
        var attached = await client.SendFile($"{Supplier}/w9?fileName=form.pdf", form);
        var fields = attached.GetProperty("fields").EnumerateArray().ToDictionary(f => Text(f, "name"), f => Text(f, "value"));
        Assert.Equal(
            ("Tamsin Arkley", "yes", "123-45-6711", ""),
            (fields["name"], fields["individual"], fields["ssn"], fields["c_corporation"])
        );
        Assert.Empty(attached.GetProperty("layout").EnumerateArray());
        Assert.Equal(
            ("form.pdf", "2026-11-20"),
            (
                Text(attached.GetProperty("supplier"), "w9FileName"),
                Text(attached.GetProperty("supplier").GetProperty("details"), "w9Received")
            )
        );
        Assert.False(attached.GetProperty("supplier").GetProperty("hasW9").GetBoolean());
        await client.Put(
            "information-returns/w9-layouts",
            new { mark = Text(attached, "mark"), layout = new[] { new { detail = "legal_name", field = "name" } } }
        );
        // Another's form of the same kind is known.
        attached = await client.SendFile(
            $"{Year}/suppliers/ISOLDE%20MARCHBANKS/w9?fileName=form.pdf",
            TaxNumberForm.Write(new Dictionary<string, string> { ["name"] = "Isolde Marchbanks" })
        );
        Assert.Equal("legal_name", Text(Assert.Single(attached.GetProperty("layout").EnumerateArray()), "detail"));

        // What is kept is encrypted; only who may see whole numbers looks at it.
        foreach (var file in Directory.GetFiles(Path.Combine(house.Folder, "companies"), "*.files.sqlite*"))
            Assert.DoesNotContain("123-45-6711", Encoding.Latin1.GetString(await Bytes(file)), StringComparison.Ordinal);
        const string kept = "information-returns/suppliers/TAMSIN%20ARKLEY/w9";
        using (var refused = await client.Send(HttpMethod.Get, Client.In(kept)))
            Assert.Equal(HttpStatusCode.Forbidden, refused.StatusCode);
        using var administrator = await Client.Of(house, "administrator");
        using (var shown = await administrator.Send(HttpMethod.Get, Client.In(kept)))
            Assert.Equal(form, await shown.Content.ReadAsByteArrayAsync());
        await client.Ask(HttpMethod.Delete, Client.In($"{Supplier}/w9"));
        Assert.Equal("", Text(await Desk(), "w9FileName"));
        Assert.Equal(
            "file",
            (
                await client.RefusedAt(
                    HttpMethod.Post,
                    Client.In($"{Supplier}/w9?fileName=x.txt"),
                    new ByteArrayContent("text"u8.ToArray())
                )
            ).Type
        );
    }

    [Fact]
    public async Task What_another_saved_of_a_supplier_is_not_written_over()
    {
        var read = await client.Revision(Supplier, "details");
        await Know(Details());
        var late = JsonSerializer.SerializeToNode(Details(legalName: "Another"))!.AsObject();
        late["revision"] = read;
        var refused = await client.Refused(HttpMethod.Put, Supplier, late);
        Assert.Equal((HttpStatusCode.Conflict, "saved-since"), (refused.Status, refused.Type));
        var form = new ByteArrayContent(TaxNumberForm.Write(new Dictionary<string, string> { ["name"] = "Another" }));
        refused = await client.RefusedAt(HttpMethod.Post, Client.In($"{Supplier}/w9?fileName=form.pdf&revision={read}"), form);
        Assert.Equal((HttpStatusCode.Conflict, "saved-since"), (refused.Status, refused.Type));
        Assert.Equal("", Text(await Desk(), "w9FileName"));
        Assert.Equal("Tamsin Arkley", Text((await Desk()).GetProperty("details"), "legalName"));
    }

    [Fact]
    public async Task No_number_can_be_guessed_in_previews_and_each_preview_is_on_record_and_there_are_not_many()
    {
        await Know(Details());
        var head = (await TextFile("files/suppliers.csv")).ReplaceLineEndings("\n").Split('\n');
        async Task<string> Preview(string number, Client by) =>
            (
                await by.SendFile(
                    $"{Year}/files/suppliers/read?fileName=s.csv",
                    Encoding.UTF8.GetBytes($"{head[0]}\n{head[1].Replace("XXX-XX-6789", number, StringComparison.Ordinal)}\n")
                )
            ).GetRawText();

        // The right guess and a wrong one look alike.
        Assert.Equal(
            (await Preview("123-45-6780", client)).Replace("6780", "6789", StringComparison.Ordinal),
            await Preview("123-45-6789", client)
        );
        Assert.Contains("a tax number was given", await Preview("123-45-6789", client), StringComparison.Ordinal);
        Assert.DoesNotContain("a tax number was given", await Preview("XXX-XX-6789", client), StringComparison.Ordinal);

        // Whoever may see them sees whether it is the same.
        using var administrator = await Client.Of(house, "administrator");
        Assert.NotEqual(await Preview("123-45-6789", administrator), await Preview("123-45-6780", administrator));
        Assert.Equal(
            3,
            (await administrator.Get("audit"))
                .GetProperty("latest")
                .EnumerateArray()
                .Count(r => Text(r, "what") == "look through tax numbers of a file" && Text(r, "who") == "Ines Calder")
        );
        for (var more = 3; more < 20; more++)
            await Preview("123-45-6789", client);
        var refused = await client.RefusedAt(
            HttpMethod.Post,
            Client.In($"{Year}/files/suppliers/read?fileName=s.csv"),
            new ByteArrayContent(
                Encoding.UTF8.GetBytes($"{head[0]}\n{head[1].Replace("XXX-XX-6789", "123-45-6789", StringComparison.Ordinal)}\n")
            )
        );
        Assert.Equal((HttpStatusCode.TooManyRequests, "too-many-previews"), (refused.Status, refused.Type));
        house.Clock.Advance(TimeSpan.FromMinutes(61));
        await Preview("123-45-6789", client);
    }

    [Fact]
    public async Task Suppliers_come_in_bulk_after_a_preview_whole_or_not_at_all()
    {
        await Know(Details());
        var csv =
            (await TextFile("files/suppliers.csv")).TrimEnd()
            + "\r\nCorin Vale,Corin Vale,,individual,,SSN,123-45-6710,23 Orchard Row,yes,no,,no\r\n";
        var read = await client.SendFile($"{Year}/files/suppliers/read?fileName=s.csv", Encoding.UTF8.GetBytes(csv));
        Assert.Equal(
            ("Corin Vale", 1),
            (Text(Assert.Single(read.GetProperty("changed").EnumerateArray()), "supplier"), read.GetProperty("same").GetInt32())
        );
        Assert.Equal("not-found", (await client.Refused(HttpMethod.Get, $"{Year}/suppliers/CORIN%20VALE")).Type);
        read = await client.SendFile($"{Year}/files/suppliers/read?fileName=s.csv&take=true", Encoding.UTF8.GetBytes(csv));
        Assert.Equal("XXX-XX-6710", Text(await client.Get($"{Year}/suppliers/CORIN%20VALE"), "numberShown"));
        // A masked number is the one that is here.
        Assert.Equal(("XXX-XX-6789", "possible"), (Text(await Desk(), "numberShown"), Text(await Desk(), "numberStatus")));
        await client.Post($"information-returns/changes/{read.GetProperty("change").GetInt64()}/undo");
        Assert.Equal("not-found", (await client.Refused(HttpMethod.Get, $"{Year}/suppliers/CORIN%20VALE")).Type);
        read = await client.SendFile(
            $"{Year}/files/suppliers/read?fileName=s.csv&take=true",
            "supplier,classification\nA,person\nB,individual\n"u8.ToArray()
        );
        Assert.Equal((1, 0), (read.GetProperty("errorCount").GetInt32(), read.GetProperty("changed").GetArrayLength()));
        Assert.Equal("not-found", (await client.Refused(HttpMethod.Get, $"{Year}/suppliers/B")).Type);
    }

    [Fact]
    public async Task The_same_tax_number_at_two_suppliers_is_pointed_out_however_it_is_written()
    {
        Cash("2026-03-02", "Tamsin Arkley", "6050", "1500.00");
        Cash("2026-03-02", "Isolde Marchbanks", "6050", "700.00");
        await Map(("6050", null, "nec1"));
        await Read();
        await Know(Details(number: "123-45-6789"));
        Assert.Empty(await Shared());
        await Know(Details(legalName: "Isolde Marchbanks", number: "123456789"), "ISOLDE MARCHBANKS");
        Assert.Equal(["Tamsin Arkley: Isolde Marchbanks", "Isolde Marchbanks: Tamsin Arkley"], await Shared());
        await Know(Details(legalName: "Isolde Marchbanks", number: "123-45-6788"), "ISOLDE MARCHBANKS");
        Assert.Empty(await Shared());

        async Task<string[]> Shared() =>
            [
                .. (await client.Get($"{Year}/readiness"))
                    .GetProperty("points")
                    .EnumerateArray()
                    .Where(p => Text(p, "kind") == "number_shared")
                    .Select(p => $"{Text(p, "supplier")}: {Text(p, "detail")}"),
            ];
    }

    [Fact]
    public async Task The_first_page_of_readiness_is_most_money_first_and_empties()
    {
        Cash("2026-03-02", "Tamsin Arkley", "6050", "2100.00");
        Cash("2026-03-02", "Isolde Marchbanks", "6990", "7.00");
        await Map(("6050", null, "nec1"));
        await Read();
        async Task<string[]> Points() =>
            [
                .. (await client.Get($"{Year}/readiness"))
                    .GetProperty("points")
                    .EnumerateArray()
                    .Select(p => $"{Text(p, "supplier")} {Text(p, "kind")}"),
            ];
        Assert.Equal(
            [
                "Tamsin Arkley w9",
                "Tamsin Arkley legal_name",
                "Tamsin Arkley address",
                "Tamsin Arkley tax_number",
                "Tamsin Arkley classification",
                "Isolde Marchbanks no_box",
            ],
            await Points()
        );
        await Know(Details());
        Assert.Equal(["Isolde Marchbanks no_box"], await Points());
        await Map(("6990", null, null));
        Assert.Empty(await Points());
    }
}
