using Adnumera.Core.Documents;
using static Adnumera.Core.Tests.Worlds;

namespace Adnumera.Core.Tests.Documents;

public class DuplicateWatchTests
{
    private static string?[] Observe(params Document[] documents)
    {
        var watch = new DuplicateWatch();
        return [.. documents.Select((d, i) => watch.Observe(d with { Identity = new DocumentIdentity("s", $"{i}") })?.SourceId)];
    }

    private static Document One(string reference = "R", string supplier = "Hexham Tannery", long total = 512_00, int day = 1) =>
        Bill(Line(1, total)) with
        {
            Reference = reference,
            Supplier = supplier,
            Date = new DateOnly(2026, 11, day),
        };

    [Fact]
    public void The_same_reference_of_the_same_supplier_names_the_earliest() =>
        Assert.Equal([null, "0", "0"], Observe(One(), One(total: 1, day: 9), One(" r ", "hexham  tannery", 3, 4)));

    [Fact]
    public void Another_supplier_kind_or_reference_is_no_duplicate() =>
        Assert.Equal(
            [null, null, null, null],
            Observe(One(), One(supplier: "Other"), One("S"), One() with { Kind = DocumentKind.SupplierCredit })
        );

    [Fact]
    public void Date_and_total_count_only_where_a_reference_is_missing()
    {
        Assert.Equal([null, null, "0"], Observe(One("A"), One("B"), One("")));
        Assert.Equal([null, "0"], Observe(One(""), One("A")));
        Assert.Equal([null, null], Observe(One(""), One("", total: 1)));
        Assert.Equal([null, null], Observe(One(""), One("", day: 2)));
    }

    [Fact]
    public void The_earliest_of_both_ways_is_named() => Assert.Equal([null, null, "0"], Observe(One(""), One("A", total: 9), One("A")));

    [Fact]
    public void A_blank_party_and_cards_never_match()
    {
        Assert.Equal([null, null], Observe(One(supplier: ""), One(supplier: "")));
        Assert.Equal([null, null], Observe(One() with { Kind = DocumentKind.CardCharge }, One() with { Kind = DocumentKind.CardCharge }));
        Assert.Equal(
            [null, "0"],
            Observe(
                One() with
                {
                    Kind = DocumentKind.ExpenseClaim,
                    Employee = "Maud",
                },
                One() with
                {
                    Kind = DocumentKind.ExpenseClaim,
                    Employee = "MAUD",
                }
            )
        );
    }
}
