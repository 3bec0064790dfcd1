using Adnumera.Core.Access;
using Adnumera.Core.Amounts;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Mapping;

/// <summary>Proposals for values that wait. They are only shown; a person makes them mappings.</summary>
internal static class SuggestionEndpoints
{
    private const int MostValues = 200;
    private const int MostLinesEach = 12;
    private const double LeastConfidence = 0.3;

    public static void MapSuggestions(this RouteGroupBuilder mapping) =>
        mapping.MapGet("{kind}/suggestions", GetSuggestions).Needs(Right.Read);

    private static SuggestionsAnswer Of(SqliteConnection company, KeyKind kind, Memory? memory, bool isLearning)
    {
        var currency = new CompanyTable(company).Currency();
        if (memory is null)
            return new SuggestionsAnswer([], 0, isLearning, currency.Code);
        var ledger = new LedgerTable(company);
        var table = new LearningTable(company);
        var waiting = new MappingTable(company).Arriving(kind, MostValues).Where(v => v.WaitingLines > 0).ToList();
        var lines = table.Waiting(kind, waiting.Select(w => w.Value), MostLinesEach);
        if (lines.Count == 0)
            return new SuggestionsAnswer([], 0, isLearning, currency.Code);
        var chart = ledger.Chart();
        return new SuggestionsAnswer(
            [
                .. waiting
                    .Where(w => lines.ContainsKey(kind.Fold(w.Value)))
                    .Select(w => (Value: w, Suggestion: memory.Suggester.ForValue(lines[kind.Fold(w.Value)])))
                    .Where(s => s.Suggestion is { Confidence: >= LeastConfidence })
                    .Select(s => new SuggestionAnswer(
                        kind,
                        s.Value.Value,
                        AmountText.Format(s.Value.Waiting, currency.Digits),
                        s.Value.WaitingLines,
                        s.Suggestion!.Account,
                        chart.Title(s.Suggestion.Account),
                        Math.Round(s.Suggestion.Confidence * 100, 1),
                        s.Suggestion.Evidence
                    ))
                    .OrderByDescending(s => s.Confidence),
            ],
            memory.Lines,
            isLearning,
            currency.Code
        );
    }

    private static SuggestionsAnswer GetSuggestions(Word<KeyKind> kind, CompanyBooks books, SuggestionMemory memory)
    {
        var of = kind.Read("kind");
        var (learned, isLearning) = memory.Of(books);
        return books.File.Read(c => Of(c, of, learned, isLearning));
    }
}
