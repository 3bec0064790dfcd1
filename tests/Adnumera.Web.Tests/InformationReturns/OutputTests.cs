using System.Globalization;
using System.Net;
using System.Text.Json;
using Adnumera.Cli;
using Adnumera.Demo;
using Adnumera.Storage.InformationReturns;
using MiniExcelLibs;
using UglyToad.PdfPig;

namespace Adnumera.Web.Tests.InformationReturns;

/// <summary>What goes out of a year agrees with its tally, to the cent; a closed year stays as it is.</summary>
public sealed class OutputTests() : ReturnsHouse("administrator")
{
    private async Task Ready()
    {
        await client.PutAsRead(
            $"{Year}/payer",
            new
            {
                name = "Quillfern Bindery LLC",
                address = "1 Bindery Yard",
                town = "Quillfern, OR 97001",
                phone = "555-0140",
                number = "12-3456700",
            },
            $"{Year}/outputs",
            "payer"
        );
        await Map(("6050", null, "nec1"), ("6110", null, "misc1"));
        Cash("2026-03-02", "Tamsin Arkley", "6050", "12100.05");
        Cash("2026-03-03", "Tamsin Arkley", "6110", "2500.00", withheld: "600.00");
        await Know(Details());
        await Read();
    }

    private void MoveTo(int year, int month, int day) =>
        house.Clock.Advance(new DateTimeOffset(year, month, day, 9, 0, 0, TimeSpan.Zero) - house.Clock.GetUtcNow());

    private Task<JsonElement> Outputs() => client.Get($"{Year}/outputs");

    [Fact]
    public async Task Statements_say_what_the_tally_says_and_no_whole_number_of_the_recipient()
    {
        await Ready();
        using var pdf = PdfDocument.Open(await File("statements.pdf"));
        Assert.Equal(2, pdf.NumberOfPages);
        var (nec, misc) = (pdf.GetPage(1).Text, pdf.GetPage(2).Text);
        foreach (var text in (string[])[nec, misc])
        {
            Assert.Contains("2026", text, StringComparison.Ordinal);
            Assert.Contains("Quillfern Bindery LLC", text, StringComparison.Ordinal);
            Assert.Contains("12-3456700", text, StringComparison.Ordinal);
            Assert.Contains("Tamsin Arkley", text, StringComparison.Ordinal);
            Assert.Contains("XXX-XX-6789", text, StringComparison.Ordinal);
            Assert.Contains("important tax information", text, StringComparison.Ordinal);
            Assert.DoesNotContain("123-45", text, StringComparison.Ordinal);
        }

        Assert.Contains("Form 1099-NEC", nec, StringComparison.Ordinal);
        Assert.Contains("$ 12,100.05", nec, StringComparison.Ordinal);
        Assert.DoesNotContain("withheld", nec, StringComparison.Ordinal);
        Assert.Contains("Form 1099-MISC", misc, StringComparison.Ordinal);
        Assert.Contains("$ 2,500.00", misc, StringComparison.Ordinal);
        Assert.Contains("$ 600.00", misc, StringComparison.Ordinal);
        using var one = PdfDocument.Open(await File("statements.pdf?key=TAMSIN%20ARKLEY&form=misc"));
        Assert.Equal(1, one.NumberOfPages);
    }

    [Fact]
    public async Task Whoever_may_not_see_whole_numbers_sees_a_preview_of_statements_with_the_payers_masked()
    {
        await Ready();
        using var reader = await Client.Of(house, "reader");
        using var pdf = PdfDocument.Open(await File("statements.pdf", reader));
        Assert.All(
            pdf.GetPages(),
            p =>
            {
                Assert.DoesNotContain("12-3456700", p.Text, StringComparison.Ordinal);
                Assert.Contains("6700", p.Text, StringComparison.Ordinal);
                Assert.Contains("preview", p.Text, StringComparison.OrdinalIgnoreCase);
            }
        );
    }

    [Fact]
    public async Task Without_a_payer_no_statement_is_made()
    {
        await Map(("6050", null, "nec1"));
        Cash("2026-03-02", "Tamsin Arkley", "6050", "2100.00");
        await Read();
        Assert.Equal("payer", (await client.Refused(HttpMethod.Get, $"{Year}/statements.pdf")).Type);
        Assert.Equal(
            "number",
            (
                await client.Refused(
                    HttpMethod.Put,
                    $"{Year}/payer",
                    new
                    {
                        name = "Q",
                        address = "",
                        town = "",
                        phone = "",
                        number = "1",
                        revision = "",
                    }
                )
            ).Type
        );
    }

    [Fact]
    public async Task How_statements_went_out_and_came_back_is_kept_and_taken_back()
    {
        await Ready();
        object Sent(string day) =>
            new
            {
                statements = new[] { new { key = Tamsin, form = "nec" } },
                how = "post",
                day,
            };
        var change = (await client.Put($"{Year}/statements/sent", Sent("2026-11-19"))).GetProperty("change").GetInt64();
        await client.Put(
            $"{Year}/statements/came-back",
            new
            {
                key = Tamsin,
                form = "nec",
                day = "2026-11-19",
                how = "post",
                cameBack = "2026-11-20",
                note = "moved",
            }
        );
        var sent = Assert.Single((await Outputs()).GetProperty("statements")[0].GetProperty("sent").EnumerateArray());
        Assert.Equal(("2026-11-19", "2026-11-20", "moved"), (Text(sent, "day"), Text(sent, "cameBack"), Text(sent, "note")));
        Assert.Equal("changed-since", (await client.Refused(HttpMethod.Post, $"information-returns/changes/{change}/undo")).Type);
        Assert.Equal("day", (await client.Refused(HttpMethod.Put, $"{Year}/statements/sent", Sent("2026-12-01"))).Type);
        Assert.Equal(
            "cameBack",
            (
                await client.Refused(
                    HttpMethod.Put,
                    $"{Year}/statements/came-back",
                    new
                    {
                        key = Tamsin,
                        form = "nec",
                        day = "2026-11-19",
                        how = "post",
                        cameBack = "2026-11-18",
                        note = "",
                    }
                )
            ).Type
        );
        Assert.Equal(
            "not-found",
            (
                await client.Refused(
                    HttpMethod.Put,
                    $"{Year}/statements/sent",
                    new
                    {
                        statements = new[] { new { key = "NOBODY", form = "nec" } },
                        how = "post",
                        day = "2026-11-19",
                    }
                )
            ).Type
        );
        await client.Post($"information-returns/changes/{change + 1}/undo");
        await client.Post($"information-returns/changes/{change}/undo");
        Assert.Empty((await Outputs()).GetProperty("statements")[0].GetProperty("sent").EnumerateArray());
    }

    [Fact]
    public async Task A_year_is_closed_when_it_is_over_read_and_ready_and_stays_byte_for_byte()
    {
        await Ready();
        async Task<string> Refused() => (await client.Refused(HttpMethod.Post, $"{Year}/close")).Detail;
        Assert.Contains("not over", await Refused(), StringComparison.Ordinal);
        MoveTo(2027, 1, 12);
        await SignInAgain();
        Assert.Contains("through its last day", await Refused(), StringComparison.Ordinal);
        Cash("2026-12-30", "Isolde Marchbanks", "6990", "5.00");
        await Read();
        Assert.Contains("One point", await Refused(), StringComparison.Ordinal);
        await Map(("6990", null, null));
        Assert.Equal("", Text(await Outputs(), "mayClose"));
        await client.Post($"{Year}/close");
        Assert.Equal("closed", (await client.Refused(HttpMethod.Post, $"{Year}/close")).Type);
        var kept = Kept();
        var (statements, returns) = (await File("files/returns.csv"), (await client.Get(Year)).GetProperty("corrections").GetInt32());
        Assert.Equal(0, returns);

        // A late void in the ledger: what went out stays, and a correction is to make.
        house.Books.SetStatus(house.Books.Payments("2026-01-01", "2026-12-31", null, 9)[0].Id, "voided");
        await Read();
        await Know(Details(number: "123-45-6788"));
        Assert.Equal(kept, Kept());
        Assert.Equal(statements, await File("files/returns.csv"));
        var tally = await client.Get(Year);
        Assert.Equal(1, tally.GetProperty("corrections").GetInt32());
        Assert.True(tally.GetProperty("rows")[0].GetProperty("isOther").GetBoolean());
        Assert.True((await Outputs()).GetProperty("statements")[0].GetProperty("isOther").GetBoolean());
        using (var corrected = PdfDocument.Open(await File("statements.pdf?corrected=true")))
        {
            Assert.Equal(1, corrected.NumberOfPages);
            Assert.Contains("CORRECTED", corrected.GetPage(1).Text, StringComparison.Ordinal);
            Assert.Contains("XXX-XX-6788", corrected.GetPage(1).Text, StringComparison.Ordinal);
        }

        using (var asClosed = PdfDocument.Open(await File("statements.pdf")))
            Assert.Equal(2, asClosed.NumberOfPages);
        using var bookkeeper = await Client.Of(house, "bookkeeper");
        Assert.Equal(HttpStatusCode.Forbidden, (await bookkeeper.Refused(HttpMethod.Delete, $"{Year}/close")).Status);
        await client.Ask(HttpMethod.Delete, Client.In($"{Year}/close"));
        Assert.Equal("", Text(await client.Get(Year), "closed"));
    }

    private string Kept() => house.Company.Read(c => new ClosedYearTable(c).Find(2026)!.Hash);

    [Fact]
    public async Task Days_left_are_told_by_the_next_business_day()
    {
        await Ready();
        var duties = (await Outputs()).GetProperty("duties").EnumerateArray().ToList();
        Assert.Equal(
            [
                "nec_to_recipients 2027-02-01 73 1",
                "nec_to_irs 2027-02-01 73 1",
                "misc_to_recipients 2027-02-01 73 1",
                "misc_with_box8_or10_to_recipients 2027-02-16 88 0",
                "misc_to_irs_on_paper 2027-03-01 101 1",
                "misc_to_irs_electronically 2027-03-31 131 1",
            ],
            duties.Select(d => $"{d.GetProperty("duty")} {d.GetProperty("day")} {d.GetProperty("daysLeft")} {d.GetProperty("returns")}")
        );
    }

    [Fact]
    public async Task The_worksheet_has_a_sheet_a_view_and_formulas_over_what_was_tallied()
    {
        await Ready();
        Cash("2026-03-04", "Isolde Marchbanks", "6990", "31.00");
        await Read();
        var path = Path.Combine(house.Folder, "worksheet.xlsx");
        await System.IO.File.WriteAllBytesAsync(path, await File("files/worksheet.xlsx"), TestContext.Current.CancellationToken);
        Assert.Equal(
            [
                "Sums",
                "All that was paid",
                "At or over the threshold",
                "Near the threshold",
                "To file",
                "Details missing",
                "Payments",
                "To put right",
            ],
            MiniExcel.GetSheetNames(path)
        );
        var sums = MiniExcel.Query(path, useHeaderRow: true, sheetName: "Sums").Cast<IDictionary<string, object>>().ToList();
        // Each formula over its own sheet comes to what stands beside it.
        foreach (var sum in sums)
        {
            var sheet = (string)sum["Sheet"];
            var column = (string)sum["Column"];
            var rows = MiniExcel.Query(path, useHeaderRow: true, sheetName: sheet).Cast<IDictionary<string, object>>();
            Assert.Equal(
                Convert.ToDecimal(sum["As tallied"], CultureInfo.InvariantCulture),
                rows.Sum(r => r[column] is string or null ? 0 : Convert.ToDecimal(r[column], CultureInfo.InvariantCulture))
            );
        }

        using var zip = System.IO.Compression.ZipFile.OpenRead(path);
        using var reader = new StreamReader(zip.GetEntry("xl/worksheets/sheet1.xml")!.Open());
        Assert.Contains(
            "SUM('All that was paid'!B2:B3)",
            (await reader.ReadToEndAsync(TestContext.Current.CancellationToken)).Replace("&apos;", "'", StringComparison.Ordinal),
            StringComparison.Ordinal
        );
        Assert.Equal(
            "14631.05",
            Convert.ToDecimal(sums[0]["As tallied"], CultureInfo.InvariantCulture).ToString("0.00", CultureInfo.InvariantCulture)
        );
    }

    [Fact]
    public async Task Returns_with_whole_numbers_go_only_to_those_who_may_see_them()
    {
        await Ready();
        var lines = (await TextFile("files/returns.csv")).Split("\r\n");
        Assert.Equal(3, lines.Count(l => l.Length > 0));
        Assert.StartsWith(
            "2026,NEC,Tamsin Arkley,,SSN,123-45-6789,5 Fold Street,\"Quillfern, OR 97001\",Tamsin Arkley,12100.05,",
            lines[1],
            StringComparison.Ordinal
        );
        Assert.EndsWith(",600.00", lines[2], StringComparison.Ordinal);
        using var bookkeeper = await Client.Of(house, "bookkeeper");
        using var refused = await bookkeeper.Send(HttpMethod.Get, Client.In($"{Year}/files/returns.csv"));
        Assert.Equal(HttpStatusCode.Forbidden, refused.StatusCode);
    }

    [Fact]
    public async Task The_files_of_a_year_give_the_same_tally_on_the_command_line()
    {
        house.Books.LockThrough("2020-01-01");
        YearPayees.AddTo(house.Books);
        YearPayees.Pay(house.Books, new DateOnly(2025, 1, 1), Builder.Today);
        await Read();
        foreach (var (row, number, kind) in YearPayees.Known)
            await Know(
                new
                {
                    row.LegalName,
                    row.BusinessName,
                    classification = row.Classification is { } of ? Words<Core.InformationReturns.TaxClassification>.Of(of) : null,
                    exemptCode = row.ExemptCode,
                    numberKind = kind is { } k ? Words<Core.InformationReturns.TaxNumberKind>.Of(k) : null,
                    number,
                    row.Address,
                    row.Town,
                    row.Email,
                    row.IsAttorney,
                    row.IsAgent,
                    row.IsForeign,
                    row.HasW8,
                    row.Reportable,
                    row.ReportableReason,
                    row.NameIsRight,
                    w9Received = row.W9Received?.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture) ?? "",
                    w9IsSigned = row.W9IsSigned,
                    w9Dated = row.W9Dated?.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture) ?? "",
                },
                Folded.Of(row.Supplier)
            );
        await client.Put(
            "information-returns/2025/boxes",
            new
            {
                rows = YearPayees
                    .Boxes.Where(b => b.Account != "6560")
                    .Select(b => new
                    {
                        year = b.Year,
                        account = b.Account,
                        box = b.Box == "none" ? null : b.Box!.Replace("-", "", StringComparison.Ordinal).ToLowerInvariant(),
                    }),
                confirmed = true,
            }
        );
        await client.Put(
            $"{Year}/thresholds",
            new
            {
                box = "misc2",
                amount = "9.00",
                source = "a trial",
                isConfirmed = false,
            }
        );
        var folder = Directory.CreateDirectory(Path.Combine(house.Folder, "pipeline")).FullName;
        foreach (
            var (file, name) in ((string, string)[])
                [
                    ("suppliers-whole.csv", "suppliers.csv"),
                    ("payments.csv", "payments.csv"),
                    ("boxes.csv", "boxes.csv"),
                    ("thresholds.csv", "thresholds.csv"),
                ]
        )
            await System.IO.File.WriteAllBytesAsync(
                Path.Combine(folder, name),
                await File($"files/{file}"),
                TestContext.Current.CancellationToken
            );
        var errors = new StringWriter();
        string At(string name) => Path.Combine(folder, name);
        var code = Verbs.Run(
            [
                "tally",
                "--year",
                "2026",
                "--suppliers",
                At("suppliers.csv"),
                "--payments",
                At("payments.csv"),
                "--boxes",
                At("boxes.csv"),
                "--thresholds",
                At("thresholds.csv"),
                "--out",
                At("out"),
            ],
            new Terminal(new StringWriter(), errors)
        );
        Assert.True(code == 0, errors.ToString());
        foreach (var name in (string[])["tally.csv", "missing.csv"])
            Assert.Equal(
                await TextFile($"files/{name}"),
                await System.IO.File.ReadAllTextAsync(At($"out/{name}"), TestContext.Current.CancellationToken)
            );
        var tally = await System.IO.File.ReadAllTextAsync(At("out/tally.csv"), TestContext.Current.CancellationToken);
        Assert.Contains("Osier Property Care,NEC-1,2640.00", tally, StringComparison.Ordinal);
        Assert.Contains("Fergus Tarn,NEC-1,1500.00,2000.00,no,360.00,yes", tally, StringComparison.Ordinal);
        Assert.Contains("Piers Halloran,MISC-2,9.40,9.00,yes", tally, StringComparison.Ordinal);
    }
}
