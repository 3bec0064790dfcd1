using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Payroll;
using Adnumera.Core.Sources;
using Adnumera.Formats.Payroll;

namespace Adnumera.Formats.Layouts;

/// <summary>Reads a table of any columns as pay runs, by a layout: a row a pay item, or a row an employee.</summary>
internal sealed class RegisterRows
{
    private readonly ArrivedFile file;
    private readonly Layout layout,
        items;
    private readonly RegisterLayout register;
    private readonly Currency currency;
    private readonly Problems problems;
    private readonly PayRunGathering runs;
    private readonly Dictionary<string, long> sums = [];
    private LayoutRow? at;

    private RegisterRows(ArrivedFile file, Layout layout, Currency currency, Problems problems)
    {
        (this.file, this.layout, this.currency, this.problems) = (file, layout, currency, problems);
        register = layout.Register!;
        // A column of a pay item is read as an amount under its own name.
        items = layout with
        {
            Columns = layout.Columns.Concat(register.Items.Select(Column)).ToDictionary(),
            Register = null,
        };
        runs = new PayRunGathering(currency, (column, message) => at!.Error(RegisterFile.ColumnNames[column], message));
    }

    /// <summary>The pay runs in the order of their first rows; none with errors.</summary>
    /// <exception cref="FileFaultException">It cannot be read as the layout says.</exception>
    public static IReadOnlyList<ArrivedRecord> Read(ArrivedFile file, Layout layout, ReadingChoices choices, Problems problems)
    {
        var before = problems.Count;
        var read = new RegisterRows(file, layout, choices.Company, problems).Runs();
        return problems.Count > before
            ? []
            : [.. read.Select(run => new ArrivedRecord.Taken(file.Name, $"run {run.Id}", Document.Of(run)))];
    }

    private IReadOnlyList<PayRun> Runs()
    {
        LayoutColumns? columns = null;
        var before = problems.Count;
        foreach (var row in LayoutTable.Rows(file, items, problems))
        {
            if (columns is null)
            {
                columns = new LayoutColumns(row, items, problems.Add, file.Name);
                if (problems.Count > before)
                    return [];
                continue;
            }

            at = new LayoutRow(file.Name, row, items, columns, problems);
            if (register.TotalRow.Length > 0 && Folded.Same(at.Text("employee"), register.TotalRow))
                CheckTotals();
            else if (register.IsWide)
                AddEmployee();
            else
                AddItem();
        }

        return columns is null ? throw new FileFaultException("", "it is empty; expected a header row") : runs.Finish();
    }

    private void AddItem()
    {
        var item = at!.Text("item");
        if (item.Length == 0)
            at.Error("item", "must be filled");
        if (at.Amount("amount", currency) is not { } amount)
            at.Error("amount", "must be filled");
        else if (TypeOf(item) is { } type && item.Length > 0)
            Add(item, type, at.Text("agency"), amount);
    }

    private void AddEmployee()
    {
        foreach (var column in register.Items)
        {
            // What does not apply to an employee is blank, or nothing.
            if (at!.Amount(Column(column).Key, currency) is not { } amount || amount == 0)
                continue;
            sums[column.Column] = sums.GetValueOrDefault(column.Column) + amount;
            Add(column.Item, column.Type, column.Agency, amount);
        }
    }

    private void Add(string item, PayItemType type, string agency, long amount)
    {
        if (at!.Day("pay_date") is not { } paid)
        {
            if (at.Text("pay_date").Length == 0)
                at.Error("pay_date", "must be filled");
            return;
        }

        // A run that has no name of its own is called by its day.
        var id = at.Text("run") is { Length: > 0 } called ? called : Day.Text(paid);
        var row = new PayRow(
            type == PayItemType.Fee ? "" : at.Text("employee"),
            at.Text("department"),
            at.Text("employee_group"),
            item,
            type,
            amount,
            agency
        );
        runs.Add(at.Number, id, paid, at.Day("period_end"), row);
    }

    private PayItemType? TypeOf(string item)
    {
        var isNamed = layout.Columns.ContainsKey("type") || layout.Constants.ContainsKey("type");
        var text = isNamed ? at!.Text("type") : item;
        if (register.Types.TryGetValue(text, out var type) || Words<PayItemType>.TryRead(text, out type))
            return type;
        at!.Error(
            isNamed ? "type" : "item",
            $"{Quote.Of(text)} is of no known type; say in the layout which of {string.Join(", ", Words<PayItemType>.All)} it is"
        );
        return null;
    }

    private void CheckTotals()
    {
        foreach (var column in register.Items)
            if (at!.Amount(Column(column).Key, currency) is { } said && said != sums.GetValueOrDefault(column.Column))
                at.Error(
                    Column(column).Key,
                    $"the row of totals says {AmountText.Format(said, currency.Digits)}, and the rows above come to "
                        + AmountText.Format(sums.GetValueOrDefault(column.Column), currency.Digits)
                );
    }

    private static KeyValuePair<string, IReadOnlyList<string>> Column(ItemColumn item) => new($"item {item.Column}", [item.Column]);
}
