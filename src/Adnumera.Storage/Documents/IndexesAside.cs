using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>Puts the indexes of documents and their lines aside while more arrive than are there, and makes them anew afterwards: made from
/// sorted rows they cost a quarter of what keeping them in step with each row costs. All within the caller's transaction, so that nobody
/// else ever sees them gone.</summary>
public sealed class IndexesAside
{
    /// <summary>Below so many nothing is won.</summary>
    public const int Many = 1_000;

    // What is looked up while documents are written keeps its own.
    private const string Written = "'document', 'document_line', 'line_dimension', 'hold', 'price', 'posting'";

    private readonly SqliteConnection company;
    private readonly IReadOnlyList<(string Name, string Made)> aside;

    private IndexesAside(SqliteConnection company, IReadOnlyList<(string Name, string Made)> aside)
    {
        (this.company, this.aside) = (company, aside);
        foreach (var (name, _) in aside)
            company.Execute($"drop index \"{name}\"");
    }

    /// <summary>Puts them aside when that is worth it.</summary>
    /// <param name="company">The company's file, in a transaction.</param>
    /// <param name="arriving">How many documents are about to be inserted.</param>
    public static IndexesAside While(SqliteConnection company, long arriving)
    {
        var isMany = arriving >= Many && company.ExecuteScalar<bool>("select count(*) < @arriving from document", new { arriving });
        return new IndexesAside(
            company,
            isMany
                ? company
                    .Query<(string, string)>(
                        $"select name, sql from sqlite_schema where type = 'index' and sql is not null and tbl_name in ({Written})"
                    )
                    .AsList()
                : []
        );
    }

    /// <summary>Makes them anew. When the work fails instead, so does its transaction, and they were never gone.</summary>
    public void Restore()
    {
        foreach (var (_, made) in aside)
            company.Execute(made);
    }
}
