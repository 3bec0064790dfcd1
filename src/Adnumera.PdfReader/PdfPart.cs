namespace Adnumera.PdfReader;

/// <summary>What is read of a PDF.</summary>
public enum PdfPart
{
    /// <summary>The files that it carries.</summary>
    Attachments,

    /// <summary>The text of its first pages.</summary>
    Rows,

    /// <summary>The fields of its form.</summary>
    Fields,
}
