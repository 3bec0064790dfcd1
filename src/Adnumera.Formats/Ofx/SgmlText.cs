namespace Adnumera.Formats.Ofx;

/// <summary>A text that is read from sign to sign, a part of it at a time, so that a long one is never kept whole.</summary>
internal sealed class SgmlText(TextReader reader) : IDisposable
{
    private char[] buffer = new char[1 << 15];
    private int from,
        to;

    /// <summary>What stands before the next such sign, which is left behind; at the end of the text all that is left. Valid until the next
    /// call.</summary>
    /// <param name="sign">The sign.</param>
    /// <param name="isEnd">Whether the text ended without it.</param>
    public ReadOnlySpan<char> Before(char sign, out bool isEnd)
    {
        var looked = from;
        while (true)
        {
            var at = buffer.AsSpan(looked, to - looked).IndexOf(sign);
            if (at >= 0)
            {
                var text = buffer.AsSpan(from, looked + at - from);
                from = looked + at + 1;
                isEnd = false;
                return text;
            }

            looked = to - from;
            if (!Fill())
            {
                isEnd = true;
                var rest = buffer.AsSpan(from, to - from);
                from = to;
                return rest;
            }
        }
    }

    public void Dispose() => reader.Dispose();

    // More behind what is not read yet, which moves to the front.
    private bool Fill()
    {
        buffer.AsSpan(from, to - from).CopyTo(buffer);
        (from, to) = (0, to - from);
        if (to == buffer.Length)
            Array.Resize(ref buffer, 2 * buffer.Length);
        var read = reader.Read(buffer.AsSpan(to));
        to += read;
        return read > 0;
    }
}
