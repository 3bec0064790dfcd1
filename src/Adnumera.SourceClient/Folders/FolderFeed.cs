using Adnumera.Core.Count;
using Adnumera.Core.Feeds;
using Adnumera.Core.Sources;

namespace Adnumera.SourceClient.Folders;

/// <summary>A folder that is watched: whatever lies there, each time whole. What came before is known by its name and content. A file that
/// is still being written, or that says so by its name, is left for the next time.</summary>
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
            var files = new List<DeliveredFile>();
            foreach (var file in new DirectoryInfo(path).EnumerateFiles().Where(IsFinished).OrderBy(f => f.Name, StringComparer.Ordinal))
            {
                if (file.Length > LargestFile)
                    throw new FeedTroubleException(
                        $"{file.Name} is larger than {LargestFile / 1024 / 1024} MB. Nothing was taken in; split it, or take it out."
                    );
                if (files.Count == MostFiles)
                    throw new FeedTroubleException(
                        $"More than {MostFiles} files lie in {path}. Nothing was taken in; take those out that came."
                    );
                files.Add(
                    new DeliveredFile(file.Name, "", "", new ArrivedFile(file.Name, await File.ReadAllBytesAsync(file.FullName, cancel)))
                );
            }

            return new Delivery([], files, mark);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            throw new FeedTroubleException($"The folder {path} cannot be read: {e.Message} Nothing was taken in; it is tried again.", e);
        }
    }

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
        && file.LinkTarget is null
        && DateTime.UtcNow - file.LastWriteTimeUtc > Settled;
}
