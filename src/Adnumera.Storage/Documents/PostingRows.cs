using Adnumera.Core.Spending;
using Adnumera.Storage.Files;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

// What the entry of a document makes of each account.
internal sealed class PostingRows(SqliteConnection company) : IDisposable
{
    private readonly Prepared insert = Prepared.Insert(company, "posting", "document_id account amount spent");
    private readonly Prepared remove = new(company, "delete from posting where document_id = @id", "id");

    /// <summary>Writes them in the place of those before.</summary>
    public void Replace(long id, IReadOnlyList<AccountShare> before, IReadOnlyList<AccountShare> now)
    {
        if (before.SequenceEqual(now))
            return;
        if (before.Count > 0)
            remove.Run(id);
        foreach (var share in now)
            insert.Run(id, share.Account, share.Amount, share.Spent);
    }

    public void Dispose()
    {
        insert.Dispose();
        remove.Dispose();
    }
}
