using Adnumera.Core.Sources;
using Adnumera.Formats.Documents;
using Adnumera.Formats.Markup;

namespace Adnumera.Formats.Layouts;

/// <summary>Tables of any columns as a form of arrivals: what their columns mean is said by a layout.</summary>
public sealed class TableReader : IArrivalReader
{
    private const int Looked = 8192;

    /// <inheritdoc/>
    public ArrivalForm Form => ArrivalForm.Table;

    /// <inheritdoc/>
    public string Reads => "a table (CSV, XLSX) with a layout";

    /// <summary>A workbook, or text that is no markup: what else is wrong with it is told by reading it.</summary>
    public bool Recognises(ArrivedFile file)
    {
        var head = file.Content.AsSpan(0, Math.Min(file.Content.Length, Looked));
        return IsWorkbook(file) || (!Xml.LooksLikeMarkup(head) && (IsUtf16(head) || !head.Contains((byte)0)));
    }

    /// <summary>Reads the documents by the layout. Text without one is taken for a documents file, and what that lacks is said.</summary>
    public IReadOnlyList<ArrivedRecord> Read(ArrivedFile file, ReadingChoices choices, Problems problems)
    {
        if (choices.Layout is { Register: not null } register)
            return RegisterRows.Read(file, register, choices, problems);
        if (choices.Layout is { } layout)
            return LayoutReader.Read(file, layout, choices, problems);
        if (IsWorkbook(file))
            throw new FileFaultException("", "it is a workbook; expected a layout that says what its columns mean");
        return new DocumentsFileReader().Read(file, choices, problems);
    }

    internal static bool IsWorkbook(ArrivedFile file) => file.Content.AsSpan().StartsWith("PK"u8);

    private static bool IsUtf16(ReadOnlySpan<byte> head) => head is [0xFF, 0xFE, ..] or [0xFE, 0xFF, ..];
}
