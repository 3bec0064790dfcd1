using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;

namespace Adnumera.Core.Tests.Mapping;

/// <summary>A book taken over by account number: what has one clear counterpart goes, all else is named (common practice).</summary>
public class BookTransferTests
{
    private static Account Of(string id, string number) =>
        new()
        {
            Id = id,
            Number = number,
            Name = $"Account {id}",
            Kind = AccountKind.Expense,
        };

    private static TransferLedger Ledger(Account[] accounts, PaymentTerm[] terms, params LedgerDimension[] dimensions) =>
        new(
            new Chart(accounts),
            terms,
            new ConnectedLedger(LedgerCapabilities.Everything, dimensions, terms, [], [new LedgerTaxCode("VAT", "VAT", 20)])
        );

    private static readonly TransferLedger From = Ledger(
        [Of("a1", "5000"), Of("a2", "5100"), Of("a3", ""), Of("a4", "5300")],
        [new PaymentTerm("t1", "Net 30", TermRule.NetDays, 30), new PaymentTerm("t2", "Net 60", TermRule.NetDays, 60)]
    );

    private static readonly TransferLedger To = Ledger(
        [Of("x9", "5000"), Of("x8", "5300"), Of("x7", "5300"), Of("a2", "7777")],
        [new PaymentTerm("z1", "NET 30", TermRule.NetDays, 30)],
        new LedgerDimension(Dimension.Department, "d", "Bench", true)
    );

    [Fact]
    public void Accounts_are_found_by_number_terms_by_name_and_never_by_an_id()
    {
        MappingRow[] rows =
        [
            new()
            {
                Kind = KeyKind.Category,
                Key = "Leather",
                Account = "a1",
                LedgerItem = "item-4",
                Group = "Hides",
            },
            new()
            {
                Kind = KeyKind.SupplierTerm,
                Key = "Hexham",
                Value = "t1",
            },
            new() { Kind = KeyKind.Category, Key = "Ended" },
            new()
            {
                Kind = KeyKind.TaxCode,
                Key = "S",
                Value = "VAT",
                RecoverablePercent = 100,
            },
            new()
            {
                Kind = KeyKind.Category,
                Key = "Glue",
                Account = "a1",
                Dimensions = Dimensions.Named("bench"),
            },
        ];
        var (taken, left) = BookTransfer.Between(rows, From, To);
        Assert.Empty(left);
        Assert.Equal(
            [
                rows[0] with
                {
                    Account = "x9",
                    LedgerItem = "",
                },
                rows[1] with
                {
                    Value = "z1",
                },
                rows[2],
                rows[3],
                rows[4] with
                {
                    Account = "x9",
                },
            ],
            taken
        );
    }

    [Theory]
    [InlineData(KeyKind.Category, "a2", "", "", TransferProblem.NumberNotHere)] // the id is here, with another number
    [InlineData(KeyKind.Category, "a3", "", "", TransferProblem.NoNumber)]
    [InlineData(KeyKind.Category, "gone", "", "", TransferProblem.NoNumber)]
    [InlineData(KeyKind.Category, "a4", "", "", TransferProblem.NumberTwice)]
    [InlineData(KeyKind.SupplierTerm, "", "t2", "", TransferProblem.TermNotHere)]
    [InlineData(KeyKind.Category, "a1", "", "Press", TransferProblem.ValueNotHere)]
    [InlineData(KeyKind.Department, "", "Press", "", TransferProblem.ValueNotHere)]
    [InlineData(KeyKind.TaxCode, "", "GST", "", TransferProblem.TaxCodeNotHere)]
    [InlineData(KeyKind.PaymentAccount, "a1", "", "", TransferProblem.PaymentAccount)]
    public void What_has_no_clear_counterpart_is_left_and_says_why(
        KeyKind kind,
        string account,
        string value,
        string department,
        TransferProblem problem
    )
    {
        var row = new MappingRow
        {
            Kind = kind,
            Key = "k",
            Account = account,
            Value = value,
            Dimensions = Dimensions.Named(department),
        };
        var (taken, left) = BookTransfer.Between([row], From, To);
        Assert.Empty(taken);
        Assert.Equal([new LeftRow(row, problem)], left);
    }

    [Fact]
    public void Every_row_is_taken_or_left()
    {
        var rows = Enumerable
            .Range(0, 60)
            .Select(i => new MappingRow
            {
                Kind = KeyKind.Category,
                Key = $"k{i}",
                Account = $"a{i % 6}",
            })
            .ToList();
        var (taken, left) = BookTransfer.Between(rows, From, To);
        Assert.Equal(rows.Select(r => r.Key).Order(), taken.Select(r => r.Key).Concat(left.Select(l => l.Row.Key)).Order());
    }
}
