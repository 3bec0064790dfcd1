using System.Security.Cryptography;
using System.Text.Json;
using Adnumera.Web.Refusals;

namespace Adnumera.Web.Requests;

/// <summary>What tells one version of something from every other: whoever puts it whole says which one they read, so that nobody writes
/// over what another one saved in the meantime.</summary>
internal static class Revision
{
    private const int Length = 16;

    /// <summary>The revision of what stands there.</summary>
    public static string Of<T>(T stands) =>
        Convert.ToHexStringLower(SHA256.HashData(JsonSerializer.SerializeToUtf8Bytes(stands, JsonSerializerOptions.Web)))[..Length];

    /// <summary>Refuses what was read before another one saved; called within the transaction that would save.</summary>
    /// <param name="read">The revision that was read.</param>
    /// <param name="stands">The revision that stands there.</param>
    /// <param name="what">What it is, as people say it.</param>
    /// <param name="now">What stands there, so that both can be looked at.</param>
    /// <exception cref="RefusedException">They differ.</exception>
    public static void Require<T>(string read, string stands, string what, T now)
    {
        if (read != stands)
            throw new RefusedException(
                "saved-since",
                $"{what} was saved by somebody else since you opened it. Nothing was changed; look at both, and choose.",
                StatusCodes.Status409Conflict
            )
            {
                Extensions = new Dictionary<string, object?> { ["now"] = now },
            };
    }
}
