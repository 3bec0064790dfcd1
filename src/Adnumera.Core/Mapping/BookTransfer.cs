using Adnumera.Core.Ledger;

namespace Adnumera.Core.Mapping;

/// <summary>Why a row of another company's book is not taken over.</summary>
public enum TransferProblem
{
    /// <summary>It is about a card or cash box, which the other company has for itself.</summary>
    PaymentAccount,

    /// <summary>Its account has no number there, so there is nothing to find it by.</summary>
    NoNumber,

    /// <summary>No account here has that number.</summary>
    NumberNotHere,

    /// <summary>Several accounts here have that number.</summary>
    NumberTwice,

    /// <summary>The ledger here has no payment term of that name.</summary>
    TermNotHere,

    /// <summary>The ledger here has no such value of a dimension.</summary>
    ValueNotHere,

    /// <summary>The ledger here has no such tax code.</summary>
    TaxCodeNotHere,
}

/// <summary>A row that is not taken over.</summary>
public sealed record LeftRow(MappingRow Row, TransferProblem Problem);

/// <summary>What the ledger of a company is made of, as far as rows name it.</summary>
/// <param name="Chart">Its accounts.</param>
/// <param name="Terms">Its payment terms.</param>
/// <param name="Connected">What else it has.</param>
public sealed record TransferLedger(Chart Chart, IReadOnlyList<PaymentTerm> Terms, ConnectedLedger? Connected);

/// <summary>
/// Takes the mapping book of one company over into another: accounts are found by their number, payment terms by their name, all else by
/// what it is called. What has no clear counterpart is left, and named; an item of the ledger is replaced by its account. Common practice
/// of those who keep several companies with one chart.
/// </summary>
public static class BookTransfer
{
    /// <summary>The rows as the other company would have them, and those that are left.</summary>
    /// <param name="rows">The book.</param>
    /// <param name="from">The ledger that it is of.</param>
    /// <param name="to">The ledger that it goes to.</param>
    public static (IReadOnlyList<MappingRow> Taken, IReadOnlyList<LeftRow> Left) Between(
        IEnumerable<MappingRow> rows,
        TransferLedger from,
        TransferLedger to
    )
    {
        var numbers = to
            .Chart.Accounts.Where(a => a.Number.Length > 0)
            .ToLookup(a => a.Number, a => a.Id, StringComparer.OrdinalIgnoreCase);
        var terms = to.Terms.ToLookup(t => Folded.Of(t.Name), t => t.Id);
        var named = from.Terms.ToDictionary(t => t.Id, t => Folded.Of(t.Name));
        var (taken, left) = (new List<MappingRow>(), new List<LeftRow>());
        foreach (var row in rows)
        {
            var (account, problem) = AccountOf(row.Account, from.Chart, numbers);
            var value = row.Value;
            if (row.Kind == KeyKind.SupplierTerm && value.Length > 0)
            {
                value = named.TryGetValue(value, out var name) && terms[name].ToList() is [var one] ? one : "";
                problem ??= value.Length == 0 ? TransferProblem.TermNotHere : null;
            }

            problem ??= Beside(row, to.Connected);
            if (row.Kind == KeyKind.PaymentAccount)
                problem = TransferProblem.PaymentAccount;
            if (problem is { } why)
                left.Add(new LeftRow(row, why));
            else
                taken.Add(row with { Account = account, LedgerItem = "", Value = value });
        }

        return (taken, left);
    }

    private static (string Account, TransferProblem? Problem) AccountOf(string id, Chart from, ILookup<string, string> numbers)
    {
        if (id.Length == 0)
            return ("", null);
        if (!from.TryFind(id, out var account) || account.Number.Length == 0)
            return ("", TransferProblem.NoNumber);
        return numbers[account.Number].ToList() switch
        {
            [] => ("", TransferProblem.NumberNotHere),
            [var one] => (one, null),
            _ => ("", TransferProblem.NumberTwice),
        };
    }

    // Dimensions and tax codes carry the names that people gave them, on both sides.
    private static TransferProblem? Beside(MappingRow row, ConnectedLedger? to)
    {
        if (to is null)
            return null;
        var values = row.Dimensions.Filled.ToList();
        if (row.Kind.DimensionOf() is { } own && row.Value.Length > 0 && row.Value != MappingRow.LeaveOut)
            values.Add(new FilledDimension(own, row.Value));
        if (values.Any(v => to.ValueOf(v.Dimension, v.Value) is null))
            return TransferProblem.ValueNotHere;
        return row.Kind == KeyKind.TaxCode && row.Value.Length > 0 && row.Value != MappingRow.LeaveOut && !to.HasTaxCode(row.Value)
            ? TransferProblem.TaxCodeNotHere
            : null;
    }
}
