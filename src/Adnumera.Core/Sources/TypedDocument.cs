namespace Adnumera.Core.Sources;

/// <summary>A document as texts, right or wrong, by the columns of documents.csv: as a person types it, or as a file has it that cannot be
/// read yet.</summary>
/// <param name="Head">The document's own fields; what is blank may be left out.</param>
/// <param name="Lines">The fields of each line.</param>
public sealed record TypedDocument(IReadOnlyDictionary<string, string> Head, IReadOnlyList<IReadOnlyDictionary<string, string>> Lines)
{
    /// <summary>The columns whose values make the id of a record that has none of its own; none where it has one.</summary>
    public IReadOnlyList<string> IdColumns { get; init; } = [];

    /// <summary>Whether its table says by the sign of an amount what is a charge.</summary>
    public bool IsSigned { get; init; }

    /// <summary>A field of the document; blank where it is left out.</summary>
    public string this[string column] => Head.GetValueOrDefault(column, "");
}

/// <summary>What is wrong with a field of a typed document.</summary>
/// <param name="Line">The place of the line, from 1; 0 for the document's own field.</param>
/// <param name="Column">The column.</param>
/// <param name="Message">What is wrong, and what is expected.</param>
public sealed record FieldProblem(int Line, string Column, string Message);
