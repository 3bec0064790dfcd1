using System.Text.Json;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Feeds;
using Adnumera.Core.Sources;
using Adnumera.Formats.Documents;
using Adnumera.Formats.Payroll;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.Feeds;

/// <summary>What a feed delivered, as a file: kept as the original of a pull. Its records are read as a documents file is, so that one rule
/// says what is wrong.</summary>
public static class FeedFile
{
    private static readonly byte[] Begins = "{\"feed\":"u8.ToArray();
    private static readonly byte[] BeginsAsPayroll =
    [
        .. Begins,
        .. System.Text.Encoding.UTF8.GetBytes($"\"{Words<FeedKind>.Of(FeedKind.Payroll)}\""),
    ];
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web);

    /// <summary>Whether the content begins as such a file does.</summary>
    public static bool Recognises(ReadOnlySpan<byte> content) => content.StartsWith(Begins);

    /// <summary>Whether it is what a payroll bureau delivered.</summary>
    public static bool IsOfPayroll(ReadOnlySpan<byte> content) => content.StartsWith(BeginsAsPayroll);

    /// <summary>Writes records.</summary>
    /// <param name="kind">The feed that delivered them.</param>
    /// <param name="records">The records.</param>
    public static byte[] Write(FeedKind kind, IEnumerable<FeedRecord> records) =>
        JsonSerializer.SerializeToUtf8Bytes(new Content(Words<FeedKind>.Of(kind), [.. records.Select(Kept.Of)]), Json);

    /// <summary>Reads the records of a file.</summary>
    /// <exception cref="FileFaultException">It is not as one writes it.</exception>
    public static IReadOnlyList<FeedRecord> Read(byte[] content)
    {
        try
        {
            return [.. JsonSerializer.Deserialize<Content>(content, Json)!.Records.Select(k => k.Record)];
        }
        catch (Exception e) when (e is JsonException or NullReferenceException or ArgumentException)
        {
            throw new FileFaultException("", $"it is no whole file of a feed: {e.Message}");
        }
    }

    /// <summary>The records as they arrive: documents, what is pending, and what is cancelled; what cannot be read is held by itself, or is
    /// an error where the choices hold nothing.</summary>
    /// <param name="name">The file's name.</param>
    /// <param name="records">The records, each once.</param>
    /// <param name="choices">Whose they are.</param>
    /// <param name="problems">Where errors go.</param>
    /// <param name="isPayroll">Whether they are pay runs.</param>
    public static IReadOnlyList<ArrivedRecord> Arrived(
        string name,
        IReadOnlyList<FeedRecord> records,
        ReadingChoices choices,
        Problems problems,
        bool isPayroll = false
    )
    {
        var standing = records.Where(r => r.Standing == FeedStanding.Stands).ToList();
        var read =
            standing.Count == 0 ? []
            : isPayroll ? Runs(name, standing, choices, problems)
            : new DocumentsFileReader().Read(new ArrivedFile(name, Table(standing, choices)), choices, problems);
        if (problems.Any)
            return [];
        return
        [
            .. standing.Select((record, i) => Placed(read[i], record, name)),
            .. records.Where(r => r.Standing != FeedStanding.Stands).Select(r => Skipped(name, r, choices)),
        ];
    }

    // Each run is a register: whole, or with errors, and then nothing comes.
    private static IReadOnlyList<ArrivedRecord> Runs(string name, List<FeedRecord> records, ReadingChoices choices, Problems problems)
    {
        using var stream = new MemoryStream();
        using (var writer = CsvFile.Create(stream, string.Join(' ', RegisterFile.ColumnNames)))
            foreach (var record in records)
            foreach (var row in record.Typed.Lines)
            {
                foreach (var column in RegisterFile.ColumnNames)
                    writer.WriteField(
                        column is "run" or "pay_date" or "period_end" ? record.Typed[column] : row.GetValueOrDefault(column, "")
                    );
                writer.EndRecord();
            }

        foreach (var other in records.Where(r => r.Typed["currency"] is { Length: > 0 } code && code != choices.Company.Code))
            problems.Add(new Problem(name, 0, other.Place, $"it is in {other.Typed["currency"]}; expected {choices.Company.Code}"));
        var runs = RegisterFile.Read(name, stream.ToArray(), choices.Company, problems, choices.IsStrict).ToDictionary(r => r.Id);
        foreach (var empty in records.Where(r => r.Typed.Lines.Count == 0))
            problems.Add(new Problem(name, 0, empty.Place, "it has no pay item"));
        return problems.Any ? [] : [.. records.Select(r => new ArrivedRecord.Taken(name, r.Place, Document.Of(runs[r.Id])))];
    }

    // One table of all of them: that is read at once.
    private static byte[] Table(List<FeedRecord> records, ReadingChoices choices)
    {
        var names = DocumentsFile.Columns.Select(c => (c.Name, OfLine: DocumentsFile.IsOfLine(c.Name))).ToArray();
        using var stream = new MemoryStream();
        using (var writer = CsvFile.Create(stream, string.Join(' ', names.Select(n => n.Name))))
            foreach (var record in records)
                for (var line = 0; line < record.Typed.Lines.Count; line++)
                {
                    foreach (var (column, ofLine) in names)
                        writer.WriteField(
                            column switch
                            {
                                "source" => choices.Source,
                                "source_id" => record.Id,
                                "line" => $"{line + 1}",
                                _ => ofLine ? record.Typed.Lines[line].GetValueOrDefault(column, "") : record.Typed[column],
                            }
                        );
                    writer.EndRecord();
                }

        return stream.ToArray();
    }

    private static ArrivedRecord Placed(ArrivedRecord read, FeedRecord record, string name) =>
        read switch
        {
            ArrivedRecord.Taken taken => new ArrivedRecord.Taken(
                name,
                record.Place,
                record.ForeignAmount.Length > 0 ? taken.Document with { ForeignAmount = record.ForeignAmount } : taken.Document
            ),
            ArrivedRecord.Faulty faulty => new ArrivedRecord.Faulty(
                name,
                record.Place,
                faulty.Typed,
                [.. faulty.Said.Select(p => new Problem(name, 0, $"{record.Place}, {p.Column}", p.Message))]
            ),
            _ => throw new InvalidOperationException("A documents file has documents."),
        };

    // What is pending is shown by what can be read of it; what is cancelled by its id alone.
    private static ArrivedRecord.Skipped Skipped(string name, FeedRecord record, ReadingChoices choices)
    {
        var typed = record.Typed;
        var currency = Currency.TryFind(typed["currency"], out var own) ? own : choices.Company;
        AmountText.Read(typed["document_total"], currency.Digits, out var amount);
        var isPending = record.Standing == FeedStanding.Pending;
        var who = typed["supplier"].Length > 0 ? typed["supplier"] : typed["employee"];
        return new ArrivedRecord.Skipped(
            name,
            record.Place,
            record.Id,
            Day.Typed(typed[typed["pay_date"].Length > 0 ? "pay_date" : "document_date"]),
            amount,
            currency,
            SkipReason.Pending,
            isPending ? $"It is pending at its source: {(who.Length > 0 ? who : record.Place)}." : "It was cancelled at its source."
        )
        {
            // A deletion is no version of the record itself.
            Corrects = isPending ? null : new Correction(new RecordKey("", record.Id), Deletes: true, record.Id),
        };
    }

    private sealed record Content(string Feed, Kept[] Records);

    // As it stands in the file.
    private sealed record Kept(
        string Id,
        string Place,
        string Standing,
        string Whose,
        string? Foreign,
        Dictionary<string, string> Head,
        Dictionary<string, string>[] Lines
    )
    {
        public static Kept Of(FeedRecord r) =>
            new(
                r.Id,
                r.Place,
                Words<FeedStanding>.Of(r.Standing),
                r.Whose,
                r.ForeignAmount.Length > 0 ? r.ForeignAmount : null,
                new Dictionary<string, string>(r.Typed.Head),
                [.. r.Typed.Lines.Select(l => new Dictionary<string, string>(l))]
            );

        [System.Text.Json.Serialization.JsonIgnore]
        public FeedRecord Record =>
            new(Id, Place, Words<FeedStanding>.Read(Standing), Whose, new TypedDocument(Head, Lines)) { ForeignAmount = Foreign ?? "" };
    }
}
