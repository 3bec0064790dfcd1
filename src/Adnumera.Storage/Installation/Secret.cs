using System.Security.Cryptography;

namespace Adnumera.Storage.Installation;

/// <summary>What only its holder knows: whoever shows it is let in once, or for a time. The file keeps its hash alone.</summary>
public static class Secret
{
    private const int Length = 32;

    /// <summary>A new one of 256 random bits, for an address or a cookie.</summary>
    public static string New() => Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(Length));

    /// <summary>What is kept of it (SHA-256: there is nothing to guess in 256 random bits).</summary>
    public static byte[] Hash(string secret) => SHA256.HashData(System.Text.Encoding.UTF8.GetBytes(secret));
}
