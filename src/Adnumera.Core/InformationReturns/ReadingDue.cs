namespace Adnumera.Core.InformationReturns;

/// <summary>Which years' payments are read without anybody there.</summary>
public static class ReadingDue
{
    /// <summary>
    /// The years to read today, the earlier first: once a person read payments, those of this year each day, so that who nears a
    /// threshold is told in time, and those of the year before, since payments are voided after its end, too.
    /// </summary>
    /// <param name="today">The day that it is.</param>
    /// <param name="readOn">On which day each year was last read.</param>
    public static IEnumerable<int> Of(DateOnly today, IReadOnlyDictionary<int, DateOnly> readOn)
    {
        if (readOn.Count == 0)
            yield break;
        if (readOn.TryGetValue(today.Year - 1, out var before) && before < today)
            yield return today.Year - 1;
        if (!readOn.TryGetValue(today.Year, out var on) || on < today)
            yield return today.Year;
    }
}
