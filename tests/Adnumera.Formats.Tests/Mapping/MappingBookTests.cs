using System.Text;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Sources;
using Adnumera.Formats.Mapping;
using CsCheck;

namespace Adnumera.Formats.Tests.Mapping;

/// <summary>The mapping book as CSV and as a spreadsheet.</summary>
public class MappingBookTests
{
    private static readonly string[] Keys =
    [
        "Leather",
        "Foil & leaf",
        "a,b",
        "say \"so\"",
        "=1+1",
        "-5",
        "Ünïcode",
        "007",
        "2026-01-01",
        "x\ny",
    ];

    private static readonly Gen<MappingRow> Row = Gen.Select(
            Gen.Enum<KeyKind>(),
            Gen.Int[0, Keys.Length - 1],
            Gen.Int[0, 3],
            Gen.Int[0, 3],
            Gen.Int[0, 1000],
            Gen.Bool
        )
        .Select(
            (kind, key, account, from, percent, more) =>
                new MappingRow
                {
                    Kind = kind,
                    Key = Keys[key],
                    Account = kind.MapsToValue() || account == 0 ? "" : $"{5000 + account}",
                    Value = kind.MapsToValue() ? $"Value {account}" : "",
                    LedgerItem = more && kind == KeyKind.Item && account > 0 ? "I1" : "",
                    ForSource = more && kind.MayBeForSource() ? "Company card" : "",
                    Group = more && kind.HasGroup() ? "Makers" : "",
                    TaxCode = more && kind == KeyKind.Category ? "RC" : "",
                    Dimensions = more && kind == KeyKind.Category ? Dimensions.Named("Bench", "", "Atlas, edition") : default,
                    RecoverablePercent = kind == KeyKind.TaxCode ? percent / 10m : 0,
                    EffectiveFrom = from == 0 ? null : new DateOnly(2026, from, 1),
                }
        );

    private static readonly Gen<MappingRow[]> Book = Row.Array[0, 20].Select(rows => rows.DistinctBy(r => r.Identity).ToArray());

    private static readonly DateOnly Today = new(2026, 11, 20);

    private static byte[] Written(Action<Stream> write)
    {
        using var stream = new MemoryStream();
        write(stream);
        return stream.ToArray();
    }

    [Fact]
    public void A_book_that_is_written_is_read_as_the_same_book() =>
        Book.Sample(book =>
        {
            var problems = new Problems();
            Assert.Equal(
                BookChanges.InOrder(book),
                MappingFile.ReadWhole("b.csv", Written(s => MappingFile.Write(s, book, whole: true)), problems, Today, out var further)
            );
            Assert.True(further && !problems.Any, string.Join('\n', problems.Errors));
            var pipeline = book.Where(r => r.Kind.IsInBook()).Select(r => r with { Value = "", LedgerItem = "" });
            Assert.Equal(BookChanges.InOrder(pipeline), MappingFile.Read("b.csv", Written(s => MappingFile.Write(s, book)), problems));
        });

    [Fact]
    public void A_spreadsheet_that_is_written_is_read_as_the_same_book() =>
        Book.Sample(
            book =>
            {
                var problems = new Problems();
                var lines = book.Select(r => r with { Key = r.Key.Replace('\n', ' ') }).ToArray();
                var read = MappingSheet.ReadWhole(
                    "b.xlsx",
                    Written(s => MappingSheet.Write(s, lines, new Chart([]))),
                    problems,
                    Today,
                    default,
                    out _
                );
                Assert.True(!problems.Any, string.Join('\n', problems.Errors));
                Assert.Equal(BookChanges.InOrder(lines), read);
            },
            iter: 40
        );

    [Fact]
    public void The_pipelines_file_knows_no_kinds_of_the_whole_book()
    {
        var problems = new Problems();
        MappingFile.Read("mapping.csv", Encoding.UTF8.GetBytes("key_kind,key,account\ndepartment,Bench,1\n"), problems);
        Assert.Contains(
            "\"department\" is not known; expected one of item, cost_code,",
            problems.Errors[0].Message,
            StringComparison.Ordinal
        );
        Assert.DoesNotContain("project", problems.Errors[0].Message, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("item,X,5120,,G,,", "has no group")]
    [InlineData("supplier_group,X,5120,card,,,", "for all sources")]
    [InlineData("department,X,5120,,,Bench,", "maps to a value of the ledger")]
    [InlineData("category,X,5120,,,Bench,", "maps to an account, not to a value")]
    [InlineData("settlement,X,5120,,,,I1", "an item of the ledger brings the account of a cost")]
    public void A_row_that_cannot_be_is_said_with_its_line(string row, string says)
    {
        var problems = new Problems();
        MappingFile.ReadWhole(
            "b.csv",
            Encoding.UTF8.GetBytes($"key_kind,key,account,for_source,group,value,ledger_item\n{row}\n"),
            problems,
            Today,
            out _
        );
        Assert.Equal(2, problems.Errors[0].Row);
        Assert.Contains(says, problems.Errors[0].Message, StringComparison.Ordinal);
    }
}
