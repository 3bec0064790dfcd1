using Adnumera.Core.Count;
using Adnumera.Core.Feeds;

namespace Adnumera.SourceClient.Folders;

/// <summary>A folder that is watched: whatever lies there, each time whole. What came before is known by its name and content. A file that
/// is still being written, or that says so by its name, is left for the next time; what is no file of a fit size keeps no other from
/// coming.</summary>
/// <param name="path">The folder.</param>
internal sealed class FolderFeed(string path) : IFeed
{
    private const int LargestFile = 64 * 1024 * 1024;
    private const int MostFiles = 1000;
    private static readonly TimeSpan Settled = TimeSpan.FromSeconds(2);
    private static readonly string[] Unfinished = [".part", ".tmp", ".crdownload"];

    /// <inheritdoc/>
    public Task<IReadOnlyList<string>> Values(CancellationToken cancel) => Task.FromResult<IReadOnlyList<string>>([]);

    /// <inheritdoc/>
    public async Task<Delivery> Changed(string mark, DateOnly from, CancellationToken cancel)
    {
        try
        {
            var (files, left) = (new List<DeliveredFile>(), new List<string>());
            // No more of the folder is looked at than may lie there.
            var there = new DirectoryInfo(path).EnumerateFiles().Where(IsFinished).Take(MostFiles + 1).ToList();
            if (there.Count > MostFiles)
                throw new FeedTroubleException(
                    $"More than {MostFiles} files lie in {path}. Nothing was taken in; take those out that came."
                );
            foreach (var file in there.OrderBy(f => f.Name, StringComparer.Ordinal))
                if (await WatchedFile.Hash(file.FullName, LargestFile, cancel) is { } hash)
                    files.Add(
                        new DeliveredFile(file.Name, "", "", file.Name, hash, c => WatchedFile.Read(file.FullName, hash, LargestFile, c))
                    );
                else
                    left.Add(file.Name);
            return new Delivery([], files, mark) { LeftOut = LeftOut(left) };
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            throw new FeedTroubleException($"The folder {path} cannot be read: {e.Message} Nothing was taken in; it is tried again.", e);
        }
    }

    private string LeftOut(List<string> names) =>
        names.Count == 0
            ? ""
            : $"{Quote.Of(names[0])}{(names.Count > 1 ? $" and {names.Count - 1} more" : "")} in {path} cannot be read, or has more than "
                + $"{LargestFile / 1024 / 1024} MB. It stays there, and the others came; split it, or take it out.";

    /// <inheritdoc/>
    public Task<Tally?> Says(DateOnly first, DateOnly last, IReadOnlyCollection<string> whose, CancellationToken cancel) =>
        Task.FromResult<Tally?>(null);

    /// <inheritdoc/>
    public Task<IReadOnlyList<CountedRecord>> Counted(
        DateOnly first,
        DateOnly last,
        IReadOnlyCollection<string> whose,
        CancellationToken cancel
    ) => Task.FromResult<IReadOnlyList<CountedRecord>>([]);

    /// <inheritdoc/>
    public Task Tell(string sourceId, FeedNews news, CancellationToken cancel) => Task.CompletedTask;

    /// <inheritdoc/>
    public Task Revoke(CancellationToken cancel) => Task.CompletedTask;

    // By the clock of the files, not by ours.
    private static bool IsFinished(FileInfo file) =>
        !file.Name.StartsWith('.')
        && !Unfinished.Contains(file.Extension, StringComparer.OrdinalIgnoreCase)
        && DateTime.UtcNow - file.LastWriteTimeUtc > Settled;
}
