using Adnumera.Core.Amounts;
using Adnumera.Core.Count;
using Adnumera.Core.Sources;

namespace Adnumera.Core.Feeds;

/// <summary>How feeds are connected: each source that delivers by itself is one more class behind it.</summary>
public interface IFeedConnector
{
    /// <summary>The page of the source on which whoever owns it allows the connection.</summary>
    /// <param name="program">The address of the source.</param>
    /// <param name="kind">Which kind.</param>
    /// <param name="redirect">Where the browser goes then.</param>
    /// <param name="state">What comes back with it.</param>
    Uri ConsentPage(Uri program, FeedKind kind, Uri redirect, string state);

    /// <summary>Trades the code that came back for a token.</summary>
    /// <exception cref="FeedTroubleException">The source does not answer, or refuses.</exception>
    Task<string> Exchange(Uri program, string code, Uri redirect, CancellationToken cancel);

    /// <summary>The feed of a source that allowed it.</summary>
    IFeed Open(FeedConnection connection);

    /// <summary>The page of a record at the source, for people; none of a folder.</summary>
    Uri? RecordPage(FeedConnection connection, string sourceId);
}

/// <summary>What a feed is reached by.</summary>
/// <param name="Kind">Which kind.</param>
/// <param name="Address">The address of the source; of a folder, its path.</param>
/// <param name="Token">What the source gave.</param>
/// <param name="Currency">The company's currency, for the decimals of totals.</param>
public sealed record FeedConnection(FeedKind Kind, string Address, string Token, Currency Currency);

/// <summary>What a feed delivered: whatever changed since a mark, whole.</summary>
/// <param name="Records">Records, in the order in which they changed, each once.</param>
/// <param name="Files">Files, of a feed that has such.</param>
/// <param name="Mark">What to ask from next.</param>
public sealed record Delivery(IReadOnlyList<FeedRecord> Records, IReadOnlyList<DeliveredFile> Files, string Mark)
{
    /// <summary>Receipts and the like, by the id of the record that each belongs to.</summary>
    public IReadOnlyList<(string Id, ArrivedFile File)> Attachments { get; init; } = [];

    /// <summary>What was left where it is, and why, as people say it; blank for nothing. The rest came.</summary>
    public string LeftOut { get; init; } = "";
}

/// <summary>A file of a feed. Its bytes are asked for when it is its turn, so that no more than one is held at a time.</summary>
/// <param name="Id">The source's own id of it.</param>
/// <param name="Whose">The value of the field that says whose it is.</param>
/// <param name="From">Who sent it, as people say it.</param>
/// <param name="Name">Its name, without a folder.</param>
/// <param name="Hash">What tells it apart (<see cref="ArrivedFile.Hash"/>).</param>
/// <param name="Open">Reads it; a <see cref="FeedTroubleException"/> where it is not there any more, or another one by now.</param>
public sealed record DeliveredFile(
    string Id,
    string Whose,
    string From,
    string Name,
    string Hash,
    Func<CancellationToken, Task<ArrivedFile>> Open
)
{
    /// <summary>One that is at hand.</summary>
    public static DeliveredFile Of(string id, string whose, string from, ArrivedFile file) =>
        new(id, whose, from, file.Name, file.Hash, _ => Task.FromResult(file));
}

/// <summary>A record that the source's own total counts.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Day">The day that it counts in.</param>
/// <param name="Money">What it adds, in minor units; refunds and credits are negative.</param>
public sealed record CountedRecord(string Id, DateOnly Day, long Money);

/// <summary>The port to a source that delivers by itself.</summary>
public interface IFeed
{
    /// <summary>The values that the field has there that says whose a record is.</summary>
    /// <exception cref="FeedTroubleException">The source does not answer, or refuses.</exception>
    Task<IReadOnlyList<string>> Values(CancellationToken cancel);

    /// <summary>All that changed since a mark.</summary>
    /// <param name="mark">What was said at the last pull; blank for the first.</param>
    /// <param name="from">The first day of records that are wanted.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="FeedTroubleException">The source does not answer, or refuses, or cannot be understood: then nothing
    /// comes.</exception>
    Task<Delivery> Changed(string mark, DateOnly from, CancellationToken cancel);

    /// <summary>The source's own control total of some days, of these values of the field that decides; none for all. Null of a source that
    /// has none.</summary>
    /// <exception cref="FeedTroubleException">The source does not answer, or refuses.</exception>
    Task<Tally?> Says(DateOnly first, DateOnly last, IReadOnlyCollection<string> whose, CancellationToken cancel);

    /// <summary>What that total counts, one by one.</summary>
    /// <exception cref="FeedTroubleException">The source does not answer, or refuses.</exception>
    Task<IReadOnlyList<CountedRecord>> Counted(DateOnly first, DateOnly last, IReadOnlyCollection<string> whose, CancellationToken cancel);

    /// <summary>Tells the source what became of a document; the same again changes nothing there.</summary>
    /// <exception cref="FeedTroubleException">The source does not answer, or refuses.</exception>
    Task Tell(string sourceId, FeedNews news, CancellationToken cancel);

    /// <summary>Gives the token back.</summary>
    /// <exception cref="FeedTroubleException">The source does not answer, or refuses.</exception>
    Task Revoke(CancellationToken cancel);
}

/// <summary>A source that does not answer as it should: what it said, and when it may be asked again.</summary>
/// <param name="message">What happened, what was not changed, and what to do.</param>
/// <param name="inner">The cause.</param>
public sealed class FeedTroubleException(string message, Exception? inner = null) : Exception(message, inner)
{
    /// <summary>Whether somebody has to allow it anew: waiting does not help.</summary>
    public bool NeedsConsent { get; init; }

    /// <summary>How long the source asks to wait; none where it does not say.</summary>
    public TimeSpan? After { get; init; }
}
