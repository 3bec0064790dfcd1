using Adnumera.Core.Sources;

namespace Adnumera.Core.Feeds;

/// <summary>Where a record stands at its source.</summary>
public enum FeedStanding
{
    /// <summary>It holds: it is a document.</summary>
    Stands,

    /// <summary>It may still change or not come: a charge that is not settled, an order that is not shipped, a claim nobody
    /// approved.</summary>
    Pending,

    /// <summary>It does not hold: it was rejected, withdrawn or cancelled there.</summary>
    Cancelled,
}

/// <summary>A record of a feed as its source has it now.</summary>
/// <param name="Id">The source's own id; it stays when anything else changes.</param>
/// <param name="Place">What it is there, as people say it: <c>movement CM-104</c>.</param>
/// <param name="Standing">Where it stands.</param>
/// <param name="Whose">The value of the field that says whose it is; blank where the record says nothing.</param>
/// <param name="Typed">Its texts, by the columns of documents.csv, right or wrong.</param>
public sealed record FeedRecord(string Id, string Place, FeedStanding Standing, string Whose, TypedDocument Typed)
{
    /// <summary>What was charged in the currency of the purchase; blank where it was this one.</summary>
    public string ForeignAmount { get; init; } = "";
}
