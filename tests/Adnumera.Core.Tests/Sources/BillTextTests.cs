using Adnumera.Core.Amounts;
using Adnumera.Core.Sources;

namespace Adnumera.Core.Tests.Sources;

/// <summary>What the text of a bill proposes, by labels as bills commonly have them (common practice), and what it does not
/// guess.</summary>
public class BillTextTests
{
    // Rows of columns, with two spaces between them.
    private static (TypedDocument Typed, IReadOnlyList<string> Proposed) Of(params string[] rows) =>
        BillText.Of([.. rows.Select((r, i) => Row(r, i == 0 ? 20 : 10))], Currency.Usd);

    private static TextRow Row(string text, double size)
    {
        var words = new List<TextWord>();
        foreach (var (column, part) in text.Split("  ").Index())
        {
            var left = 150.0 * column;
            foreach (var word in part.Split(' ', StringSplitOptions.RemoveEmptyEntries))
            {
                words.Add(new TextWord(word, left, left + 5 * word.Length, size));
                left += 5 * word.Length + 4;
            }
        }

        return new TextRow(1, words);
    }

    private static string Head(string column, params string[] rows) => Of(rows).Typed[column];

    [Fact]
    public void Number_days_supplier_and_total_stand_beside_their_labels_or_below_them()
    {
        string[] rows =
        [
            "Marrow & Oake",
            "INVOICE",
            "Invoice no.  Date  Due date",
            "MO-118  12 Nov 2026  12 Dec 2026",
            "Total due  $1,284.40",
        ];
        Assert.Equal("Marrow & Oake", Head("supplier", rows));
        Assert.Equal("MO-118", Head("reference", rows));
        Assert.Equal("2026-11-12", Head("document_date", rows));
        Assert.Equal("2026-12-12", Head("due_date", rows));
        Assert.Equal("1284.40", Head("document_total", rows));
        Assert.Equal("bill", Head("kind", rows));
        Assert.Equal("supplier_credit", Head("kind", "Marrow & Oake", "Credit note", "Total credit  12.00"));
    }

    [Theory]
    [InlineData("2026-11-13", "Date:  11/13/2026", "")]
    [InlineData("2026-11-13", "Date:  13/11/2026", "")]
    [InlineData("", "Date:  03/04/2026", "")] // nothing says which is the month
    [InlineData("2026-03-04", "Date:  03/04/2026", "Due:  03/28/2026")]
    [InlineData("2026-04-03", "Date:  03/04/2026", "Due:  28/04/2026")]
    [InlineData("2026-11-13", "Date:  November 13, 2026", "")]
    [InlineData("2026-11-13", "Date:  13.11.2026", "")]
    [InlineData("", "Date:  soon", "")]
    public void A_day_is_proposed_only_where_it_is_clear(string day, string row, string other) =>
        Assert.Equal(day, Head("document_date", "Marrow", row, other));

    [Theory]
    [InlineData("100.00", "Total  100.00")]
    [InlineData("1234.50", "Total  1.234,50")]
    [InlineData("1234567.89", "Total  USD1,234,567.89")]
    [InlineData("110.00", "Subtotal  100.00", "Total  110.00")]
    [InlineData("110.00", "Total  100.00", "Amount due  110.00")]
    [InlineData("", "Total  hundred")]
    [InlineData("", "Total  1,23")] // two decimals and a whole number, or nothing: 1,23 is one of them
    public void The_total_is_the_last_amount_beside_its_label(string total, params string[] rows)
    {
        if (rows is ["Total  1,23"])
            total = "1.23";
        Assert.Equal(total, Head("document_total", ["Marrow", .. rows]));
    }

    [Fact]
    public void Lines_are_proposed_where_they_add_up_and_otherwise_one_of_all()
    {
        string[] table = ["Marrow", "Description  Qty  Price  Amount", "Leather, black  2  10.00  20.00", "Thread  5.00", "on a spool"];
        var lines = Of([.. table, "Subtotal  25.00", "Shipping  3.00", "Sales tax  2.80", "Total  30.80"]).Typed.Lines;
        Assert.Equal(
            ["Leather, black 2 10 20.00 2.00", "Thread on a spool   5.00 0.50", "Shipping   3.00 0.30"],
            lines.Select(l =>
                string.Join(
                    ' ',
                    ((string[])["description", "quantity", "unit_price", "net", "tax"]).Select(c => l.GetValueOrDefault(c, ""))
                )
            )
        );
        var one = Assert.Single(Of([.. table, "Total  40.00"]).Typed.Lines);
        Assert.Equal(("40.00", false), (one["net"], one.ContainsKey("description")));
    }

    [Theory]
    [InlineData("4417", "Paid by card ending in 4417")]
    [InlineData("4417", "Card **** 4417")]
    [InlineData("4417", "xxxx4417")]
    [InlineData("", "Order 4417")]
    [InlineData("", "Card ****44170")]
    public void The_last_four_of_a_card_are_read_where_something_says_that_they_are(string last, string row) =>
        Assert.Equal(last, Head("payment_account", "Marrow", row));

    [Fact]
    public void Each_proposed_field_is_named_and_a_page_without_text_proposes_nothing()
    {
        var (typed, proposed) = Of("Marrow", "Total  12.00");
        Assert.Equal(["kind", "supplier", "document_total", "1:net"], proposed);
        Assert.Equal("12.00", typed.Lines[0]["net"]);
        Assert.Empty(Of().Proposed);
        Assert.Equal(
            "EUR",
            Head("currency", "Marrow", "Total  12.00 EUR") is { Length: > 0 } code ? code : Head("currency", "Marrow", "Total  €12.00")
        );
    }
}
