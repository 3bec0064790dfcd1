using Adnumera.Formats.Tables;

namespace Adnumera.Web.Requests;

/// <summary>The forms in which a view is taken away.</summary>
public enum TableForm
{
    Csv,
    Xlsx,
}

/// <summary>What a view shows, as a file.</summary>
internal static class TableFile
{
    /// <summary>The file.</summary>
    /// <param name="name">Its name without an ending.</param>
    /// <param name="form">Its form; CSV where none is said.</param>
    /// <param name="columns">The columns' titles.</param>
    /// <param name="rows">The rows.</param>
    public static IResult Of(string name, Word<TableForm>? form, IReadOnlyList<string> columns, IEnumerable<IReadOnlyList<TableCell>> rows)
    {
        using var stream = new MemoryStream();
        if ((form?.ReadOrNone("form") ?? TableForm.Csv) == TableForm.Csv)
        {
            TableSheet.WriteCsv(stream, columns, rows);
            return Results.File(stream.ToArray(), "text/csv; charset=utf-8", $"{name}.csv");
        }

        TableSheet.WriteSheet(stream, name, columns, rows);
        return Results.File(stream.ToArray(), "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet", $"{name}.xlsx");
    }
}
