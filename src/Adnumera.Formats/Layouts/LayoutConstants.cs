using System.Globalization;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Sources;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.Layouts;

/// <summary>What a layout says of every row alike: wrong once, and not again in each row of the table.</summary>
internal static class LayoutConstants
{
    private const NumberStyles Number = NumberStyles.AllowLeadingSign | NumberStyles.AllowDecimalPoint;

    /// <summary>Tells which of them can stand in no row.</summary>
    public static void Check(Layout layout, Action<string, string> error)
    {
        var currency =
            layout.Constants.TryGetValue("currency", out var code) && Currency.TryFind(code, out var own) ? own : Currency.Unsaid;
        foreach (var (column, text) in layout.Constants)
            if (Problem(column, text, currency) is { } problem)
                error(column, problem);
    }

    private static string? Problem(string column, string text, Currency currency) =>
        column switch
        {
            "kind" => Words<DocumentKind>.TryRead(text, out var kind) && DocumentKinds.WithLines.Contains(kind)
                ? null
                : $"{Quote.Of(text)} is not known; expected one of "
                    + string.Join(", ", DocumentKinds.WithLines.Select(Words<DocumentKind>.Of)),
            "document_date" or "due_date" => DateOnly.TryParseExact(
                text,
                "yyyy-MM-dd",
                CultureInfo.InvariantCulture,
                DateTimeStyles.None,
                out _
            )
                ? null
                : $"{Quote.Of(text)} is not a date; expected one such as 2026-03-09",
            "currency" => Currency.TryFind(text, out _)
                ? null
                : $"{Quote.Of(text)} is not a currency of ISO 4217; expected a code such as USD",
            "document_total" or "net" or "tax" => AmountText.Read(text, currency.Digits, out _) is not AmountText.Fault.None and var fault
                ? Fields.Message(fault, text, currency)
                : null,
            "quantity" or "unit_price" => decimal.TryParse(text, Number, CultureInfo.InvariantCulture, out _)
                ? null
                : $"{Quote.Of(text)} is not a number; expected one such as 12.5",
            "line" => int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out _)
                ? null
                : $"{Quote.Of(text)} is not a whole number",
            "not_duplicate" => text.Equals("yes", StringComparison.OrdinalIgnoreCase)
            || text.Equals("no", StringComparison.OrdinalIgnoreCase)
                ? null
                : $"{Quote.Of(text)} is not known; expected yes or no",
            _ => text.Length > Limits.Field ? $"it has {text.Length} characters; expected at most {Limits.Field}" : null,
        };
}
