namespace Adnumera.Core.Documents;

/// <summary>Labels: words of a company's own on documents, to find and total them by. They decide nothing. Two that differ only in case
/// or white space are one.</summary>
public static class Labels
{
    /// <summary>The most characters of a label.</summary>
    public const int Longest = 40;

    /// <summary>The most labels of a document.</summary>
    public const int Most = 12;

    /// <summary>Labels as they are kept: trimmed, each once as first written, blank ones left out.</summary>
    public static IReadOnlyList<string> Of(IEnumerable<string> typed) =>
        [.. typed.Select(t => t.Trim()).Where(t => t.Length > 0).DistinctBy(Folded.Of)];

    /// <summary>What is wrong with labels as they are kept; null for nothing.</summary>
    public static string? Wrong(IReadOnlyList<string> labels) =>
        labels.Count > Most ? $"A document has at most {Most} labels."
        : labels.FirstOrDefault(l => l.Length > Longest) is { } longer
            ? $"{Quote.Of(longer)} has {longer.Length} characters; a label has at most {Longest}."
        : null;
}
