using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Rehearsals;
using CsCheck;
using static Adnumera.Core.Tests.Worlds;

namespace Adnumera.Core.Tests.Rehearsals;

public class RehearsalTests
{
    [Fact]
    public void It_tells_what_moves_what_comes_free_and_what_stays_held()
    {
        var free = Bill(Line(1, 612_00, "Sharpening"));
        var stays = Bill(Line(1, 144_00, "Sharpening", taxCode: "Z9", tax: 5_00));
        var moves = Bill(Line(1, 50_00, "Sharpening")) with { Supplier = "Ruddock" };
        MappingRow[] now = [Map(KeyKind.Supplier, "Ruddock", "6210")];
        var rehearsal = Rehearsal.Of(
            [(1, free, null), (2, stays, null), (3, moves, null)],
            Composer(now),
            Composer([.. now, Map(KeyKind.Category, "Sharpening", "6420")])
        );
        Assert.Equal(
            [("", "6420", 2, 761_00), ("6210", "6420", 1, 50_00)],
            rehearsal.Movements.Select(m => (m.From, m.To, m.Tally.Documents, m.Tally.Money))
        );
        Assert.Equal(
            (1, 612_00),
            (rehearsal.Of(RehearsalOutcome.ComesFree, Currency.Usd).Documents, rehearsal.Of(RehearsalOutcome.ComesFree, Currency.Usd).Money)
        );
        Assert.Equal(
            (1, 149_00),
            (rehearsal.Of(RehearsalOutcome.StaysHeld, Currency.Usd).Documents, rehearsal.Of(RehearsalOutcome.StaysHeld, Currency.Usd).Money)
        );
        Assert.Equal(3, rehearsal.Changed(Currency.Usd).Documents);
        Assert.Equal(0, rehearsal.Of(RehearsalOutcome.BecomesHeld, Currency.Usd).Documents);
    }

    [Fact]
    public void Taking_a_mapping_away_says_what_becomes_held()
    {
        var bill = Bill(Line(1, 10_00, "Leather"));
        var rehearsal = Rehearsal.Of([(1, bill, null)], Composer(Map(KeyKind.Category, "Leather", "5120")), Composer());
        Assert.Equal(("5120", ""), (rehearsal.Movements[0].From, rehearsal.Movements[0].To));
        Assert.Equal(1, rehearsal.Of(RehearsalOutcome.BecomesHeld, Currency.Usd).Documents);
    }

    private static readonly MappingRow[] Book =
    [
        Map(KeyKind.Category, "Leather", "5120"),
        TaxCode("RC", 100),
        Map(KeyKind.PaymentAccount, "4417", "2210"),
    ];

    private static Rehearsal Change(Document document, Func<CompositionSettings, CompositionSettings> settings, params MappingRow[] rows) =>
        Rehearsal.Of([(1, document, null)], Composer(Book), Composer(settings(new CompositionSettings()), rows.Length > 0 ? rows : Book));

    [Fact]
    public void Whole_entries_are_compared_not_only_accounts()
    {
        var taxed = Bill(Line(1, 100_00, "Leather", taxCode: "RC", tax: 5_00));
        EntryPart[] Parts(Rehearsal rehearsal) => [.. rehearsal.Documents.SelectMany(d => d.Parts)];
        Assert.Equal(
            [EntryPart.Dimensions],
            Parts(Change(taxed, s => s, Book[0] with { Dimensions = Dimensions.Named("Bench", "", "") }, Book[1], Book[2]))
        );
        Assert.Equal(
            [EntryPart.Reference],
            Parts(Change(taxed, s => s with { Kinds = Choice(new KindChoice { Reference = "{month}-{reference}" }) }))
        );
        Assert.Equal([EntryPart.Form], Parts(Change(taxed, s => s with { Kinds = Choice(new KindChoice { Form = LedgerForm.Journal }) })));
        Assert.Equal(
            [EntryPart.EntryDate],
            Parts(Change(taxed, s => s with { Kinds = Choice(new KindChoice { EntryDay = EntryDay.EndOfMonth }) }))
        );
        Assert.Equal([EntryPart.Reasons], Parts(Change(taxed, s => s with { LockedThrough = AnyDay })));
        Assert.Equal(
            [EntryPart.TaxCode],
            Parts(Change(Bill(Line(1, 1_00, "Leather")), s => s, Book[0] with { TaxCode = "RC" }, Book[1], Book[2]))
        );
        Assert.Empty(Change(taxed, s => s).Documents);
    }

    [Fact]
    public void A_line_that_is_decided_for_the_first_time_moves_and_changes_in_nothing_else()
    {
        EntryPart[] Parts(Rehearsal rehearsal) => [.. Assert.Single(rehearsal.Documents).Parts];
        var bill = Bill(
            Line(1, 100_00, "Leather"),
            Line(2, 20_00, "Odd") with
            {
                Description = "Thing",
                Dimensions = Dimensions.Named("Bench", "", ""),
            }
        );
        MappingRow[] more = [.. Book, Map(KeyKind.Category, "Odd", "6420") with { TaxCode = "RC" }];
        Assert.Equal([EntryPart.Accounts, EntryPart.Reasons], Parts(Change(bill, s => s, more)));
        Assert.Equal(
            [EntryPart.Accounts, EntryPart.Dimensions, EntryPart.Reasons],
            Parts(Change(bill, s => s, [Book[0] with { Dimensions = Dimensions.Named("Press", "", "") }, .. more[1..]]))
        );
        Assert.Contains(
            EntryPart.Lines,
            Parts(Change(Bill(Line(1, 1_00, "Leather"), Line(2, 2_00, "Leather")), s => s with { MergeLines = true }))
        );
    }

    [Fact]
    public void Tax_that_is_recovered_otherwise_moves_between_its_cost_and_the_tax_account()
    {
        var half = Change(Bill(Line(1, 100_00, "Leather", taxCode: "RC", tax: 5_00)), s => s, Book[0], TaxCode("RC", 50), Book[2]);
        Assert.Equal([("1400", "5120", 2_50)], half.Movements.Select(m => (m.From, m.To, m.Tally.Money)));
        var elsewhere = Change(
            Bill(Line(1, 100_00, "Leather", taxCode: "RC", tax: 5_00)),
            s => s,
            Map(KeyKind.Category, "Leather", "6420"),
            TaxCode("RC", 0),
            Book[2]
        );
        Assert.Equal([("5120", "6420", 100_00), ("1400", "6420", 5_00)], elsewhere.Movements.Select(m => (m.From, m.To, m.Tally.Money)));
    }

    [Fact]
    public void Money_of_other_currencies_stands_apart()
    {
        var (here, there) = (Bill(Line(1, 10_00, "Leather")), Bill(Line(1, 70_00, "Leather")) with { Currency = Currency.Of("EUR") });
        var rehearsal = Rehearsal.Of(
            [(1, here, null), (2, there, null)],
            Composer(Book),
            Composer(Map(KeyKind.Category, "Leather", "6420"))
        );
        Assert.Equal([("EUR", 70_00), ("USD", 10_00)], rehearsal.Movements.Select(m => (m.Currency.Code, m.Tally.Money)));
        Assert.Equal((2, 10_00), (rehearsal.Changed(Currency.Usd).Documents, rehearsal.Changed(Currency.Usd).Money));
    }

    // Documents and books at random: the rehearsal is empty exactly when coding anew gives the same entries, states and reasons.
    [Fact]
    public void It_is_empty_exactly_when_coding_anew_changes_nothing() =>
        Gen.Select(Documents, Books, Books)
            .Sample(
                (documents, before, after) =>
                {
                    var (now, then) = (Composer(before), Composer(after));
                    var rehearsed = Rehearsal
                        .Of(documents.Select((d, i) => ((long)i, d, (DocumentIdentity?)null)), now, then)
                        .Documents.Select(d => (int)d.Id);
                    var changed = Enumerable
                        .Range(0, documents.Length)
                        .Where(i => Outcome(now.Compose(documents[i])) != Outcome(then.Compose(documents[i])));
                    Assert.Equal(changed, rehearsed);
                },
                iter: 400
            );

    private static string Outcome(Composition c) =>
        string.Join(
            '|',
            [
                $"{c.GetType().Name} {c.Head}",
                .. c.Reasons.Select(r => $"{r.OnLine} {ReasonWords.Of(r)}"),
                .. c.Lines.Select(l => $"{l.DocumentLine} {l.Account} {l.Signed} {l.TaxCode} {l.Dimensions} {l.LedgerItem} {l.Memo}"),
                .. c.Decisions.Select(d => $"{d.Line} {d.Account}"),
            ]
        );

    private static readonly Gen<string> Categories = OneOf("Leather", "Glue", "Nothing");
    private static readonly Gen<string> Accounts = OneOf("5120", "6420", "6995", "");

    private static readonly Gen<Document[]> Documents = Gen.Select(
            Categories,
            OneOf("", "RC", "Z9"),
            Gen.Int[1, 500],
            Gen.Int[0, 50],
            OneOf(DocumentKind.Bill, DocumentKind.SupplierCredit, DocumentKind.CardCharge)
        )
        .Select(
            (category, taxCode, net, tax, kind) =>
                Bill(Line(1, net, category, taxCode: taxCode, tax: tax)) with
                {
                    Kind = kind,
                    PaymentAccount = "4417",
                }
        )
        .Array[1, 6];

    private static readonly Gen<MappingRow[]> Books = Gen.Select(Categories, Accounts, OneOf("", "RC"), OneOf("", "Bench"))
        .Select(
            (category, account, taxCode, department) =>
                Map(KeyKind.Category, category, account) with
                {
                    TaxCode = taxCode,
                    Dimensions = Dimensions.Named(department, "", ""),
                }
        )
        .Array[0, 3]
        .Select(rows =>
            (MappingRow[])
                [.. rows.DistinctBy(r => r.Identity), TaxCode("RC", rows.Length * 30), Map(KeyKind.PaymentAccount, "4417", "2210")]
        );

    private static Dictionary<DocumentKind, KindChoice> Choice(KindChoice choice) => new() { [DocumentKind.Bill] = choice };
}
