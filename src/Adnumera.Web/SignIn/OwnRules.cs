using Adnumera.Web.Requests;
using FluentValidation;

namespace Adnumera.Web.SignIn;

/// <summary>What a person's name needs.</summary>
internal sealed class NameRules : AbstractValidator<NameRequest>
{
    public NameRules() => this.NeedsName(r => r.Name);
}
