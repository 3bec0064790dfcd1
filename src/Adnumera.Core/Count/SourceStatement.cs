namespace Adnumera.Core.Count;

/// <summary>What a source itself says that it sent: its own control total, for days that it names, by the documents' own dates.</summary>
/// <param name="First">The first day.</param>
/// <param name="Last">The last day.</param>
/// <param name="Tally">How many documents, and money (minor units), credits and refunds negative.</param>
public sealed record SourceStatement(DateOnly First, DateOnly Last, Tally Tally)
{
    /// <summary>Whether two statements speak of the same day.</summary>
    public bool Overlaps(SourceStatement other) => First <= other.Last && other.First <= Last;

    /// <summary>
    /// What is stated for a period: only when statements that lie within it cover each of its days, once. Null when it is not stated; a
    /// part is never taken for the whole.
    /// </summary>
    /// <param name="statements">The statements of one source, in any order.</param>
    /// <param name="first">The period's first day.</param>
    /// <param name="last">The period's last day.</param>
    public static Tally? For(IEnumerable<SourceStatement> statements, DateOnly first, DateOnly last)
    {
        Tally sum = default;
        var next = first;
        foreach (var statement in statements.Where(s => s.Last >= first && s.First <= last).OrderBy(s => s.First))
        {
            if (statement.First != next || statement.Last > last)
                return null;
            sum += statement.Tally;
            next = statement.Last.AddDays(1);
        }

        return next == last.AddDays(1) ? sum : null;
    }
}
