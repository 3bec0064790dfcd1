using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Entries;
using Adnumera.Web.Coding;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Mapping;

/// <summary>The ladder as the lines of one value meet it: how many of them each rung decides.</summary>
internal static class LadderNotes
{
    private const int MostDocuments = 200;

    /// <summary>Whether values of this kind stand on the ladder.</summary>
    public static bool Decides(KeyKind kind) => Ladder.UsualOrder.Any(r => Ladder.KeyOf(r) == kind);

    public static IReadOnlyList<RungNote> Of(SqliteConnection company, KeyKind kind, string key, MappingRow? inForce, Chart chart)
    {
        var settings = ChoiceTable.Of(company);
        var composer = Recoding.Composer(company);
        var documents = new DocumentTable(company);
        var lines = documents
            .Load(new AffectedTable(company).Touched([new RowIdentity(kind, kind.Fold(key), "", null)], MostDocuments))
            .SelectMany(d =>
                d.Document.Lines.Where(l => !l.IsZero && Carries(kind, key, d.Document, l))
                    .Select(l => composer.Ladder.Explain(d.Document, l))
            )
            .ToList();
        var decided = lines.GroupBy(l => l[^1].Rung).ToDictionary(g => g.Key, g => g.Count());
        var rungs = new[] { Rung.Person, Rung.Original }.Concat(settings.Order).Append(Rung.Fallback);
        var most = decided.Count == 0 ? (Rung?)null : decided.MaxBy(d => d.Value).Key;
        return [.. rungs.Select(rung => new RungNote(rung, Note(rung), Ladder.KeyOf(rung) == kind, rung == most))];

        string Note(Rung rung)
        {
            if (Ladder.KeyOf(rung) == kind)
                return inForce switch
                {
                    null => "no account yet",
                    { Ends: true } => "ended",
                    { Account.Length: > 0 } => chart.Title(inForce.Account),
                    _ => $"group {inForce.Group}, no account of its own",
                };
            if (rung == Rung.Fallback)
                return (settings.WhenNothingMaps == WhenNothingMaps.Hold ? "hold" : "suspense") + Count(decided.GetValueOrDefault(rung));
            if (decided.TryGetValue(rung, out var count))
                return $"decides{Count(count)}";
            var tried = lines.Select(l => l.FirstOrDefault(t => t.Rung == rung)).Where(t => t is not null).ToList();
            if (tried.Count == 0)
                return "";
            return tried.All(t => t!.Finding == RungFinding.NoValue)
                ? rung == Rung.Person
                    ? "no choice made"
                    : "none on these lines"
                : "not mapped";
        }

        string Count(int count) => count == 0 ? "" : $", {count} of {lines.Count} open lines";
    }

    private static bool Carries(KeyKind kind, string key, Document document, DocumentLine line) =>
        kind switch
        {
            KeyKind.Category => Folded.Same(line.Category, key),
            KeyKind.Item => Folded.Same(line.Item, key),
            KeyKind.CostCode => Folded.Same(line.CostCode, key),
            KeyKind.CostCodeGroup => Folded.Of(line.CostCode).StartsWith(Folded.Of(key), StringComparison.Ordinal),
            KeyKind.Supplier => Folded.Same(document.Supplier, key),
            _ => true,
        };
}
