using Adnumera.Core.Amounts;

namespace Adnumera.Core.Sources;

/// <summary>The open forms in which spending is recorded.</summary>
public enum ArrivalForm
{
    /// <summary>Our own documents.csv: documents of one or several sources.</summary>
    DocumentsFile,

    /// <summary>A card or bank statement of OFX 1.x or 2.x.</summary>
    Ofx,

    /// <summary>A bank statement of ISO 20022, camt.053.</summary>
    Camt,

    /// <summary>An invoice or credit note of UBL 2.1 or UN/CEFACT CII.</summary>
    EInvoice,

    /// <summary>A PDF that carries such an invoice.</summary>
    PdfInvoice,

    /// <summary>A pay register: pay runs of the source payroll.</summary>
    Register,

    /// <summary>A table of any columns, delimited or XLSX: read by a layout.</summary>
    Table,

    /// <summary>A picture, or a PDF without data in it: a person completes what it shows.</summary>
    Picture,

    /// <summary>No file: a person typed it.</summary>
    Typed,

    /// <summary>What a feed delivered at one pull.</summary>
    Feed,
}

/// <summary>How a file is read.</summary>
/// <param name="Source">Whose records they are; blank where the file itself says it.</param>
/// <param name="Company">The company's currency, for documents that name none.</param>
public sealed record ReadingChoices(string Source, Currency Company)
{
    /// <summary>As the file itself says, within the application's own limits.</summary>
    public static ReadingChoices AsTheFileSays(Currency company) => new("", company) { IsStrict = true };

    /// <summary>What the account of a statement is called; blank for the last four of its number.</summary>
    public string PaymentAccount { get; init; } = "";

    /// <summary>How a table is read; none where there is none.</summary>
    public Layout? Layout { get; init; }

    /// <summary>Whether the application's own limits hold: plain texts, days that books speak of.</summary>
    public bool IsStrict { get; init; }

    /// <summary>Whether a record that cannot be read is held by itself, so that the others come; otherwise its errors are the
    /// file's.</summary>
    public bool HoldsFaulty { get; init; }
}

/// <summary>The port to one form: it knows its own by the content, never by the name.</summary>
public interface IArrivalReader
{
    /// <summary>The form.</summary>
    ArrivalForm Form { get; }

    /// <summary>What it reads, as people say it: <c>an OFX statement</c>.</summary>
    string Reads { get; }

    /// <summary>Whether the content is of its form; what is wrong within is told by reading it.</summary>
    bool Recognises(ArrivedFile file);

    /// <summary>Reads the records in their order; with errors there are none.</summary>
    /// <param name="file">The file.</param>
    /// <param name="choices">How it is read.</param>
    /// <param name="problems">Where errors and notices go.</param>
    /// <exception cref="FileFaultException">It breaks its own standard.</exception>
    IReadOnlyList<ArrivedRecord> Read(ArrivedFile file, ReadingChoices choices, Problems problems);

    /// <summary>The same, one after the other, so that none need be kept; where there are errors, some may have come before.</summary>
    /// <param name="file">The file.</param>
    /// <param name="choices">How it is read.</param>
    /// <param name="problems">Where errors and notices go.</param>
    /// <exception cref="FileFaultException">It breaks its own standard.</exception>
    IEnumerable<ArrivedRecord> Stream(ArrivedFile file, ReadingChoices choices, Problems problems) => Read(file, choices, problems);

    /// <summary>Whether a record of the file may replace or delete another one.</summary>
    bool MayCorrect(ArrivedFile file) => false;
}

/// <summary>All forms in which spending arrives.</summary>
/// <param name="readers">The readers, asked in this order.</param>
public sealed class ArrivalReaders(IReadOnlyList<IArrivalReader> readers)
{
    /// <summary>The reader that recognises a file; null when none does.</summary>
    public IArrivalReader? For(ArrivedFile file) => readers.FirstOrDefault(r => r.Recognises(file));

    /// <summary>Reads the records of a file one after the other, so that none need be kept; where there are errors, some may have come
    /// before.</summary>
    /// <param name="file">The file.</param>
    /// <param name="choices">How it is read.</param>
    /// <param name="problems">Where errors and notices go.</param>
    public IEnumerable<ArrivedRecord> Stream(ArrivedFile file, ReadingChoices choices, Problems problems)
    {
        IEnumerator<ArrivedRecord>? records = null;
        var open = () => records ??= Known(file).Stream(file, choices, problems).GetEnumerator();
        try
        {
            while (Next(file, open, problems) is { } record)
                yield return record;
        }
        finally
        {
            records?.Dispose();
        }
    }

    /// <summary>Which records of several files are replaced or deleted by another one.</summary>
    /// <param name="files">The files.</param>
    /// <param name="choices">How they are read.</param>
    public Corrections CorrectionsOf(IEnumerable<ArrivedFile> files, ReadingChoices choices) =>
        new(files.Where(f => readers.Any(r => r.MayCorrect(f) && r.Recognises(f))).SelectMany(f => Stream(f, choices, new Problems())));

    private static ArrivedRecord? Next(ArrivedFile file, Func<IEnumerator<ArrivedRecord>> records, Problems problems)
    {
        try
        {
            return records() is var at && at.MoveNext() ? at.Current : null;
        }
        catch (FileFaultException e)
        {
            problems.Add(new Problem(file.Name, 0, e.Place, e.Message));
            return null;
        }
    }

    private IArrivalReader Known(ArrivedFile file) =>
        For(file) ?? throw new FileFaultException("", $"it is of none of the forms that are read; expected {Forms}");

    /// <summary>Reads the records of a file in their order; none with errors, one of which is that no form is its own.</summary>
    /// <param name="file">The file.</param>
    /// <param name="choices">How it is read.</param>
    /// <param name="problems">Where errors and notices go.</param>
    public IReadOnlyList<ArrivedRecord> Read(ArrivedFile file, ReadingChoices choices, Problems problems)
    {
        try
        {
            var (before, records) = (problems.Count, Known(file).Read(file, choices, problems));
            if (choices.IsStrict)
                foreach (var problem in records.OfType<ArrivedRecord.Taken>().SelectMany(r => r.BeyondLimits()))
                    problems.Add(problem);
            return problems.Count > before ? [] : records;
        }
        catch (FileFaultException e)
        {
            problems.Add(new Problem(file.Name, 0, e.Place, e.Message));
            return [];
        }
    }

    private string Forms => $"{string.Join(", ", readers.SkipLast(1).Select(r => r.Reads))} or {readers[^1].Reads}";
}
