namespace Adnumera.Core.Dates;

/// <summary>The days that the books may speak of: a date outside is a slip of the pen, and is refused where it enters.</summary>
public static class CalendarRange
{
    /// <summary>The first day.</summary>
    public static readonly DateOnly First = new(1990, 1, 1);

    /// <summary>The last day.</summary>
    public static readonly DateOnly Last = new(2099, 12, 31);

    /// <summary>The first day from which a mapping may be in force.</summary>
    public static readonly DateOnly FirstEffective = new(2000, 1, 1);

    /// <summary>Whether a day lies within.</summary>
    public static bool Has(DateOnly day) => First <= day && day <= Last;

    /// <summary>Why a mapping cannot be in force from a day on, as people say it; null when it can: from 2000 until a year from
    /// today.</summary>
    public static string? EffectiveProblem(DateOnly? from, DateOnly today) =>
        from is not { } day ? null
        : day < FirstEffective ? $"{day:yyyy-MM-dd} is before 2000; leave the day blank for since ever."
        : day > today.AddYears(1) ? $"{day:yyyy-MM-dd} is more than a year ahead."
        : null;
}
