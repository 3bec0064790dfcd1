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

public sealed record SuggestionsAnswer(IReadOnlyList<SuggestionAnswer> Suggestions, int LearnedFrom, string Currency);
