using System.Globalization;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Companies;
using Adnumera.Web.Ledger;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;

namespace Adnumera.Web.SetUp;

/// <summary>The choices of a company as they travel, and back.</summary>
internal static class ChoiceReading
{
    private const int Bad = StatusCodes.Status400BadRequest;
    private const int MostTransferDays = 60;

    /// <summary>The time zones that can be chosen: those of the IANA database that are named by a place, and UTC.</summary>
    public static IReadOnlyList<string> TimeZones { get; } =
    [CompanyTable.Utc.Id, .. TimeZoneInfo.GetSystemTimeZones().Select(z => z.Id).Where(IsPlace).Order(StringComparer.Ordinal)];

    private static bool IsPlace(string id) =>
        id.Contains('/', StringComparison.Ordinal) && !id.StartsWith("Etc/", StringComparison.Ordinal);

    /// <summary>The choices in words.</summary>
    public static Choices Text(CompositionSettings settings, CompanyTable company) =>
        new()
        {
            Order = settings.Order,
            WhenNothingMaps = settings.WhenNothingMaps,
            RoundingTolerance = AmountText.Format(settings.RoundingTolerance, settings.Currency.Digits),
            MergeLines = settings.MergeLines,
            StartDate = Day.Text(settings.StartDate),
            LockedThrough = Day.Text(settings.LockedThrough),
            EntryDate = settings.EntryDate,
            Schedule = company.Schedule(),
            TimeZone = company.TimeZone().Id,
            Kinds = [.. DocumentKinds.WithLines.Select(k => Text(k, settings))],
            PrivateAccount = settings.PrivateAccount,
            TransferDays = settings.TransferDays,
        };

    /// <summary>The choices as they would be; what is left out stays as it is.</summary>
    /// <exception cref="RefusedException">One of them cannot be read.</exception>
    public static CompositionSettings Read(CompositionSettings now, Choices choices)
    {
        if (choices.Schedule is { } schedule)
            CheckSchedule(schedule);
        if (choices.TimeZone is { } zone)
            Zone(zone);
        var transferDays = choices.TransferDays is { } days ? TransferDays(days) : now.TransferDays;
        return now with
        {
            TransferDays = transferDays,
            TransfersAskedThrough = now.TransfersAskedThrough?.AddDays(now.TransferDays - transferDays),
            PrivateAccount = choices.PrivateAccount?.Trim() ?? now.PrivateAccount,
            Order = choices.Order is { } order ? Ordered(order) : now.Order,
            WhenNothingMaps = choices.WhenNothingMaps ?? now.WhenNothingMaps,
            RoundingTolerance = choices.RoundingTolerance is { } tolerance ? Tolerance(tolerance, now.Currency) : now.RoundingTolerance,
            MergeLines = choices.MergeLines ?? now.MergeLines,
            StartDate = choices.StartDate is { } start ? Dates.DayOrNone(start) : now.StartDate,
            LockedThrough = choices.LockedThrough is { } locked ? Dates.DayOrNone(locked) : now.LockedThrough,
            EntryDate = choices.EntryDate ?? now.EntryDate,
            Kinds = choices.Kinds is { } kinds ? Kinds(kinds) : now.Kinds,
        };
    }

    /// <summary>A time zone by its name.</summary>
    /// <exception cref="RefusedException">There is none of that name.</exception>
    public static TimeZoneInfo Zone(string name) =>
        TimeZoneInfo.TryFindSystemTimeZoneById(name.Trim(), out var zone)
            ? zone
            : throw new RefusedException(
                "time-zone",
                $"{Quote.Of(name)} is not a time zone such as America/Chicago. Nothing was changed.",
                Bad
            );

    private static KindChoiceText Text(DocumentKind kind, CompositionSettings settings)
    {
        var choice = settings.Choice(kind);
        return new KindChoiceText(
            kind,
            settings.FormOf(kind),
            choice.EntryDay,
            choice.Reference,
            choice.Notes,
            [.. choice.Demands.OrderBy(d => d.Key).Select(d => new DemandText(d.Key, d.Value))]
        );
    }

    private static void CheckSchedule(string schedule)
    {
        if (schedule.Length > 0 && !TimeOnly.TryParseExact(schedule, "HH:mm", CultureInfo.InvariantCulture, DateTimeStyles.None, out _))
            throw new RefusedException("schedule", $"{Quote.Of(schedule)} is not a time of day such as 18:30. Nothing was changed.", Bad);
    }

    private static long Tolerance(string text, Currency currency) =>
        AmountText.Typed(text, currency.Digits, out var tolerance) == AmountText.Fault.None && tolerance >= 0
            ? tolerance
            : throw new RefusedException(
                "rounding_tolerance",
                $"{Quote.Of(text)} is not an amount such as {AmountText.Format(2, currency.Digits)}. Nothing was changed.",
                Bad
            );

    private static int TransferDays(int days) =>
        days is >= 0 and <= MostTransferDays
            ? days
            : throw new RefusedException(
                "transfer_days",
                $"A transfer waits 0 to {MostTransferDays} days for its other side. Nothing was changed.",
                Bad
            );

    private static IReadOnlyList<Rung> Ordered(IReadOnlyList<Rung> order)
    {
        if (
            order.FirstOrDefault(r => !Ladder.UsualOrder.Contains(r)) is var fixedRung
            && order.Contains(fixedRung)
            && !Ladder.UsualOrder.Contains(fixedRung)
        )
            throw new RefusedException(
                "order",
                $"\"{Words<Rung>.Of(fixedRung)}\" is not a rung that can be ordered. Nothing was changed.",
                Bad
            );
        return order.Distinct().Count() == order.Count
            ? order
            : throw new RefusedException("order", "A rung stands twice in the order. Nothing was changed.", Bad);
    }

    private static Dictionary<DocumentKind, KindChoice> Kinds(IReadOnlyList<KindChoiceText> kinds)
    {
        if (kinds.DistinctBy(k => k.Kind).Count() != kinds.Count)
            throw new RefusedException("kinds", "A kind of document stands twice. Nothing was changed.", Bad);
        return kinds.ToDictionary(
            k => k.Kind,
            k => new KindChoice
            {
                Form = k.Form ?? k.Kind.Row().Forms[0],
                EntryDay = k.EntryDay ?? default,
                Reference = k.Reference?.Trim() ?? ReferencePattern.Usual,
                Notes = k.Notes ?? default,
                Demands = (k.Demands ?? []).GroupBy(d => d.Dimension).ToDictionary(g => g.Key, g => g.Last().Demand),
            }
        );
    }
}
