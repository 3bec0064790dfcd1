using Adnumera.Core.Ledger;

namespace Adnumera.Web.Ledger;

public sealed record ConnectionAnswer(
    bool Connected,
    string Address,
    string Organisation,
    string ConnectedAt,
    string ConnectedBy,
    string PulledAt,
    IReadOnlyList<RecordCount> Holds,
    IReadOnlyList<FeatureAnswer> Features,
    bool PullWaits,
    string Running
);

public sealed record RecordCount(string Record, int Count);

public sealed record FeatureAnswer(LedgerFeature Feature, bool On);

/// <param name="Role">The role's word.</param>
/// <param name="Title">The role as people say it.</param>
/// <param name="Why">What needs it.</param>
/// <param name="Account">The account that fills it; blank when none or several do.</param>
/// <param name="Chosen">Whether the company chose it, whatever the ledger says.</param>
/// <param name="Problem">Blank when all is well.</param>
/// <param name="Create">What to create in the ledger when nothing fits; blank when something fills it.</param>
/// <param name="Kinds">The kinds that it may be.</param>
/// <param name="Link">The page of the ledger on which accounts are added.</param>
public sealed record RequiredAccountAnswer(
    AccountRole Role,
    string Title,
    string Why,
    string Account,
    string AccountTitle,
    bool Chosen,
    string Problem,
    string Create,
    IReadOnlyList<AccountKind> Kinds,
    string Link
);

public sealed record RoleRequest(AccountRole? Role, string? Account);

public sealed record ConsentAnswer(string Url);

/// <summary>An account of the ledger.</summary>
/// <param name="Requires">The dimension that the ledger itself requires; blank for none.</param>
/// <param name="Demands">How much lines to it are to carry dimensions, as the company decided.</param>
public sealed record AccountAnswer(
    string Id,
    string Number,
    string Name,
    string Title,
    AccountKind Kind,
    AccountRole Role,
    bool Active,
    bool Control,
    string Requires,
    IReadOnlyList<DemandText> Demands,
    bool Hidden,
    string Link
);

/// <summary>How much a dimension is wanted.</summary>
public sealed record DemandText(Dimension Dimension, DimensionDemand Demand);

/// <summary>How much lines to an account are to carry a dimension.</summary>
public sealed record AccountDemandRequest(string? Account, Dimension Dimension, DimensionDemand Demand);

/// <summary>A dimension that lines may carry.</summary>
public sealed record DimensionAnswer(Dimension Dimension, string Title);

/// <summary>Values of the ledger that pickers offer: departments, locations, projects, payment terms, items, tax codes.</summary>
public sealed record LedgerValueAnswer(string Kind, string Id, string Name, bool Active, bool Hidden, string Account);
