namespace Adnumera.Formats.Layouts;

/// <summary>A cell of a table: its text, and its day or number where the file itself says that it is one.</summary>
/// <param name="Text">The text, trimmed.</param>
/// <param name="Day">The day of a date cell.</param>
/// <param name="Number">The number of a number cell.</param>
internal readonly record struct TableCell(string Text, DateOnly? Day = null, decimal? Number = null);

/// <summary>A row of a table.</summary>
/// <param name="Number">Its physical row, from 1.</param>
/// <param name="Cells">Its cells, as many as the header has.</param>
internal sealed record TableRow(long Number, IReadOnlyList<TableCell> Cells);
