using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Posting;
using Adnumera.Core.Proof;

namespace Adnumera.Core.Tests.Posting;

/// <summary>What the ledger holds of a document: by its other side, or of a journal by all of its right side.</summary>
public class HeldInTests
{
    private static EntryInstruction Sent(bool isJournal, params InstructionLine[] lines) =>
        new()
        {
            IdempotencyKey = "k",
            Identity = new DocumentIdentity("payroll", "R1"),
            Form = LedgerForm.Journal,
            Date = new DateOnly(2026, 11, 13),
            Currency = "USD",
            IsJournal = isJournal,
            Lines = lines,
        };

    private static InstructionLine Line(string account, long signed, bool isOffset = false, bool isOwed = false) =>
        new(account, signed, "", default, "", isOffset, IsOwed: isOwed);

    private static FoundEntry Found(params (string Account, long Signed)[] lines) =>
        new()
        {
            LedgerEntry = "E1",
            Date = new DateOnly(2026, 11, 13),
            Lines = [.. lines.Select(l => new ProofLine(l.Account, Math.Max(l.Signed, 0), Math.Max(-l.Signed, 0), "", default))],
        };

    [Fact]
    public void A_journal_is_held_with_its_cost_less_what_is_not_owed_there()
    {
        // A deduction lowers a cost: 6010 stands on both sides.
        var sent = Sent(
            true,
            Line("6010", 2500),
            Line("6020", 100),
            Line("6010", -50, isOwed: true),
            Line("2410", -450, isOwed: true),
            Line("2400", -2100, isOffset: true, isOwed: true)
        );
        var asItWas = Found(("6010", 2450), ("6020", 100), ("2410", -450), ("2400", -2100));
        Assert.Equal(2600, sent.HeldIn([asItWas], 2600));
        Assert.Equal(0, sent.HeldIn([], 2600));
        Assert.Equal(5200, sent.HeldIn([asItWas, asItWas], 2600));
        Assert.Equal(2500, sent.HeldIn([Found(("6010", 2450), ("2410", -450), ("2400", -2000))], 2600));
    }

    [Fact]
    public void A_bill_is_held_with_what_stands_on_the_account_of_its_other_side()
    {
        var sent = Sent(false, Line("5120", 100), Line("2100", -100, isOffset: true));
        Assert.Equal(100, sent.HeldIn([Found(("5120", 100), ("2100", -100))], 100));
        Assert.Equal(100, sent.HeldIn([Found(("6990", 100), ("2100", -100))], 100));
        Assert.Equal(60, sent.HeldIn([Found(("5120", 60), ("2100", -60))], 100));
    }
}
