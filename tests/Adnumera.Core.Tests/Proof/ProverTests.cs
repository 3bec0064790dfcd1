using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Proof;
using CsCheck;

namespace Adnumera.Core.Tests.Proof;

public class ProverTests
{
    private static readonly DocumentIdentity Key = new("bills", "1");
    private static readonly DateOnly Day = new(2026, 11, 12);

    private static ProofLine L(string account, long signed, string department = "", string tax = "", bool offset = false) =>
        new(account, Math.Max(signed, 0), Math.Max(-signed, 0), tax, Dimensions.Named(department, "", ""), offset);

    private static IntendedEntry Intended(params ProofLine[] lines) =>
        new()
        {
            Identity = Key,
            Date = Day,
            Reference = "2291",
            Supplier = "Marrow & Oake",
            Lines = lines,
        };

    private static FoundEntry Found(params ProofLine[] lines) =>
        new()
        {
            LedgerEntry = "E1",
            Identity = Key,
            Date = Day,
            Reference = " 2291",
            Supplier = "MARROW & OAKE",
            Lines = lines,
        };

    private static string[] Shown(params IEnumerable<Difference> differences) =>
        [.. differences.Select(d => $"{Words<DifferenceKind>.Of(d.Kind)}|{d.Account}|{d.Intended.Write(2)}|{d.Found.Write(2)}|{d.Amount}")];

    private static string[] Compare(ProofLine[] intended, params ProofLine[] found) =>
        Shown(Prover.Compare(Intended(intended), [Found(found)]));

    private static readonly ProofLine[] Bill = [L("A", 100_00), L("B", 60_00), L("2100", -160_00, offset: true)];

    [Fact]
    public void What_stands_as_intended_has_no_difference() =>
        Assert.Empty(Compare(Bill, L("2100", -160_00), L("A", 100_00), L("B", 60_00)));

    [Fact]
    public void Nothing_a_draft_and_a_void_are_told_apart()
    {
        Assert.Equal(["missing||160.00||16000"], Shown(Prover.Compare(Intended(Bill), [])));
        Assert.Equal(["voided||160.00||16000"], Shown(Prover.Compare(Intended(Bill), [Found(Bill) with { Status = LedgerStatus.Voided }])));
        Assert.Equal(
            ["draft||160.00||16000"],
            Shown(
                Prover.Compare(
                    Intended(Bill),
                    [Found(Bill) with { Status = LedgerStatus.Voided }, Found(Bill) with { Status = LedgerStatus.Draft }]
                )
            )
        );
    }

    [Fact]
    public void A_duplicate_keeps_the_one_that_is_right_and_puts_the_surplus_at_stake()
    {
        var wrong = Found(L("A", 90_00), L("2100", -90_00)) with { LedgerEntry = "E0" };
        var difference = Assert.Single(Prover.Compare(Intended(Bill), [wrong, Found(Bill)]));
        Assert.Equal(["duplicate||1|2|9000"], Shown(difference));
        Assert.Equal(["E0", "E1"], difference.LedgerEntries);
    }

    [Fact]
    public void The_other_side_is_reported_once_for_each_account() =>
        Assert.Equal(
            ["side|A|100.00|-100.00|10000", "side|2100|-100.00|100.00|10000"],
            Compare([L("A", 100_00), L("2100", -100_00, offset: true)], L("A", -100_00), L("2100", 100_00))
        );

    [Fact]
    public void Another_dimension_or_tax_code_within_an_account()
    {
        Assert.Equal(
            ["dimension|A|department=Bench|department=Press|4000"],
            Compare(
                [L("A", 100_00, "Bench"), L("2100", -100_00, offset: true)],
                L("A", 60_00, "Bench"),
                L("A", 40_00, "Press"),
                L("2100", -100_00)
            )
        );
        Assert.Equal(
            ["tax|A|tax_code=S|tax_code=|10000"],
            Compare([L("A", 100_00, tax: "S"), L("2100", -100_00, offset: true)], L("A", 100_00), L("2100", -100_00))
        );
        Assert.StartsWith(
            "dimension|A|department=Bench",
            Compare([L("A", 100_00, "Bench", "S"), L("2100", -100_00, offset: true)], L("A", 100_00, "Press", "Z"), L("2100", -100_00))[0]
        );
        Assert.Empty(Compare([L("A", 100_00, "Bench"), L("2100", -100_00, offset: true)], L("A", 100_00, " bench "), L("2100", -100_00)));
    }

    [Fact]
    public void A_whole_account_moved() =>
        Assert.Equal(["account|B|B|C|6000"], Compare(Bill, L("A", 100_00), L("C", 60_00), L("2100", -160_00)));

    [Fact]
    public void The_offset_moved() =>
        Assert.Equal(["account|2100|2100|2110|16000"], Compare(Bill, L("A", 100_00), L("B", 60_00), L("2110", -160_00)));

    [Fact]
    public void One_whole_line_of_an_account_moved() =>
        Assert.Equal(
            ["account|A|A|C|3000"],
            Compare([L("A", 70_00), L("A", 30_00), L("2100", -100_00, offset: true)], L("A", 70_00), L("C", 30_00), L("2100", -100_00))
        );

    [Fact]
    public void What_moved_and_grew_is_an_account_and_an_amount() =>
        Assert.Equal(
            ["account|B|B|C|6000", "amount|2100|-160.00|-175.00|1500", "amount|C|0.00|75.00|1500"],
            Compare(Bill, L("A", 100_00), L("C", 75_00), L("2100", -175_00))
        );

    [Fact]
    public void Equal_amounts_are_paired_first() =>
        Assert.Equal(
            ["account|A|A|D|10000", "account|B|B|C|6000", "amount|C|0.00|120.00|6000", "amount|2100|-160.00|-220.00|6000"],
            [
                .. Compare(Bill, L("C", 120_00), L("D", 100_00), L("2100", -220_00))
                    .OrderBy(d => d.StartsWith("amount|2100", StringComparison.Ordinal)),
            ]
        );

    [Fact]
    public void Another_amount() =>
        Assert.Equal(
            ["amount|A|100.00|91.00|900", "amount|2100|-160.00|-151.00|900"],
            Compare(Bill, L("A", 91_00), L("B", 60_00), L("2100", -151_00))
        );

    [Fact]
    public void Part_of_an_account_that_is_no_whole_line_is_an_amount() =>
        Assert.Equal(
            ["amount|A|100.00|75.00|2500", "amount|C|0.00|25.00|2500"],
            Compare(Bill, L("A", 75_00), L("B", 60_00), L("C", 25_00), L("2100", -160_00))
        );

    [Fact]
    public void Date_supplier_employee_and_reference()
    {
        var found = Found(Bill) with { Date = Day.AddDays(1), Supplier = "Other", Employee = "Maud", Reference = "22" };
        Assert.Equal(
            ["date||2026-11-12|2026-11-13|16000", "supplier||Marrow & Oake|Other|16000", "employee|||Maud|16000", "reference||2291|22|0"],
            Shown(Prover.Compare(Intended(Bill), [found]))
        );
        Assert.Empty(Prover.Compare(Intended(Bill), [Found(Bill) with { Supplier = "" }]));
        Assert.Equal(["reference||2291||0"], Shown(Prover.Compare(Intended(Bill), [Found(Bill) with { Reference = "" }])));
    }

    [Fact]
    public void What_was_not_intended_and_what_is_not_ours()
    {
        FoundEntry[] ledger =
        [
            Found(Bill),
            Found(Bill) with
            {
                LedgerEntry = "E2",
                Identity = new DocumentIdentity("bills", "9"),
            },
            Found(Bill) with
            {
                LedgerEntry = "E3",
                Identity = null,
            },
            Found(Bill) with
            {
                LedgerEntry = "E4",
                Identity = null,
                IsPayment = true,
            },
            Found(Bill) with
            {
                LedgerEntry = "E5",
                Identity = null,
                Status = LedgerStatus.Draft,
            },
            Found(Bill) with
            {
                LedgerEntry = "E6",
                IsPayment = true,
            },
        ];
        Assert.Equal(["not_intended|||160.00|16000", "not_ours|2100||-160.00|16000"], Shown(Prover.Prove([Intended(Bill)], ledger)));
        var account = AccountProof.Of([Intended(Bill)], ledger).Single(a => a.Account == "2100");
        Assert.Equal(
            (160_00, 320_00, 320_00, 160_00, false),
            (account.IntendedCredit, account.FoundCredit, account.PaymentsCredit, account.NotOursCredit, account.Agrees)
        );
    }

    private static readonly Gen<ProofLine[]> Lines = Gen.Select(Gen.Int[0, 3], Gen.Long[-20, 20], Gen.Int[0, 1])
        .Select((account, amount, department) => L($"{account}", amount, department == 0 ? "" : "Bench"))
        .Array[1, 6];

    [Fact]
    public void Nothing_is_found_exactly_when_nothing_differs() =>
        Gen.Select(Lines, Lines)
            .Sample(
                (intended, found) =>
                {
                    static Dictionary<(string, Dimensions), long> Sums(ProofLine[] lines) =>
                        lines
                            .GroupBy(l => (l.Account, l.Dimensions))
                            .Select(g => (g.Key, Sum: g.Sum(l => l.Signed)))
                            .Where(s => s.Sum != 0)
                            .ToDictionary(s => s.Key, s => s.Sum);
                    var same = Sums(intended).Count == Sums(found).Count && !Sums(intended).Except(Sums(found)).Any();
                    Assert.Equal(same, Compare(intended, found).Length == 0);
                }
            );

    [Fact]
    public void No_account_reports_more_than_its_sums_can_explain() =>
        Gen.Select(Lines, Lines)
            .Sample(
                (intended, found) =>
                {
                    foreach (
                        var account in Prover
                            .Compare(Intended(intended), [Found(found)])
                            .Where(d => d.Account.Length > 0)
                            .GroupBy(d => d.Account)
                    )
                    {
                        var most = intended.Concat(found).Where(l => l.Account == account.Key).Sum(l => Math.Abs(l.Signed));
                        Assert.True(account.Sum(d => d.Amount) <= most);
                        Assert.All(account, d => Assert.True(d.Amount > 0));
                    }
                }
            );
}
