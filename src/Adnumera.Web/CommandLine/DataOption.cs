using System.CommandLine;
using Adnumera.Storage.Backups;
using Adnumera.Storage.Files;
using Adnumera.Web.Refusals;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.CommandLine;

/// <summary>What the verbs that work on an installation's files have in common.</summary>
internal static class DataOption
{
    /// <summary>It was done.</summary>
    public const int Done = 0;

    /// <summary>It was refused, and nothing was changed.</summary>
    public const int Refused = 2;

    /// <summary>The folder of all files.</summary>
    public static Option<string> New() => new("--data") { Description = "The folder of all files.", DefaultValueFactory = _ => "data" };

    /// <summary>The folder, as it was given.</summary>
    public static string Folder(this ParseResult parsed, Option<string> data) => Path.GetFullPath(parsed.GetValue(data)!);

    /// <summary>The folder of an installation that is there.</summary>
    /// <exception cref="RefusedException">There is none.</exception>
    public static string ExistingFolder(this ParseResult parsed, Option<string> data)
    {
        var folder = parsed.Folder(data);
        return File.Exists(Path.Combine(folder, DataFolder.InstallationFile))
            ? folder
            : throw new RefusedException("data", $"{folder} has no installation in it. Nothing was changed; name its folder with --data.");
    }

    /// <summary>Does what a verb says, and tells what stands in its way in one line.</summary>
    public static int Run(Func<int> act)
    {
        try
        {
            return act();
        }
        catch (Exception e)
            when (e
                    is RefusedException
                        or ArchiveException
                        or NewerSchemaException
                        or InvalidDataException
                        or IOException
                        or UnauthorizedAccessException
                        or SqliteException
            )
        {
            Console.Error.WriteLine(
                e switch
                {
                    SqliteException { SqliteErrorCode: SqliteErrors.Full } => "The disk is full. Nothing was changed; make room first.",
                    SqliteException => $"The installation's files cannot be used: {e.Message}",
                    _ => e.Message,
                }
            );
            return Refused;
        }
    }
}
