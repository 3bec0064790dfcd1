using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Proof;

namespace Adnumera.Core.Tests.Proof;

/// <summary>One fault is one difference, and its money counts once.</summary>
public class FaultTests
{
    private static readonly DocumentIdentity Bill = new("bills", "1");

    private static Difference Of(
        DifferenceKind kind,
        string account,
        long intended,
        long found,
        DocumentIdentity? identity,
        string entry = "E1"
    ) =>
        new()
        {
            Kind = kind,
            Account = account,
            Intended = new DifferenceValue.Money(intended),
            Found = new DifferenceValue.Money(found),
            Amount = Math.Abs(found - intended),
            Identity = identity,
            LedgerEntries = [entry],
            Detail = account,
        };

    [Fact]
    public void An_entry_with_another_amount_is_one_fault_with_one_side_at_stake()
    {
        var faults = Faults.Of(
            [Of(DifferenceKind.Amount, "5120", 100_00, 91_00, Bill), Of(DifferenceKind.Amount, "2100", -100_00, -91_00, Bill)],
            Currency.Usd
        );
        var fault = Assert.Single(faults);
        Assert.Equal(
            (9_00, "The entry has other amounts than intended: 5120 100.00 → 91.00; 2100 -100.00 → -91.00."),
            (fault.Amount, fault.Detail)
        );
        Assert.Equal(9_00, Faults.AtStake(faults));
    }

    [Fact]
    public void What_is_not_ours_is_one_fault_for_each_entry()
    {
        var faults = Faults.Of(
            [
                Of(DifferenceKind.NotOurs, "6990", 0, 12_00, null),
                Of(DifferenceKind.NotOurs, "2100", 0, -12_00, null),
                Of(DifferenceKind.NotOurs, "2100", 0, -5_00, null, "E2"),
            ],
            Currency.Usd
        );
        Assert.Equal([12_00, 5_00], faults.Select(f => f.Amount));
        Assert.Equal(17_00, Faults.AtStake(faults));
    }

    [Fact]
    public void Different_faults_of_one_document_stay_apart_and_their_money_counts_once()
    {
        var faults = Faults.Of(
            [
                Of(DifferenceKind.Account, "5120", 100_00, 0, Bill),
                Of(DifferenceKind.Date, "", 0, 0, Bill) with
                {
                    Amount = 100_00,
                },
                Of(DifferenceKind.Voided, "", 0, 0, new DocumentIdentity("bills", "2")) with
                {
                    Amount = 30_00,
                },
            ],
            Currency.Usd
        );
        Assert.Equal(3, faults.Count);
        Assert.Equal(130_00, Faults.AtStake(faults));
    }
}
