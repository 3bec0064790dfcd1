using Microsoft.Data.Sqlite;

namespace Adnumera.Storage;

/// <summary>A prepared statement for many rows of the same shape: the one place where rows are written by the thousand.</summary>
internal sealed class Prepared : IDisposable
{
    private readonly SqliteCommand command;

    /// <summary>Inserts into a table, a value for each of the columns.</summary>
    public Prepared(SqliteConnection connection, string table, string columns, string conflict = "")
        : this(connection, $"insert into {table} ({columns}) values ({string.Join(", ", columns.Split(", ").Select((_, i) => $"@p{i}"))}) {conflict}", columns.Split(", ").Length)
    {
    }

    /// <summary>Any statement with parameters @p0, @p1, …</summary>
    public Prepared(SqliteConnection connection, string sql, int parameters)
    {
        command = connection.CreateCommand();
        command.CommandText = sql;
        for (var i = 0; i < parameters; i++)
        {
            var parameter = command.CreateParameter();
            parameter.ParameterName = $"@p{i}";
            command.Parameters.Add(parameter);
        }
    }

    public void Run(params ReadOnlySpan<object> values)
    {
        for (var i = 0; i < values.Length; i++) command.Parameters[i].Value = values[i];
        command.ExecuteNonQuery();
    }

    public void Dispose() => command.Dispose();
}
