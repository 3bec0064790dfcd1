using System.Runtime.CompilerServices;
using Adnumera.Core.Sources;
using Adnumera.PdfReader;

namespace Adnumera.Formats.Pdf;

/// <summary>What a PDF holds. Each part is read once, by a process that may die of it; who can wait without holding anything up reads it
/// first, and whoever asks then has it at hand.</summary>
public static class PdfFile
{
    // As long as somebody holds the file.
    private static readonly ConditionalWeakTable<byte[], Parts> Read = [];

    /// <summary>Whether the content is a PDF: its mark stands in the first kilobyte (ISO 32000-2, 7.5.2, and common practice).</summary>
    public static bool Recognises(byte[] content) => content.AsSpan(0, Math.Min(content.Length, 1024)).IndexOf("%PDF-"u8) >= 0;

    /// <summary>Reads one part of a file, if it is a PDF, so that it is at hand; what is wrong with it is said when it is asked
    /// for.</summary>
    /// <param name="content">The file.</param>
    /// <param name="part">Which part.</param>
    /// <param name="cancel">Ends reading.</param>
    public static async Task Prepare(byte[] content, PdfPart part, CancellationToken cancel)
    {
        if (!Recognises(content))
            return;
        var parts = Read.GetOrCreateValue(content);
        try
        {
            parts.Put(part, await PdfProcess.Read(content, part, cancel), null);
        }
        catch (FileFaultException e)
        {
            parts.Put(part, null, e);
        }
    }

    /// <summary>One part of it; none where it is damaged, or locked.</summary>
    /// <exception cref="FileFaultException">Reading it took too long or too much, or broke off.</exception>
    public static PdfAnswer? Part(byte[] content, PdfPart part)
    {
        var parts = Read.GetOrCreateValue(content);
        if (!parts.Has(part))
            Prepare(content, part, CancellationToken.None).GetAwaiter().GetResult();
        return parts.Of(part);
    }

    private sealed class Parts
    {
        private readonly Lock _held = new();
        private readonly Dictionary<PdfPart, (PdfAnswer? Answer, FileFaultException? Fault)> _read = [];

        public bool Has(PdfPart part)
        {
            lock (_held)
                return _read.ContainsKey(part);
        }

        public void Put(PdfPart part, PdfAnswer? answer, FileFaultException? fault)
        {
            lock (_held)
                _read[part] = (answer, fault);
        }

        public PdfAnswer? Of(PdfPart part)
        {
            lock (_held)
                return _read[part] is { Fault: { } fault } ? throw new FileFaultException(fault.Place, fault.Message) : _read[part].Answer;
        }
    }
}
