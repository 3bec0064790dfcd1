using Adnumera.Core.Ledger;

namespace Adnumera.Core.Tests.Ledger;

public class PaymentTermTests
{
    [Theory] // Common practice: net days, a day of the next month, the end of a month.
    [InlineData(TermRule.NetDays, 30, "2026-11-12", "2026-12-12")]
    [InlineData(TermRule.NetDays, 0, "2026-11-12", "2026-11-12")]
    [InlineData(TermRule.NetDays, 14, "2028-02-20", "2028-03-05")] // over a leap day
    [InlineData(TermRule.DayOfNextMonth, 10, "2026-11-30", "2026-12-10")]
    [InlineData(TermRule.DayOfNextMonth, 10, "2026-12-01", "2027-01-10")]
    [InlineData(TermRule.DayOfNextMonth, 31, "2026-01-15", "2026-02-28")] // the month has no such day: its last
    [InlineData(TermRule.EndOfMonth, 0, "2026-11-12", "2026-11-30")]
    [InlineData(TermRule.EndOfMonth, 1, "2026-12-31", "2027-01-31")]
    [InlineData(TermRule.EndOfMonth, 3, "2026-11-30", "2027-02-28")]
    public void A_bill_is_due_by_its_term(TermRule rule, int days, string of, string due) =>
        Assert.Equal(
            DateOnly.Parse(due, System.Globalization.CultureInfo.InvariantCulture),
            new PaymentTerm("T", "Term", rule, days).Due(DateOnly.Parse(of, System.Globalization.CultureInfo.InvariantCulture))
        );
}
