using System.Globalization;
using Adnumera.Core.Amounts;

namespace Adnumera.Core.Sources;

/// <summary>A line as the text of a bill has it.</summary>
internal sealed record BillLine(string Description, decimal? Quantity, decimal? UnitPrice, long Net)
{
    /// <summary>Its texts by column, without what is blank.</summary>
    public IReadOnlyDictionary<string, string> Texts(long tax, Currency currency) =>
        new (string Column, string Text)[]
        {
            ("description", Description),
            ("quantity", Quantity?.ToString(CultureInfo.InvariantCulture) ?? ""),
            ("unit_price", UnitPrice?.ToString(CultureInfo.InvariantCulture) ?? ""),
            ("net", AmountText.Format(Net, currency.Digits)),
            ("tax", tax == 0 ? "" : AmountText.Format(tax, currency.Digits)),
        }
            .Where(t => t.Text.Length > 0)
            .ToDictionary(t => t.Column, t => t.Text);
}

/// <summary>The table of lines in the text of a bill: below a row of titles, above the first total.</summary>
internal static class BillTable
{
    private static readonly string[] Names = ["DESCRIPTION", "ITEM", "DETAILS"];

    private static readonly string[] Amounts = ["AMOUNT", "TOTAL", "PRICE"];

    private static readonly string[] Ends =
    [
        "SUBTOTAL",
        "SUB-TOTAL",
        "SUB TOTAL",
        "TOTAL",
        "AMOUNT DUE",
        "BALANCE DUE",
        "SALES TAX",
        "TAX",
        "VAT",
        "SHIPPING",
        "FREIGHT",
        "DELIVERY",
    ];

    /// <summary>Its lines; none where it has no such table.</summary>
    public static List<BillLine> Lines(IReadOnlyList<TextRow> rows, Currency currency)
    {
        var lines = new List<BillLine>();
        var below = rows.SkipWhile(r => !Has(r, Names) || !Has(r, Amounts))
            .Skip(1)
            .TakeWhile(r => !Array.Exists(Ends, e => BillText.PlaceOf(r, e) == 0));
        foreach (var row in below)
        {
            if (Line(row, currency) is { } line)
                lines.Add(line);
            else if (lines.Count > 0)
                lines[^1] = lines[^1] with { Description = $"{lines[^1].Description} {row.Text}".Trim() };
        }

        return lines;
    }

    private static bool Has(TextRow row, string[] labels) => Array.Exists(labels, l => BillText.PlaceOf(row, l) is not null);

    // Its amount stands last; a quantity and a price before it count where they come to it.
    private static BillLine? Line(TextRow row, Currency currency)
    {
        if (BillText.AmountIn(row.Words[^1].Text, currency) is not { } net)
            return null;
        var words = row.Words.Select(w => w.Text).ToList();
        if (
            words.Count > 3
            && Number(words[^3]) is { } quantity
            && BillText.AmountIn(words[^2], currency) is { } price
            && quantity * price == net
        )
            return new BillLine(string.Join(' ', words[..^3]), quantity, price / 100m, net);
        return new BillLine(string.Join(' ', words[..^1]), null, null, net);
    }

    private static decimal? Number(string word) =>
        decimal.TryParse(word, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var number) ? number : null;
}

/// <summary>Whose a bill is, by its text: the largest letters of its top that are no title.</summary>
internal static class BillSupplier
{
    private const int Top = 12;

    public static string Of(IReadOnlyList<TextRow> rows, string[] titles)
    {
        var candidates = rows.Where(r => r.Page == 1).Take(Top).SelectMany(Parts).Where(p => IsName(p, titles)).ToList();
        return candidates.Count == 0 ? "" : string.Join(' ', candidates.MaxBy(p => p.Max(w => w.Size))!.Select(w => w.Text));
    }

    // Words with a wide gap between them stand beside each other, not together.
    private static IEnumerable<List<TextWord>> Parts(TextRow row)
    {
        var part = new List<TextWord>();
        foreach (var word in row.Words)
        {
            if (part.Count > 0 && word.Left - part[^1].Right > 2 * Math.Max(word.Size, 6))
            {
                yield return part;
                part = [];
            }

            part.Add(word);
        }

        if (part.Count > 0)
            yield return part;
    }

    private static bool IsName(List<TextWord> part, string[] titles)
    {
        var text = string.Join(' ', part.Select(w => w.Text)).Trim(':').ToUpperInvariant();
        return text.Count(char.IsLetter) > 2
            && !text.Contains(':', StringComparison.Ordinal)
            && !Array.Exists(titles, t => text == t || text.StartsWith($"{t} ", StringComparison.Ordinal));
    }
}
