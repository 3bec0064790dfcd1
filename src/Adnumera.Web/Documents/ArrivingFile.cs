using Adnumera.Core.Documents;
using Adnumera.Core.Entries.PayRuns;
using Adnumera.Core.Feeds;
using Adnumera.Core.Payroll;
using Adnumera.Core.Sources;
using Adnumera.Formats.Feeds;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Entries;
using Adnumera.Storage.Payroll;
using Microsoft.Data.Sqlite;

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

    /// <summary>The same with pay runs as the company wants them: with their hours and accruals, or as bills of contractors.</summary>
    public ArrivingFile AsTheCompanyWants(SqliteConnection company)
    {
        var gone = Deleted.Where(d => d.Source == PayRun.Source).Select(d => d.SourceId).ToList();
        if (gone.Count == 0 && !Taken.Any(t => t.Document.Register is not null))
            return this;
        var (settings, hours) = (ChoiceTable.Of(company), new HoursTable(company));
        var here = new DocumentTable(company).Known(Taken.Select(t => t.Document.Identity)).Keys.ToHashSet();
        IEnumerable<ArrivedRecord> Wanted(ArrivedRecord record) =>
            record is ArrivedRecord.Taken { Document.Register: { } run } taken
                ? PayRunArrival
                    .Of(taken.Document with { Register = hours.Worked(run) }, settings, here.Contains)
                    .Select(d => new ArrivedRecord.Taken(taken.File, taken.Place, d))
                : [record];
        List<ArrivedRecord> wanted = [.. Records.SelectMany(Wanted)];
        // What else became of a run goes with it, and where it says so now.
        var now = wanted.OfType<ArrivedRecord.Taken>().Select(t => t.SourceId).ToHashSet(StringComparer.Ordinal);
        var runs = Taken.Where(t => t.Document.Register is not null).Select(t => t.SourceId);
        var made = new PayRunTable(company).MadeOf(gone.Concat(runs)).Where(id => !now.Contains(id));
        return new ArrivingFile(File, Form, Choices, wanted)
        {
            Deleted = [.. Deleted, .. made.Select(id => new DocumentIdentity(PayRun.Source, id))],
            Superseded = Superseded,
        };
    }

    /// <summary>Reads a file: what is put right within it is put right, and what comes twice comes once.</summary>
    public static ArrivingFile Read(ArrivalReaders readers, ArrivedFile file, ReadingChoices choices, Problems problems)
    {
        var form = readers.For(file)?.Form;
        // However it is written, it says who is paid what.
        if (form == ArrivalForm.Table && choices.Layout?.Register is not null)
            form = ArrivalForm.Register;
        // Of a table without a layout is said what it lacks of a documents file.
        var saysIt =
            form is null or ArrivalForm.DocumentsFile or ArrivalForm.Register || (form == ArrivalForm.Table && choices.Layout is null);
        if (choices.Source.Length == 0 && !saysIt)
            problems.Add(
                new Problem(file.Name, 0, "source", "the file does not say whose records it has; expected the name of the source")
            );
        var read = problems.Any ? [] : readers.Read(file, choices, problems);
        return Of(file, form, choices, read, problems);
    }

    /// <summary>Reads what a feed delivered; what it says of a record holds now, whatever was said before.</summary>
    /// <param name="name">What the pull is called.</param>
    /// <param name="kind">The kind of the feed.</param>
    /// <param name="records">Its records, each once.</param>
    /// <param name="choices">Whose they are.</param>
    /// <param name="problems">Where errors go.</param>
    public static ArrivingFile OfFeed(
        string name,
        FeedKind kind,
        IReadOnlyList<FeedRecord> records,
        ReadingChoices choices,
        Problems problems
    )
    {
        var read = FeedFile.Arrived(name, records, choices, problems, kind == FeedKind.Payroll);
        return Of(new ArrivedFile(name, FeedFile.Write(kind, records)), ArrivalForm.Feed, choices, read, problems);
    }

    private static ArrivingFile Of(
        ArrivedFile file,
        ArrivalForm? form,
        ReadingChoices choices,
        IReadOnlyList<ArrivedRecord> read,
        Problems problems
    ) =>
        new(file, form, choices, OnceEach(read, form, problems))
        {
            Deleted =
            [
                .. ArrivedRecords
                    .DeletedElsewhere(read)
                    .Concat(form == ArrivalForm.Feed ? Unsettled(read) : [])
                    .Select(id => new DocumentIdentity(choices.Source, id)),
            ],
            Superseded = [.. ArrivedRecords.Superseded(read, choices.Source)],
        };

    // What a feed says to be pending stands no more, if it did before: a claim that was opened again there.
    private static IEnumerable<string> Unsettled(IReadOnlyList<ArrivedRecord> read) =>
        read.OfType<ArrivedRecord.Skipped>().Where(s => s.Reason == SkipReason.Pending).Select(s => s.SourceId);

    // A documents file has each of its documents once as it is read; those of two sources may have one id.
    private static IReadOnlyList<ArrivedRecord> OnceEach(IReadOnlyList<ArrivedRecord> read, ArrivalForm? form, Problems problems) =>
        form == ArrivalForm.DocumentsFile ? read : ArrivedRecords.Once(ArrivedRecords.Corrected(read), problems);
}
