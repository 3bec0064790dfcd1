using Adnumera.Core.Sources;
using UglyToad.PdfPig;
using UglyToad.PdfPig.Content;

namespace Adnumera.Formats.Pictures;

/// <summary>The text of a PDF, row by row as one reads it. Nothing of the PDF is run or looked up.</summary>
public static class PdfText
{
    private const int MostPages = 10;

    private const int MostLetters = 50_000;

    /// <summary>The rows of its first pages; none where it is a picture, or cannot be read.</summary>
    public static IReadOnlyList<TextRow> Rows(byte[] content)
    {
        try
        {
            using var pdf = PdfDocument.Open(content);
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
        catch (Exception e) when (e is not OutOfMemoryException)
        {
            // What cannot be read proposes nothing; a person sees the page.
            return [];
        }
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
}
