using Adnumera.Core.Ledger;
using Adnumera.Core.Suppliers;
using Adnumera.Storage.Suppliers;

namespace Adnumera.Web.Suppliers;

/// <summary>Suppliers from both sides.</summary>
/// <param name="Pairs">How many pairs may be the same.</param>
/// <param name="Proposals">The surest of them.</param>
/// <param name="OnlySource">Spellings that the ledger does not know; a dispatch adds them there.</param>
/// <param name="OnlyLedger">Suppliers of the ledger of which nothing arrived.</param>
/// <param name="Links">What persons linked.</param>
public sealed record SuppliersAnswer(
    long Pairs,
    IReadOnlyList<ProposalAnswer> Proposals,
    IReadOnlyList<SourceSupplier> OnlySource,
    IReadOnlyList<LedgerSupplierAnswer> OnlyLedger,
    IReadOnlyList<SupplierLink> Links,
    IReadOnlyList<GroupAnswer> Groups,
    int Both,
    string Currency
);

/// <param name="Holds">Whether documents of either are held until somebody decides.</param>
public sealed record ProposalAnswer(
    SupplierProposalKind Kind,
    string Left,
    string Right,
    string RightId,
    IReadOnlyList<string> Evidence,
    int Confidence,
    bool Holds,
    long Documents,
    string Money
);

public sealed record SourceSupplier(string Name, long Documents, string Money);

public sealed record LedgerSupplierAnswer(string Id, string Name, string Link);

public sealed record LinkRequest(string? Supplier, string? Name, string? LedgerSupplier, string? Evidence);

public sealed record ApartRequest(string? Left, string? Right, bool Apart);

/// <summary>A supplier group: what a new supplier in it begins with.</summary>
public sealed record GroupAnswer(
    string? Name,
    string? PayablesAccount,
    string? CostAccount,
    string? Term,
    string? TaxCode,
    LedgerForm? Form
);

/// <param name="Suppliers">Who joins the group, and gets its defaults where they have none of their own.</param>
public sealed record JoinRequest(string? Group, IReadOnlyList<string>? Suppliers);
