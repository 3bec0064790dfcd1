using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Feeds;
using Adnumera.Storage.Feeds;
using Adnumera.Web.Requests;

namespace Adnumera.Web.Feeds;

/// <summary>A kind of feed that can be connected.</summary>
/// <param name="Decides">The field of its records that says whose they are; blank for none.</param>
/// <param name="OwnSource">What the source of its documents is called; blank where people choose.</param>
public sealed record FeedKindAnswer(
    FeedKind Kind,
    string Title,
    string Brings,
    string Decides,
    bool NeedsConsent,
    bool TakesNews,
    string OwnSource
);

/// <summary>One pull.</summary>
/// <param name="Trouble">What went wrong; blank where it went well.</param>
/// <param name="Records">How many records or files came.</param>
/// <param name="Waiting">Of these, how many wait because nobody decided whose they are.</param>
/// <param name="Others">Of these, how many are another company's.</param>
/// <param name="Refused">Of these, how many files could not be taken in.</param>
/// <param name="Arrival">The file that they became; 0 for none.</param>
public sealed record FeedPullAnswer(
    long Id,
    string At,
    string Who,
    string Trouble,
    long Records,
    long Added,
    long Updated,
    long Unchanged,
    long Corrections,
    long Pending,
    long Cancelled,
    long Incomplete,
    long Waiting,
    long Others,
    long Refused,
    string Money,
    long Arrival
)
{
    internal static FeedPullAnswer Of(FeedPullRow p, Currency currency) =>
        new(
            p.Id,
            p.At,
            p.Who,
            p.Trouble,
            p.Records,
            p.Added,
            p.Updated,
            p.Unchanged,
            p.Corrections,
            p.Pending,
            p.Cancelled,
            p.Incomplete,
            p.Waiting,
            p.Others,
            p.Refused,
            AmountText.Format(p.Money, currency.Digits),
            p.ArrivalId
        );
}

/// <summary>A feed that is connected.</summary>
/// <param name="Source">What its documents' source is called.</param>
/// <param name="Address">Where it is; of a folder, its path.</param>
/// <param name="NextAt">When it is pulled next by itself; blank for by hand.</param>
/// <param name="Failures">How many pulls failed one after the other.</param>
/// <param name="Trouble">What the last one said; blank where it went well.</param>
/// <param name="NeedsConsent">Whether somebody has to allow it anew.</param>
/// <param name="Last">The last pull; none yet.</param>
public sealed record FeedAnswer(
    long Id,
    FeedKind Kind,
    string Title,
    string Source,
    string Address,
    string FromDay,
    PullEvery Every,
    string ConnectedAt,
    string ConnectedBy,
    string NextAt,
    long Failures,
    string Trouble,
    bool NeedsConsent,
    FeedPullAnswer? Last
)
{
    internal static FeedAnswer Of(FeedRow f, string address, FeedPullRow? last, Currency currency) =>
        new(
            f.Id,
            f.KindValue,
            f.KindValue.Row().Title,
            f.Source,
            address,
            f.FromDay,
            f.EveryValue,
            f.ConnectedAt,
            f.ConnectedBy,
            f.NextAt,
            f.Failures,
            f.Trouble,
            f.NeedsConsent == 1,
            last is null ? null : FeedPullAnswer.Of(last, currency)
        );
}

/// <summary>The feeds of a company, and what can be connected.</summary>
public sealed record FeedsAnswer(IReadOnlyList<FeedAnswer> Feeds, IReadOnlyList<FeedKindAnswer> Kinds);

/// <summary>A value of the field that says whose a record is.</summary>
/// <param name="Value">The value; blank where records say nothing.</param>
/// <param name="Ours">Whether it is ours; none while nobody decided.</param>
/// <param name="Waiting">How many records wait for that.</param>
public sealed record FeedValueAnswer(string Value, bool? Ours, long Waiting);

/// <summary>A record that waits until somebody says whose it is.</summary>
public sealed record FeedWaitingAnswer(string Id, string Value, string Place, string Day, string Who, string Amount);

/// <summary>A file that could not be taken in.</summary>
/// <param name="Hash">What it is fetched by.</param>
public sealed record FeedFileAnswer(string Hash, string FileName, string At, string Trouble);

/// <summary>A feed with all that was decided about it and waits.</summary>
/// <param name="Decides">The field of its records that says whose they are; blank for none.</param>
/// <param name="Told">How many news its source was told; none where it wants none.</param>
/// <param name="ToTell">How many wait to be told.</param>
/// <param name="TellTrouble">Why the next could not be told; blank where nothing is wrong.</param>
/// <param name="Says">The source's own control totals of the latest months.</param>
/// <param name="MorePulls">Whether there are earlier pulls than these.</param>
public sealed record FeedDetail(
    FeedAnswer Feed,
    string Decides,
    IReadOnlyList<FeedValueAnswer> Values,
    IReadOnlyList<FeedWaitingAnswer> Waiting,
    IReadOnlyList<FeedFileAnswer> Refused,
    IReadOnlyList<FeedPullAnswer> Pulls,
    bool MorePulls,
    long? Told,
    long ToTell,
    string TellTrouble,
    IReadOnlyList<FeedSaysAnswer> Says,
    string Currency
);

/// <summary>What a source says of some days, and what arrived of them.</summary>
public sealed record FeedSaysAnswer(string FirstDay, string LastDay, TallyText Said, TallyText Arrived, bool Agrees);

/// <summary>One difference between what a source counts and what arrived.</summary>
/// <param name="Document">The document here; 0 for none.</param>
public sealed record FeedDifferenceAnswer(
    FeedGapKind Kind,
    string Id,
    string DayThere,
    string MoneyThere,
    string DayHere,
    string MoneyHere,
    long Document
);

/// <summary>The gap of some days, named.</summary>
/// <param name="Compared">How many records both have alike.</param>
public sealed record FeedGapAnswer(string FirstDay, string LastDay, long Compared, IReadOnlyList<FeedDifferenceAnswer> Differences);

/// <summary>What a feed is to be connected with.</summary>
/// <param name="Feed">The feed that is allowed anew; none for a new one.</param>
/// <param name="Folder">The name of the folder, of a folder.</param>
public sealed record FeedRequest(FeedKind? Kind, string? Source, string? FromDay, PullEvery? Every, string? Folder, long? Feed);

/// <summary>Where consent is given.</summary>
public sealed record FeedConsentAnswer(string Url);

public sealed record FeedScheduleRequest(PullEvery? Every);

/// <summary>Whose a value is.</summary>
/// <param name="Ours">None takes the decision back.</param>
public sealed record FeedValueRequest(string? Value, bool? Ours);

/// <summary>Whose one record is that waits.</summary>
public sealed record FeedWaitingRequest(string? Id, bool? Ours);
