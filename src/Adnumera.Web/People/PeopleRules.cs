using Adnumera.Web.Requests;
using FluentValidation;

namespace Adnumera.Web.People;

/// <summary>What an invitation needs.</summary>
internal sealed class InvitationRules : AbstractValidator<InvitationRequest>
{
    private const int MostDays = 30;

    public InvitationRules()
    {
        RuleFor(r => r.Role).NotNull().WithErrorCode("role").WithMessage("Say what they are to be in this company.");
        this.Needs(r => r.ForWhom, "for-whom", "Say whom the invitation is for.");
        this.Needs(r => r.Mark, "mark", "The request carries no mark of its own.");
        RuleFor(r => r.Days)
            .InclusiveBetween(1, MostDays)
            .WithErrorCode("days")
            .WithMessage($"An invitation ends after 1 to {MostDays} days.");
    }
}

/// <summary>What another role needs.</summary>
internal sealed class MemberRules : AbstractValidator<MemberRequest>
{
    public MemberRules() => RuleFor(r => r.Role).NotNull().WithErrorCode("role").WithMessage("Say what they are to be in this company.");
}
