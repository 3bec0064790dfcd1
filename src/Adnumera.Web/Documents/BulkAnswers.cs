using Adnumera.Core.Documents;
using Adnumera.Web.Mapping;
using Adnumera.Web.Requests;

namespace Adnumera.Web.Documents;

/// <summary>What is decided for many documents at once.</summary>
public enum BulkDecision
{
    /// <summary>The account of each line.</summary>
    Account,

    /// <summary>The category of each line.</summary>
    Category,

    /// <summary>A dimension of each line.</summary>
    Dimension,

    /// <summary>The payment account.</summary>
    PaymentAccount,

    /// <summary>The supplier.</summary>
    Supplier,

    /// <summary>The employee.</summary>
    Employee,

    /// <summary>They were private.</summary>
    Private,

    /// <summary>They are no duplicates.</summary>
    NotDuplicate,

    /// <summary>They are set aside.</summary>
    SetAside,

    /// <summary>They are reopened.</summary>
    Reopen,

    /// <summary>They are held back.</summary>
    HoldBack,

    /// <summary>They are released.</summary>
    Release,

    /// <summary>Those in the locked period go to the first open day.</summary>
    OpenDay,

    /// <summary>Those of a negative total become the other kind.</summary>
    OtherKind,

    /// <summary>They come to the company's currency at a rate.</summary>
    Convert,

    /// <summary>The difference between total and lines goes to rounding.</summary>
    Difference,
}

/// <summary>A decision for many documents.</summary>
/// <param name="Ids">Which; without them all of the list.</param>
/// <param name="What">What is decided.</param>
/// <param name="Value">The account, category, value, payment account, supplier, employee or rate.</param>
/// <param name="Dimension">Which dimension, of a dimension.</param>
/// <param name="Reason">Why they are set aside.</param>
/// <param name="Note">Why, in words of one's own.</param>
/// <param name="On">The day of a rate.</param>
public sealed record BulkRequest(
    IReadOnlyList<long>? Ids,
    BulkDecision? What,
    string? Value = null,
    string? Dimension = null,
    SetAsideKind? Reason = null,
    string? Note = null,
    string? On = null
);

/// <summary>What a decision for many would do.</summary>
/// <param name="May">How many it can be made for, and their money.</param>
/// <param name="Left">How many it cannot be made for.</param>
/// <param name="FirstLeft">The first of these, each with why.</param>
public sealed record BulkRehearsal(TallyText May, int Left, IReadOnlyList<LeftOut> FirstLeft, RehearsalAnswer Rehearsal);

/// <summary>A document for which a decision cannot be made.</summary>
public sealed record LeftOut(long Id, string Title, string Why);

/// <summary>What was decided for many.</summary>
/// <param name="Batch">What takes it back; 0 where nothing was changed.</param>
public sealed record BulkAnswer(long Batch, int Documents, int Left);

/// <summary>What became of taking it back.</summary>
/// <param name="Left">How many were decided otherwise since, and stay.</param>
public sealed record BulkUndone(int Documents, int Left);
