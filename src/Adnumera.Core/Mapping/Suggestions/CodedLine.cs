namespace Adnumera.Core.Mapping.Suggestions;

/// <summary>A line whose account is known, to learn from; or one whose account is asked for.</summary>
/// <param name="Date">The document's date.</param>
/// <param name="Supplier">The supplier, as the source spells it.</param>
/// <param name="Category">The category.</param>
/// <param name="Item">The item.</param>
/// <param name="Description">What was bought.</param>
/// <param name="Account">The account's id; blank when it is asked for.</param>
public readonly record struct CodedLine(DateOnly Date, string Supplier, string Category, string Item, string Description, string Account);

/// <summary>A proposed account with what speaks for it. Only a person makes it a mapping.</summary>
/// <param name="Account">The account's id.</param>
/// <param name="Confidence">How often such proposals were right when they were held against lines whose account is known; 0 to 1.</param>
/// <param name="Evidence">What speaks for it, the strongest first, as people say it.</param>
public sealed record Suggestion(string Account, double Confidence, IReadOnlyList<string> Evidence);
