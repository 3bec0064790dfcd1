using Adnumera.Core;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Mapping;

/// <summary>What a value brings: lines (documents, for what a document has once), their money, and how much of it waits.</summary>
public readonly record struct ValueTally(long Lines, long Money, long WaitingLines, long Waiting)
{
    public static ValueTally operator +(ValueTally left, ValueTally right) =>
        new(left.Lines + right.Lines, left.Money + right.Money, left.WaitingLines + right.WaitingLines, left.Waiting + right.Waiting);

    public static ValueTally operator -(ValueTally left, ValueTally right) =>
        new(left.Lines - right.Lines, left.Money - right.Money, left.WaitingLines - right.WaitingLines, left.Waiting - right.Waiting);
}

/// <summary>What is kept about why a document waits, to know what it counts as.</summary>
public readonly record struct HoldKey(long Line, string Reason, string Value);

// Gathers what a transaction moves under each value, and writes it once.
internal sealed class ValueChanges(SqliteConnection company, string currency)
{
    private readonly Dictionary<(KeyKind Kind, string Value, string Period), ValueTally> moved = [];
    private readonly Dictionary<string, string>?[] spellings = new Dictionary<string, string>?[Enum.GetValues<KeyKind>().Length];

    public void Add(Document document, string period, IReadOnlyList<long> waiting, IReadOnlyList<HoldKey> holds, bool isOpen) => Move(document, period, waiting, holds, isOpen, 1);

    public void Take(Document document, string period, IReadOnlyList<long> waiting, IReadOnlyList<HoldKey> holds, bool isOpen) => Move(document, period, waiting, holds, isOpen, -1);

    public void Save()
    {
        using var value = new Prepared(company, "arriving_value", "kind, key, value", "on conflict do nothing");
        using var cell = new Prepared(company, "value_cell", "kind, key, period, lines, money, waiting_lines, waiting",
            "on conflict do update set lines = lines + excluded.lines, money = money + excluded.money, waiting_lines = waiting_lines + excluded.waiting_lines, waiting = waiting + excluded.waiting");
        foreach (var ((kind, text, period), tally) in moved)
        {
            if (tally == default) continue;
            var (word, key) = (Words<KeyKind>.Of(kind), kind.Fold(text));
            cell.Run(word, key, period, tally.Lines, tally.Money, tally.WaitingLines, tally.Waiting);
        }

        // All months together stand under none, so that a list of values reads one cell for each.
        foreach (var all in moved.GroupBy(m => (m.Key.Kind, m.Key.Value)))
        {
            var tally = all.Aggregate(default(ValueTally), (sum, m) => sum + m.Value);
            var (word, key) = (Words<KeyKind>.Of(all.Key.Kind), all.Key.Kind.Fold(all.Key.Value));
            value.Run(word, key, all.Key.Value);
            if (tally != default) cell.Run(word, key, "", tally.Lines, tally.Money, tally.WaitingLines, tally.Waiting);
        }

        moved.Clear();
    }

    private void Move(Document document, string period, IReadOnlyList<long> waiting, IReadOnlyList<HoldKey> holds, bool isOpen, int sign)
    {
        // Money of another currency cannot be added: its lines count, their money does not.
        var side = document.Currency.Code == currency ? document.Kind.Reverses() ? -1 : 1 : 0;
        long total = 0;
        var waits = false;
        for (var i = 0; i < document.Lines.Count; i++)
        {
            var line = document.Lines[i];
            if (line.IsZero) continue;
            var money = side * (line.Net + line.Tax);
            var undecided = isOpen && waiting[i] != 0 ? Math.Abs(side * waiting[i]) : 0;
            var isWaiting = isOpen && waiting[i] != 0;
            waits |= isWaiting;
            total += undecided;
            var tally = new ValueTally(1, money, isWaiting ? 1 : 0, undecided);
            Put(KeyKind.Item, line.Item, tally);
            Put(KeyKind.CostCode, line.CostCode, tally);
            Put(KeyKind.Category, line.Category, tally);
            if (line.TaxCode.Length > 0) Put(KeyKind.TaxCode, line.TaxCode, ByReason(line, side * line.Tax, "tax_code_unmapped", line.TaxCode));
            if (line.Dimensions.IsBlank) continue;
            foreach (var kind in (ReadOnlySpan<DimensionKind>)[DimensionKind.Department, DimensionKind.Location, DimensionKind.Project])
                Put(kind.KeyOf()!.Value, line.Dimensions[kind], ByReason(line, money, "dimension_unmapped", line.Dimensions[kind]));
        }

        var whole = side == 0 ? 0 : document.SignedTotal;
        var ofDocument = new ValueTally(1, whole, waits ? 1 : 0, total);
        Put(KeyKind.Supplier, document.Supplier, ofDocument);
        Put(KeyKind.Source, document.Identity.Source, ofDocument);
        Put(KeyKind.PaymentAccount, document.PaymentAccount, ByHold(document.PaymentAccount, "payment_account_unmapped", "payment_account_ambiguous"));
        Put(KeyKind.Settlement, document.Settlement, ByHold(document.Settlement, "settlement_unmapped", "settlement_unmapped"));

        void Put(KeyKind kind, string value, ValueTally tally)
        {
            if (value.Length == 0) return;
            var key = (kind, Spelled(kind, value), period);
            moved[key] = sign > 0 ? moved.GetValueOrDefault(key) + tally : moved.GetValueOrDefault(key) - tally;
        }

        ValueTally ByReason(DocumentLine line, long money, string reason, string value)
        {
            var held = isOpen && Has(line.Number, reason, value);
            return new ValueTally(1, money, held ? 1 : 0, held ? Math.Abs(money) : 0);
        }

        ValueTally ByHold(string value, string reason, string other)
        {
            var held = isOpen && value.Length > 0 && (Has(0, reason, value) || Has(0, other, value));
            return new ValueTally(1, whole, held ? 1 : 0, held ? Math.Abs(whole) : 0);
        }

        bool Has(long line, string reason, string value)
        {
            foreach (var hold in holds)
                if (hold.Line == line && hold.Reason == reason && Folded.Same(hold.Value, value)) return true;
            return false;
        }
    }

    // Within a transaction the first spelling stands for all, so that each value is written once.
    private string Spelled(KeyKind kind, string value)
    {
        var known = spellings[(int)kind] ??= new Dictionary<string, string>(kind.Comparer());
        return known.TryGetValue(value, out var first) ? first : known[value] = value;
    }
}
