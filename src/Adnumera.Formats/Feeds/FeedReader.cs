using Adnumera.Core.Sources;

namespace Adnumera.Formats.Feeds;

/// <summary>What a feed delivered, when its file comes again by hand.</summary>
/// <param name="withPayRuns">Whether pay runs are taken, too.</param>
public sealed class FeedReader(bool withPayRuns = false) : IArrivalReader
{
    /// <inheritdoc/>
    public ArrivalForm Form => ArrivalForm.Feed;

    /// <inheritdoc/>
    public string Reads => "what a feed delivered";

    /// <inheritdoc/>
    public bool Recognises(ArrivedFile file) => FeedFile.Recognises(file.Content) && (withPayRuns || !FeedFile.IsOfPayroll(file.Content));

    /// <inheritdoc/>
    public IReadOnlyList<ArrivedRecord> Read(ArrivedFile file, ReadingChoices choices, Problems problems) =>
        FeedFile.Arrived(file.Name, FeedFile.Read(file.Content), choices, problems, FeedFile.IsOfPayroll(file.Content));

    /// <inheritdoc/>
    public bool MayCorrect(ArrivedFile file) => true;
}
