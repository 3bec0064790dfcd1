using Adnumera.Web.Installation;
using Adnumera.Web.Requests;
using FluentValidation;

namespace Adnumera.Web.Start;

/// <summary>The first administrator and the first company of an installation.</summary>
/// <param name="Code">What the console printed when the application was started.</param>
public sealed record StartRequest(string? Code, string? Name, string? SignIn, string? Password, CompanyRequest? Company);

/// <summary>What a start needs.</summary>
internal sealed class StartRules : AbstractValidator<StartRequest>
{
    public StartRules()
    {
        this.Needs(r => r.Code, "code", "Type the code that the console printed.");
        this.NeedsName(r => r.Name);
        this.NeedsSignIn(r => r.SignIn);
        RuleFor(r => r.Company).NotNull().WithErrorCode("company").WithMessage("Say which company is the first one.");
        RuleFor(r => r.Company!).SetValidator(new CompanyRules()).When(r => r.Company is not null);
    }
}
