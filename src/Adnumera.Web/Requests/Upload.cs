using Adnumera.Core.Sources;
using Adnumera.Formats.Pdf;
using Adnumera.Formats.Pictures;
using Adnumera.PdfReader;
using Adnumera.Web.Refusals;

namespace Adnumera.Web.Requests;

/// <summary>One file that a person sends as the body of a request.</summary>
/// <param name="request">The request.</param>
/// <param name="fileName">The file's name, as the person has it.</param>
/// <param name="largest">The most bytes.</param>
internal sealed class Upload(HttpRequest request, string fileName, int largest)
{
    /// <summary>The file.</summary>
    /// <exception cref="RefusedException">It is larger than allowed.</exception>
    public async Task<ArrivedFile> File(CancellationToken cancel) => new(Path.GetFileName(fileName), await Read(cancel));

    /// <summary>The file, a picture or the pages of a PDF, of which that part is at hand then.</summary>
    /// <param name="part">What is read of a PDF.</param>
    /// <param name="unchanged">What was not done, as people say it: <c>Nothing was taken in.</c></param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RefusedException">It is larger than allowed, no picture, or a PDF that cannot be read.</exception>
    public async Task<ArrivedFile> Picture(PdfPart part, string unchanged, CancellationToken cancel)
    {
        var file = await File(cancel);
        if (PictureFile.MediaOf(file.Content).Length == 0)
            throw NoPicture($"is neither a PDF nor a PNG or JPEG picture. {unchanged}");
        await PdfFile.Prepare(file.Content, part, cancel);
        try
        {
            if (PdfFile.Recognises(file.Content))
                PdfFile.Part(file.Content, part);
            return file;
        }
        catch (FileFaultException e)
        {
            throw NoPicture($"cannot be read: {e.Message}. {unchanged} Print it to a PDF anew, or take a picture of it.");
        }

        RefusedException NoPicture(string why) => new("file", $"{file.Name} {why}", StatusCodes.Status400BadRequest);
    }

    /// <summary>A file with errors, each with its row and column.</summary>
    public static RefusedException Refused(string fileName, Problems problems) =>
        new(
            "file",
            $"{fileName} has {(problems.Count == 1 ? "an error" : $"{problems.Count} errors")}. Nothing was taken in; mend the file "
                + "and choose it again."
        )
        {
            Extensions = new Dictionary<string, object?> { ["errors"] = problems.Errors, ["errorCount"] = problems.Count },
        };

    private async Task<byte[]> Read(CancellationToken cancel)
    {
        var tooLarge = new RefusedException(
            "file-too-large",
            $"{fileName} is larger than {largest / 1024 / 1024} MB. Nothing was taken in; split the file and take the parts in one by one.",
            413
        );
        if (request.ContentLength > largest)
            throw tooLarge;
        using var content = new MemoryStream();
        var buffer = new byte[81920];
        int read;
        while ((read = await request.Body.ReadAsync(buffer, cancel)) > 0)
        {
            if (content.Length + read > largest)
                throw tooLarge;
            content.Write(buffer, 0, read);
        }

        return content.ToArray();
    }
}
