using Adnumera.Core.Ledger;

namespace Adnumera.Core.Entries.PayRuns;

/// <summary>What stands together on a line.</summary>
/// <param name="Account">The account.</param>
/// <param name="Department">The department; blank for none.</param>
internal readonly record struct PayrollPlace(string Account, string Department = "")
{
    /// <summary>The employee, where the journal says who is paid what.</summary>
    public string Employee { get; init; } = "";

    /// <summary>What was worked on.</summary>
    public Work On { get; init; } = new("", "");

    /// <summary>Whether it is what is paid out, which stands apart.</summary>
    public bool IsNetPay { get; init; }

    /// <summary>The tax code; blank for none.</summary>
    public string TaxCode { get; init; } = "";

    public PayrollPlace Folded =>
        this with
        {
            Department = Texts.Folded.Of(Department),
            Employee = Texts.Folded.Of(Employee),
            On = new Work(Texts.Folded.Of(On.Project), Texts.Folded.Of(On.CostCode)),
        };
}

// One side of a payroll journal: a line for each place, in the order in which they first appear.
internal sealed class PayrollSums(int side)
{
    private readonly Dictionary<PayrollPlace, Line> slots = [];
    private readonly List<Line> lines = [];

    /// <summary>The lines; a sum of the other sign keeps its place and changes the column, a sum of zero is no line.</summary>
    public IEnumerable<EntryLine> Lines => lines.Where(l => l.Amount != 0).Select(l => l.ToEntry(side));

    /// <summary>The line of a place, to which an item goes.</summary>
    public Line Slot(PayrollPlace place, string item)
    {
        var key = place.Folded;
        if (!slots.TryGetValue(key, out var line))
        {
            slots.Add(key, line = new Line(place));
            lines.Add(line);
        }

        line.Name(item);
        return line;
    }

    /// <summary>A line that is being added up.</summary>
    public sealed class Line(PayrollPlace place)
    {
        private readonly HashSet<string> known = new(Folded.Comparer);
        private readonly List<string> items = [];

        public long Amount { get; private set; }

        public void Add(long amount) => Amount = checked(Amount + amount);

        /// <summary>Notes an item of the line.</summary>
        public void Name(string item)
        {
            if (known.Add(item))
                items.Add(item);
        }

        public EntryLine ToEntry(int side) =>
            new()
            {
                Account = place.Account,
                Signed = side * Amount,
                Dimensions = Dimensions.Named(place.Department, project: place.On.Project),
                TaxCode = place.TaxCode,
                IsOwed = side < 0,
                Employee = place.Employee,
                Memo = string.Join(", ", items) + (place.On.CostCode.Length > 0 ? $" · {place.On.CostCode}" : ""),
                Rung = place.IsNetPay ? EntryRung.Offset : EntryRung.Item,
                Because = items is [var only]
                    ? $"Because pay item “{only}” maps to this account."
                    : $"Because the pay items {string.Join(", ", items.Select(i => $"“{i}”"))} map to this account.",
            };
    }
}
