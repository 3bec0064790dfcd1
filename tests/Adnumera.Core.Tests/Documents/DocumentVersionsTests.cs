using Adnumera.Core.Documents;
using static Adnumera.Core.Tests.Worlds;

namespace Adnumera.Core.Tests.Documents;

public class DocumentVersionsTests
{
    private static readonly Document Was = Bill(Line(1, 10_00, "Leather"), Line(2, 5_00, "Glue"));
    private static readonly DocumentStanding Open = new(DocumentState.Held);
    private static readonly DocumentStanding Posted = new(DocumentState.Posted);

    [Fact]
    public void It_is_new_the_same_an_update_or_a_proposed_correction()
    {
        var same = Bill(Line(1, 10_00, "Leather"), Line(2, 5_00, "Glue"));
        var other = Bill(Line(1, 10_00, "Leather"), Line(2, 5_01, "Glue"));
        Assert.Equal(ArrivalEffect.Added, DocumentVersions.Effect(null, default, same));
        Assert.Equal(ArrivalEffect.Unchanged, DocumentVersions.Effect(Was, Open, same));
        Assert.Equal(ArrivalEffect.Unchanged, DocumentVersions.Effect(Was, Posted, same));
        Assert.Equal(ArrivalEffect.Updated, DocumentVersions.Effect(Was, Open, other));
        Assert.Equal(ArrivalEffect.Updated, DocumentVersions.Effect(Was, new DocumentStanding(DocumentState.SetAside), other));
        Assert.Equal(ArrivalEffect.ProposedCorrection, DocumentVersions.Effect(Was, Posted, other));
        Assert.Equal(
            ArrivalEffect.ProposedCorrection,
            DocumentVersions.Effect(Was, new DocumentStanding(DocumentState.SetAside, ByPerson: true), other)
        );
    }

    [Fact]
    public void What_a_person_decided_is_no_difference_and_is_kept()
    {
        var decided = Was with
        {
            PaymentAccountChoice = "Studio card",
            Private = true,
            NotDuplicate = true,
            Lines = [Was.Lines[0] with { Account = "5120" }, Was.Lines[1]],
        };
        var again = Bill(Line(1, 10_00, "Leather"), Line(2, 5_00, "Glue"));
        Assert.True(DocumentVersions.SayTheSame(decided, again));

        var changed = Bill(Line(1, 12_00, "Leather"), Line(2, 5_00, "Glue"));
        var kept = PersonsChoices.Of(decided, DocumentEdits.None, decided).Kept(changed);
        Assert.Equal((true, true, "Studio card"), (kept.NotDuplicate, kept.Private, kept.PaymentAccountChoice));
        Assert.Equal([("5120", 12_00), ("", 5_00)], kept.Lines.Select(l => (l.Account, l.Net)));
    }

    [Fact]
    public void An_account_that_the_source_names_itself_is_a_difference_and_counts_before_what_was_chosen()
    {
        var decided = Was with { Lines = [Was.Lines[0] with { Account = "5120" }, Was.Lines[1]] };
        var named = Was with { Lines = [Was.Lines[0] with { Account = "5110" }, Was.Lines[1]] };
        Assert.False(DocumentVersions.SayTheSame(decided, named));
        Assert.Equal("5110", PersonsChoices.Of(decided, DocumentEdits.None, decided).Kept(named).Lines[0].Account);
    }

    [Fact]
    public void A_line_more_or_a_word_in_the_head_is_a_difference_and_so_is_a_denial_of_being_a_duplicate()
    {
        Assert.False(DocumentVersions.SayTheSame(Was, Bill(Line(1, 10_00, "Leather"))));
        Assert.False(DocumentVersions.SayTheSame(Was, Was with { Reference = "2292" }));
        Assert.False(DocumentVersions.SayTheSame(Was, Was with { NotDuplicate = true }));
        Assert.True(DocumentVersions.SayTheSame(Was with { NotDuplicate = true }, Was));
    }
}
