using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>What was asked for under a mark of its own, so that the same request again makes nothing more.</summary>
public sealed class OnceTable(SqliteConnection company)
{
    /// <summary>Does it, unless it was done under that mark; within the caller's transaction.</summary>
    /// <param name="mark">The mark.</param>
    /// <param name="make">Makes it; its id.</param>
    /// <returns>The id of what was made, now or before.</returns>
    public long Make(string mark, Func<long> make)
    {
        if (company.QueryFirstOrDefault<long?>("select id from made_once where mark = @mark", new { mark }) is { } made)
            return made;
        var id = make();
        company.Execute("insert into made_once (mark, id) values (@mark, @id)", new { mark, id });
        return id;
    }
}
