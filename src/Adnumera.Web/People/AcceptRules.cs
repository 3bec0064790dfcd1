using Adnumera.Web.Requests;
using FluentValidation;

namespace Adnumera.Web.People;

/// <summary>What a person who is new here needs to say.</summary>
internal sealed class AcceptRules : AbstractValidator<AcceptRequest>
{
    public AcceptRules()
    {
        this.NeedsName(r => r.Name);
        this.NeedsSignIn(r => r.SignIn);
    }
}
