namespace Adnumera.Core.Texts;

/// <summary>Orders texts by their code points. Ordinal order is that of UTF-16, which puts what lies beyond U+FFFF before U+E000.</summary>
public sealed class CodePointComparer : IComparer<string>
{
    private CodePointComparer() { }

    /// <summary>The comparer.</summary>
    public static CodePointComparer Instance { get; } = new();

    /// <inheritdoc/>
    public int Compare(string? x, string? y)
    {
        var (left, right) = ((x ?? "").EnumerateRunes(), (y ?? "").EnumerateRunes());
        while (true)
        {
            var (hasLeft, hasRight) = (left.MoveNext(), right.MoveNext());
            if (!hasLeft || !hasRight)
                return hasLeft.CompareTo(hasRight);
            if (left.Current != right.Current)
                return left.Current.CompareTo(right.Current);
        }
    }
}
