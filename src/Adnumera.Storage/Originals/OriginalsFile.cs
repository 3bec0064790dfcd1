using Adnumera.Storage.Files;
using Dapper;

namespace Adnumera.Storage.Originals;

/// <summary>The second file of a company, <c>&lt;id&gt;.files.sqlite</c>: originals and attachments by their hash, each once, so that the
/// books stay small.</summary>
/// <param name="path">The file.</param>
/// <param name="busySeconds">How long a piece of work waits for another one that writes.</param>
public sealed class OriginalsFile(string path, int busySeconds = 10) : SqliteFile(path, "Originals", busySeconds)
{
    /// <summary>Adds what is not here yet.</summary>
    /// <param name="hash">The SHA-256 of the content, in capital hexadecimal digits.</param>
    /// <param name="content">The bytes.</param>
    /// <param name="at">When.</param>
    public void Add(string hash, byte[] content, DateTimeOffset at) =>
        InTransaction(files =>
            files.Execute(
                "insert into original (hash, content, size, at) values (@hash, @content, @size, @at) on conflict do nothing",
                new
                {
                    hash,
                    content,
                    size = content.Length,
                    at = Iso.Text(at),
                }
            )
        );

    /// <summary>The bytes of a hash; null when they are not here.</summary>
    public byte[]? Find(string hash) =>
        Read(files => files.QueryFirstOrDefault<byte[]>("select content from original where hash = @hash", new { hash }));
}
