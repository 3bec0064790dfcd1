using Adnumera.Core.Documents;
using Adnumera.Core.Sources;
using Adnumera.Formats.Markup;

namespace Adnumera.Formats.Payroll;

/// <summary>A pay register as a form of arrivals: a table that has every column that it must have.</summary>
public sealed class RegisterReader : IArrivalReader
{
    /// <inheritdoc/>
    public ArrivalForm Form => ArrivalForm.Register;

    /// <inheritdoc/>
    public string Reads => "a pay register (CSV in UTF-8)";

    /// <inheritdoc/>
    public bool Recognises(ArrivedFile file) => !Xml.LooksLikeMarkup(file.Content) && RegisterFile.HasItsHeader(file.Content);

    /// <inheritdoc/>
    public IReadOnlyList<ArrivedRecord> Read(ArrivedFile file, ReadingChoices choices, Problems problems) =>
        [
            .. RegisterFile
                .Read(file.Name, file.Content, choices.Company, problems, choices.IsStrict)
                .Select(run => new ArrivedRecord.Taken(file.Name, $"run {run.Id}", Document.Of(run))),
        ];
}
