using System.Globalization;
using Adnumera.Core.Count;
using Adnumera.Core.Mapping;

namespace Adnumera.Core.Spending;

/// <summary>What was spent under a value as documents bring it, on a day or in a month.</summary>
/// <param name="Value">The value, folded where values fold; blank for none.</param>
/// <param name="Day">The month of the document, <c>2026-11</c>; its day for payment accounts.</param>
/// <param name="Month">The month that it is shown in: of the document, or of its arrival.</param>
/// <param name="Tally">Documents, and money in minor units.</param>
public readonly record struct SpendCell(string Value, string Day, string Month, Tally Tally);

/// <summary>What was spent under one value.</summary>
/// <param name="Value">The value; the name of a payment account or of whoever holds it; blank for none.</param>
/// <param name="Total">Over all months.</param>
/// <param name="Months">In each month in which something was.</param>
public sealed record SpendGroup(string Value, Tally Total, IReadOnlyDictionary<string, Tally> Months);

/// <summary>A text as sources name what was paid from, within days.</summary>
/// <param name="Text">The text, folded.</param>
/// <param name="From">The first day.</param>
/// <param name="Through">The last day.</param>
public readonly record struct PaidWithin(string Text, DateOnly From, DateOnly Through);

/// <summary>Spending, grouped. Payment accounts and their holders are who claims a number on the document's day.</summary>
public static class SpendReport
{
    /// <summary>Groups, most money first.</summary>
    /// <param name="by">What it is grouped by.</param>
    /// <param name="cells">The cells of the parts that it is made of; see <see cref="PartsOf"/>.</param>
    /// <param name="accounts">The payment accounts.</param>
    public static IReadOnlyList<SpendGroup> Of(SpendBy by, IEnumerable<SpendCell> cells, PaymentAccounts accounts)
    {
        var resolved = new Dictionary<(string, string), string>();
        var groups = new Dictionary<string, (Tally Total, Dictionary<string, Tally> Months)>();
        foreach (var cell in cells)
        {
            if (cell.Tally == default)
                continue;
            var value = by switch
            {
                SpendBy.Month => cell.Month,
                SpendBy.PaymentAccount or SpendBy.Cardholder => Resolved(cell.Value, cell.Day),
                SpendBy.Category or SpendBy.Supplier or SpendBy.Project or SpendBy.Account or SpendBy.Source => cell.Value,
            };
            var (total, months) = groups.TryGetValue(value, out var known) ? known : (default, []);
            months[cell.Month] = months.GetValueOrDefault(cell.Month) + cell.Tally;
            groups[value] = (total + cell.Tally, months);
        }

        return
        [
            .. groups
                .Select(g => new SpendGroup(g.Key, g.Value.Total, g.Value.Months))
                .OrderByDescending(g => Math.Abs(g.Total.Money))
                .ThenBy(g => g.Value, StringComparer.Ordinal),
        ];

        string Resolved(string text, string day)
        {
            if (resolved.TryGetValue((text, day), out var known))
                return known;
            var account = Account(accounts, text, DateOnly.ParseExact(day, "yyyy-MM-dd", CultureInfo.InvariantCulture));
            return resolved[(text, day)] = Name(by, account, text);
        }
    }

    /// <summary>Whether a list of documents is grouped by it; all spending is.</summary>
    public static bool GroupsLists(SpendBy by) => by is not (SpendBy.Project or SpendBy.Account);

    /// <summary>The grouping whose parts one is made of.</summary>
    public static SpendBy PartsOf(SpendBy by) =>
        by switch
        {
            SpendBy.Cardholder => SpendBy.PaymentAccount,
            SpendBy.Month => SpendBy.Source,
            SpendBy.PaymentAccount or SpendBy.Category or SpendBy.Supplier or SpendBy.Project or SpendBy.Account or SpendBy.Source => by,
        };

    /// <summary>Under which texts, on which days, documents belong to a group of payment accounts or holders.</summary>
    /// <param name="by">Payment account or holder.</param>
    /// <param name="value">The group.</param>
    /// <param name="texts">Every text that documents name, folded.</param>
    /// <param name="accounts">The payment accounts.</param>
    public static IReadOnlyList<PaidWithin> Paid(SpendBy by, string value, IEnumerable<string> texts, PaymentAccounts accounts) =>
        [
            .. texts.SelectMany(text =>
                Turns(accounts, text)
                    .Where(turn => Name(by, Account(accounts, text, turn.From), text) == value)
                    .Select(turn => new PaidWithin(text, turn.From, turn.Through))
            ),
        ];

    // The stretches of days within which the same accounts claim a text.
    private static IEnumerable<(DateOnly From, DateOnly Through)> Turns(PaymentAccounts accounts, string text)
    {
        var starts = accounts
            .All.SelectMany(a => a.Numbers)
            .Where(n => Folded.Same(n.Text, text))
            .SelectMany(n => (DateOnly?[])[n.From, n.Through is { } through && through < DateOnly.MaxValue ? through.AddDays(1) : null])
            .OfType<DateOnly>()
            .Append(DateOnly.MinValue)
            .Distinct()
            .Order()
            .ToList();
        return starts.Select((from, i) => (from, i + 1 < starts.Count ? starts[i + 1].AddDays(-1) : DateOnly.MaxValue));
    }

    private static PaymentAccount? Account(PaymentAccounts accounts, string text, DateOnly day) =>
        text.Length > 0 && accounts.Claiming(text, day) is [var only] ? only : null;

    private static string Name(SpendBy by, PaymentAccount? account, string text) =>
        by == SpendBy.Cardholder ? account?.Holder ?? "" : account?.Name ?? text;
}
