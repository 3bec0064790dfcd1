using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Files;

/// <summary>A prepared statement for many rows of the same shape: the one place where rows are written by the thousand.</summary>
internal sealed class Prepared : IDisposable
{
    private readonly SqliteCommand command;

    /// <summary>Any statement.</summary>
    /// <param name="connection">The file.</param>
    /// <param name="sql">The statement.</param>
    /// <param name="parameters">The names of its parameters, separated by spaces, in the order in which values are given.</param>
    public Prepared(SqliteConnection connection, string sql, string parameters)
    {
        command = connection.CreateCommand();
        command.CommandText = sql;
        foreach (var name in parameters.Split(' '))
        {
            var parameter = command.CreateParameter();
            parameter.ParameterName = $"@{name}";
            command.Parameters.Add(parameter);
        }
    }

    /// <summary>Inserts into a table, a value for each of the columns, which are separated by spaces.</summary>
    public static Prepared Insert(SqliteConnection connection, string table, string columns, string conflict = "")
    {
        var names = columns.Split(' ');
        var sql =
            $"insert into {table} ({string.Join(", ", names.Select(n => $"\"{n}\""))}) "
            + $"values ({string.Join(", ", names.Select(n => $"@{n}"))}) {conflict}";
        return new Prepared(connection, sql, columns);
    }

    /// <summary>Runs it with a value for each parameter.</summary>
    public void Run(params ReadOnlySpan<object> values)
    {
        for (var i = 0; i < values.Length; i++)
            command.Parameters[i].Value = values[i];
        command.ExecuteNonQuery();
    }

    public void Dispose() => command.Dispose();
}
