using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using CsCheck;
using static Adnumera.Core.Tests.Worlds;

namespace Adnumera.Core.Tests.Documents;

/// <summary>The keys find what the rule of the documents files finds, and beyond it charges and suppliers that are alike.</summary>
public class DuplicateRuleTests
{
    private static readonly Gen<Document> Any = Gen.Select(
            OneOf(DocumentKind.Bill, DocumentKind.SupplierCredit, DocumentKind.ExpenseClaim),
            OneOf("", "R", "S", " r "),
            OneOf("", "Hexham", "HEXHAM", "Larkspur"),
            Gen.Long[1, 2],
            Gen.Int[1, 2],
            OneOf(Currency.Usd, Currency.Of("EUR"))
        )
        .Select(
            (kind, reference, party, total, day, currency) =>
                Bill(Line(1, total)) with
                {
                    Kind = kind,
                    Reference = reference,
                    Supplier = kind == DocumentKind.ExpenseClaim ? "" : party,
                    Employee = kind == DocumentKind.ExpenseClaim ? party : "",
                    Date = new DateOnly(2026, 11, day),
                    Currency = currency,
                }
        );

    private static readonly Gen<Document> AnyCharge = Gen.Select(
            OneOf(DocumentKind.CardCharge, DocumentKind.CardRefund),
            OneOf("", "4417", "Bench card"),
            OneOf("Hexham", "Larkspur", ""),
            Gen.Long[1, 2],
            Gen.Int[1, 2]
        )
        .Select(
            (kind, account, supplier, total, day) =>
                Bill(Line(1, total)) with
                {
                    Kind = kind,
                    PaymentAccount = account,
                    Supplier = supplier,
                    Date = new DateOnly(2026, 11, day),
                    Reference = "",
                }
        );

    private static string[] Alone(string text) => [text];

    // "Bench card" is 4417; Hexham and Larkspur count as one.
    private static string[] Accounts(string text) => text is "4417" or "Bench card" ? ["4417", "Bench card"] : [text];

    private static string[] Suppliers(string text) =>
        Folded.Same(text, "Hexham") || Folded.Same(text, "Larkspur") ? ["Hexham", "Larkspur"] : [text];

    private static bool Asks(Document later, Document earlier, Func<string, string[]>? suppliers = null) =>
        DuplicateRule.AsksFor(later, suppliers ?? Suppliers, Accounts).Intersect(DuplicateRule.StandsUnder(earlier)).Any();

    [Fact]
    public void Without_links_it_finds_for_bills_credits_and_claims_what_the_watch_finds() =>
        Any.Array[1, 8]
            .Sample(documents =>
            {
                var watch = new DuplicateWatch();
                for (var i = 0; i < documents.Length; i++)
                {
                    var named = watch.Observe(documents[i] with { Identity = new DocumentIdentity("s", $"{i}") })?.SourceId;
                    var found = documents
                        .Take(i)
                        .Select((d, place) => (d, place))
                        .Where(e => Asks(documents[i], e.d, Alone))
                        .Select(e => $"{e.place}")
                        .FirstOrDefault();
                    Assert.Equal(named, found);
                }
            });

    [Fact]
    public void Whoever_asks_for_another_is_asked_for_by_it() =>
        OneOfBoth().Array[2].Sample(pair => Assert.Equal(Asks(pair[1], pair[0]), Asks(pair[0], pair[1])), iter: 2000);

    [Fact]
    public void A_charge_is_asked_about_where_account_day_amount_kind_and_a_like_supplier_agree() =>
        AnyCharge
            .Array[2]
            .Sample(pair =>
            {
                var (a, b) = (pair[0], pair[1]);
                var same =
                    a.Kind == b.Kind
                    && a.PaymentAccount.Length > 0
                    && b.PaymentAccount.Length > 0
                    && a.Total == b.Total
                    && a.Date == b.Date
                    && a.Supplier.Length > 0 == b.Supplier.Length > 0;
                Assert.Equal(same, Asks(b, a));
            });

    private static Gen<Document> OneOfBoth() => Gen.Bool.SelectMany(charge => charge ? AnyCharge : Any);
}
