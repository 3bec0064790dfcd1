using Adnumera.Storage.Installation;
using Microsoft.AspNetCore.Identity;

namespace Adnumera.Web;

/// <summary>Passwords, kept as the framework's salted PBKDF2 hashes.</summary>
public static class Passwords
{
    private static readonly PasswordHasher<Person> Hasher = new();

    public static string Hash(string password) => Hasher.HashPassword(null!, password);

    public static bool Fits(string hash, string password) =>
        Hasher.VerifyHashedPassword(null!, hash, password) != PasswordVerificationResult.Failed;
}
