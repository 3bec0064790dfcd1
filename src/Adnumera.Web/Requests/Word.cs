using Adnumera.Web.Refusals;

namespace Adnumera.Web.Requests;

/// <summary>A fixed word as an address carries it; it is read where it is used, so that whoever reads it can name the field.</summary>
/// <typeparam name="T">The enumeration that it is a word of; the API's description lists its words.</typeparam>
public readonly record struct Word<T>(string Text)
    where T : struct, Enum
{
    /// <summary>Takes any text: a wrong one is refused where it is read.</summary>
    public static bool TryParse(string? text, IFormatProvider? provider, out Word<T> word)
    {
        word = new Word<T>(text ?? "");
        return true;
    }

    /// <summary>The value.</summary>
    /// <param name="what">What it is a word of, such as <c>state</c>.</param>
    /// <exception cref="RefusedException">It is none.</exception>
    public T Read(string what) =>
        Words<T>.TryRead(Text, out var value)
            ? value
            : throw new RefusedException(
                what,
                $"{Quote.Of(Text)} is none of {string.Join(", ", Words<T>.All)}. Nothing was changed.",
                StatusCodes.Status400BadRequest
            );

    /// <summary>The value; none when it is blank.</summary>
    /// <exception cref="RefusedException">It is filled, and none.</exception>
    public T? ReadOrNone(string what) => string.IsNullOrEmpty(Text) ? null : Read(what);
}
