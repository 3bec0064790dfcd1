using Adnumera.Core.Amounts;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Files;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Mapping;

// Gathers what a transaction moves under each value, and writes it once.
internal sealed class ValueChanges(SqliteConnection company, Currency currency)
{
    private readonly Dictionary<(KeyKind Kind, string Value, string Period), ValueTally> moved = [];
    private readonly Dictionary<string, string>?[] spellings = new Dictionary<string, string>?[KeyKinds.All.Count];

    public void Add(PlacedDocument document)
    {
        foreach (var (kind, value, tally) in BroughtValues.Of(document, currency))
            Move(kind, value, document.Period, tally);
    }

    public void Take(PlacedDocument document)
    {
        foreach (var (kind, value, tally) in BroughtValues.Of(document, currency))
            Move(kind, value, document.Period, default(ValueTally) - tally);
    }

    public void Save()
    {
        using var value = Prepared.Insert(company, "arriving_value", "kind key value", "on conflict do nothing");
        using var cell = Prepared.Insert(
            company,
            "value_cell",
            "kind key period lines money waiting_lines waiting",
            """
            on conflict do update set lines = lines + excluded.lines, money = money + excluded.money,
              waiting_lines = waiting_lines + excluded.waiting_lines, waiting = waiting + excluded.waiting
            """
        );
        foreach (var ((kind, text, period), tally) in moved)
        {
            if (tally == default)
                continue;
            cell.Run(Words<KeyKind>.Of(kind), kind.Fold(text), period, tally.Lines, tally.Money, tally.WaitingLines, tally.Waiting);
        }

        // All months together stand under none, so that a list of values reads one cell for each.
        foreach (var all in moved.GroupBy(m => (m.Key.Kind, m.Key.Value)))
        {
            var tally = all.Aggregate(default(ValueTally), (sum, m) => sum + m.Value);
            var (word, key) = (Words<KeyKind>.Of(all.Key.Kind), all.Key.Kind.Fold(all.Key.Value));
            value.Run(word, key, all.Key.Value);
            if (tally != default)
                cell.Run(word, key, "", tally.Lines, tally.Money, tally.WaitingLines, tally.Waiting);
        }

        moved.Clear();
    }

    private void Move(KeyKind kind, string value, string period, ValueTally tally)
    {
        var key = (kind, Spelled(kind, value), period);
        moved[key] = moved.GetValueOrDefault(key) + tally;
    }

    // Within a transaction the first spelling stands for all, so that each value is written once.
    private string Spelled(KeyKind kind, string value)
    {
        var known = spellings[(int)kind] ??= new Dictionary<string, string>(kind.Comparer());
        return known.TryGetValue(value, out var first) ? first : known[value] = value;
    }
}
