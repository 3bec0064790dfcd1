using System.Text;
using Microsoft.Data.Sqlite;
using SQLitePCL;

namespace Adnumera.Storage.Files;

/// <summary>A prepared statement for many rows of the same shape: the one place where rows are written by the thousand. It speaks to SQLite
/// through the library below the provider, whose parameters cost as much as the rows themselves.</summary>
internal sealed class Prepared : IDisposable
{
    private readonly sqlite3 file;
    private readonly sqlite3_stmt statement;

    // Where each of the given values goes: a statement may name them in another order.
    private readonly int[] places;

    // What stands there from the row before: most columns of most rows say the same again, and a statement keeps what it was given.
    private readonly object?[] given;
    private byte[] buffer = new byte[512];

    /// <summary>Any statement.</summary>
    /// <param name="connection">The file.</param>
    /// <param name="sql">The statement.</param>
    /// <param name="parameters">The names of its parameters, separated by spaces, in the order in which values are given.</param>
    public Prepared(SqliteConnection connection, string sql, string parameters)
    {
        file = connection.Handle!;
        SqliteException.ThrowExceptionForRC(raw.sqlite3_prepare_v2(file, sql, out statement), file);
        places = [.. parameters.Split(' ').Select(name => raw.sqlite3_bind_parameter_index(statement, $"@{name}"))];
        given = new object?[places.Length];
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

    /// <summary>Runs it with a value for each parameter: a text, a whole number, or <see cref="DBNull"/>.</summary>
    public void Run(params ReadOnlySpan<object> values)
    {
        for (var i = 0; i < values.Length; i++)
        {
            if (values[i].Equals(given[i]))
                continue;
            SqliteException.ThrowExceptionForRC(Bind(places[i], values[i]), file);
            given[i] = values[i];
        }

        var step = raw.sqlite3_step(statement);
        var reset = raw.sqlite3_reset(statement);
        if (step is not (raw.SQLITE_DONE or raw.SQLITE_ROW))
            SqliteException.ThrowExceptionForRC(reset == raw.SQLITE_OK ? step : reset, file);
    }

    public void Dispose() => statement.Dispose();

    // Bytes in a buffer of this statement: the library copies them, and nothing is left behind for each text.
    private ReadOnlySpan<byte> Utf8(string text)
    {
        var most = Encoding.UTF8.GetMaxByteCount(text.Length);
        if (buffer.Length < most)
            buffer = new byte[most];
        return buffer.AsSpan(0, Encoding.UTF8.GetBytes(text, buffer));
    }

    private int Bind(int place, object value) =>
        value switch
        {
            string { Length: > 0 } text => raw.sqlite3_bind_text(statement, place, Utf8(text)),
            string => raw.sqlite3_bind_text(statement, place, ""),
            long number => raw.sqlite3_bind_int64(statement, place, number),
            int number => raw.sqlite3_bind_int64(statement, place, number),
            DBNull => raw.sqlite3_bind_null(statement, place),
            _ => throw new ArgumentException($"{value.GetType().Name} is not kept in the files.", nameof(value)),
        };
}
