using System.Globalization;
using System.Text;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Sources;
using Adnumera.Formats.Documents;
using Adnumera.Formats.Layouts;
using Adnumera.Formats.Reading;
using CsCheck;

namespace Adnumera.Formats.Tests.Reading;

/// <summary>A batch with records that cannot be read, corrected one by one, ends where the clean batch ends.</summary>
public class HeldTests
{
    private const string Header = "source,source_id,kind,document_date,document_total,line,net,supplier\n";

    private static readonly string[] Damage = ["1O.00", "", "12,5", "x", "1e3"];

    private static readonly Layout ByLayout = new()
    {
        Columns = new Dictionary<string, IReadOnlyList<string>>
        {
            ["document_date"] = ["Day"],
            ["supplier"] = ["Shop"],
            ["net"] = ["Amount"],
        },
        Date = "dd.MM.yyyy",
        Decimal = ",",
        Group = ".",
        Delimiter = ';',
        Amounts = AmountsMeaning.ChargesNegative,
    };

    private static IReadOnlyList<ArrivedRecord> Read(string content, Layout? layout = null)
    {
        var problems = new Problems();
        var choices = new ReadingChoices(layout is null ? "" : "Card", Currency.Usd)
        {
            Layout = layout,
            IsStrict = true,
            HoldsFaulty = true,
        };
        var file = new ArrivedFile("a.csv", Encoding.UTF8.GetBytes(content));
        var records = new TableReader().Read(file, choices, problems);
        Assert.False(problems.Any, string.Join('\n', problems.Errors));
        return records;
    }

    [Theory]
    [InlineData("CCSTMTRS", "CCACCTFROM", "DEBIT", "-10.00", "card_charge")]
    [InlineData("CCSTMTRS", "CCACCTFROM", "CREDIT", "10.00", "card_refund")]
    [InlineData("CCSTMTRS", "CCACCTFROM", "PAYMENT", "10.00", "transfer")]
    [InlineData("STMTRS", "BANKACCTFROM", "DEBIT", "-10.00", "card_charge")]
    [InlineData("STMTRS", "BANKACCTFROM", "CREDIT", "10.00", "")] // what comes in is no document
    [InlineData("CCSTMTRS", "CCACCTFROM", "HOLD", "-10.00", "")] // nor is what is not settled
    [InlineData("CCSTMTRS", "CCACCTFROM", "DEBIT", "0.00", "")]
    [InlineData("CCSTMTRS", "CCACCTFROM", "DEBIT", "1O.00", "")] // which way it went nobody can know
    public void Of_a_transaction_that_cannot_be_read_its_kind_is_said_only_where_it_is_known(
        string statement,
        string from,
        string type,
        string amount,
        string kind
    )
    {
        var content =
            $"OFXHEADER:100\n\n<OFX><{statement}><CURDEF>USD<{from}><ACCTID>5500004417</{from}><BANKTRANLIST><STMTTRN><TRNTYPE>{type}"
            + $"<DTPOSTED>2026<TRNAMT>{amount}<FITID>a<NAME>HEXHAM</STMTTRN></BANKTRANLIST></{statement}></OFX>";
        var choices = new ReadingChoices("Card", Currency.Usd) { IsStrict = true, HoldsFaulty = true };
        var problems = new Problems();
        var held = OpenForms.All.Read(new ArrivedFile("a.ofx", Encoding.ASCII.GetBytes(content)), choices, problems);
        Assert.False(problems.Any);
        var typed = Assert.IsType<ArrivedRecord.Faulty>(Assert.Single(held)).Typed;
        Assert.Equal((kind, "4417:a", "HEXHAM"), (typed["kind"], typed["source_id"], typed["supplier"]));
    }

    // Puts right what was damaged, and reads it again.
    private static Document Correct(TypedDocument typed, int line, string column, string text)
    {
        var lines = typed.Lines.Select((l, i) => i == line ? With(l, column, text) : l).ToList();
        var wrong = new List<FieldProblem>();
        var corrected = typed with { Lines = lines, Head = column == "kind" ? With(typed.Head, column, text) : typed.Head };
        return TypedDocuments.Read(corrected, "?", Currency.Usd, wrong) ?? throw new InvalidOperationException(string.Join('\n', wrong));
    }

    private static Dictionary<string, string> With(IReadOnlyDictionary<string, string> texts, string column, string text) =>
        new(texts) { [column] = text };

    private static string Text(Document d) =>
        string.Join('|', TypedDocuments.Of(d).Lines.SelectMany(l => l.Values).Concat(TypedDocuments.Of(d).Head.Values));

    [Fact]
    public void Of_a_documents_file() =>
        Gen.Select(Gen.Int[1, 3], Gen.Int[1, 99_999], Gen.Int[-1, 4])
            .Array[1, 8]
            .Sample(
                batch =>
                {
                    string Amount(int minor) => (minor / 100m).ToString("0.00", CultureInfo.InvariantCulture);
                    string File(bool clean) =>
                        Header
                        + string.Concat(
                            batch.SelectMany(
                                (d, i) =>
                                    Enumerable
                                        .Range(1, d.Item1)
                                        .Select(line =>
                                        {
                                            var net = clean || d.Item3 < 0 || line < d.Item1 ? Amount(d.Item2) : Damage[d.Item3];
                                            return $"Bills,B{i},bill,2026-11-12,{Amount(d.Item2 * d.Item1)},{line},\"{net}\",Larkspur\n";
                                        })
                            )
                        );
                    var whole = Read(File(clean: true)).Cast<ArrivedRecord.Taken>().Select(t => (t.Place, Text(t.Document)));
                    var mended = Read(File(clean: false))
                        .Select(record =>
                            record switch
                            {
                                ArrivedRecord.Taken t => (t.Place, Text(t.Document)),
                                ArrivedRecord.Faulty f => (
                                    f.Place,
                                    Text(
                                        Correct(
                                            f.Typed,
                                            f.Typed.Lines.Count - 1,
                                            "net",
                                            Amount(batch[int.Parse(f.SourceId[1..], CultureInfo.InvariantCulture)].Item2)
                                        )
                                    )
                                ),
                                _ => throw new InvalidOperationException(),
                            }
                        );
                    Assert.Equal(whole, mended);
                },
                iter: 200
            );

    [Fact]
    public void Of_a_table_without_ids_each_with_the_id_that_it_would_have_had() =>
        Gen.Select(Gen.Int[-99_999, 99_999], Gen.Int[-1, 4])
            .Array[1, 8]
            .Sample(
                batch =>
                {
                    string Amount(int minor) => (minor / 100m).ToString("0.00", CultureInfo.InvariantCulture).Replace('.', ',');
                    string File(bool clean) =>
                        "Day;Shop;Amount\n"
                        + string.Concat(
                            batch.Select(
                                (r, i) =>
                                    $"12.11.2026;Shop {i};{(clean || r.Item2 < 0 ? Amount(r.Item1) : Damage[r.Item2].Replace(',', '.'))}\n"
                            )
                        );
                    var whole = Read(File(clean: true), ByLayout).OfType<ArrivedRecord.Taken>().Select(t => Text(t.Document));
                    var mended = Read(File(clean: false), ByLayout)
                        .Select(record =>
                        {
                            if (record is not ArrivedRecord.Faulty { Typed: var typed } faulty)
                                return record is ArrivedRecord.Taken t ? Text(t.Document) : null;
                            var minor = batch[int.Parse(typed["supplier"][5..], CultureInfo.InvariantCulture)].Item1;
                            if (minor == 0)
                                return null;
                            var signed = typed with { Head = With(typed.Head, "kind", minor < 0 ? "card_charge" : "card_refund") };
                            var read = Correct(signed, 0, "net", (Math.Abs(minor) / 100m).ToString("0.00", CultureInfo.InvariantCulture));
                            return Text(read with { Identity = read.Identity with { SourceId = RowIds.Of(signed, read) } });
                        })
                        .Where(t => t is not null);
                    Assert.Equal(whole, mended!);
                },
                iter: 200
            );

    [Fact]
    public void What_a_record_says_twice_is_kept_as_said_and_what_breaks_the_file_holds_nothing()
    {
        var records = Read(
            Header
                + "Bills,B1,bill,2026-11-12,20.00,1,10.00,Larkspur\nBills,B2,bill,2026-11-12,1.00,1,1.00,X\n"
                + "Bills,B1,bill,2026-11-13,20.00,2,10.00,Larkspur\n"
        );
        var faulty = Assert.IsType<ArrivedRecord.Faulty>(records[0]);
        Assert.Equal(("rows 2–4", 2, "document_date"), (faulty.Place, faulty.Typed.Lines.Count, Assert.Single(faulty.Said).Column));
        Assert.IsType<ArrivedRecord.Taken>(records[1]);

        var choices = new ReadingChoices("", Currency.Usd) { HoldsFaulty = true };
        foreach (var broken in new[] { Header + "Bills,B1,bill\n", Header + "Bills,\"B1,bill,2026-11-12,1.00,1,1.00,X\n" })
        {
            var problems = new Problems();
            Assert.Empty(new DocumentsFileReader().Read(new ArrivedFile("a.csv", Encoding.UTF8.GetBytes(broken)), choices, problems));
            Assert.True(problems.Any);
        }
    }

    [Theory]
    [InlineData("20 Nov 2026", "1,250.00", "")]
    [InlineData("20 November 2026", "1250", "")]
    [InlineData("2026-11-20", "1,25.00", "net")]
    [InlineData("31 Nov 2026", "1250.00", "document_date")]
    [InlineData("11/20/2026", "1250.00", "document_date")]
    public void Days_and_amounts_are_taken_as_people_type_them_and_nothing_is_guessed(string day, string net, string wrongIn)
    {
        var wrong = new List<FieldProblem>();
        var typed = new TypedDocument(
            new Dictionary<string, string>
            {
                ["source"] = "Typed",
                ["kind"] = "bill",
                ["document_date"] = day,
            },
            [new Dictionary<string, string> { ["net"] = net }, new Dictionary<string, string> { ["net"] = "-50.00", ["line"] = "1" }]
        );
        var read = TypedDocuments.Read(typed, "T-1", Currency.Usd, wrong);
        Assert.Equal(wrongIn, string.Join(',', wrong.Select(w => w.Column)));
        if (wrongIn.Length == 0)
            Assert.Equal(
                (1200_00L, "T-1", new DateOnly(2026, 11, 20), "1 2"),
                (read!.Total, read.Identity.SourceId, read.Date, string.Join(' ', read.Lines.Select(l => l.Number)))
            );
        else
            Assert.Null(read);
    }
}
