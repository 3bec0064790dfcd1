using System.Globalization;
using Adnumera.Core.Ledger;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using FluentValidation;

namespace Adnumera.Web.Count;

/// <summary>What a source itself says that it sent.</summary>
/// <param name="Arrived">What arrived, by the documents' own days, in that time.</param>
/// <param name="Agrees">Whether that is the same.</param>
public sealed record StatementAnswer(
    long Id,
    string Source,
    string FirstDay,
    string LastDay,
    long Documents,
    string Money,
    TallyText Arrived,
    bool Agrees,
    string At,
    string Who
);

public sealed record StatementRequest(string? Source, string? FirstDay, string? LastDay, string? Documents, string? Money);

/// <summary>What a statement needs, whatever it is compared with.</summary>
internal sealed class StatementRules : AbstractValidator<StatementRequest>
{
    public StatementRules()
    {
        this.Needs(r => r.Source, "source", "Say which source it is.");
        RuleFor(r => r.Documents)
            .Must(d => Number(d) is not null)
            .WithErrorCode("documents")
            .WithMessage(r => $"{Quote.Of(r.Documents)} is not a number of documents.");
    }

    /// <summary>A number of documents; none when the text is none.</summary>
    public static int? Number(string? text) =>
        int.TryParse(text?.Trim(), NumberStyles.None, CultureInfo.InvariantCulture, out var number) ? number : null;
}
