using Adnumera.Core.Sources;
using Adnumera.Formats.Camt;
using Adnumera.Formats.Documents;
using Adnumera.Formats.Feeds;
using Adnumera.Formats.Invoices;
using Adnumera.Formats.Layouts;
using Adnumera.Formats.Ofx;
using Adnumera.Formats.Payroll;
using Adnumera.Formats.Pdf;

namespace Adnumera.Formats.Reading;

/// <summary>The open forms in which spending is recorded, in the order in which they are tried.</summary>
public static class OpenForms
{
    private static readonly IReadOnlyList<IArrivalReader> Spending =
    [
        new Form(
            ArrivalForm.Ofx,
            "an OFX statement",
            f => OfxFile.Recognises(f.Content),
            (f, c) => OfxFile.Read(f, c.Source, c.PaymentAccount, c.HoldsFaulty),
            f => OfxFile.MayCorrect(f.Content)
        ),
        new Form(
            ArrivalForm.Camt,
            "a camt.053 statement",
            f => CamtFile.Recognises(f.Content),
            (f, c) => CamtFile.Read(f, c.Source, c.PaymentAccount).Where(r => c.IsStrict || r is not ArrivedRecord.Stated)
        ),
        new Form(
            ArrivalForm.EInvoice,
            "a UBL or CII invoice",
            f => InvoiceFile.Recognises(f.Content),
            (f, c) => [InvoiceFile.Read(f, c.Source)]
        ),
        new Form(
            ArrivalForm.PdfInvoice,
            "a PDF that carries one",
            f => PdfFile.Recognises(f.Content),
            (f, c) => [PdfInvoice.Read(f, c.Source)]
        ),
        new FeedReader(),
        new DocumentsFileReader(),
        new TableReader(),
    ];

    /// <summary>All of them.</summary>
    public static ArrivalReaders All { get; } = new(Spending);

    /// <summary>All that an application takes in: pay registers, too. They are no spending that another could read.</summary>
    public static ArrivalReaders WithRegisters { get; } = new([new RegisterReader(), new FeedReader(withPayRuns: true), .. Spending]);

    private sealed record Form(
        ArrivalForm Which,
        string Reads,
        Func<ArrivedFile, bool> Knows,
        Func<ArrivedFile, ReadingChoices, IEnumerable<ArrivedRecord>> Records,
        Func<ArrivedFile, bool>? Corrects = null
    ) : IArrivalReader
    {
        ArrivalForm IArrivalReader.Form => Which;

        public bool Recognises(ArrivedFile file) => Knows(file);

        public IReadOnlyList<ArrivedRecord> Read(ArrivedFile file, ReadingChoices choices, Problems problems) =>
            [.. Records(file, choices).Select(r => choices is { IsStrict: true, HoldsFaulty: true } ? Kept(r) : r)];

        public IEnumerable<ArrivedRecord> Stream(ArrivedFile file, ReadingChoices choices, Problems problems) => Records(file, choices);

        // What the application does not keep is held with the record that says it.
        private static ArrivedRecord Kept(ArrivedRecord record) =>
            record is ArrivedRecord.Taken taken && taken.BeyondLimits().ToList() is { Count: > 0 } said
                ? new ArrivedRecord.Faulty(record.File, record.Place, TypedDocuments.Of(taken.Document), said)
                {
                    Account = record.Account,
                    Key = record.Key,
                    Corrects = record.Corrects,
                }
                : record;

        public bool MayCorrect(ArrivedFile file) => Corrects?.Invoke(file) ?? false;
    }
}
