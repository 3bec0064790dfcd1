namespace Adnumera.Core.Sources;

/// <summary>A word on a page.</summary>
/// <param name="Text">The word.</param>
/// <param name="Left">Where it begins, in points from the left.</param>
/// <param name="Right">Where it ends.</param>
/// <param name="Size">The size of its letters, in points.</param>
public readonly record struct TextWord(string Text, double Left, double Right, double Size);

/// <summary>A row of words on a page, from left to right.</summary>
/// <param name="Page">The page, from 1.</param>
/// <param name="Words">The words.</param>
public sealed record TextRow(int Page, IReadOnlyList<TextWord> Words)
{
    /// <summary>The words with a space between them.</summary>
    public string Text { get; } = string.Join(' ', Words.Select(w => w.Text));
}
