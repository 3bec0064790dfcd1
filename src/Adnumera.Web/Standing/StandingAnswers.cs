using Adnumera.Core.Documents;
using Adnumera.Core.Standing;
using Adnumera.Web.Mapping;
using Adnumera.Web.Requests;

namespace Adnumera.Web.Standing;

/// <summary>When a standing decision acts, as texts.</summary>
/// <param name="AtLeast">The total at least; blank for any.</param>
/// <param name="AtMost">The total at most; blank for any.</param>
/// <param name="FromDay">For documents dated from this day on; blank for all.</param>
public sealed record StandingConditionText(
    string Source,
    DocumentKind? Kind,
    string Supplier,
    string Text,
    string AtLeast,
    string AtMost,
    string MerchantCode,
    string PaymentAccount,
    string Employee,
    string FromDay
);

/// <summary>What a standing decision sets or asks for, as texts.</summary>
/// <param name="Dimension">Which dimension, of a dimension; blank otherwise.</param>
public sealed record StandingEffectText(StandingField Field, string Value, string Dimension);

/// <summary>A standing decision as texts.</summary>
/// <param name="Id">Its number; 0 for a new one.</param>
public sealed record StandingText(long Id, string Name, StandingConditionText When, IReadOnlyList<StandingEffectText> Then, bool IsOn);

/// <summary>A standing decision with what it did.</summary>
/// <param name="Documents">On how many documents it acted.</param>
/// <param name="Won">On how many of them something of it holds.</param>
public sealed record StandingAnswer(StandingText Decision, string At, string Who, long Documents, long Won);

/// <summary>All standing decisions, in their order.</summary>
/// <param name="Coded">How many documents were coded anew; 0 where nothing was saved.</param>
/// <param name="Later">How many more are, in the background.</param>
/// <param name="Revision">What tells this list from any other.</param>
public sealed record StandingsAnswer(IReadOnlyList<StandingAnswer> Decisions, string Currency, int Coded, int Later, string Revision);

/// <summary>All standing decisions as they would be, in their order.</summary>
/// <param name="Revision">The list that was read; of no meaning where it is only tried.</param>
public sealed record StandingsRequest(IReadOnlyList<StandingText>? Decisions, string Revision = "");

/// <summary>What other standing decisions would do.</summary>
/// <param name="Fits">All that has arrived and that the changed ones fit.</param>
/// <param name="Sent">Of these, what is in the ledger or on its way, and stays as it is.</param>
/// <param name="Sample">The latest of them.</param>
public sealed record StandingsRehearsal(TallyText Fits, TallyText Sent, IReadOnlyList<DocumentNote> Sample, RehearsalAnswer Rehearsal);
