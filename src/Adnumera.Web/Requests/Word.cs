using Adnumera.Web.Refusals;

namespace Adnumera.Web.Requests;

/// <summary>Fixed words as requests carry them in an address.</summary>
internal static class Word
{
    /// <summary>The value of a word.</summary>
    /// <param name="text">The word.</param>
    /// <param name="what">What it is a word of, such as <c>state</c>.</param>
    /// <exception cref="RefusedException">It is none.</exception>
    public static T Read<T>(string? text, string what)
        where T : struct, Enum =>
        Words<T>.TryRead(text ?? "", out var value)
            ? value
            : throw new RefusedException(
                what,
                $"{Quote.Of(text)} is none of {string.Join(", ", Words<T>.All)}. Nothing was changed.",
                StatusCodes.Status400BadRequest
            );

    /// <summary>The value of a word; none when it is blank.</summary>
    /// <exception cref="RefusedException">It is filled, and none.</exception>
    public static T? ReadOrNone<T>(string? text, string what)
        where T : struct, Enum => string.IsNullOrEmpty(text) ? null : Read<T>(text, what);
}
