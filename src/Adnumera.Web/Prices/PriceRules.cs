using Adnumera.Core.Prices;
using FluentValidation;

namespace Adnumera.Web.Prices;

/// <summary>What a decision about prices needs.</summary>
internal sealed class PriceDecisionRules : AbstractValidator<PriceDecisionRequest>
{
    public PriceDecisionRules() =>
        RuleFor(r => r.As)
            .Must(a => a is PriceState.NewPrice or PriceState.ThisTime)
            .WithErrorCode("as")
            .WithMessage("Say whether it is the new price, or accepted for this time only.");
}

/// <summary>What a tolerance needs.</summary>
internal sealed class PriceToleranceRules : AbstractValidator<PriceToleranceText>
{
    public PriceToleranceRules()
    {
        RuleFor(r => r.Percent).NotNull().WithErrorCode("percent").WithMessage("Say how many per cent a price may move.");
        RuleFor(r => r.Money).NotNull().WithErrorCode("money").WithMessage("Say by how much in money a price may move.");
    }
}
