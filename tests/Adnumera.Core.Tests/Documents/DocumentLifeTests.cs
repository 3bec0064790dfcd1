using Adnumera.Core.Documents;
using CsCheck;
using static Adnumera.Core.Documents.DocumentEvent;

namespace Adnumera.Core.Tests.Documents;

/// <summary>Every state with every event: where it goes, or that it stays (02-domain, chapter 3).</summary>
public class DocumentLifeTests
{
    // What a document may be, in the order of the columns: left out by a rule comes before set aside by a person.
    private static readonly DocumentStanding[] Standings =
    [
        new(DocumentState.Held),
        new(DocumentState.ToApprove),
        new(DocumentState.Ready),
        new(DocumentState.OnItsWay),
        new(DocumentState.Posted),
        new(DocumentState.Proved),
        new(DocumentState.SetAside),
        new(DocumentState.SetAside, ByPerson: true),
    ];

    [Theory]
    [InlineData(Coded, "ready ready ready – – – ready –")]
    [InlineData(Held, "held held held – – – held –")]
    [InlineData(LeftOut, "set_aside set_aside set_aside – – – set_aside –")]
    [InlineData(Approved, "– ready – – – – – –")]
    [InlineData(SetAside, "set_aside set_aside set_aside – – – set_aside –")]
    [InlineData(TakenUp, "– – – – – – – held")]
    [InlineData(Planned, "– – on_its_way – – – – –")]
    [InlineData(Withdrawn, "– – – ready – – – –")]
    [InlineData(Accepted, "– – – posted – – – –")]
    [InlineData(Refused, "– – – held – – – –")]
    [InlineData(FoundAsIntended, "– – – – proved proved – –")]
    [InlineData(FoundDifferent, "– – – – posted posted – –")]
    public void An_event_leads_on_or_is_refused(DocumentEvent happens, string expected) =>
        Assert.Equal(
            expected,
            string.Join(' ', Standings.Select(s => DocumentLife.After(s, happens).Match(Words<DocumentState>.Of, _ => "–")))
        );

    [Fact]
    public void What_needs_approval_waits_for_it_and_is_planned_only_after()
    {
        Assert.Equal(DocumentState.ToApprove, DocumentLife.Begin(Coded, needsApproval: true));
        Assert.Equal(DocumentState.Held, DocumentLife.Begin(Held, needsApproval: true));
        var waits = new DocumentStanding(DocumentState.ToApprove);
        Assert.IsType<DocumentStep.Refusal>(DocumentLife.After(waits, Planned));
        Assert.Equal(DocumentState.Ready, DocumentLife.Next(waits, Approved));
    }

    [Fact]
    public void A_refusal_says_why_and_next_never_goes_where_it_may_not()
    {
        var posted = new DocumentStanding(DocumentState.Posted);
        var why = DocumentLife.After(posted, SetAside).Match(_ => "", refusal => refusal);
        Assert.Contains("in the ledger or on its way there", why, StringComparison.Ordinal);
        Assert.Contains(
            why,
            Assert.Throws<InvalidOperationException>(() => DocumentLife.Next(posted, SetAside)).Message,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Whatever_happens_what_is_in_the_ledger_stays_there()
    {
        var events = Enum.GetValues<DocumentEvent>();
        Gen.Select(Worlds.OneOf(Standings), Worlds.OneOf(events).List[0, 12])
            .Sample(
                (begin, happens) =>
                {
                    var (standing, wasPosted) = (begin, begin.State is DocumentState.Posted or DocumentState.Proved);
                    foreach (var one in happens)
                    {
                        standing = DocumentLife.After(standing, one).Match(s => new DocumentStanding(s, one == SetAside), _ => standing);
                        wasPosted |= one == Accepted && standing.State == DocumentState.Posted;
                        Assert.True(!wasPosted || standing.State is DocumentState.Posted or DocumentState.Proved);
                    }
                }
            );
    }
}
