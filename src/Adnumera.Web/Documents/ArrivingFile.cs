using Adnumera.Core.Documents;
using Adnumera.Core.Sources;

namespace Adnumera.Web.Documents;

/// <summary>A file whose records are read.</summary>
/// <param name="File">The file.</param>
/// <param name="Form">Its form; none where it is of none that is read.</param>
/// <param name="Choices">How it was read.</param>
/// <param name="Records">Its records, each once; none with errors.</param>
internal sealed record ArrivingFile(ArrivedFile File, ArrivalForm? Form, ReadingChoices Choices, IReadOnlyList<ArrivedRecord> Records)
{
    public IReadOnlyList<ArrivedRecord.Taken> Taken { get; } = [.. Records.OfType<ArrivedRecord.Taken>()];

    public IReadOnlyList<ArrivedRecord.Skipped> Skipped { get; } = [.. Records.OfType<ArrivedRecord.Skipped>()];

    /// <summary>What its statements say of themselves, in the company's currency.</summary>
    public IReadOnlyList<ArrivedRecord.Stated> Stated { get; } =
    [.. Records.OfType<ArrivedRecord.Stated>().Where(s => s.Currency == Choices.Company)];

    /// <summary>What it says that its source deleted and that is not in it itself.</summary>
    public IReadOnlyList<DocumentIdentity> Deleted { get; private init; } = [];

    /// <summary>What it says that its source replaced or deleted.</summary>
    public IReadOnlyList<Superseded> Superseded { get; private init; } = [];

    /// <summary>Records that cannot be read.</summary>
    public IReadOnlyList<ArrivedRecord.Faulty> Faulty { get; } = [.. Records.OfType<ArrivedRecord.Faulty>()];

    /// <summary>The last four of the account that its statement is of; blank for none or several.</summary>
    public string Account => Records.Select(r => r.Account).Distinct().Take(2).ToList() is [var one] ? one : "";

    /// <summary>Reads a file: what is put right within it is put right, and what comes twice comes once.</summary>
    public static ArrivingFile Read(ArrivalReaders readers, ArrivedFile file, ReadingChoices choices, Problems problems)
    {
        var form = readers.For(file)?.Form;
        // Of a table without a layout is said what it lacks of a documents file.
        var saysIt = form is null or ArrivalForm.DocumentsFile || (form == ArrivalForm.Table && choices.Layout is null);
        if (choices.Source.Length == 0 && !saysIt)
            problems.Add(
                new Problem(file.Name, 0, "source", "the file does not say whose records it has; expected the name of the source")
            );
        var read = problems.Any ? [] : readers.Read(file, choices, problems);
        return new ArrivingFile(file, form, choices, OnceEach(read, form, problems))
        {
            Deleted = [.. ArrivedRecords.DeletedElsewhere(read).Select(id => new DocumentIdentity(choices.Source, id))],
            Superseded = [.. ArrivedRecords.Superseded(read, choices.Source)],
        };
    }

    // A documents file has each of its documents once as it is read; those of two sources may have one id.
    private static IReadOnlyList<ArrivedRecord> OnceEach(IReadOnlyList<ArrivedRecord> read, ArrivalForm? form, Problems problems) =>
        form == ArrivalForm.DocumentsFile ? read : ArrivedRecords.Once(ArrivedRecords.Corrected(read), problems);
}
