using Adnumera.Core.Ledger;

namespace Adnumera.Core.Entries.PayRuns;

// One side of a payroll journal: a line for each account and department, net pay apart, in the order in which they first appear.
internal sealed class PayrollSums(int side)
{
    private readonly Dictionary<(string Account, string Department, bool IsNetPay), Line> slots = [];
    private readonly List<Line> lines = [];

    /// <summary>The lines; a sum of the other sign keeps its place and changes the column, a sum of zero is no line.</summary>
    public IEnumerable<EntryLine> Lines => lines.Where(l => l.Amount != 0).Select(l => l.ToEntry(side));

    /// <summary>The line of an account and a department, to which an item goes.</summary>
    public Line Slot(string account, string department, string item, bool isNetPay)
    {
        var key = (account, Folded.Of(department), isNetPay);
        if (!slots.TryGetValue(key, out var line))
        {
            slots.Add(key, line = new Line(account, department, isNetPay));
            lines.Add(line);
        }

        line.Name(item);
        return line;
    }

    /// <summary>A line that is being added up.</summary>
    public sealed class Line(string account, string department, bool isNetPay)
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
                Account = account,
                Signed = side * Amount,
                Dimensions = Dimensions.Named(department),
                IsOwed = side < 0,
                Memo = string.Join(", ", items),
                Rung = isNetPay ? EntryRung.Offset : EntryRung.Item,
                Because = items is [var only]
                    ? $"Because pay item “{only}” maps to this account."
                    : $"Because the pay items {string.Join(", ", items.Select(i => $"“{i}”"))} map to this account.",
            };
    }
}
