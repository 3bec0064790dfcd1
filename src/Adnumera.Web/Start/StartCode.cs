using System.Security.Cryptography;
using System.Text;

namespace Adnumera.Web.Start;

/// <summary>
/// The code that opens the first page, once: whoever reads the console of the machine may make the first administrator, and nobody else.
/// It is new with each start of the application, and is kept nowhere.
/// </summary>
public sealed class StartCode
{
    // Without letters and digits that are mistaken for one another; 12 of 30 are 58 bits, and tries are limited.
    private const string Signs = "23456789abcdefghjkmnpqrstvwxyz";

    /// <summary>Three groups of four signs.</summary>
    public string Text { get; } = string.Join('-', RandomNumberGenerator.GetString(Signs, 12).Chunk(4).Select(c => new string(c)));

    /// <summary>Whether a text is the code, however its groups were typed.</summary>
    public bool Fits(string text) => CryptographicOperations.FixedTimeEquals(Plain(text), Plain(Text));

    private static byte[] Plain(string text) =>
        Encoding.UTF8.GetBytes(new string([.. text.Where(c => c is not ('-' or ' '))]).ToLowerInvariant());
}
