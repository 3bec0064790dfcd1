using Adnumera.Core.Sources;
using Adnumera.Formats.Markup;

namespace Adnumera.Formats.Documents;

/// <summary>The documents file as a form of arrivals: a table that has every column that it must have.</summary>
public sealed class DocumentsFileReader : IArrivalReader
{
    /// <inheritdoc/>
    public ArrivalForm Form => ArrivalForm.DocumentsFile;

    /// <inheritdoc/>
    public string Reads => "a documents file (CSV in UTF-8)";

    /// <inheritdoc/>
    public bool Recognises(ArrivedFile file) => !Xml.LooksLikeMarkup(file.Content) && DocumentsFile.HasItsHeader(file.Content);

    /// <summary>Reads its documents. Those of another source than the chosen one are an error; blank, each is of its own.</summary>
    public IReadOnlyList<ArrivedRecord> Read(ArrivedFile file, ReadingChoices choices, Problems problems)
    {
        if (choices.HoldsFaulty)
            return HeldRecords.Read(file, choices, problems);
        var filed = DocumentsFile.Read(file.Name, file.Content, choices.Company, problems, choices.IsStrict);
        if (choices.Source.Length > 0)
            foreach (var other in filed.Where(f => f.Document.Identity.Source != choices.Source))
                problems.Add(
                    new Problem(
                        file.Name,
                        other.FirstRow,
                        "source",
                        DocumentsFile.OtherSource(other.Document.Identity.Source, choices.Source)
                    )
                );
        return [.. filed.Select(f => new ArrivedRecord.Taken(file.Name, f.Place, f.Document))];
    }
}
