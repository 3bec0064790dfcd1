using System.Security.Cryptography;

namespace Adnumera.Core.Sources;

/// <summary>A file as it arrived.</summary>
/// <param name="Name">Its name, without a folder.</param>
/// <param name="Content">Its bytes.</param>
public sealed record ArrivedFile(string Name, byte[] Content)
{
    /// <summary>What tells files apart: SHA-256 over the bytes (FIPS 180-4), in capital hexadecimal digits.</summary>
    public string Hash { get; } = Convert.ToHexString(SHA256.HashData(Content));
}
