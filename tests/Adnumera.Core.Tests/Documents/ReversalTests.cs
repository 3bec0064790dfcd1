using Adnumera.Core.Documents;
using static Adnumera.Core.Tests.Worlds;

namespace Adnumera.Core.Tests.Documents;

/// <summary>Which document a refund or credit gives back: never a guess.</summary>
public class ReversalTests
{
    private static Document Charge(
        int id,
        long total,
        string reference = "",
        int day = 0,
        string supplier = "Thimble Row",
        string card = "4417"
    ) =>
        Bill(Line(1, total, "Tools")) with
        {
            Identity = new DocumentIdentity("Card", $"C{id}"),
            Kind = DocumentKind.CardCharge,
            Date = AnyDay.AddDays(day),
            Reference = reference,
            Supplier = supplier,
            PaymentAccount = card,
        };

    private static Document Refund(long total, string reference = "", string supplier = "Thimble Row", string card = "4417") =>
        Charge(99, total, reference, 10, supplier, card) with
        {
            Kind = DocumentKind.CardRefund,
        };

    private static ReversalCandidate Candidate(int id, Document document, params string[] accounts) => new(id, document, accounts);

    [Fact]
    public void The_number_of_the_order_decides_whatever_the_amount()
    {
        var found = Reversals.Find(
            Refund(10_00, "O-77"),
            [Candidate(1, Charge(1, 10_00), "5110"), Candidate(2, Charge(2, 80_00, "o-77"), "5120")]
        );
        Assert.Equal(2, found!.Original.Id);
        Assert.Contains(ReversalEvidence.Number, found.Evidence);

        // A number in the text is one; a part of another word is none, and a number alone, of somebody else and another card, is not
        // enough.
        var said = Refund(10_00) with
        {
            Notes = "Refund of O-7714, thanks",
        };
        Assert.NotNull(Reversals.Find(said, [Candidate(1, Charge(1, 80_00, "O-7714"), "5120")]));
        Assert.Null(Reversals.Find(said, [Candidate(1, Charge(1, 80_00, "O-771"), "5120")]));
        Assert.Null(Reversals.Find(Refund(10_00, "O-77"), [Candidate(1, Charge(1, 80_00, "O-77", supplier: "X", card: "0931"), "5120")]));
    }

    [Fact]
    public void Without_a_number_supplier_card_and_amount_decide_together()
    {
        Assert.Equal(1, Reversals.Find(Refund(42_50), [Candidate(1, Charge(1, 42_50), "6410")])!.Original.Id);
        Assert.Null(Reversals.Find(Refund(42_50), [Candidate(1, Charge(1, 42_51), "6410")]));
        Assert.Null(Reversals.Find(Refund(42_50), [Candidate(1, Charge(1, 42_50, supplier: "Another"), "6410")]));
        Assert.Null(Reversals.Find(Refund(42_50), [Candidate(1, Charge(1, 42_50, card: "0931"), "6410")]));
    }

    [Fact]
    public void Of_several_that_could_be_meant_the_latest_is_taken_only_where_all_went_to_the_same_account()
    {
        ReversalCandidate[] alike = [Candidate(1, Charge(1, 42_50), "6410"), Candidate(2, Charge(2, 42_50, day: 2), "6410")];
        Assert.Equal(2, Reversals.Find(Refund(42_50), alike)!.Original.Id);
        Assert.Null(Reversals.Find(Refund(42_50), [alike[0], Candidate(2, Charge(2, 42_50, day: 2), "5120")]));
        Assert.Equal([2L, 1L], Reversals.Ranked(Refund(42_50), alike).Select(f => f.Original.Id));
    }

    [Theory]
    [InlineData(0, 42_50, DocumentKind.CardCharge, true)]
    [InlineData(11, 42_50, DocumentKind.CardCharge, false)] // It came after the refund.
    [InlineData(10 - Reversals.Days, 42_50, DocumentKind.CardCharge, true)]
    [InlineData(9 - Reversals.Days, 42_50, DocumentKind.CardCharge, false)]
    [InlineData(0, 42_49, DocumentKind.CardCharge, false)] // Less than what is given back.
    [InlineData(0, 42_50, DocumentKind.Order, true)]
    [InlineData(0, 42_50, DocumentKind.Bill, false)]
    public void Only_what_may_be_given_back_is(int day, long total, DocumentKind kind, bool may) =>
        Assert.Equal(may, Reversals.MayReverse(Refund(42_50), Charge(1, total, day: day) with { Kind = kind }));

    [Fact]
    public void Each_line_goes_where_its_own_went()
    {
        var order = Bill(
            Line(1, 20_00, "") with
            {
                Item = "Mat",
                Description = "Cutting mat",
            },
            Line(2, 5_00, "") with
            {
                Description = "Shipping",
            },
            Line(3, 7_00, "") with
            {
                Description = "Knife",
            }
        ) with
        {
            Kind = DocumentKind.Order,
        };
        var original = Candidate(1, order, "6410", "5310", "6990");
        Document Of(params DocumentLine[] lines) => Bill(lines) with { Kind = DocumentKind.CardRefund };
        Assert.Equal(["6410"], Reversals.AccountsOf(Of(Line(1, 9_00, "") with { Item = "mat" }), original));
        Assert.Equal(["5310"], Reversals.AccountsOf(Of(Line(1, 9_00, "") with { Description = "SHIPPING" }), original));
        Assert.Equal(["6990"], Reversals.AccountsOf(Of(Line(1, 7_00, "") with { Description = "Returned" }), original));

        // What is no line of it goes nowhere where it went to several accounts, and there where it went to one.
        Assert.Equal([""], Reversals.AccountsOf(Of(Line(1, 9_00, "")), original));
        Assert.Equal(["6410"], Reversals.AccountsOf(Of(Line(1, 9_00, "")), Candidate(1, order, "6410", "6410", "6410")));
    }

    [Fact]
    public void A_credit_gives_a_bill_back_without_a_card()
    {
        var bill = Bill(Line(1, 50_00, "Leather")) with { Reference = "R1" };
        var credit = bill with { Kind = DocumentKind.SupplierCredit, Date = bill.Date.AddDays(3), Reference = "CN-4" };
        Assert.Equal(1, Reversals.Find(credit, [Candidate(1, bill, "5120")])!.Original.Id);
    }
}
