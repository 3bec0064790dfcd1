using Adnumera.Core.Sources;
using Adnumera.Formats.Tables;
using CsvHelper;

namespace Adnumera.Formats.Reading;

/// <summary>skipped.csv: each record that is no document, and why.</summary>
public sealed class SkippedFile : IDisposable
{
    private readonly CsvWriter writer;

    /// <summary>Starts the file.</summary>
    public SkippedFile(Stream stream) => writer = CsvFile.Create(stream, "file source_id date amount reason detail");

    /// <summary>Writes a record.</summary>
    public void Write(ArrivedRecord.Skipped record)
    {
        writer.WriteField(record.File);
        writer.WriteField(record.SourceId);
        writer.WriteField(record.Date is { } day ? Day.Text(day) : "");
        writer.WriteAmount(record.Amount, record.Currency);
        writer.WriteField(Words<SkipReason>.Of(record.Reason));
        writer.WriteField(record.Detail);
        writer.EndRecord();
    }

    /// <inheritdoc/>
    public void Dispose() => writer.Dispose();
}
