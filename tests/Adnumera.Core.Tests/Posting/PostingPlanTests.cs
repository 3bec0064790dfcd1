using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Mapping;
using Adnumera.Core.Posting;
using Adnumera.Core.Suppliers;
using static Adnumera.Core.Tests.Worlds;

namespace Adnumera.Core.Tests.Posting;

public class PostingPlanTests
{
    private static readonly MappingRow[] Book = [Map(KeyKind.Category, "Leather", "5120")];

    private static ReadyDocument Ready(long id, Document document) => new(id, 1, Composer(Book).Compose(document));

    private static Document From(string supplier) => Bill(Line(1, 10_00, "Leather")) with { Supplier = supplier };

    private static PostingPlan Plan(string[] inLedger, params (string Name, PlannedSupplier Planned)[] before) =>
        new(
            "bindery",
            "quillfern",
            new SupplierDirectory(inLedger, [("Weller Ltd", "Weller")]),
            PaymentAccounts.None,
            before.ToDictionary(b => Folded.Of(b.Name), b => b.Planned)
        );

    private static string Shown(PlanStep step) =>
        step.Match(
            s => $"add {s.Name} {s.Revision}",
            p => $"post {p.Document.Id}{(p.WaitsFor.Length > 0 ? $" after {p.WaitsFor}" : "")}",
            r => $"recode {r.Document.Id}",
            l => $"leave {l.Document.Id}"
        );

    private static string[] Steps(PostingPlan plan, params ReadyDocument[] documents) =>
        [.. documents.SelectMany(plan.StepsOf).Select(Shown)];

    [Fact]
    public void A_supplier_that_the_ledger_lacks_goes_before_its_entry_and_once()
    {
        var plan = Plan(["Hexham Tannery"]);
        Assert.Equal(
            ["post 1", "add Weller 1", "post 2 after Weller", "post 3 after WELLER"],
            Steps(plan, Ready(1, From("hexham tannery")), Ready(2, From("Weller Ltd")), Ready(3, From("WELLER")))
        );
        Assert.Equal(1, plan.MissingSuppliers);
    }

    [Fact]
    public void One_that_was_planned_before_goes_under_its_next_revision_unless_it_has_no_answer_yet()
    {
        Assert.Equal(
            ["add Weller 3", "post 1 after Weller"],
            Steps(Plan([], ("Weller", new PlannedSupplier(2, false))), Ready(1, From("Weller")))
        );
        Assert.Equal(["post 1 after Weller"], Steps(Plan([], ("weller", new PlannedSupplier(2, true))), Ready(1, From("Weller"))));
    }

    [Fact]
    public void What_is_not_coded_any_more_is_decided_anew_and_what_cancels_is_left_out()
    {
        var cancels = Bill(Line(1, 10_00, "Leather"), Line(2, -10_00, "Leather"));
        var merged = new Composer(Chart, new MappingBook(Book), new CompositionSettings { MergeLines = true }).Compose(cancels);
        Assert.Equal(
            ["recode 1", "leave 2"],
            Steps(Plan(["Marrow & Oake"]), Ready(1, Bill(Line(1, 1_00, "Nobody maps this"))), new ReadyDocument(2, 1, merged))
        );
    }

    [Fact]
    public void The_same_revision_goes_under_the_same_key_and_the_next_under_another()
    {
        string Key(int revision) =>
            Plan(["Weller"])
                .StepsOf(new ReadyDocument(7, revision, Composer(Book).Compose(From("Weller"))))
                .OfType<PlanStep.PostEntry>()
                .Single()
                .Entry.IdempotencyKey;
        Assert.Equal(Key(1), Key(1));
        Assert.NotEqual(Key(1), Key(2));
    }
}
