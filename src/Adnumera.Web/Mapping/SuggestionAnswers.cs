using Adnumera.Core.Mapping;

namespace Adnumera.Web.Mapping;

/// <param name="Confidence">In percent: how often such proposals were right.</param>
public sealed record SuggestionAnswer(
    KeyKind Kind,
    string Value,
    string Waiting,
    long WaitingLines,
    string Account,
    string AccountTitle,
    double Confidence,
    IReadOnlyList<string> Evidence
);

/// <param name="LearnedFrom">From how many lines; 0 where nothing is learned yet.</param>
/// <param name="IsLearning">Whether more is being learned, so that it is worth asking again in a moment.</param>
public sealed record SuggestionsAnswer(IReadOnlyList<SuggestionAnswer> Suggestions, int LearnedFrom, bool IsLearning, string Currency);
