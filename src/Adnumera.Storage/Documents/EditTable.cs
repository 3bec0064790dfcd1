using System.Text.Json;
using Adnumera.Core.Documents;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>What persons put right on documents, with the documents as their sources say them. The rows of documents have both
/// together.</summary>
public sealed class EditTable(SqliteConnection company)
{
    /// <summary>Whether anything is put right anywhere.</summary>
    public bool Any() => company.ExecuteScalar<long>("select exists (select 1 from document_edit)") == 1;

    /// <summary>What is put right on these documents.</summary>
    public IReadOnlyDictionary<long, (DocumentEdits Edits, Document Said)> Of(IEnumerable<long> documents) =>
        company
            .Query<(long Id, string Edits, string Said)>(
                "select e.document_id, e.edits, e.said from json_each(@ids) j cross join document_edit e on e.document_id = j.value",
                new { ids = JsonSerializer.Serialize(documents) }
            )
            .ToDictionary(e => e.Id, e => (DecisionText.Read<DocumentEdits>(e.Edits), DecisionText.Read<Document>(e.Said)));

    /// <summary>Keeps what is put right on a document; nothing where nothing is.</summary>
    /// <param name="document">The document.</param>
    /// <param name="edits">What is put right.</param>
    /// <param name="said">As its source says it; what is found by itself is no part of that.</param>
    public void Put(long document, DocumentEdits edits, Document said)
    {
        if (edits.IsBlank)
            company.Execute("delete from document_edit where document_id = @document", new { document });
        else
            company.Execute(
                "insert into document_edit (document_id, edits, said) values (@document, @edits, @said) "
                    + "on conflict do update set edits = excluded.edits, said = excluded.said",
                new
                {
                    document,
                    edits = DecisionText.Of(edits),
                    said = DecisionText.Of(
                        said with
                        {
                            Lines = [.. said.Lines.Select(l => l with { FoundAccount = "", PriceBefore = null })],
                        }
                    ),
                }
            );
    }

    /// <summary>Puts other accounts in the place of those to which persons sent differences of open documents.</summary>
    public void Replace(IReadOnlyDictionary<string, string> replacements)
    {
        var kept = company.Query<(long Id, string Edits)>(
            $"select e.document_id, e.edits from document_edit e join document d on d.id = e.document_id where {AffectedTable.Open}"
        );
        foreach (var (id, text) in kept.AsList())
            if (
                DecisionText.Read<DocumentEdits>(text) is { Difference: { } difference } edits
                && replacements.TryGetValue(difference.Account, out var account)
            )
                company.Execute(
                    "update document_edit set edits = @edits where document_id = @id",
                    new { id, edits = DecisionText.Of(edits with { Difference = difference with { Account = account } }) }
                );
    }
}
