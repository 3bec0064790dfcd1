using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Sources;
using static Adnumera.Core.Tests.Worlds;

namespace Adnumera.Core.Tests.Entries;

/// <summary>Orders of marketplaces and what was paid before a bill (common practice).</summary>
public class OrderTests
{
    private static readonly Chart WithMore = new([
        .. Accounts,
        Of("1060", AccountKind.Asset),
        Of("1450", AccountKind.Asset, AccountRole.SupplierPrepayments),
    ]);

    private static readonly MappingRow[] Rows =
    [
        Map(KeyKind.Category, "Paper", "5110"),
        Map(KeyKind.Item, "shipping", "6310"),
        Map(KeyKind.Item, "gift balance", "1060"),
        Map(KeyKind.PaymentAccount, "4417", "2210"),
    ];

    private static Composition Compose(Document document, Chart? chart = null) =>
        new Composer(chart ?? WithMore, new MappingBook(Rows), new CompositionSettings()).Compose(document);

    private static Document Order(params DocumentLine[] lines) =>
        Bill(lines) with
        {
            Kind = DocumentKind.Order,
            Supplier = "Gullwing Paper",
            PaymentAccount = "4417",
        };

    [Fact]
    public void What_a_gift_balance_paid_is_a_negative_line_and_the_card_pays_the_rest()
    {
        var order = Order(Line(1, 80_00, "Paper"), Line(2, 6_00, item: "shipping"), Line(3, -30_00, item: "gift balance"));
        Assert.Equal(["5110 8000", "6310 600", "1060 -3000", "2210 -5600"], Shown(Compose(order)));
    }

    [Fact]
    public void What_a_gift_balance_paid_whole_needs_no_payment_account()
    {
        var order = Order(Line(1, 80_00, "Paper"), Line(2, -80_00, item: "gift balance")) with { PaymentAccount = "" };
        Assert.Equal(["5110 8000", "1060 -8000"], Shown(Compose(order)));
        Assert.Empty(Reasons(Compose(order)));
        Assert.Equal(
            DocumentKind.Order,
            new SourceChoice("Bills", "", OnAccount: true).Apply(order with { Identity = new("Bills", "1") }).Kind
        );
    }

    [Theory]
    [InlineData(DocumentKind.Order, "", true, DocumentKind.Bill)]
    [InlineData(DocumentKind.CardRefund, "", true, DocumentKind.SupplierCredit)]
    [InlineData(DocumentKind.Order, "4417", true, DocumentKind.Order)]
    [InlineData(DocumentKind.Order, "", false, DocumentKind.Order)]
    [InlineData(DocumentKind.CardCharge, "", true, DocumentKind.CardCharge)]
    public void An_order_on_account_is_a_bill_and_its_return_a_credit(
        DocumentKind kind,
        string paidFrom,
        bool onAccount,
        DocumentKind becomes
    )
    {
        var order = Order(Line(1, 80_00, "Paper")) with { Kind = kind, PaymentAccount = paidFrom };
        Assert.Equal(becomes, new SourceChoice(order.Identity.Source, "", onAccount).Apply(order).Kind);
        Assert.Equal(kind, new SourceChoice("another", "", onAccount).Apply(order).Kind);
    }

    [Fact]
    public void The_marketplace_or_its_seller_is_the_supplier_and_both_are_kept()
    {
        var order = Order(Line(1, 80_00, "Paper"));
        var market = new SourceChoice(order.Identity.Source, "Harbour Market", OnAccount: false);
        Assert.Equal(("Harbour Market", "Gullwing Paper"), (market.Apply(order).Supplier, market.Apply(order).Seller));
        Assert.Equal(market.Apply(order), market.Apply(market.Apply(order)));
        Assert.Equal(("Gullwing Paper", ""), (order.Supplier, (market with { Marketplace = "" }).Apply(order).Seller));
    }

    [Theory]
    [InlineData(40_00, "5110 10000|1450 -4000|2100 -6000")]
    [InlineData(0, "5110 10000|2100 -10000")]
    [InlineData(100_00, "5110 10000|2100 -10000")] // paid whole: that is said by its settlement
    public void What_was_paid_before_a_bill_comes_out_of_supplier_prepayments(long prepaid, string lines)
    {
        var bill = Bill(Line(1, 100_00, "Paper")) with { Prepaid = prepaid };
        Assert.Equal(lines.Split('|'), Shown(Compose(bill)));
        if (prepaid is > 0 and < 100_00)
            Assert.Equal(["role_missing=supplier_prepayments"], Reasons(Compose(bill, Worlds.Chart)));
    }

    [Fact]
    public void A_form_that_the_ledger_cannot_take_holds_the_document()
    {
        var ledger = new ConnectedLedger(new LedgerCapabilities([]), [], [], [], []);
        var transfer = Bill(Line(1, 100_00)) with { Kind = DocumentKind.Transfer, PaymentAccount = "4417", ToAccount = "gift" };
        var book = new MappingBook([.. Rows, Map(KeyKind.PaymentAccount, "gift", "1060")]);
        Assert.Equal(
            ["form_impossible=journal"],
            Reasons(new Composer(WithMore, book, new CompositionSettings(), ledger).Compose(transfer))
        );
        Assert.Empty(Reasons(new Composer(WithMore, book, new CompositionSettings()).Compose(transfer)));
    }

    [Theory]
    [InlineData(null, "payment_account_missing=to")]
    [InlineData("2026-11-12", "payment_account_missing=to")]
    [InlineData("2026-11-11", "transfer_waits=to")]
    public void One_side_of_a_transfer_waits_until_it_is_asked_about(string? askedThrough, string reason)
    {
        var settings = new CompositionSettings
        {
            TransfersAskedThrough = askedThrough is null ? null : DateOnly.ParseExact(askedThrough, "yyyy-MM-dd"),
        };
        var transfer = Bill(Line(1, 100_00)) with { Kind = DocumentKind.Transfer, Date = AnyDay, PaymentAccount = "4417" };
        Assert.Equal([reason], Reasons(new Composer(WithMore, new MappingBook(Rows), settings).Compose(transfer)));
    }
}
