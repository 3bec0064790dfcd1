using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Web.Requests;
using FluentValidation;

namespace Adnumera.Web.Suppliers;

/// <summary>What linking two spellings needs.</summary>
internal sealed class LinkRules : AbstractValidator<LinkRequest>
{
    public LinkRules()
    {
        this.Needs(r => r.Supplier, "supplier", "Say which spelling is which supplier.");
        this.Needs(r => r.Name, "supplier", "Say which spelling is which supplier.");
        RuleFor(r => r.Name)
            .Must((r, name) => !Folded.Same(r.Supplier?.Trim() ?? "", name?.Trim() ?? ""))
            .WithErrorCode("supplier")
            .WithMessage("A supplier cannot be linked to itself.");
    }
}

/// <summary>What keeping two apart needs.</summary>
internal sealed class ApartRules : AbstractValidator<ApartRequest>
{
    public ApartRules()
    {
        this.Needs(r => r.Left, "supplier", "Say which two are not the same.");
        this.Needs(r => r.Right, "supplier", "Say which two are not the same.");
    }
}

/// <summary>What a supplier group needs, whatever the ledger has.</summary>
internal sealed class GroupRules : AbstractValidator<GroupAnswer>
{
    public GroupRules()
    {
        this.Needs(r => r.Name, "name", "A group needs a name.");
        RuleFor(r => r.Form)
            .Must(f => f is not { } form || DocumentKind.Bill.Row().Forms.Contains(form))
            .WithErrorCode("form")
            .WithMessage(r => $"{Words<LedgerForm>.Of(r.Form!.Value)} is no form of a bill.");
    }
}
