using Adnumera.Storage.Backups;

namespace Adnumera.Web.Installation;

/// <summary>An archive that lies in the installation's folder.</summary>
public sealed record ArchiveAnswer(string Name, long Bytes, string MadeAt);

/// <summary>An archive that is being written.</summary>
/// <param name="What">What goes into it.</param>
/// <param name="Done">How many files are in it.</param>
/// <param name="Of">Of how many.</param>
public sealed record WritingAnswer(string What, int Done, int Of);

/// <param name="Writing">What is being written; nothing when nothing is.</param>
/// <param name="Failed">Why the last one was not written; blank when it was.</param>
/// <param name="Waiting">What was checked and waits for a yes to take the place of everything here.</param>
/// <param name="Replaced">The folder with what the last restore took the place of; blank when there was none.</param>
public sealed record BackupsAnswer(
    WritingAnswer? Writing,
    string Failed,
    IReadOnlyList<ArchiveAnswer> Archives,
    RestorePlan? Waiting,
    string Replaced
);

/// <summary>The company that was brought in.</summary>
public sealed record BroughtIn(string Id, string Name, string MadeAt);
