using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Payroll;
using Adnumera.Core.Payroll.Owed;

namespace Adnumera.Core.Entries.PayRuns;

// The lines of one run, summed while its register is gone through, and what holds it.
internal sealed class PayrollDraft(Chart chart, PayrollMapping mapping, PayrollSettings payroll)
{
    private readonly PayrollSums debits = new(1),
        credits = new(-1);
    private readonly Dictionary<(string, string, string, string, PayItemType), Decision> decisions = [];
    private readonly List<HoldReason> broken = [],
        unmapped = [];
    private readonly HashSet<string> brokenAccounts = new(StringComparer.Ordinal);
    private readonly HashSet<(string, PayrollSide)> unmappedSides = [];
    private readonly PayrollOwed owed = new();
    private long netPay,
        remittances,
        fee;

    private bool IsShort => payroll.Shape == PayrollShape.Short;

    public IEnumerable<HoldReason> Reasons => broken.Concat(unmapped);

    public IReadOnlyList<OwedPart> Owed => owed.Parts;

    public IReadOnlyList<RepaidPart> Repaid => owed.Repaid;

    public void Add(PayRow row)
    {
        // Few rows of a register differ in what decides them.
        var key = (row.Item, row.Department, row.Group, row.Agency, row.Type);
        if (!decisions.TryGetValue(key, out var decision))
            decisions.Add(key, decision = Decide(row));
        if (decision.Expense is { } cost)
            cost.Add(row.Amount);
        if (decision.Liability is { } line)
            line.Add(row.Amount);
        if (row.Type.Has(PayrollSide.Liability) && !decision.IsProcessors)
            owed.Add(row, decision.Owes, decision.OwedIn);
        if (decision.IsProcessors)
            ToProcessor(row.Type) = checked(ToProcessor(row.Type) + row.Amount);
    }

    public IReadOnlyList<EntryLine> Finish()
    {
        List<EntryLine> lines = [.. debits.Lines, .. credits.Lines];
        var due = ((string Memo, long Amount)[])[("net pay", netPay), ("taxes and remittances", remittances), ("fee", fee)];
        if (!IsShort || Array.TrueForAll(due, o => o.Amount == 0))
            return lines;
        foreach (var (memo, amount) in due)
            owed.Add(payroll.ProcessorAccount, new Payee(PayeeKind.Processor, memo), amount);
        if (payroll.ProcessorAccount.Length == 0)
        {
            unmapped.Add(new HoldReason.ProcessorMissing());
            return lines;
        }

        if (Targets.BrokenForTax(chart, payroll.ProcessorAccount) is { } why)
            Break(payroll.ProcessorAccount, why, "the choice of what the processor is owed");
        lines.AddRange(
            due.Where(o => o.Amount != 0)
                .Select(o => new EntryLine
                {
                    Account = payroll.ProcessorAccount,
                    Signed = -o.Amount,
                    IsOwed = true,
                    Memo = o.Memo,
                    Rung = EntryRung.Offset,
                    Because = $"Because the processor is owed the {o.Memo}.",
                })
        );
        return lines;
    }

    private ref long ToProcessor(PayItemType type)
    {
        if (type == PayItemType.NetPay)
            return ref netPay;
        if (type == PayItemType.Fee)
            return ref fee;
        return ref remittances;
    }

    private Decision Decide(PayRow row)
    {
        var cost = row.Type.Has(PayrollSide.Expense) ? Find(PayrollSide.Expense, row) : null;
        var debit = cost is null ? null : debits.Slot(cost, row.Department, row.Item, isNetPay: false);
        if (!row.Type.Has(PayrollSide.Liability))
            return new Decision(debit, null, false);
        // What the processor is owed replaces the accounts of all but pay in kind and deductions.
        if (IsShort && row.Type is not (PayItemType.Noncash or PayItemType.EmployeeDeduction))
            return new Decision(debit, null, true);
        var found = Find(PayrollSide.Liability, row);
        if (found is null)
            return new Decision(debit, null, false);
        var account = chart.TryFind(found, out var known) ? known : null;
        if (IsShort && row.Type == PayItemType.EmployeeDeduction && account?.Kind == AccountKind.Liability)
            return new Decision(debit, null, true);
        var credit = credits.Slot(found, "", row.Item, row.Type == PayItemType.NetPay);
        return new Decision(debit, credit, false) { OwedIn = found, Owes = PayrollOwed.Of(account) };
    }

    // The account of a side; where nothing maps it, or the account cannot be used, that is noted.
    private string? Find(PayrollSide side, PayRow row)
    {
        var decides = mapping.Deciding(side, row).FirstOrDefault();
        if (decides is null)
        {
            if (unmappedSides.Add((Folded.Of(row.Item), side)))
                unmapped.Add(new HoldReason.Unmapped($"{row.Item} {Words<PayrollSide>.Of(side)}", "", null));
            return null;
        }

        var account = decides.On(side);
        if (PayrollTargets.Broken(chart, side, row.Type, account) is { } why)
            Break(account, why, $"item “{row.Item}”");
        return account;
    }

    private void Break(string account, BrokenBecause why, string chosenBy)
    {
        if (brokenAccounts.Add(account))
            broken.Add(new HoldReason.MappingBroken(account, why, chosenBy, null));
    }

    private sealed record Decision(PayrollSums.Line? Expense, PayrollSums.Line? Liability, bool IsProcessors)
    {
        public string OwedIn { get; init; } = "";

        public PayrollOwed.To Owes { get; init; }
    }
}
