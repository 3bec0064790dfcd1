using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Audit;

/// <summary>One change: when, who, what, of what, and how it was before and after.</summary>
[method: ExplicitConstructor]
public sealed record AuditRow(long Id, string At, string Who, string What, string Subject, string Before, string After);

/// <summary>The append-only record of every change; each row is hashed over the one before, so that a gap or a change shows.</summary>
public sealed class AuditTable(SqliteConnection company)
{
    public void Add(DateTimeOffset at, string who, string what, string subject, object? before, object? after)
    {
        var previous = company.QueryFirstOrDefault<byte[]>("select hash from audit order by id desc limit 1") ?? [];
        var row = new AuditRow(0, Iso.Text(at), who, what, subject, Text(before), Text(after));
        company.Execute("insert into audit (at, who, what, subject, before, after, hash) values (@At, @Who, @What, @Subject, @Before, @After, @hash)",
            new { row.At, row.Who, row.What, row.Subject, row.Before, row.After, hash = Hash(previous, row) });
    }

    /// <summary>What happened to a subject, oldest first. Walks audit_by_subject.</summary>
    public IReadOnlyList<AuditRow> Of(string subject) => company.Query<AuditRow>(
        "select id, at, who, what, subject, before, after from audit where subject = @subject order by id", new { subject }).AsList();

    /// <summary>The first row that does not fit the one before it, or null when the record is whole.</summary>
    public long? FirstBroken()
    {
        byte[] previous = [];
        foreach (var (row, hash) in company.Query<AuditRow, HashOnly, (AuditRow, byte[])>(
            "select id, at, who, what, subject, before, after, hash as Hash from audit order by id", (row, hash) => (row, hash.Hash), splitOn: "Hash", buffered: false))
        {
            if (!hash.AsSpan().SequenceEqual(Hash(previous, row))) return row.Id;
            previous = hash;
        }

        return null;
    }

    private static string Text(object? value) => value switch { null => "", string text => text, _ => JsonSerializer.Serialize(value, value.GetType()) };

    private static byte[] Hash(byte[] previous, AuditRow row) =>
        SHA256.HashData([.. previous, .. Encoding.UTF8.GetBytes(string.Join('\0', row.At, row.Who, row.What, row.Subject, row.Before, row.After))]);

    [method: ExplicitConstructor]
    private sealed record HashOnly(byte[] Hash);
}
