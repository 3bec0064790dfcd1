using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Ledger;
using Adnumera.Web.Coding;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Documents;

/// <summary>What a refund or credit gives back, and what else it may.</summary>
internal static class ReversedDocuments
{
    private const int Most = 12;

    /// <summary>Those that it may give back, the chosen one first, then the likeliest.</summary>
    public static IReadOnlyList<ReversedAnswer> Of(SqliteConnection company, StoredDocument reversal)
    {
        if (Reversals.KindsOf(reversal.Document.Kind).Count == 0)
            return [];
        var (table, chart) = (new ReversalTable(company), new LedgerTable(company).Chart());
        var documents = new DocumentTable(company).Load(table.Candidates([reversal.Id])[reversal.Id]);
        var chosen = table.Find(reversal.Id)?.Original ?? 0;
        return
        [
            .. Reversals
                .Ranked(reversal.Document, documents.Select(Reversing.CandidateOf))
                .OrderByDescending(f => f.Original.Id == chosen)
                .Take(Most)
                .Select(f => Answer(f, chart, f.Original.Id == chosen)),
        ];
    }

    /// <summary>The one that it gives back; none where none is found or a person said so.</summary>
    public static ReversedAnswer? ChosenOf(SqliteConnection company, StoredDocument reversal)
    {
        if (new ReversalTable(company).Find(reversal.Id) is not { Original: > 0 } row)
            return null;
        return new DocumentTable(company).Find(row.Original) is { } original
            ? Answer(new ReversalFound(Reversing.CandidateOf(original), row.Evidence), new LedgerTable(company).Chart(), isChosen: true)
            : null;
    }

    private static ReversedAnswer Answer(ReversalFound found, Chart chart, bool isChosen)
    {
        var (id, document, decided) = (found.Original.Id, found.Original.Document, found.Original.Decided);
        var number = document.Reference.Length > 0 ? document.Reference : document.Identity.SourceId;
        return new ReversedAnswer(
            id,
            $"{document.Supplier}, {document.Kind.Title()} {number}",
            Day.Text(document.Date),
            AmountText.Format(document.Total, document.Currency.Digits),
            [.. decided.Where(a => a.Length > 0).Distinct().Select(chart.Title)],
            found.Evidence,
            isChosen
        );
    }
}
