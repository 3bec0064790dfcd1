using Adnumera.Core.Access;
using Adnumera.Storage.Installation;
using Adnumera.Web.Refusals;
using Microsoft.AspNetCore.Identity;

namespace Adnumera.Web.SignIn;

/// <summary>Passwords, kept as the framework's salted PBKDF2 hashes; which may be chosen is the core's rule.</summary>
public static class Passwords
{
    private static readonly PasswordHasher<Person> Hasher = new();

    private static readonly Lazy<HashSet<string>> Common = new(() =>
    {
        using var stream = typeof(Passwords).Assembly.GetManifestResourceStream("common-passwords.txt")!;
        using var reader = new StreamReader(stream);
        return [.. reader.ReadToEnd().Split('\n', StringSplitOptions.RemoveEmptyEntries)];
    });

    private static readonly PasswordRule Rule = new(text => Common.Value.Contains(text));

    public static string Hash(string password) => Hasher.HashPassword(null!, PasswordRule.Normal(password));

    public static bool Fits(string hash, string password) =>
        Hasher.VerifyHashedPassword(null!, hash, PasswordRule.Normal(password)) != PasswordVerificationResult.Failed;

    /// <summary>Hashes a password that a person chose.</summary>
    /// <exception cref="RefusedException">It may not be chosen.</exception>
    public static string Chosen(string? password, string name, string signIn) =>
        Rule.Check(password ?? "", name, signIn) is { } fault
            ? throw new RefusedException("password", $"{Because(fault)} Nothing was changed; choose another one.")
            : Hash(password!);

    private static string Because(PasswordFault fault) =>
        fault switch
        {
            PasswordFault.TooShort => $"A password has at least {PasswordRule.Shortest} characters; a few words in a row are easy to keep.",
            PasswordFault.TooLong => $"A password has at most {PasswordRule.Longest} characters.",
            PasswordFault.Common => "This is one of the passwords that are tried first.",
            PasswordFault.Repeated => "This is one piece again and again, or a plain row of letters or digits.",
            PasswordFault.OwnName => "This is little more than a name that everybody knows.",
        };
}
