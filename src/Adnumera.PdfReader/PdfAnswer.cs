using System.Text.Json.Serialization;
using Adnumera.Core.Sources;

namespace Adnumera.PdfReader;

/// <summary>What was read of a PDF: what was asked for, and nothing of the rest.</summary>
public sealed record PdfAnswer
{
    /// <summary>The files that it carries.</summary>
    public IReadOnlyList<PdfAttachment> Attachments { get; init; } = [];

    /// <summary>The rows of its first pages.</summary>
    public IReadOnlyList<TextRow> Rows { get; init; } = [];

    /// <summary>The fields of its form, in the order of their names.</summary>
    public IReadOnlyList<FormField> Fields { get; init; } = [];
}

/// <summary>A file that a PDF carries.</summary>
/// <param name="Name">Its name, without a folder.</param>
/// <param name="Content">Its bytes.</param>
public sealed record PdfAttachment(string Name, byte[] Content);

/// <summary>A field of a form that was filled in.</summary>
/// <param name="Name">The name that the form gives it.</param>
/// <param name="Value">What stands in it; <c>yes</c> for a box that is ticked.</param>
public sealed record FormField(string Name, string Value);

/// <summary>How an answer is written and read.</summary>
[JsonSerializable(typeof(PdfAnswer))]
public sealed partial class PdfAnswers : JsonSerializerContext;
