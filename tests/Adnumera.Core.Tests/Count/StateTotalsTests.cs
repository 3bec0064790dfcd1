using Adnumera.Core.Count;
using Adnumera.Core.Documents;
using CsCheck;

namespace Adnumera.Core.Tests.Count;

public class StateTotalsTests
{
    [Fact]
    public void What_arrived_is_the_sum_of_the_states_however_documents_move() =>
        Gen.Select(Gen.Long[-1000, 1000], Gen.Enum<DocumentState>(), Gen.Enum<DocumentState>())
            .Array[0, 30]
            .Sample(moves =>
            {
                var totals = new StateTotals();
                foreach (var (money, from, to) in moves)
                {
                    var tally = new Tally(1, money);
                    totals.Arrive(tally);
                    totals.Stand(from, tally);
                    totals.Stand(from, default(Tally) - tally);
                    totals.Stand(to, tally);
                }

                Assert.True(totals.IsConserved);
            });

    [Fact]
    public void A_document_that_is_nowhere_shows()
    {
        var totals = new StateTotals();
        totals.Arrive(new Tally(2, 100));
        totals.Stand(DocumentState.Held, new Tally(1, 60));
        Assert.False(totals.IsConserved);
    }
}
