using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using static Adnumera.Core.Tests.Worlds;

namespace Adnumera.Core.Tests.Documents;

/// <summary>What is worth noticing, and what the difference between two versions says.</summary>
public class DocumentNoticeTests
{
    private static DocumentNotice[] Of(Document document, ConnectedLedger? ledger = null, params string[] taxCodes) =>
        [.. DocumentNotices.Of(document, taxCodes, ledger)];

    [Theory]
    [InlineData(-1, true)]
    [InlineData(0, false)]
    [InlineData(1, false)]
    public void Due_before_it_is_dated(int days, bool noticed) =>
        Assert.Equal(noticed, Of(Bill(Line(1, 1_00)) with { DueDate = AnyDay.AddDays(days) }).Contains(DocumentNotice.DueBeforeDated));

    // EN 16931, BR-CO: line net = quantity × price, to the minor unit; a price may be rounded to four decimals.
    [Theory]
    [InlineData("3", "12.50", 37_50, false)]
    [InlineData("3", "12.50", 37_51, true)]
    [InlineData("3", "12.5033", 37_51, false)]
    [InlineData("1000", "0.0125", 12_50, false)]
    [InlineData("-2", "5.00", -10_00, false)]
    [InlineData("2", "5.00", -10_00, false)]
    [InlineData("79228162514264337593543950335", "2", 1, true)]
    public void Quantity_times_price_is_not_the_net(string quantity, string price, long net, bool noticed)
    {
        var invariant = System.Globalization.CultureInfo.InvariantCulture;
        var document = Bill(
            Line(1, net) with
            {
                Quantity = decimal.Parse(quantity, invariant),
                UnitPrice = decimal.Parse(price, invariant),
            }
        );
        Assert.Equal(noticed, Of(document).Contains(DocumentNotice.QuantityTimesPrice));
        Assert.Empty(Of(Bill(Line(1, net) with { Quantity = 3 })));
    }

    [Fact]
    public void What_the_ledger_does_not_have_is_noticed_where_one_is_connected()
    {
        var claim = Bill(Line(1, 1_00)) with { Kind = DocumentKind.ExpenseClaim, Employee = "Maud" };
        var ledger = new ConnectedLedger(
            LedgerCapabilities.Everything,
            [],
            [],
            [new LedgerEmployee("E1", "MAUD", "", true), new LedgerEmployee("E2", "Theo", "", false)],
            [new LedgerTaxCode("RC", "Reclaimable", 5m)]
        );
        Assert.Empty(Of(claim, ledger, "RC", ""));
        Assert.Equal([DocumentNotice.EmployeeUnknown, DocumentNotice.TaxCodeUnknown], Of(claim with { Employee = "Theo" }, ledger, "ZZ"));
        Assert.Empty(Of(claim with { Employee = "Theo" }, null, "ZZ"));
    }

    [Fact]
    public void Two_versions_are_told_apart_field_by_field_with_their_lines()
    {
        var before = Bill(Line(1, 60_00, "Leather"), Line(2, 40_00));
        var after = before with { Total = 75_00, Reference = "2292", Lines = [Line(1, 60_00, "Glue"), Line(3, 15_00)] };
        Assert.Equal(
            [
                new(0, "reference", "2291", "2292"),
                new(0, "total", "100.00", "75.00"),
                new(1, "category", "Leather", "Glue"),
                new(2, "", "40.00", ""),
                new FieldChange(3, "", "", "15.00"),
            ],
            DocumentDifferences.Of(before, after)
        );
        Assert.Empty(DocumentDifferences.Of(before, before with { PaymentAccountChoice = "Bench card", NotDuplicate = true }));
    }
}
