namespace Adnumera.Core.InformationReturns;

/// <summary>What has to be done by a day.</summary>
public enum ReturnDuty
{
    /// <summary>Statements of Form 1099-NEC to recipients.</summary>
    NecToRecipients,

    /// <summary>Forms 1099-NEC to the Internal Revenue Service.</summary>
    NecToIrs,

    /// <summary>Statements of Form 1099-MISC to recipients.</summary>
    MiscToRecipients,

    /// <summary>Statements of Form 1099-MISC with box 8 or 10 to recipients.</summary>
    MiscWithBox8Or10ToRecipients,

    /// <summary>Forms 1099-MISC to the Internal Revenue Service on paper.</summary>
    MiscToIrsOnPaper,

    /// <summary>Forms 1099-MISC to the Internal Revenue Service electronically.</summary>
    MiscToIrsElectronically,
}

/// <summary>When returns of a year are due (General Instructions for Certain Information Returns; Internal Revenue Code 7503: what falls on
/// a Saturday, Sunday or legal holiday is due on the next business day). From memory.</summary>
public static class ReturnDueDates
{
    /// <summary>From how many returns of all kinds together on they are filed electronically (T.D. 9972).</summary>
    public const int ElectronicFrom = 10;

    /// <summary>When a duty of a year is due.</summary>
    /// <param name="duty">The duty.</param>
    /// <param name="year">The year of payment; it is due in the next.</param>
    public static DateOnly Of(ReturnDuty duty, int year) =>
        NextBusinessDay(
            duty switch
            {
                ReturnDuty.NecToRecipients or ReturnDuty.NecToIrs or ReturnDuty.MiscToRecipients => new DateOnly(year + 1, 1, 31),
                ReturnDuty.MiscWithBox8Or10ToRecipients => new DateOnly(year + 1, 2, 15),
                ReturnDuty.MiscToIrsOnPaper => new DateOnly(year + 1, 2, 28),
                ReturnDuty.MiscToIrsElectronically => new DateOnly(year + 1, 3, 31),
            }
        );

    /// <summary>The day itself, or the next that is no Saturday, Sunday or legal holiday.</summary>
    public static DateOnly NextBusinessDay(DateOnly day)
    {
        while (day.DayOfWeek is DayOfWeek.Saturday or DayOfWeek.Sunday || IsLegalHoliday(day))
            day = day.AddDays(1);
        return day;
    }

    /// <summary>Whether a day is a legal holiday in the District of Columbia (5 U.S.C. 6103, and Emancipation Day), as it is observed: a
    /// Saturday's on the Friday before, a Sunday's on the Monday after.</summary>
    public static bool IsLegalHoliday(DateOnly day) =>
        Holidays(day.Year).Concat([new DateOnly(day.Year + 1, 1, 1)]).Any(h => Observed(h) == day || h == day);

    private static DateOnly Observed(DateOnly holiday) =>
        holiday.DayOfWeek switch
        {
            DayOfWeek.Saturday => holiday.AddDays(-1),
            DayOfWeek.Sunday => holiday.AddDays(1),
            _ => holiday,
        };

    private static IEnumerable<DateOnly> Holidays(int year)
    {
        yield return new DateOnly(year, 1, 1);
        yield return Nth(year, 1, DayOfWeek.Monday, 3);
        yield return Nth(year, 2, DayOfWeek.Monday, 3);
        yield return new DateOnly(year, 4, 16);
        yield return Nth(year, 6, DayOfWeek.Monday, 1).AddDays(-7);
        yield return new DateOnly(year, 6, 19);
        yield return new DateOnly(year, 7, 4);
        yield return Nth(year, 9, DayOfWeek.Monday, 1);
        yield return Nth(year, 10, DayOfWeek.Monday, 2);
        yield return new DateOnly(year, 11, 11);
        yield return Nth(year, 11, DayOfWeek.Thursday, 4);
        yield return new DateOnly(year, 12, 25);
    }

    private static DateOnly Nth(int year, int month, DayOfWeek weekday, int nth)
    {
        var first = new DateOnly(year, month, 1);
        return first.AddDays(((int)weekday - (int)first.DayOfWeek + 7) % 7 + 7 * (nth - 1));
    }
}
