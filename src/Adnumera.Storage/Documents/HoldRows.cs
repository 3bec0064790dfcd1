using Adnumera.Core.Count;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Storage.Files;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

// Why documents are held, and what each cause adds up to by period: gathered while documents are written, and written once.
internal sealed class HoldRows : IDisposable
{
    private readonly SqliteConnection company;
    private readonly Prepared insert,
        remove;
    private readonly Dictionary<(string Reason, string Value, string Period), Tally> cells = [];
    private readonly HashSet<(string Reason, string Value)> causes = [];
    private readonly HashSet<(long Line, string Reason, string Value)> written = [];

    public HoldRows(SqliteConnection company)
    {
        this.company = company;
        insert = Prepared.Insert(company, "hold", "document_id line reason value detail period money");
        remove = new Prepared(company, "delete from hold where document_id = @id", "id");
    }

    /// <summary>Writes all reasons of a document that has none.</summary>
    public void Write(long id, Document document, string period, IReadOnlyList<HoldReason> reasons)
    {
        causes.Clear();
        written.Clear();
        foreach (var reason in reasons)
        {
            var (words, line) = (ReasonWords.Of(reason), reason.OnLine ?? 0);
            if (!written.Add((line, words.Word, words.Value)))
                continue;
            // A cause counts a document once, with its whole money, on however many lines it is.
            var isFirst = causes.Add((words.Word, words.Value));
            var money = isFirst ? document.Total : 0;
            insert.Run(id, line, words.Word, words.Value, words.Detail, period, money);
            var cell = (words.Word, words.Value, period);
            cells[cell] = cells.GetValueOrDefault(cell) + new Tally(isFirst ? 1 : 0, money);
        }
    }

    public void Remove(long id) => remove.Run(id);

    public void Save()
    {
        using var add = Prepared.Insert(
            company,
            "hold_cell",
            "reason value period documents money",
            "on conflict do update set documents = documents + excluded.documents, money = money + excluded.money"
        );
        foreach (var ((reason, value, period), tally) in cells)
            add.Run(reason, value, period, tally.Documents, tally.Money);
        cells.Clear();
    }

    public void Dispose()
    {
        insert.Dispose();
        remove.Dispose();
    }
}
