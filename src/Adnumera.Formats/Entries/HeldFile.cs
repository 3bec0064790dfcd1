using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Entries.PayRuns;
using Adnumera.Core.Payroll;
using Adnumera.Formats.Tables;
using CsvHelper;

namespace Adnumera.Formats.Entries;

/// <summary>held.csv: each reason for which a document waits or was set aside.</summary>
public sealed class HeldFile : IDisposable
{
    private readonly CsvWriter writer;

    /// <summary>Starts the file.</summary>
    public HeldFile(Stream stream) => writer = CsvFile.Create(stream, "source source_id line state reason value detail");

    /// <summary>Writes the reasons of a document; none for a coded one.</summary>
    public void Write(Composition composition)
    {
        if (composition is Composition.SetAside { Why: var why })
            Write(composition.Document.Identity, null, "set_aside", ReasonWords.Of(why));
        foreach (var reason in composition.Reasons)
            Write(composition.Document.Identity, reason.OnLine, "held", ReasonWords.Of(reason));
    }

    /// <summary>Writes the reasons of a pay run; none for one that may go to the ledger.</summary>
    public void Write(PayJournal journal)
    {
        if (journal.LeftOut is { } why)
            Write(new DocumentIdentity(PayRun.Source, journal.Run.Id), null, "set_aside", ReasonWords.Of(why));
        foreach (var reason in journal.Reasons)
            Write(new DocumentIdentity(PayRun.Source, journal.Run.Id), null, "held", ReasonWords.ByName(reason));
    }

    /// <inheritdoc/>
    public void Dispose() => writer.Dispose();

    private void Write(DocumentIdentity identity, long? line, string state, ReasonWords reason)
    {
        writer.WriteField(identity.Source);
        writer.WriteField(identity.SourceId);
        if (line is { } number)
            writer.WriteNumber(number);
        else
            writer.WriteField("");
        writer.WriteField(state);
        writer.WriteField(reason.Word);
        writer.WriteField(reason.Value);
        writer.WriteField(reason.Detail);
        writer.EndRecord();
    }
}
