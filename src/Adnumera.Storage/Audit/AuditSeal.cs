using System.Buffers.Binary;
using System.Security.Cryptography;
using System.Text;
using Microsoft.Data.Sqlite;
using SQLitePCL;

namespace Adnumera.Storage.Audit;

/// <summary>The end of an audit, as it was noted outside its file.</summary>
/// <param name="KeyedAfter">Rows up to here were written before the chain was keyed.</param>
/// <param name="LastId">The last row.</param>
/// <param name="LastHash">Its hash.</param>
public sealed record AuditAnchor(long KeyedAfter, long LastId, byte[] LastHash);

/// <summary>
/// What keeps an audit from being rewritten: a key that is not in its file, and its end noted elsewhere. With the key each row is hashed
/// over the one before (HMAC-SHA-256, RFC 2104 and FIPS 180-4), so that whoever has the file alone can make no row that fits.
/// </summary>
/// <param name="key">32 bytes.</param>
/// <param name="read">Reads the anchor; null before the first.</param>
/// <param name="note">Notes the last row and its hash.</param>
public sealed class AuditSeal(byte[] key, Func<AuditAnchor?> read, Action<long, byte[]> note)
{
    // The statements that no part of the application has a reason to make; triggers refuse the rest (delete and update by another way in).
    private static readonly strdelegate_authorizer Guard = (_, action, first, second, _, _) =>
        action switch
        {
            raw.SQLITE_DELETE or raw.SQLITE_UPDATE or raw.SQLITE_DROP_TABLE when first == "audit" => raw.SQLITE_DENY,
            raw.SQLITE_DROP_TRIGGER or raw.SQLITE_ALTER_TABLE when second == "audit" => raw.SQLITE_DENY,
            raw.SQLITE_PRAGMA
                when (first == "recursive_triggers" && second is not (null or "on"))
                    || (first == "writable_schema" && second is not null) => raw.SQLITE_DENY,
            _ => raw.SQLITE_OK,
        };

    /// <summary>A seal that nobody keeps, for files that are made to be thrown away.</summary>
    public static AuditSeal None { get; } = new(new byte[32], () => null, (_, _) => { });

    /// <summary>Reads the anchor.</summary>
    public AuditAnchor? Anchor() => read();

    /// <summary>Notes the end of the audit.</summary>
    public void Note(long id, byte[] hash) => note(id, hash);

    /// <summary>A text as a mark: equal for equal texts, and nobody without the key finds the text by trying all that it could
    /// be.</summary>
    /// <param name="what">What is marked, so that the same text in another place has another mark.</param>
    /// <param name="text">The text.</param>
    public string Mark(string what, string text) => Convert.ToHexString(Hash([], what, text));

    internal void Prepare(SqliteConnection connection)
    {
        connection.CreateFunction<byte[], string, string, string, string, string, string, byte[]>(
            "sealed_hash",
            (previous, at, who, what, subject, before, after) => Hash(previous, at, who, what, subject, before, after),
            isDeterministic: true
        );
        raw.sqlite3_set_authorizer(connection.Handle, Guard, null);
    }

    private byte[] Hash(byte[] previous, params ReadOnlySpan<string> texts)
    {
        using var hash = IncrementalHash.CreateHMAC(HashAlgorithmName.SHA256, key);
        hash.AppendData(previous);
        Span<byte> length = stackalloc byte[4];
        foreach (var text in texts)
        {
            var bytes = Encoding.UTF8.GetBytes(text);
            BinaryPrimitives.WriteInt32BigEndian(length, bytes.Length);
            hash.AppendData(length);
            hash.AppendData(bytes);
        }

        return hash.GetHashAndReset();
    }
}
