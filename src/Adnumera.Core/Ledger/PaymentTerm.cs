namespace Adnumera.Core.Ledger;

/// <summary>How a payment term counts.</summary>
public enum TermRule
{
    /// <summary>So many days after the document's date.</summary>
    NetDays,

    /// <summary>On that day of the month after the document's.</summary>
    DayOfNextMonth,

    /// <summary>At the end of the month, so many months after the document's.</summary>
    EndOfMonth,
}

/// <summary>A payment term as the ledger has it.</summary>
/// <param name="Id">The ledger's own id.</param>
/// <param name="Name">The name.</param>
/// <param name="Rule">How it counts.</param>
/// <param name="Days">Days, the day of the month (1 to 31), or months, as the rule says.</param>
public sealed record PaymentTerm(string Id, string Name, TermRule Rule, int Days)
{
    /// <summary>
    /// When a document of that date is due (common practice). A day that the month does not have is its last:
    /// the 31st of the month after 15 January is 28 February.
    /// </summary>
    public DateOnly Due(DateOnly documentDate)
    {
        var month = new DateOnly(documentDate.Year, documentDate.Month, 1);
        return Rule switch
        {
            TermRule.NetDays => documentDate.AddDays(Days),
            TermRule.DayOfNextMonth => InMonth(month.AddMonths(1), Days),
            TermRule.EndOfMonth => InMonth(month.AddMonths(Days), 31),
        };
    }

    private static DateOnly InMonth(DateOnly month, int day) =>
        month.AddDays(Math.Clamp(day, 1, DateTime.DaysInMonth(month.Year, month.Month)) - 1);
}
