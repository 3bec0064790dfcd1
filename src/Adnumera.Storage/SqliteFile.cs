using System.Data;
using Dapper;
using DbUp;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage;

/// <summary>An SQLite file with a schema of numbered scripts. Connections are opened for one piece of work.</summary>
public abstract class SqliteFile
{
    private readonly string connectionString;

    protected SqliteFile(string path, string scripts)
    {
        Path = path;
        Directory.CreateDirectory(System.IO.Path.GetDirectoryName(System.IO.Path.GetFullPath(path))!);
        connectionString = new SqliteConnectionStringBuilder { DataSource = path, ForeignKeys = true, DefaultTimeout = 30 }.ToString();
        using (var first = Open())
        {
            first.Execute("pragma journal_mode = wal");
            if (first.ExecuteScalar<string>("pragma quick_check(1)") is var check && check != "ok")
                throw new InvalidDataException($"{path} is damaged: {check}. Restore it from a backup.");
        }

        var upgrade = DeployChanges.To.SqliteDatabase(connectionString)
            .WithScriptsEmbeddedInAssembly(typeof(SqliteFile).Assembly, name => name.Contains($".Migrations.{scripts}.", StringComparison.Ordinal))
            .WithTransactionPerScript().LogToNowhere().Build().PerformUpgrade();
        if (!upgrade.Successful) throw new InvalidDataException($"{path}: its schema could not be brought up to date.", upgrade.Error);
    }

    public string Path { get; }

    /// <summary>Opens a connection; whoever opens it disposes it.</summary>
    public SqliteConnection Open()
    {
        var connection = new SqliteConnection(connectionString);
        connection.Open();
        connection.Execute("pragma synchronous = normal; pragma temp_store = memory; pragma cache_size = -65536;");
        return connection;
    }

    /// <summary>Opens a connection whose work is saved as a whole or not at all.</summary>
    public T InTransaction<T>(Func<SqliteConnection, T> work)
    {
        using var connection = Open();
        using var transaction = connection.BeginTransaction(IsolationLevel.Serializable);
        var result = work(connection);
        transaction.Commit();
        return result;
    }

    /// <summary>Reads with one view of the file.</summary>
    public T Read<T>(Func<SqliteConnection, T> work)
    {
        using var connection = Open();
        using var transaction = connection.BeginTransaction(deferred: true);
        return work(connection);
    }
}
