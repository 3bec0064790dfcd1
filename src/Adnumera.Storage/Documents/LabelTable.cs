using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>Labels of documents.</summary>
public sealed class LabelTable(SqliteConnection company)
{
    /// <summary>Those of a document, by the alphabet.</summary>
    public IReadOnlyList<string> Of(long document) =>
        company
            .Query<string>("select label from document_label where document_id = @document order by label_key", new { document })
            .AsList();

    /// <summary>Puts these in the place of those that it has; one that is in use elsewhere as it is written there.</summary>
    public void Put(long document, IEnumerable<string> labels)
    {
        company.Execute("delete from document_label where document_id = @document", new { document });
        foreach (var label in labels)
            Add(document, label);
    }

    /// <summary>Adds one to those that a document has.</summary>
    public void Add(long document, string label) =>
        company.Execute(
            "insert or ignore into document_label (label_key, document_id, label) select @key, @document, "
                + "coalesce((select label from document_label where label_key = @key order by document_id limit 1), @label)",
            new
            {
                key = Folded.Of(label),
                document,
                label,
            }
        );

    /// <summary>All that are in use, by the alphabet: steps from one to the next, however many documents have each.</summary>
    public IReadOnlyList<string> All() =>
        company
            .Query<string>(
                """
                with recursive used (key) as (
                  select min(label_key) from document_label
                  union all
                  select (select min(label_key) from document_label where label_key > used.key) from used where used.key is not null)
                select (select l.label from document_label l where l.label_key = used.key order by l.document_id limit 1)
                from used where key is not null
                """
            )
            .AsList();
}
