using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Standing;
using CsCheck;
using static Adnumera.Core.Tests.Worlds;

namespace Adnumera.Core.Tests.Standing;

/// <summary>What a person decided once and decides itself from then on: before the ladder, and never over a person.</summary>
public class StandingDecisionTests
{
    private static readonly MappingRow Leather = Map(KeyKind.Category, "Leather", "5120");
    private static readonly MappingRow Paper = Map(KeyKind.Category, "Paper", "5110");
    private static readonly MappingRow Card = Map(KeyKind.PaymentAccount, "4417", "2210");
    private static readonly PaymentAccounts OwnCard = new([
        new PaymentAccount
        {
            Name = "Own card",
            Kind = PaymentAccountKind.Personal,
            Account = "2330",
            Numbers = [new("4417", null, null)],
        },
    ]);

    private static StandingDecision Decide(long id, StandingCondition when, params StandingEffect[] then) => new(id, $"D{id}", when, then);

    private static StandingEffect Set(StandingField field, string value = "") => new(field, value);

    private static Document Charge(params DocumentLine[] lines) =>
        Bill(lines) with
        {
            Kind = DocumentKind.CardCharge,
            PaymentAccount = "4417",
            MerchantCode = "5812",
        };

    private static Composition Compose(Document document, params StandingDecision[] decisions) =>
        Composer(new CompositionSettings { Standing = decisions, PrivateAccount = "6310" }, Leather, Paper, Card).Compose(document);

    [Fact]
    public void It_acts_before_the_ladder_and_the_document_stays_as_its_source_says_it()
    {
        var bill = Bill(Line(1, 100_00, "Sundries"));
        var composed = Compose(bill, Decide(1, new() { Supplier = "MARROW & oake" }, Set(StandingField.Category, "Leather")));
        Assert.Equal(["5120 10000", "2100 -10000"], Shown(composed));
        Assert.Equal(("Leather", "Sundries"), (composed.Document.Lines[0].Category, composed.Said.Lines[0].Category));
        Assert.Equal([(1L, 1L, true)], composed.Uses.Select(u => (u.Decision, u.Line, u.Won)));
    }

    [Theory]
    [InlineData("source", true)]
    [InlineData("other source", false)]
    [InlineData("text", true)]
    [InlineData("other text", false)]
    [InlineData("at least", true)]
    [InlineData("at least more", false)]
    [InlineData("at most", true)]
    [InlineData("at most less", false)]
    [InlineData("merchant", true)]
    [InlineData("other merchant", false)]
    [InlineData("card", true)]
    [InlineData("other card", false)]
    [InlineData("employee", true)]
    [InlineData("other employee", false)]
    [InlineData("from day", true)]
    [InlineData("from later", false)]
    [InlineData("kind", true)]
    [InlineData("other kind", false)]
    public void Everything_that_is_filled_must_be_so(string what, bool acts)
    {
        var charge = Charge(Line(1, 100_00, "Leather")) with { Employee = "Ines Calder", Notes = "Lunch at the Fair" };
        StandingCondition when = what switch
        {
            "source" => new() { Source = charge.Identity.Source },
            "other source" => new() { Source = charge.Identity.Source.ToUpperInvariant() + "x" },
            "text" => new() { Text = "THE FAIR" },
            "other text" => new() { Text = "the fairs" },
            "at least" => new() { AtLeast = 100_00 },
            "at least more" => new() { AtLeast = 100_01 },
            "at most" => new() { AtMost = 100_00 },
            "at most less" => new() { AtMost = 99_99 },
            "merchant" => new() { MerchantCode = "5812" },
            "other merchant" => new() { MerchantCode = "581" },
            "card" => new() { PaymentAccount = "4417" },
            "other card" => new() { PaymentAccount = "441" },
            "employee" => new() { Employee = "ines calder" },
            "other employee" => new() { Employee = "ines" },
            "from day" => new() { FromDay = AnyDay },
            "from later" => new() { FromDay = AnyDay.AddDays(1) },
            "kind" => new() { Kind = DocumentKind.CardCharge },
            _ => new() { Kind = DocumentKind.CardRefund },
        };
        Assert.Equal(acts ? 1 : 0, when.LinesOf(charge).Count);
        Assert.Empty((when with { Supplier = "Nobody" }).LinesOf(charge));
    }

    [Fact]
    public void A_text_of_a_line_is_for_that_line_and_a_text_of_the_document_for_all()
    {
        var bill = Bill(
            Line(1, 60_00, "A") with
            {
                Description = "Delivery, express",
            },
            Line(2, 40_00, "A") with
            {
                Description = "Goatskin",
            }
        );
        var when = new StandingCondition { Text = "delivery" };
        Assert.Equal([1L], when.LinesOf(bill).Select(l => l.Number));
        Assert.Equal([1L, 2L], when.LinesOf(bill with { Notes = "Delivery on Friday" }).Select(l => l.Number));
    }

    [Fact]
    public void The_first_that_sets_something_holds_and_the_later_one_is_seen_to_lose()
    {
        var composed = Compose(
            Bill(Line(1, 100_00, "Sundries")),
            Decide(1, new() { AtLeast = 1 }, Set(StandingField.Category, "Leather")),
            Decide(2, new() { AtLeast = 1 }, Set(StandingField.Category, "Paper"), Set(StandingField.Label, "Fair"))
        );
        Assert.Equal("5120", composed.Lines[0].Account);
        Assert.Equal([(1L, true), (2L, false), (2L, true)], composed.Uses.Select(u => (u.Decision, u.Won)));
    }

    [Fact]
    public void A_person_always_holds()
    {
        var all = Decide(
            1,
            new() { AtLeast = 1 },
            Set(StandingField.Category, "Leather"),
            Set(StandingField.PaymentAccount, "9999"),
            Set(StandingField.PrivateShare, "100"),
            Set(StandingField.AskAccount),
            Set(StandingField.AskPaymentAccount)
        );
        var chosen = Charge(Line(1, 100_00, "Sundries") with { Account = "5110" }) with
        {
            PaymentAccountChoice = "4417",
            NotPrivate = true,
        };
        Assert.Equal(["5110 10000", "2210 -10000"], Shown(Compose(chosen, all)));
    }

    [Fact]
    public void What_is_asked_for_holds_until_a_person_gives_it()
    {
        var ask = Decide(7, new() { MerchantCode = "5812" }, Set(StandingField.AskAccount), Set(StandingField.AskPaymentAccount));
        var charge = Charge(Line(1, 100_00, "Leather"));
        Assert.Equal([HoldKind.PaymentAccountAsked, HoldKind.AccountAsked], Compose(charge, ask).Reasons.Select(r => r.Kind));
        Assert.All(Compose(charge, ask).Reasons, r => Assert.Equal("D7", r.Value));
        var given = Charge(Line(1, 100_00, "Leather") with { Account = "5110" }) with { PaymentAccountChoice = "4417" };
        Assert.Empty(Compose(given, ask).Reasons);
    }

    [Fact]
    public void A_dimension_is_set_or_asked_for()
    {
        var project = Dimension.Of("project");
        var bill = Bill(Line(1, 100_00, "Leather"));
        var ask = Decide(2, new() { AtLeast = 1 }, new StandingEffect(StandingField.AskDimension, "", project));
        Assert.Equal([HoldKind.DimensionMissing], Compose(bill, ask).Reasons.Select(r => r.Kind));
        var set = Decide(1, new() { AtLeast = 1 }, new StandingEffect(StandingField.Dimension, "Fenland Atlas", project));
        var composed = Compose(bill, set, ask);
        Assert.Empty(composed.Reasons);
        Assert.Equal("Fenland Atlas", composed.Lines[0].Dimensions[project]);
    }

    [Theory] // A telephone half private: what the company bears and what is owed add up to the charge, to the cent.
    [InlineData("50", 65_01, "5120 3250|6310 3251|2210 -6501")]
    [InlineData("30", 10_00, "5120 700|6310 300|2210 -1000")]
    [InlineData("100", 10_00, "6310 1000|2210 -1000")]
    public void A_standing_share_is_owed_back(string share, long total, string lines)
    {
        var composed = Compose(Charge(Line(1, total, "Leather")), Decide(1, new() { AtLeast = 1 }, Set(StandingField.PrivateShare, share)));
        Assert.Equal(lines.Split('|').Order(), Shown(composed).Order());
    }

    [Fact]
    public void What_is_private_on_ones_own_card_is_set_aside_and_of_a_claim_nothing_is_split()
    {
        var all = Decide(1, new() { AtLeast = 1 }, Set(StandingField.PrivateShare, "100"));
        var settings = new CompositionSettings { Standing = [all], PaymentAccounts = OwnCard };
        var aside = Assert.IsType<Composition.SetAside>(Composer(settings, Leather, Card).Compose(Charge(Line(1, 10_00, "Leather"))));
        Assert.Equal(SetAsideKind.Private, aside.Why.Kind);
        var half = Decide(1, new() { AtLeast = 1 }, Set(StandingField.PrivateShare, "50"));
        var claim = Bill(Line(1, 10_00, "Leather")) with { Kind = DocumentKind.ExpenseClaim, Employee = "Ines Calder" };
        Assert.Equal(["5120 1000", "2330 -1000"], Shown(Compose(claim, half)));
    }

    [Fact]
    public void Entries_balance_and_persons_hold_whatever_stands_decided()
    {
        var field = OneOf(
            Set(StandingField.Category, "Leather"),
            Set(StandingField.Category, "Paper"),
            Set(StandingField.PrivateShare, "33"),
            Set(StandingField.PrivateShare, "100"),
            Set(StandingField.Item, "Nothing"),
            Set(StandingField.PaymentAccount, "4417")
        );
        var decision = Gen.Select(Gen.Long[0, 300_00], field.Array[1, 3])
            .Select((least, then) => Decide(1, new() { AtLeast = least }, then));
        var line = Gen.Select(Gen.Long[1, 100_00], Gen.Bool);
        Gen.Select(decision.Array[0, 4], line.Array[1, 4])
            .Sample(
                (decisions, lines) =>
                {
                    var charge = Charge([
                        .. lines.Select((l, i) => Line(i + 1, l.Item1, "Leather") with { Account = l.Item2 ? "5110" : "" }),
                    ]);
                    var numbered = decisions.Select((d, i) => d with { Id = i + 1 }).ToArray();
                    var composed = Compose(charge, numbered);
                    Assert.Equal(charge, composed.Said);
                    if (composed is not Composition.Coded)
                        return;
                    Assert.Equal(0, composed.Lines.Sum(l => l.Signed));
                    if (!composed.Document.IsPrivateCharge)
                        foreach (var chosen in charge.Lines.Where(l => l.Account.Length > 0))
                            Assert.Contains(composed.Lines, l => l.DocumentLine == chosen.Number && l.Account == "5110");
                }
            );
    }
}
