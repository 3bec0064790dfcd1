using System.Globalization;
using Adnumera.Core.InformationReturns;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.InformationReturns;

// Fields of the files of information returns.
internal static class BoxFields
{
    public static BoxChoice Choice(CsvTable table, int column)
    {
        var text = table.Required(column);
        if (text.Length == 0 || text.Equals(ReturnBoxes.None, StringComparison.OrdinalIgnoreCase))
            return new BoxChoice(null);
        return new BoxChoice(Box(table, column, text, $"{string.Join(", ", ReturnBoxes.All)}, {ReturnBoxes.None}"));
    }

    public static ReturnBox Box(CsvTable table, int column)
    {
        var text = table.Required(column);
        return text.Length == 0 ? default : Box(table, column, text, string.Join(", ", ReturnBoxes.All));
    }

    public static int Year(CsvTable table, int column)
    {
        var text = table.Required(column);
        if (text.Length == 4 && int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var year) && year > 0)
            return year;
        if (text.Length > 0)
            table.Error(column, $"{Quote.Of(text)} is not a year; expected one such as 2026");
        return 0;
    }

    private static ReturnBox Box(CsvTable table, int column, string text, string expected)
    {
        if (!ReturnBoxes.TryRead(text, out var box))
            table.Error(column, $"{Quote.Of(text)} is not known; expected one of {expected}");
        return box;
    }
}
