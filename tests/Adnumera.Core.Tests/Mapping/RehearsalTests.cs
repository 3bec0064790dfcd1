using Adnumera.Core.Mapping;
using static Adnumera.Core.Tests.Worlds;

namespace Adnumera.Core.Tests.Mapping;

public class RehearsalTests
{
    [Fact]
    public void It_tells_what_moves_what_comes_free_and_what_stays_held()
    {
        var free = Bill(Line(1, 612_00, "Sharpening"));
        var stays = Bill(Line(1, 144_00, "Sharpening", taxCode: "Z9", tax: 5_00));
        var moves = Bill(Line(1, 50_00, "Sharpening")) with { Supplier = "Ruddock" };
        MappingRow[] now = [Map(KeyKind.Supplier, "Ruddock", "6210")];
        var rehearsal = Rehearsal.Of([(1, free, null), (2, stays, null), (3, moves, null)], Composer(now), Composer([.. now, Map(KeyKind.Category, "Sharpening", "6420")]));
        Assert.Equal([("", "6420", 2, 761_00), ("6210", "6420", 1, 50_00)], rehearsal.Movements.Select(m => (m.From, m.To, m.Tally.Documents, m.Tally.Money)));
        Assert.Equal((1, 612_00), (rehearsal.Of(RehearsalOutcome.ComesFree).Documents, rehearsal.Of(RehearsalOutcome.ComesFree).Money));
        Assert.Equal((1, 149_00), (rehearsal.Of(RehearsalOutcome.StaysHeld).Documents, rehearsal.Of(RehearsalOutcome.StaysHeld).Money));
        Assert.Equal(3, rehearsal.Changed.Documents);
        Assert.Equal(0, rehearsal.Of(RehearsalOutcome.BecomesHeld).Documents);
    }

    [Fact]
    public void Taking_a_mapping_away_says_what_becomes_held()
    {
        var bill = Bill(Line(1, 10_00, "Leather"));
        var rehearsal = Rehearsal.Of([(1, bill, null)], Composer(Map(KeyKind.Category, "Leather", "5120")), Composer());
        Assert.Equal(("5120", ""), (rehearsal.Movements[0].From, rehearsal.Movements[0].To));
        Assert.Equal(1, rehearsal.Of(RehearsalOutcome.BecomesHeld).Documents);
    }
}
