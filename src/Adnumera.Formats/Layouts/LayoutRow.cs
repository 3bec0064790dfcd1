using System.Globalization;
using Adnumera.Core.Amounts;
using Adnumera.Core.Sources;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.Layouts;

/// <summary>Which columns of a table a layout takes.</summary>
internal sealed class LayoutColumns
{
    private readonly Dictionary<string, int[]> fields = [];

    /// <summary>Finds them in the header; what is missing or stands twice is reported.</summary>
    public LayoutColumns(TableRow header, Layout layout, Action<Problem> report, string file)
    {
        var names = header.Cells.Select(c => c.Text).ToList();
        foreach (var (ours, theirs) in layout.Columns)
        {
            var places = new List<int>();
            foreach (var name in theirs)
            {
                var found = Enumerable.Range(0, names.Count).Where(i => Folded.Same(names[i], name)).ToList();
                if (found.Count == 1)
                    places.Add(found[0]);
                else
                    report(
                        new Problem(
                            file,
                            header.Number,
                            name,
                            found.Count == 0 ? "the column is missing from the header" : "the column stands twice in the header"
                        )
                    );
            }

            fields[ours] = [.. places];
        }
    }

    public IReadOnlyList<TableCell> Of(TableRow row, string ours) =>
        fields.TryGetValue(ours, out var places) ? Array.ConvertAll(places, p => row.Cells[p]) : [];
}

/// <summary>A row of a table, read by a layout; what cannot be read is reported by the name of their column.</summary>
internal sealed class LayoutRow(string file, TableRow row, Layout layout, LayoutColumns columns, Problems problems)
{
    public long Number => row.Number;

    /// <summary>The trimmed text of a column of ours: a constant, or theirs joined by a space.</summary>
    public string Text(string ours) =>
        layout.Constants.TryGetValue(ours, out var constant)
            ? constant
            : string.Join(' ', columns.Of(row, ours).Select(c => c.Text).Where(t => t.Length > 0));

    /// <summary>A day; null when blank.</summary>
    public DateOnly? Day(string ours)
    {
        if (columns.Of(row, ours) is [{ Day: { } day }])
            return day;
        var text = Text(ours);
        if (text.Length == 0)
            return null;
        var pattern = layout.Constants.ContainsKey(ours) ? "yyyy-MM-dd" : layout.Date;
        if (DateOnly.TryParseExact(text, pattern, CultureInfo.InvariantCulture, DateTimeStyles.None, out var date))
            return date;
        Error(ours, $"{Quote.Of(text)} is not a date; expected one by the pattern {pattern}");
        return null;
    }

    /// <summary>An amount in minor units; null when blank.</summary>
    public long? Amount(string ours, Currency currency)
    {
        if (Plain(ours) is not { } plain)
            return null;
        var fault = AmountText.Read(plain, currency.Digits, out var minor);
        if (fault != AmountText.Fault.None)
            Error(ours, Fields.Message(fault, Text(ours), currency));
        return minor;
    }

    /// <summary>A number; null when blank.</summary>
    public decimal? Decimal(string ours)
    {
        if (Plain(ours) is not { } plain)
            return null;
        const NumberStyles Form = NumberStyles.AllowLeadingSign | NumberStyles.AllowDecimalPoint;
        if (decimal.TryParse(plain, Form, CultureInfo.InvariantCulture, out var number))
            return number;
        Error(ours, $"{Quote.Of(Text(ours))} is not a number; expected one such as 12{layout.Decimal}5");
        return null;
    }

    /// <summary>A fixed word; null when it cannot be read.</summary>
    public T? Word<T>(string ours, IReadOnlyList<T> among)
        where T : struct, Enum
    {
        var text = Text(ours);
        if (Words<T>.TryRead(text, out var word) && among.Contains(word))
            return word;
        Error(
            ours,
            text.Length == 0
                ? "must be filled"
                : $"{Quote.Of(text)} is not known; expected one of {string.Join(", ", among.Select(Words<T>.Of))}"
        );
        return null;
    }

    /// <summary>The text of a column of ours as documents.csv has it where it can be read, else as it stands.</summary>
    public string Written(string ours, Currency currency)
    {
        var found = new Problems();
        var quiet = new LayoutRow(file, row, layout, columns, found);
        var written = ours switch
        {
            "document_date" or "due_date" => Core.Texts.Day.Text(quiet.Day(ours)),
            "net" or "tax" or "document_total" => quiet.Amount(ours, currency) is { } minor
                ? AmountText.Format(minor, currency.Digits)
                : "",
            "quantity" or "unit_price" or "line" => quiet.Decimal(ours)?.ToString(CultureInfo.InvariantCulture) ?? "",
            _ => Text(ours),
        };
        return found.Any ? Text(ours) : written;
    }

    /// <summary>Reports what is wrong with a column.</summary>
    public void Error(string ours, string message) =>
        problems.Add(
            new Problem(
                file,
                row.Number,
                layout.Columns.TryGetValue(ours, out var theirs) && theirs.Count == 1 && theirs[0] != ours ? $"{theirs[0]} ({ours})" : ours,
                message
            )
        );

    // The number with a decimal point and without groups; a text of another form as it stands, so that it is refused.
    private string? Plain(string ours)
    {
        if (columns.Of(row, ours) is [{ Number: { } cell }])
            return cell.ToString(CultureInfo.InvariantCulture);
        var text = Text(ours);
        if (text.Length == 0)
            return null;
        if (layout.Constants.ContainsKey(ours))
            return text;
        var sign = text[0] is '-' or '+' ? text[..1] : "";
        var parts = text[sign.Length..].Split(layout.Decimal[0]);
        if (parts.Length > 2 || (parts.Length == 2 && !IsDigits(parts[1])))
            return "?";
        var groups = layout.Group.Length == 0 ? [parts[0]] : parts[0].Split(layout.Group[0]);
        var sound =
            Array.TrueForAll(groups, IsDigits) && (groups.Length == 1 || (groups[0].Length <= 3 && groups.Skip(1).All(g => g.Length == 3)));
        return sound ? $"{(sign == "-" ? "-" : "")}{string.Concat(groups)}{(parts.Length == 2 ? $".{parts[1]}" : "")}" : "?";
    }

    private static bool IsDigits(string text) => text.Length > 0 && text.All(char.IsAsciiDigit);
}
