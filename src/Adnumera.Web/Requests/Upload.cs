using Adnumera.Core.Sources;
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
