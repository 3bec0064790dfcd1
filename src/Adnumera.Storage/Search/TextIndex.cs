using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Search;

/// <summary>
/// The names, references, numbers and texts of documents as trigrams (SQLite's FTS5), so that what is inside them is found. It is filled
/// batch by batch beside the work: what changed, what is new, then what is older.
/// </summary>
public sealed class TextIndex(SqliteConnection company)
{
    /// <summary>Whether anything is to be indexed yet.</summary>
    public bool IsDue() =>
        company.ExecuteScalar<bool>(
            """
            select exists (select 1 from text_due)
              or exists (select 1 from document where id > (select last_id from text_index))
              or exists (select 1 from document where id < (select first_id from text_index))
            """
        );

    /// <summary>Indexes some documents.</summary>
    /// <param name="most">How many.</param>
    public void Fill(int most)
    {
        if (Batch("d.id in (select document_id from text_due limit @most)", most) is { Count: > 0 } due)
        {
            Write(due, known: true);
            company.Execute("delete from text_due where document_id = @id", due.Select(d => new { id = d.Id }));
            return;
        }

        if (Batch("d.id > (select last_id from text_index) order by d.id limit @most", most) is { Count: > 0 } newer)
        {
            Write(newer, known: false);
            company.Execute("update text_index set last_id = @last", new { last = newer[^1].Id });
            return;
        }

        if (Batch("d.id < (select first_id from text_index) order by d.id desc limit @most", most) is { Count: > 0 } older)
        {
            Write(older, known: false);
            company.Execute("update text_index set first_id = @first", new { first = older[^1].Id });
        }
    }

    private List<(long Id, string Text)> Batch(string which, int most) =>
        company
            .Query<(long, string)>(
                $"""
                select d.id, concat_ws(char(10), d.supplier, d.employee, d.reference, d.source_id, d.payment_account, d.notes,
                  (select group_concat(concat_ws(char(10), l.description, l.category, l.item, l.cost_code), char(10)) from document_line l
                    where l.document_id = d.id))
                from document d where {which}
                """,
                new { most }
            )
            .AsList();

    private void Write(List<(long Id, string Text)> documents, bool known)
    {
        using var remove = new Prepared(company, "delete from document_text where rowid = @id", "id");
        using var insert = new Prepared(company, "insert into document_text (rowid, text) values (@id, @text)", "id text");
        foreach (var (id, text) in documents)
        {
            if (known)
                remove.Run(id);
            insert.Run(id, string.Join('\n', text.Split('\n').Select(Folded.Of)));
        }
    }
}
