using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>A list with a name.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Name">The name.</param>
/// <param name="SignIn">Whose own it is; blank for the company's.</param>
/// <param name="Query">What it is narrowed to, ordered and grouped by, as its address has it.</param>
/// <param name="Columns">Its columns, separated by spaces; blank for the usual ones.</param>
/// <param name="Who">Who saved it.</param>
[method: ExplicitConstructor]
public sealed record SavedView(long Id, string Name, string SignIn, string Query, string Columns, string Who);

/// <summary>Lists with a name: a person's own, and the company's.</summary>
public sealed class SavedViewTable(SqliteConnection company)
{
    /// <summary>Those of a place that a person sees, the company's first.</summary>
    public IReadOnlyList<SavedView> Of(string place, string signIn) =>
        company
            .Query<SavedView>(
                """
                select id as Id, name as Name, sign_in as SignIn, query as Query, columns as Columns, who as Who from saved_view
                where place = @place and sign_in in ('', @signIn) order by sign_in, name_key
                """,
                new { place, signIn }
            )
            .AsList();

    /// <summary>One that a person sees; none where there is none.</summary>
    public SavedView? Find(long id, string signIn) =>
        company.QueryFirstOrDefault<SavedView>(
            """
            select id as Id, name as Name, sign_in as SignIn, query as Query, columns as Columns, who as Who from saved_view
            where id = @id and sign_in in ('', @signIn)
            """,
            new { id, signIn }
        );

    /// <summary>Saves one; one of the same name takes the new form.</summary>
    public void Put(string place, SavedView view, string at) =>
        company.Execute(
            """
            insert into saved_view (name, name_key, sign_in, place, query, columns, at, who)
            values (@Name, @key, @SignIn, @place, @Query, @Columns, @at, @Who)
            on conflict (place, sign_in, name_key) do update set name = excluded.name, query = excluded.query,
              columns = excluded.columns, at = excluded.at, who = excluded.who
            """,
            new
            {
                view.Name,
                key = Folded.Of(view.Name),
                view.SignIn,
                place,
                view.Query,
                view.Columns,
                at,
                view.Who,
            }
        );

    public void Remove(long id) => company.Execute("delete from saved_view where id = @id", new { id });
}
