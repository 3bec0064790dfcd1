using System.Text.Json;
using Adnumera.Core.Sources;

namespace Adnumera.Formats.Json;

/// <summary>A file of one JSON object (RFC 8259) in UTF-8: a byte order mark is passed over, a name twice is an error.</summary>
internal static class JsonObjectFile
{
    private static readonly JsonDocumentOptions Strict = new() { AllowDuplicateProperties = false };

    /// <summary>Reads it; errors go to <paramref name="problems"/>, and then the answer is the one for none.</summary>
    /// <param name="file">The name for messages.</param>
    /// <param name="content">The file's bytes.</param>
    /// <param name="example">An object such as is expected.</param>
    /// <param name="problems">Where errors go.</param>
    /// <param name="none">The answer where it cannot be read.</param>
    /// <param name="read">Reads the object.</param>
    public static T Read<T>(string file, byte[] content, string example, Problems problems, T none, Func<JsonElement, T> read)
    {
        try
        {
            ReadOnlyMemory<byte> text = content;
            if (text.Span.StartsWith("\uFEFF"u8))
                text = text[3..];
            using var json = JsonDocument.Parse(text, Strict);
            if (json.RootElement.ValueKind == JsonValueKind.Object)
                return read(json.RootElement);
            problems.Add(new Problem(file, 1, "", $"expected an object such as {example}"));
        }
        catch (JsonException e)
        {
            var message = e.Message.Split(" Path:")[0].Split(" LineNumber:")[0];
            problems.Add(new Problem(file, (e.LineNumber ?? 0) + 1, "", $"is not valid JSON: {message}"));
        }

        return none;
    }
}
