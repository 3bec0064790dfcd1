using Adnumera.Core.Sources;
using UglyToad.PdfPig;
using UglyToad.PdfPig.AcroForms;
using UglyToad.PdfPig.AcroForms.Fields;
using UglyToad.PdfPig.Content;

namespace Adnumera.PdfReader;

/// <summary>Reads a PDF that nobody vouches for. Nothing of it is run or looked up; what it makes its reader do ends with the
/// process.</summary>
internal static class PdfContent
{
    private const int MostPages = 10;
    private const int MostLetters = 50_000;
    private const int MostAttachments = 100;
    private const int MostAttached = 64 * 1024 * 1024;
    private const int MostFields = 300;
    private const int LongestValue = 500;

    /// <summary>Reads one part of it; none where it is damaged, or locked.</summary>
    public static PdfAnswer? Read(byte[] content, PdfPart part)
    {
        try
        {
            using var pdf = PdfDocument.Open(content);
            return part switch
            {
                PdfPart.Attachments => new PdfAnswer { Attachments = Attachments(pdf) },
                PdfPart.Rows => new PdfAnswer { Rows = Rows(pdf) },
                PdfPart.Fields => new PdfAnswer { Fields = Fields(pdf) },
            };
        }
        catch (Exception e) when (e is not OutOfMemoryException)
        {
            // Whatever a damaged PDF makes its reader do is the PDF's fault.
            return null;
        }
    }

    private static List<PdfAttachment> Attachments(PdfDocument pdf)
    {
        if (!pdf.Advanced.TryGetEmbeddedFiles(out var embedded))
            return [];
        if (embedded.Count > MostAttachments || embedded.Sum(e => (long)e.Memory.Length) > MostAttached)
            throw new InvalidDataException("It carries more than is read.");
        return [.. embedded.Select(e => new PdfAttachment(Path.GetFileName(e.Name), e.Memory.ToArray()))];
    }

    private static List<TextRow> Rows(PdfDocument pdf)
    {
        var (rows, letters) = (new List<TextRow>(), 0);
        for (var page = 1; page <= Math.Min(pdf.NumberOfPages, MostPages) && letters < MostLetters; page++)
        {
            var read = pdf.GetPage(page);
            letters += read.Letters.Count;
            if (letters <= MostLetters)
                rows.AddRange(RowsOf(page, read));
        }

        return rows;
    }

    // Words whose middles are at one height stand in one row.
    private static IEnumerable<TextRow> RowsOf(int page, Page read)
    {
        var row = new List<Word>();
        foreach (var word in read.GetWords().OrderByDescending(Middle))
        {
            if (row.Count > 0 && Middle(row[0]) - Middle(word) > Math.Max(row[0].BoundingBox.Height, 4) / 2)
            {
                yield return Row(page, row);
                row = [];
            }

            row.Add(word);
        }

        if (row.Count > 0)
            yield return Row(page, row);
    }

    private static double Middle(Word word) => (word.BoundingBox.Bottom + word.BoundingBox.Top) / 2;

    private static TextRow Row(int page, List<Word> words) =>
        new(
            page,
            [
                .. words
                    .OrderBy(w => w.BoundingBox.Left)
                    .Select(w => new TextWord(
                        w.Text,
                        w.BoundingBox.Left,
                        w.BoundingBox.Right,
                        w.Letters.Count > 0 ? w.Letters.Max(l => l.PointSize) : 0
                    )),
            ]
        );

    private static List<FormField> Fields(PdfDocument pdf) =>
        pdf.TryGetForm(out var form)
            ?
            [
                .. form.GetFields()
                    .Select(f => new FormField(f.Information.PartialName ?? f.Information.MappingName ?? "", ValueOf(f)))
                    .Where(f => f.Name.Length > 0)
                    .DistinctBy(f => f.Name)
                    .OrderBy(f => f.Name, StringComparer.Ordinal)
                    .Take(MostFields),
            ]
            : [];

    private static string ValueOf(AcroFieldBase field)
    {
        var value = field switch
        {
            AcroTextField text => text.Value ?? "",
            AcroCheckboxField box => box.IsChecked ? "yes" : "",
            AcroRadioButtonField radio => radio.IsSelected ? "yes" : "",
            AcroComboBoxField combo => string.Join(" ", combo.SelectedOptions),
            _ => "",
        };
        return new string([.. value.Trim().Where(c => !char.IsControl(c)).Take(LongestValue)]);
    }
}
