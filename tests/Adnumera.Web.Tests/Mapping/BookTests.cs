using System.Net.Http.Headers;
using System.Text;
using System.Text.Json;
using Adnumera.Cli;
using Adnumera.Core.Entries;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Mapping;
using Adnumera.Web.Coding;

namespace Adnumera.Web.Tests.Mapping;

/// <summary>The mapping book out and in; the pipeline without the server on the exported files.</summary>
public sealed class BookTests() : ConnectedHouse("administrator", withDemo: true)
{
    private async Task<byte[]> File(string name) =>
        await (
            await client.Send(
                HttpMethod.Get,
                Client.In(
                    name.StartsWith("mapping-book", StringComparison.Ordinal)
                        ? $"mapping/book/files/{name}"
                        : $"mapping/pipeline/files/{name}"
                )
            )
        ).Content.ReadAsByteArrayAsync();

    private async Task<JsonElement> TakeIn(string name, byte[] content, bool save = false, bool replace = false)
    {
        using var body = new ByteArrayContent(content);
        body.Headers.ContentType = new MediaTypeHeaderValue("text/csv");
        using var answer = await client.Send(
            HttpMethod.Post,
            Client.In($"mapping/book{(save ? "" : "/preview")}?fileName={name}&replace={(replace ? "true" : "false")}"),
            body
        );
        return JsonDocument.Parse(await answer.Content.ReadAsStringAsync()).RootElement;
    }

    private IReadOnlyList<MappingRow> Rows() => house.Company.Read(c => BookChanges.InOrder(new MappingTable(c).All()));

    [Theory]
    [InlineData("mapping.csv")]
    [InlineData("mapping-book.csv")]
    [InlineData("mapping-book.xlsx")]
    public async Task What_is_taken_out_and_in_again_is_the_same_book(string name)
    {
        await client.Post(
            "mapping/changes",
            new
            {
                rows = new object[]
                {
                    new
                    {
                        kind = "category",
                        key = "Odd, \"quoted\"",
                        account = "5110",
                        ledgerItem = "I1",
                        taxCode = "RC",
                        dimensions = new { department = "Bench" },
                        effectiveFrom = "2026-11-01",
                        forSource = "Supplier bills",
                    },
                    new
                    {
                        kind = "category",
                        key = "=1+1",
                        account = "6990",
                    },
                    new
                    {
                        kind = "supplier",
                        key = "Hexham Tannery",
                        group = "Makers",
                    },
                    new
                    {
                        kind = "department",
                        key = "Workshop",
                        value = "Bench",
                    },
                    new
                    {
                        kind = "supplier_term",
                        key = "Hexham Tannery",
                        value = "N30",
                    },
                    new
                    {
                        kind = "tax_code",
                        key = "VST",
                        recoverablePercent = "47.125",
                        value = "RC",
                    },
                },
            }
        );
        var before = Rows();
        var content = await File(name);
        var same = await TakeIn(name, content, save: true);
        Assert.Equal(
            (0, 0, 0L),
            (same.GetProperty("added").GetInt32(), same.GetProperty("changed").GetInt32(), same.GetProperty("setId").GetInt64())
        );
        Assert.Equal(before, Rows());
        if (name == "mapping.csv")
            return;

        // Into an empty book it makes the same book again.
        using (var removed = await client.Send(HttpMethod.Delete, Client.In("payment-accounts/1"))) { }
        foreach (var id in (int[])[2, 3, 4])
            using (await client.Send(HttpMethod.Delete, Client.In($"payment-accounts/{id}"))) { }
        await TakeIn("empty.csv", Encoding.UTF8.GetBytes("key_kind,key,value,ledger_item\n"), save: true, replace: true);
        Assert.Empty(Rows());
        await TakeIn(name, content, save: true);
        Assert.Equal(before.Where(r => r.Account != "6995"), Rows()); // the one to the closed account is left out, and said
    }

    [Fact]
    public async Task A_preview_says_what_is_new_changed_and_unknown_and_saves_nothing()
    {
        var before = Rows();
        var preview = await TakeIn(
            "book.csv",
            Encoding.UTF8.GetBytes(
                "key_kind,key,account\ncategory,Sharpening,6420\ncategory,leather,5110\ncategory,Ghost,0000\ncategory,Rent,6110\n"
            )
        );
        Assert.Equal(
            (1, 1, 1),
            (
                preview.GetProperty("added").GetInt32(),
                preview.GetProperty("changed").GetInt32(),
                preview.GetProperty("unchanged").GetInt32()
            )
        );
        Assert.Equal("Ghost", preview.GetProperty("unknownAccounts")[0].GetProperty("key").GetString());
        Assert.Equal(
            4,
            preview
                .GetProperty("rehearsal")
                .GetProperty("rehearsal")
                .GetProperty("comeFree")
                .GetProperty("tally")
                .GetProperty("documents")
                .GetInt32()
        );
        Assert.Equal(before, Rows());
        var broken = await TakeIn("book.csv", Encoding.UTF8.GetBytes("key_kind,key,account\nkategory,X,1\ntax_code,Y,\n"), save: true);
        Assert.Equal((2, 422), (broken.GetProperty("errorCount").GetInt32(), broken.GetProperty("status").GetInt32()));
        Assert.Equal(
            (2, "key_kind"),
            (
                broken.GetProperty("errors")[0].GetProperty("row").GetInt32(),
                broken.GetProperty("errors")[0].GetProperty("column").GetString()
            )
        );
        Assert.Equal(before, Rows());
        Assert.Contains(
            "is damaged",
            (await TakeIn("book.xlsx", [(byte)'P', (byte)'K', 1, 2, 3])).GetProperty("errors")[0].GetProperty("message").GetString(),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task The_pipeline_on_the_exported_files_says_what_the_application_says()
    {
        // The files know nothing of suppliers that may be the same: that is decided first.
        await client.Put(
            "suppliers/apart",
            new
            {
                left = "Peregrine Box and Board Ltd",
                right = "Peregrine Box & Board",
                apart = true,
            }
        );

        // Every rung and reason of the demo, with a book that has dates, sources, groups and cost codes, and the company's choices.
        await client.Post(
            "mapping/changes",
            new
            {
                rows = new object[]
                {
                    new
                    {
                        kind = "category",
                        key = "Leather",
                        account = "5110",
                        effectiveFrom = "2026-11-10",
                    },
                    new
                    {
                        kind = "category",
                        key = "Courier",
                        account = "6310",
                        forSource = "Company card",
                    },
                    new
                    {
                        kind = "supplier",
                        key = "Ruddock Tool Sharpening",
                        group = "Makers",
                    },
                    new
                    {
                        kind = "supplier_group",
                        key = "Makers",
                        account = "6420",
                    },
                },
            }
        );
        var folder = Directory.CreateDirectory(Path.Combine(house.Folder, "pipeline")).FullName;
        foreach (var name in (string[])["chart.csv", "mapping.csv", "documents.csv", "settings.json"])
            await System.IO.File.WriteAllBytesAsync(Path.Combine(folder, name), await File(name), TestContext.Current.CancellationToken);
        string In(string name) => Path.Combine(folder, name);
        Assert.Equal(
            0,
            Verbs.Run(
                [
                    "compose",
                    "--chart",
                    In("chart.csv"),
                    "--mapping",
                    In("mapping.csv"),
                    "--documents",
                    In("documents.csv"),
                    "--settings",
                    In("settings.json"),
                    "--out",
                    In("out"),
                ],
                new Terminal(TextWriter.Null, TextWriter.Null)
            )
        );

        var (ours, held) = house.Company.Read(c =>
        {
            var composer = Recoding.Composer(c);
            var documents = new DocumentTable(c);
            var composed = documents
                .AllIds()
                .Chunk(100)
                .SelectMany(documents.Load)
                .Select(d => composer.Compose(d.Document, d.DuplicateOf))
                .ToList();
            return (
                composed
                    .Where(e => e is Composition.Coded)
                    .SelectMany(e => e.Lines.Select(l => $"{e.Document.Identity} {l.Account} {l.Signed} {Words<EntryRung>.Of(l.Rung)}"))
                    .Order(StringComparer.Ordinal)
                    .ToList(),
                composed
                    .SelectMany(e =>
                        e.Reasons.Select(r => $"{e.Document.Identity} {r.OnLine} {ReasonWords.Of(r).Word} {ReasonWords.Of(r).Value}")
                    )
                    .Order(StringComparer.Ordinal)
                    .ToList()
            );
        });
        Assert.True(ours.Count > 200 && held.Count > 8, $"{ours.Count} lines, {held.Count} reasons");
        var entries = Csv(In("out/entries.csv"))
            .Select(r => $"{r["source"]} {r["source_id"]} {r["account"]} {Minor(r["debit"]) - Minor(r["credit"])} {r["rung"]}")
            .Order(StringComparer.Ordinal);
        Assert.Equal(ours, entries);
        Assert.Equal(
            held,
            Csv(In("out/held.csv"))
                .Where(r => r["state"] == "held")
                .Select(r => $"{r["source"]} {r["source_id"]} {r["line"]} {r["reason"]} {r["value"]}")
                .Order(StringComparer.Ordinal)
        );
    }

    private static long Minor(string amount) => (long)(decimal.Parse(amount, System.Globalization.CultureInfo.InvariantCulture) * 100);

    private static List<Dictionary<string, string>> Csv(string path)
    {
        using var reader = CsvHelper.CsvReader.FromFile(path);
        reader.ReadHeader();
        var names = reader.Headers.ToArray();
        var rows = new List<Dictionary<string, string>>();
        while (reader.Read())
            rows.Add(names.Select((n, i) => (n, Value: reader.GetString(i))).ToDictionary(r => r.n, r => r.Value));
        return rows;
    }
}
