using System.Text;
using Adnumera.Core.Sources;

namespace Adnumera.Formats.Layouts;

/// <summary>The bytes of a delimited table in the encoding that a layout names.</summary>
internal static class TableText
{
    static TableText() => Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);

    /// <summary>Whether an encoding is known by that name.</summary>
    public static bool IsKnown(string name) => Find(name) is not null;

    /// <summary>A table in UTF-8, without a byte order mark.</summary>
    /// <exception cref="FileFaultException">It is not in that encoding.</exception>
    public static byte[] Utf8(byte[] content, string name)
    {
        var encoding =
            Find(name)
            ?? throw new FileFaultException("", $"encoding {Quote.Of(name)} is not known; expected one such as utf-8 or windows-1252");
        try
        {
            var text = encoding.GetString(content);
            return Encoding.UTF8.GetBytes(text.StartsWith('\uFEFF') ? text[1..] : text);
        }
        catch (DecoderFallbackException e)
        {
            throw new FileFaultException("", $"byte {e.Index + 1} is not valid {name}; expected the encoding that the layout names");
        }
    }

    private static Encoding? Find(string name)
    {
        try
        {
            return Encoding.GetEncoding(name, EncoderFallback.ExceptionFallback, DecoderFallback.ExceptionFallback);
        }
        catch (ArgumentException)
        {
            return null;
        }
    }
}
