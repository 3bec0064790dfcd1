using Adnumera.Core.Documents;

namespace Adnumera.Formats.Documents;

/// <summary>A document as a documents file has it.</summary>
/// <param name="Document">The document.</param>
/// <param name="FirstRow">The physical line of its first row.</param>
/// <param name="LastRow">The physical line of its last row.</param>
public sealed record FiledDocument(Document Document, long FirstRow, long LastRow)
{
    /// <summary>Where it stands, as people say it.</summary>
    public string Place => PlaceOf(FirstRow, LastRow);

    /// <summary>Where rows stand, as people say it.</summary>
    public static string PlaceOf(long first, long last) => first == last ? $"row {first}" : $"rows {first}–{last}";
}
