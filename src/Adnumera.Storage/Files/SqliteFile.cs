using System.Data;
using Dapper;
using DbUp;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Files;

/// <summary>An SQLite file with a schema of numbered scripts. Connections are opened for one piece of work.</summary>
public abstract class SqliteFile
{
    // In KiB, negative as SQLite has it. One writes at a time, and many read: what is kept for each that reads is kept small.
    private const int ReadingCache = -8192,
        WritingCache = -65536;

    private readonly string connectionString;

    protected SqliteFile(string path, string scripts, int busySeconds = 10)
    {
        Path = path;
        Directory.CreateDirectory(
            System.IO.Path.GetDirectoryName(System.IO.Path.GetFullPath(path))!,
            UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute
        );
        connectionString = new SqliteConnectionStringBuilder
        {
            DataSource = path,
            ForeignKeys = true,
            DefaultTimeout = busySeconds,
        }.ToString();
        using (var first = new SqliteConnection(connectionString))
        {
            first.Open();
            first.Execute("pragma journal_mode = wal");

            // Its own journal and index files take their rights from it.
            File.SetUnixFileMode(path, UnixFileMode.UserRead | UnixFileMode.UserWrite);
            if (first.ExecuteScalar<string>("pragma quick_check(1)") is var check && check != "ok")
                throw new InvalidDataException($"{path} is damaged: {check}. Restore it from a backup.");
            SchemaScripts.RefuseNewer(first, System.IO.Path.GetFileName(path));
        }

        var upgrade = DeployChanges
            .To.SqliteDatabase(connectionString)
            .WithScriptsEmbeddedInAssembly(
                typeof(SqliteFile).Assembly,
                name => name.Contains($".Migrations.{scripts}.", StringComparison.Ordinal)
            )
            .WithTransactionPerScript()
            .LogToNowhere()
            .Build()
            .PerformUpgrade();
        if (!upgrade.Successful)
            throw new InvalidDataException($"{path}: its schema could not be brought up to date.", upgrade.Error);
    }

    public string Path { get; }

    /// <summary>Told what went wrong after a transaction was saved: that undoes nothing, and is no fault of whoever saved it.</summary>
    public Action<Exception>? Troubled { get; set; }

    /// <summary>A connection to a file as it is, without looking at its schema; nothing of it is kept open afterwards.</summary>
    public static SqliteConnection Plain(string path)
    {
        var connection = new SqliteConnection(new SqliteConnectionStringBuilder { DataSource = path, Pooling = false }.ToString());
        connection.Open();
        return connection;
    }

    /// <summary>Opens a connection; whoever opens it disposes it.</summary>
    public SqliteConnection Open()
    {
        var connection = new SqliteConnection(connectionString);
        connection.Open();

        // Without recursive triggers a row that takes the place of another would be removed unseen.
        connection.Execute(
            $"pragma synchronous = normal; pragma temp_store = memory; pragma cache_size = {ReadingCache}; pragma recursive_triggers = on;"
        );
        Prepare(connection);
        return connection;
    }

    /// <summary>Opens a connection whose work is saved as a whole or not at all.</summary>
    /// <param name="work">The work.</param>
    /// <param name="durable">Whether it must stand on the disk when this returns, whatever happens to the machine.</param>
    public T InTransaction<T>(Func<SqliteConnection, T> work, bool durable = false)
    {
        using var connection = Open();
        if (durable)
            connection.Execute("pragma synchronous = full");
        T result;
        try
        {
            using var transaction = connection.BeginTransaction(IsolationLevel.Serializable);
            connection.Execute($"pragma cache_size = {WritingCache}");
            result = work(connection);
            transaction.Commit();
        }
        finally
        {
            // Once the transaction is over: a fault may have ended it already, and is to be told as it is.
            connection.Execute($"pragma cache_size = {ReadingCache}");
        }

        try
        {
            Committed(connection);
        }
        catch (Exception e) when (e is not OutOfMemoryException)
        {
            Troubled?.Invoke(e);
        }

        return result;
    }

    /// <summary>Reads with one view of the file.</summary>
    public T Read<T>(Func<SqliteConnection, T> work)
    {
        using var connection = Open();
        using var transaction = connection.BeginTransaction(deferred: true);
        return work(connection);
    }

    /// <summary>What each connection needs before it is used.</summary>
    protected virtual void Prepare(SqliteConnection connection) { }

    /// <summary>What follows once a transaction is saved.</summary>
    protected virtual void Committed(SqliteConnection connection) { }
}
