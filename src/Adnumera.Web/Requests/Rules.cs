using System.Linq.Expressions;
using FluentValidation;

namespace Adnumera.Web.Requests;

/// <summary>Rules that several requests share.</summary>
internal static class Rules
{
    /// <summary>A text that somebody has to give.</summary>
    /// <param name="validator">The rules of the request.</param>
    /// <param name="text">The text.</param>
    /// <param name="code">The stable word of the refusal.</param>
    /// <param name="message">What to give, as a sentence.</param>
    public static void Needs<T>(this AbstractValidator<T> validator, Expression<Func<T, string?>> text, string code, string message) =>
        validator.RuleFor(text).Must(t => !string.IsNullOrWhiteSpace(t)).WithErrorCode(code).WithMessage(message);
}
