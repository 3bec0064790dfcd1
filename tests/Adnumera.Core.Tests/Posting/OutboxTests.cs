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
        Assert.Equal(Outbox.KeyOfSupplier("bindery", "o", "Hexham  Tannery", 1), Outbox.KeyOfSupplier("bindery", "o", "hexham tannery", 1));
        Assert.NotEqual(Outbox.KeyOfSupplier("bindery", "o", "Hexham", 1), Outbox.KeyOfSupplier("bindery", "another", "Hexham", 1));
        Assert.NotEqual(Outbox.KeyOfSupplier("bindery", "o", "Hexham", 1), Outbox.KeyOfSupplier("bindery", "o", "Hexham", 2));
        Assert.All(Outbox.KeyOfSupplier("bindery", "o", "Ökonomie", 1), c => Assert.True(char.IsAscii(c)));
    }

    [Theory]
    [InlineData(3, 10, PostingStep.Send)]
    [InlineData(9, 10, PostingStep.Send)]
    [InlineData(2, 60, PostingStep.Ask)] // over an hour, but only twice
    [InlineData(20, 9, PostingStep.Ask)] // often, but within nine minutes
    public void What_is_unknown_goes_again_only_when_the_ledger_said_three_times_over_ten_minutes_that_it_does_not_have_it(
        int times,
        int minutes,
        PostingStep step
    )
    {
        var absence = new Absence(times, DateTimeOffset.UnixEpoch, DateTimeOffset.UnixEpoch.AddMinutes(minutes));
        Assert.Equal(step, Outbox.Next(InstructionState.Unknown, absence));
        Assert.Equal(PostingStep.Ask, Outbox.Next(InstructionState.Sent, absence));
    }

    [Fact]
    public void What_the_ledger_turned_away_is_as_it_was_but_an_earlier_attempt_stays_unknown()
    {
        foreach (var answer in (PostingAnswer[])[new PostingAnswer.TryLater(TimeSpan.Zero), new PostingAnswer.NotAllowed()])
        {
            Assert.Equal(InstructionState.Planned, Outbox.After(InstructionState.Planned, answer));
            Assert.Equal(InstructionState.Unknown, Outbox.After(InstructionState.Unknown, answer));
        }

        Assert.Equal(InstructionState.Unknown, Outbox.After(InstructionState.Planned, new PostingAnswer.KeyInUse("used")));
    }

    [Fact]
    public void It_is_asked_for_again_after_five_minutes_or_at_once_when_it_may_go_again()
    {
        var start = DateTimeOffset.UnixEpoch;
        var once = default(Absence).And(start);
        Assert.Equal((1, start, start), (once.Times, once.Since, once.Latest));
        Assert.False(Outbox.IsDue(once, start.AddMinutes(4)));
        Assert.True(Outbox.IsDue(once, start.AddMinutes(5)));
        Assert.True(Outbox.IsDue(default, start));
        Assert.True(Outbox.IsDue(new Absence(3, start, start.AddMinutes(10)), start.AddMinutes(10)));
    }

    /// <summary>What may happen to a request; a late one is taken by the ledger long after nobody waits for it.</summary>
    private enum Luck
    {
        Fine,
        RequestLost,
        AnswerLost,
        Late,
        Unclear,
        TurnedAway,
        CrashBeforeSending,
        CrashAfterSending,
        CrashBeforeSaving,
    }

    /// <summary>A ledger in memory that keeps keys with their content; what is late arrives some minutes later.</summary>
    private sealed class SlowLedger
    {
        private readonly List<(int At, string Key, int Content)> late = [];

        public Dictionary<string, int> ByKey { get; } = [];

        public List<string> Entries { get; } = [];

        public PostingAnswer Post(int minute, string key, int content, Luck luck)
        {
            switch (luck)
            {
                case Luck.TurnedAway:
                    return new PostingAnswer.TryLater(TimeSpan.Zero);
                case Luck.RequestLost:
                    return new PostingAnswer.Lost("");
                case Luck.Late:
                    late.Add((minute + 3, key, content));
                    return new PostingAnswer.Lost("");
            }

            var answer = Take(key, content);
            return luck is Luck.AnswerLost or Luck.Unclear ? new PostingAnswer.Lost("") : answer;
        }

        public bool Has(int minute, string key)
        {
            foreach (var (_, arrived, content) in late.Where(l => l.At <= minute).ToList())
                Take(arrived, content);
            late.RemoveAll(l => l.At <= minute);
            return ByKey.ContainsKey(key);
        }

        private PostingAnswer Take(string key, int content)
        {
            if (ByKey.TryGetValue(key, out var first))
                return first == content ? new PostingAnswer.Accepted(key) : new PostingAnswer.KeyInUse("");
            ByKey.Add(key, content);
            Entries.Add(key);
            return new PostingAnswer.Accepted(key);
        }
    }

    // Between turns a person stops the dispatch and edits whatever is open again; only what was never sent is.
    [Fact]
    public void Whatever_gets_lost_or_late_and_wherever_it_is_killed_or_edited_each_entry_stands_in_the_ledger_once() =>
        Gen.Select(Gen.Int[1, 4], Gen.Enum<Luck>().Array[0, 25], Gen.Bool.Array[0, 25])
            .Sample(
                (count, lucks, stops) =>
                {
                    var ledger = new SlowLedger();
                    var (states, absences, contents) = (new InstructionState[count], new Absence[count], new int[count]);
                    var (luck, stop) = (new Queue<Luck>(lucks), new Queue<bool>(stops));
                    for (var minute = 0; minute < 400 && states.Any(s => s != InstructionState.Accepted); minute++)
                    {
                        var now = DateTimeOffset.UnixEpoch.AddMinutes(minute);
                        for (var i = 0; i < count; i++)
                        {
                            var key = $"k{i}";
                            if (states[i] == InstructionState.Planned && stop.TryDequeue(out var stopped) && stopped)
                                contents[i]++;
                            if (Outbox.Next(states[i], absences[i]) == PostingStep.Ask)
                            {
                                if (ledger.Has(minute, key))
                                    states[i] = InstructionState.Accepted;
                                else
                                    (states[i], absences[i]) = (InstructionState.Unknown, absences[i].And(now));
                                continue;
                            }

                            if (Outbox.Next(states[i], absences[i]) != PostingStep.Send)
                                continue;
                            var happens = luck.TryDequeue(out var next) ? next : Luck.Fine;
                            if (happens == Luck.CrashBeforeSending)
                                break;
                            var before = states[i];
                            states[i] = InstructionState.Sent; // written down first
                            if (happens == Luck.CrashAfterSending)
                                break;
                            var answer = ledger.Post(minute, key, contents[i], happens);
                            if (happens == Luck.CrashBeforeSaving)
                                break;
                            states[i] = Outbox.After(before, answer);
                        }
                    }

                    Assert.Equal(Enumerable.Range(0, count).Select(i => $"k{i}"), ledger.Entries.Order());
                    Assert.All(Enumerable.Range(0, count), i => Assert.Equal(contents[i], ledger.ByKey[$"k{i}"]));
                }
            );
}
