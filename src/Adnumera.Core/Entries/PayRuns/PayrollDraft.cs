using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Payroll;
using Adnumera.Core.Payroll.Owed;

namespace Adnumera.Core.Entries.PayRuns;

// The lines of one run, summed while its register is gone through, and what holds it.
internal sealed class PayrollDraft(Chart chart, PayrollMapping mapping, PayrollSettings payroll, PayRun run)
{
    private readonly PayrollSums debits = new(1),
        credits = new(-1);
    private readonly Dictionary<(string, string, string, string, PayItemType), Decision> decisions = [];
    private readonly PayrollProblems problems = new(chart);
    private readonly PayrollOwed owed = new();
    private readonly HoursSpread hours = new(run);
    private readonly Dictionary<string, Worked> worked = new(Folded.Comparer);
    private long netPay,
        remittances,
        fee;

    private bool IsShort => payroll.Shape == PayrollShape.Short;

    public IEnumerable<HoldReason> Reasons => problems.All;

    public IReadOnlyList<OwedPart> Owed => owed.Parts;

    public IReadOnlyList<RepaidPart> Repaid => owed.Repaid;

    public void Add(PayRow row)
    {
        // Few rows of a register differ in what decides them.
        var key = (row.Item, row.Department, row.Group, row.Agency, row.Type);
        if (!decisions.TryGetValue(key, out var decision))
            decisions.Add(key, decision = Decide(row));
        if (decision.Cost is { } cost)
            AddCost(row, cost, decision);
        if (run.Kind != PayRunKind.Pay)
            return;
        if (decision.Liability is { } line)
            line.Add(row.Amount);
        if (row.Type.Has(PayrollSide.Liability) && !decision.IsProcessors)
            owed.Add(row, decision.Owes, decision.OwedIn);
        if (decision.IsProcessors)
            ToProcessor(row.Type) = checked(ToProcessor(row.Type) + row.Amount);
    }

    public IReadOnlyList<EntryLine> Finish()
    {
        foreach (var (employee, of) in worked)
            AddAtRate(employee, of);
        List<EntryLine> lines = [.. debits.Lines, .. credits.Lines];
        if (run.Kind != PayRunKind.Pay)
            lines.AddRange(Accrued(-lines.Sum(l => l.Signed)));
        else if (IsShort)
            lines.AddRange(OwedToProcessor());
        return lines;
    }

    // What is worked and not yet paid is owed, or not any more.
    private IEnumerable<EntryLine> Accrued(long signed)
    {
        if (signed == 0)
            return [];
        if (Targets.BrokenForTax(chart, payroll.AccrualAccount) is { } why)
            problems.Break(payroll.AccrualAccount, why, "the choice of where wages not yet paid stand");
        return
        [
            new EntryLine
            {
                Account = payroll.AccrualAccount,
                Signed = signed,
                IsOwed = true,
                Memo = run.Kind == PayRunKind.Accrual ? "worked and not yet paid" : "paid now",
                Rung = EntryRung.Offset,
                Because =
                    run.Kind == PayRunKind.Accrual
                        ? "Because it was worked by the end of the month and is paid later."
                        : "Because what was accrued is paid in this month.",
            },
        ];
    }

    private List<EntryLine> OwedToProcessor()
    {
        var due = ((string Memo, long Amount)[])[("net pay", netPay), ("taxes and remittances", remittances), ("fee", fee)];
        if (Array.TrueForAll(due, o => o.Amount == 0))
            return [];
        foreach (var (memo, amount) in due)
            owed.Add(payroll.ProcessorAccount, new Payee(PayeeKind.Processor, memo), amount);
        if (payroll.ProcessorAccount.Length == 0)
        {
            problems.Add(new HoldReason.ProcessorMissing());
            return [];
        }

        if (Targets.BrokenForTax(chart, payroll.ProcessorAccount) is { } why)
            problems.Break(payroll.ProcessorAccount, why, "the choice of what the processor is owed");
        return
        [
            .. due.Where(o => o.Amount != 0)
                .Select(o => new EntryLine
                {
                    Account = payroll.ProcessorAccount,
                    Signed = -o.Amount,
                    IsOwed = true,
                    Memo = o.Memo,
                    Rung = EntryRung.Offset,
                    Because = $"Because the processor is owed the {o.Memo}.",
                }),
        ];
    }

    private void AddCost(PayRow row, PayrollPlace cost, Decision decision)
    {
        var isByName = payroll.Detail == PayrollDetail.Employee && row.Employee.Length > 0;
        var place = isByName ? cost with { Employee = row.Employee } : cost;
        if (payroll.Hours == HoursShape.None || row.Employee.Length == 0 || !hours.Has(row.Employee))
        {
            var tax = decision.Tax is null ? 0 : FeeTax(row.Amount);
            decision.Tax?.Add(tax);
            (isByName ? debits.Slot(place, row.Item) : decision.Expense ??= debits.Slot(place, row.Item)).Add(row.Amount - tax);
        }
        else if (payroll.Hours == HoursShape.Actual)
            foreach (var (on, amount) in hours.Of(row))
                debits.Slot(place with { On = on }, row.Item).Add(amount);
        else
        {
            if (!worked.TryGetValue(row.Employee, out var of))
                worked.Add(row.Employee, of = new Worked());
            of.Cost = checked(of.Cost + row.Amount);
            // What is earned says where hours cost.
            if (of.Place is null || (row.Type == PayItemType.Earning && !of.IsOfPay))
                (of.Place, of.IsOfPay) = (place, row.Type == PayItemType.Earning);
        }
    }

    // Hours at their rate, and apart from them what the run costs more or less.
    private void AddAtRate(string employee, Worked of)
    {
        var rest = of.Cost;
        foreach (var (on, amount) in hours.AtRate(employee, payroll.BurdenPercent))
        {
            debits.Slot(of.Place!.Value with { On = on }, "hours").Add(amount);
            rest = checked(rest - amount);
        }

        if (PayrollTargets.Broken(chart, PayrollSide.Expense, PayItemType.Earning, payroll.HoursAccount) is { } why)
            problems.Break(payroll.HoursAccount, why, "the choice of where the difference to hours goes");
        debits.Slot(new PayrollPlace(payroll.HoursAccount), "difference of hours at their rate").Add(rest);
    }

    // The fee has the tax within.
    private long FeeTax(long amount) =>
        (long)Math.Round(amount * payroll.FeeTaxPercent / (100 + payroll.FeeTaxPercent), MidpointRounding.AwayFromZero);

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
        var cost = row.Type.Has(PayrollSide.Expense) ? problems.Find(mapping, PayrollSide.Expense, row) : null;
        var isTaxed = cost is not null && row.Type == PayItemType.Fee && payroll is { FeeTaxCode.Length: > 0, FeeTaxPercent: > 0 };
        var decision = new Decision
        {
            Cost = cost is null
                ? null
                : new PayrollPlace(cost, payroll.Detail == PayrollDetail.Account ? "" : row.Department)
                {
                    TaxCode = isTaxed ? payroll.FeeTaxCode : "",
                },
        };
        // The line keeps its place, whatever comes to it.
        if (decision.Cost is { } place && payroll is { Detail: not PayrollDetail.Employee, Hours: HoursShape.None })
            decision.Expense = debits.Slot(place, row.Item);
        if (isTaxed)
            decision.Tax = TaxOf(row);
        if (!row.Type.Has(PayrollSide.Liability) || run.Kind != PayRunKind.Pay)
            return decision;
        // What the processor is owed replaces the accounts of all but pay in kind and deductions.
        if (IsShort && row.Type is not (PayItemType.Noncash or PayItemType.EmployeeDeduction))
            return decision with { IsProcessors = true };
        if (problems.Find(mapping, PayrollSide.Liability, row) is not { } found)
            return decision;
        var account = chart.TryFind(found, out var known) ? known : null;
        if (IsShort && row.Type == PayItemType.EmployeeDeduction && account?.Kind == AccountKind.Liability)
            return decision with { IsProcessors = true };
        return decision with
        {
            Liability = credits.Slot(new PayrollPlace(found) { IsNetPay = row.Type == PayItemType.NetPay }, row.Item),
            OwedIn = found,
            Owes = PayrollOwed.Of(account),
        };
    }

    private PayrollSums.Line? TaxOf(PayRow row)
    {
        if (problems.Role(AccountRole.InputTax) is not { } account)
            return null;
        return debits.Slot(new PayrollPlace(account) { TaxCode = payroll.FeeTaxCode }, $"tax within {row.Item}");
    }

    private sealed record Decision
    {
        public PayrollPlace? Cost { get; init; }

        public PayrollSums.Line? Expense { get; set; }

        public PayrollSums.Line? Tax { get; set; }

        public PayrollSums.Line? Liability { get; init; }

        public bool IsProcessors { get; init; }

        public string OwedIn { get; init; } = "";

        public PayrollOwed.To Owes { get; init; }
    }

    // What an employee with hours costs, and where.
    private sealed class Worked
    {
        public long Cost { get; set; }

        public PayrollPlace? Place { get; set; }

        public bool IsOfPay { get; set; }
    }
}
