using Adnumera.Core.Posting;
using CsCheck;

namespace Adnumera.Core.Tests.Posting;

public class OutboxTests
{
    [Fact]
    public void What_may_have_arrived_is_asked_for_and_never_sent_blind()
    {
        Assert.Equal(PostingStep.Send, Outbox.Next(InstructionState.Planned));
        Assert.Equal(PostingStep.Ask, Outbox.Next(InstructionState.Sent));
        Assert.Equal(PostingStep.Ask, Outbox.Next(InstructionState.Unknown));
        Assert.Equal(PostingStep.Nothing, Outbox.Next(InstructionState.Accepted));
        Assert.Equal(PostingStep.Nothing, Outbox.Next(InstructionState.Refused));
    }

    [Fact]
    public void A_key_is_the_same_for_the_same_revision_only()
    {
        Assert.Equal(Outbox.KeyOfEntry("bindery", 7, 1), Outbox.KeyOfEntry("bindery", 7, 1));
        Assert.NotEqual(Outbox.KeyOfEntry("bindery", 7, 1), Outbox.KeyOfEntry("bindery", 7, 2));
        Assert.Equal(Outbox.KeyOfSupplier("bindery", "Hexham  Tannery"), Outbox.KeyOfSupplier("bindery", "hexham tannery"));
        Assert.All(Outbox.KeyOfSupplier("bindery", "Ökonomie"), c => Assert.True(char.IsAscii(c)));
    }

    // A ledger in memory that keeps keys; each network step may lose the request, the answer, or nothing; each step may be the last before a crash.
    private enum Luck { Fine, RequestLost, AnswerLost, CrashBeforeSending, CrashAfterSending, CrashBeforeSaving }

    [Fact]
    public void Whatever_gets_lost_and_wherever_it_is_killed_each_entry_stands_in_the_ledger_once() => Gen.Select(Gen.Int[1, 5], Gen.Enum<Luck>().Array[0, 25]).Sample((count, lucks) =>
    {
        var ledger = new List<int>();
        var states = new InstructionState[count];
        var luck = new Queue<Luck>(lucks);
        for (var turn = 0; turn < 500 && states.Any(s => s != InstructionState.Accepted); turn++)
        {
            for (var i = 0; i < count; i++)
            {
                var now = luck.TryDequeue(out var next) ? next : Luck.Fine;
                if (Outbox.Next(states[i]) == PostingStep.Ask)
                {
                    states[i] = ledger.Contains(i) ? InstructionState.Accepted : InstructionState.Planned;
                    continue;
                }

                if (Outbox.Next(states[i]) != PostingStep.Send) continue;
                if (now == Luck.CrashBeforeSending) break;
                states[i] = InstructionState.Sent; // written down first
                if (now == Luck.RequestLost)
                {
                    states[i] = Outbox.After(new PostingAnswer.Lost("no answer"));
                    continue;
                }

                if (now == Luck.CrashAfterSending) break;
                ledger.Add(i);
                if (now == Luck.CrashBeforeSaving) break;
                states[i] = Outbox.After(now == Luck.AnswerLost ? new PostingAnswer.Lost("no answer") : new PostingAnswer.Accepted($"E{i}"));
            }
        }

        Assert.Equal(Enumerable.Range(0, count), ledger.Order());
    });
}
