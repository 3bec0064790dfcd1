using Adnumera.Core.Amounts;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using FluentValidation;

namespace Adnumera.Web.Mapping;

/// <param name="Documents">Documents that it has taken, whatever their state.</param>
public sealed record PaymentAccountAnswer(
    long Id,
    string Name,
    PaymentAccountKind Kind,
    string Account,
    string AccountTitle,
    string Currency,
    string Holder,
    IReadOnlyList<string> OtherHolders,
    IReadOnlyList<NumberText> Numbers,
    long Documents,
    string Money,
    string Broken,
    string Revision
);

/// <summary>A number with its first and last day; blank for since ever and for still in use.</summary>
public sealed record NumberText(string? Text, string? From, string? Through);

/// <summary>What arrives and no payment account claims, or several do.</summary>
public sealed record UnclaimedAnswer(string Text, long Documents, string Money, IReadOnlyList<string> ClaimedBy);

public sealed record PaymentAccountsAnswer(
    IReadOnlyList<PaymentAccountAnswer> Accounts,
    IReadOnlyList<UnclaimedAnswer> Unclaimed,
    string Currency
);

/// <param name="Revision">What was read; of no meaning for a new one.</param>
public sealed record PaymentAccountRequest(
    string? Name,
    PaymentAccountKind? Kind,
    string? Account,
    string? Currency,
    string? Holder,
    IReadOnlyList<string>? OtherHolders,
    IReadOnlyList<NumberText>? Numbers,
    bool Confirmed = false,
    string Revision = ""
);

/// <summary>What a payment account needs, whatever the ledger has.</summary>
internal sealed class PaymentAccountRules : AbstractValidator<PaymentAccountRequest>
{
    // More than the final digits would be a whole card number, which is never kept.
    private const int MostDigits = 6;

    public PaymentAccountRules()
    {
        this.Needs(r => r.Name, "name", "A payment account needs a name.");
        RuleFor(r => r.Kind).NotNull().WithErrorCode("kind").WithMessage("Say what kind of payment account it is.");
        RuleFor(r => r.Holder)
            .Must(h => !string.IsNullOrWhiteSpace(h))
            .When(r => r.Kind == PaymentAccountKind.Personal)
            .WithErrorCode("holder")
            .WithMessage(r => $"“{r.Name?.Trim()}” is a person's own: say whose, for what it pays is owed to that person.");
        RuleFor(r => r.Currency)
            .Must(c => string.IsNullOrWhiteSpace(c) || Currency.TryFind(c.Trim(), out _))
            .WithErrorCode("currency")
            .WithMessage(r => $"{Quote.Of(r.Currency)} is not a currency of ISO 4217, such as USD.");
        RuleForEach(r => r.Numbers)
            .Must(n => (n.Text ?? "").Count(char.IsAsciiDigit) <= MostDigits)
            .WithErrorCode("digits")
            .WithMessage((_, n) => $"“{n.Text?.Trim()}” looks like a whole card number; only final digits are kept.");
    }
}
