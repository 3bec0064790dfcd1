using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Files;

/// <summary>A file was written by a newer version of the application; an older one would not understand it.</summary>
public sealed class NewerSchemaException(string message) : Exception(message);

/// <summary>The numbered scripts that a file went through, against those that this version knows.</summary>
public static class SchemaScripts
{
    /// <summary>Refuses a file with a script that is not known here; one that has none yet is fine.</summary>
    /// <exception cref="NewerSchemaException">It was written by a newer version.</exception>
    public static void RefuseNewer(SqliteConnection file, string name)
    {
        if (!file.ExecuteScalar<bool>("select exists (select 1 from sqlite_schema where type = 'table' and name = 'SchemaVersions')"))
            return;
        var known = typeof(SchemaScripts).Assembly.GetManifestResourceNames().ToHashSet(StringComparer.Ordinal);
        if (
            file.Query<string>("select ScriptName from SchemaVersions order by SchemaVersionID").FirstOrDefault(s => !known.Contains(s)) is
            { } newer
        )
            throw new NewerSchemaException(
                $"{name} was written by a newer version of Adnumera: it went through {string.Join('.', newer.Split('.')[^2..])}, which "
                    + $"is not known here. "
                    + "Use that version, or a newer one."
            );
    }
}
