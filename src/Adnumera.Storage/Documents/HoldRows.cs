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
            var money = MoneyOf(document, line);
            insert.Run(id, line, words.Word, words.Value, words.Detail, period, money);
            var cell = (words.Word, words.Value, period);
            cells[cell] = cells.GetValueOrDefault(cell) + new Tally(causes.Add((words.Word, words.Value)) ? 1 : 0, money);
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

    // That of its line, whatever the sign; a reason of the whole document waits with its total.
    private static long MoneyOf(Document document, long line)
    {
        for (var i = 0; line != 0 && i < document.Lines.Count; i++)
            if (document.Lines[i].Number == line)
                return Math.Abs(document.Lines[i].Net + document.Lines[i].Tax);
        return document.Total;
    }
}
