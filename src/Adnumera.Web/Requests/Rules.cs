using System.Linq.Expressions;
using FluentValidation;

namespace Adnumera.Web.Requests;

/// <summary>Rules that several requests share.</summary>
internal static class Rules
{
    private const int LongestName = 100;

    /// <summary>A text that somebody has to give.</summary>
    /// <param name="validator">The rules of the request.</param>
    /// <param name="text">The text.</param>
    /// <param name="code">The stable word of the refusal.</param>
    /// <param name="message">What to give, as a sentence.</param>
    public static void Needs<T>(this AbstractValidator<T> validator, Expression<Func<T, string?>> text, string code, string message) =>
        validator.RuleFor(text).Must(t => !string.IsNullOrWhiteSpace(t)).WithErrorCode(code).WithMessage(message);

    /// <summary>The name of a person, as others read it.</summary>
    public static void NeedsName<T>(this AbstractValidator<T> validator, Expression<Func<T, string?>> name)
    {
        validator.Needs(name, "name", "Say the name, as others are to read it.");
        validator
            .RuleFor(name)
            .Must(n => n?.Trim().Length <= LongestName)
            .WithErrorCode("name")
            .WithMessage($"A name has at most {LongestName} characters.");
    }

    /// <summary>What somebody signs in with.</summary>
    public static void NeedsSignIn<T>(this AbstractValidator<T> validator, Expression<Func<T, string?>> signIn)
    {
        validator.Needs(signIn, "sign-in", "Say what to sign in with, such as a mail address.");
        validator
            .RuleFor(signIn)
            .Must(n => n?.Trim() is { Length: >= 3 and <= LongestName } text && !text.Any(char.IsWhiteSpace))
            .WithErrorCode("sign-in")
            .WithMessage($"What one signs in with has 3 to {LongestName} characters and no blanks.");
    }
}
