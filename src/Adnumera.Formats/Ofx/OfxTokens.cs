using System.Net;
using System.Text;
using System.Xml;
using Adnumera.Core.Sources;
using Adnumera.Formats.Markup;

namespace Adnumera.Formats.Ofx;

internal enum OfxTokenKind
{
    Open,
    Text,
    Close,
}

/// <param name="Kind">What it is.</param>
/// <param name="Tag">The tag; none for a text.</param>
/// <param name="Text">The text; blank for a tag.</param>
internal readonly record struct OfxToken(OfxTokenKind Kind, OfxTag? Tag, string Text = "");

/// <summary>The tags and texts of OFX, of version 1 (SGML, end tags may be left out) and of version 2 (XML) alike (OFX 1.6 and 2.3,
/// chapter 2).</summary>
internal static class OfxTokens
{
    private const int HeaderLooked = 4096;

    /// <summary>Whether it is OFX: its header, or its root.</summary>
    public static bool Recognises(byte[] content)
    {
        if (Xml.Root(content) is (_, var root))
            return root.Equals("OFX", StringComparison.OrdinalIgnoreCase);
        var head = Encoding.Latin1.GetString(content.AsSpan(0, Math.Min(content.Length, HeaderLooked)));
        return head.TrimStart('\u00EF', '\u00BB', '\u00BF', ' ', '\r', '\n', '\t')
                .StartsWith("OFXHEADER", StringComparison.OrdinalIgnoreCase)
            || (Xml.LooksLikeMarkup(content) && head.Contains("<OFX>", StringComparison.OrdinalIgnoreCase));
    }

    /// <summary>Whether a tag may stand in it, in whatever case and encoding.</summary>
    public static bool Mentions(byte[] content, string tag)
    {
        if (content is [0xFF, 0xFE, ..] or [0xFE, 0xFF, ..])
            return true;
        const int Step = 1 << 14;
        Span<char> part = new char[Step + tag.Length];
        for (var at = 0; at < content.Length; at += Step)
        {
            var length = Encoding.Latin1.GetChars(content.AsSpan(at, Math.Min(part.Length, content.Length - at)), part);
            if (part[..length].Contains(tag, StringComparison.OrdinalIgnoreCase))
                return true;
        }

        return false;
    }

    /// <summary>Whether it is of version 2: then each tag is closed.</summary>
    public static bool IsXml(byte[] content) => Xml.LooksLikeMarkup(content) && Xml.Root(content) is (_, "OFX") && StartsAsXml(content);

    /// <summary>The tags and texts in order; blank texts are left out.</summary>
    /// <exception cref="FileFaultException">It is cut short, or no OFX.</exception>
    public static IEnumerable<OfxToken> Of(byte[] content, bool isXml) => isXml ? OfXml(content) : OfSgml(content);

    private static bool StartsAsXml(byte[] content)
    {
        var head = Encoding.Latin1.GetString(content.AsSpan(0, Math.Min(content.Length, HeaderLooked)));
        return content is [0xFF, 0xFE, ..] or [0xFE, 0xFF, ..]
            || head.Contains("<?xml", StringComparison.Ordinal)
            || head.Contains("<?OFX", StringComparison.Ordinal);
    }

    private static IEnumerable<OfxToken> OfXml(byte[] content)
    {
        using var reader = Xml.Reader(content);
        var tags = new OfxTags();
        while (Next(reader))
        {
            if (reader.NodeType == XmlNodeType.Element)
            {
                yield return new OfxToken(OfxTokenKind.Open, tags[reader.LocalName]);
                if (reader.IsEmptyElement)
                    yield return new OfxToken(OfxTokenKind.Close, tags[reader.LocalName]);
            }
            else if (reader.NodeType == XmlNodeType.EndElement)
                yield return new OfxToken(OfxTokenKind.Close, tags[reader.LocalName]);
            else if (reader.NodeType is XmlNodeType.Text or XmlNodeType.CDATA && reader.Value.Trim() is { Length: > 0 } text)
                yield return new OfxToken(OfxTokenKind.Text, null, text);
        }
    }

    private static bool Next(XmlReader reader)
    {
        try
        {
            return reader.Read();
        }
        catch (XmlException e)
        {
            throw new FileFaultException($"line {e.LineNumber}", $"it is no sound XML: {e.Message}");
        }
    }

    // The header says the encoding: UTF-8, whatever the character set, else code page 1252 (OFX 1.6, 2.2).
    private static StreamReader Decode(byte[] content)
    {
        var head = Encoding.Latin1.GetString(content.AsSpan(0, Math.Min(content.Length, HeaderLooked)));
        var header = head[..Math.Max(head.IndexOf('<', StringComparison.Ordinal), 0)];
        var isUtf8 = content.AsSpan().StartsWith("\uFEFF"u8) || header.Contains("ENCODING:UTF-8", StringComparison.OrdinalIgnoreCase);
        if (isUtf8)
            RequireUtf8(content);
        Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);

        // Most have nothing but ASCII, whatever code page they name, and a code page takes its time.
        var encoding =
            isUtf8 ? Encoding.UTF8
            : Ascii.IsValid(content) || header.Contains("CHARSET:ISO-8859-1", StringComparison.OrdinalIgnoreCase) ? Encoding.Latin1
            : Encoding.GetEncoding(1252);
        return new StreamReader(new MemoryStream(content, writable: false), encoding, detectEncodingFromByteOrderMarks: isUtf8);
    }

    private static void RequireUtf8(byte[] content)
    {
        try
        {
            new UTF8Encoding(false, throwOnInvalidBytes: true).GetCharCount(content);
        }
        catch (DecoderFallbackException e)
        {
            throw new FileFaultException("", $"byte {e.Index + 1} is not valid UTF-8, which its header says it is");
        }
    }

    private static IEnumerable<OfxToken> OfSgml(byte[] content)
    {
        // The same few tags come again and again, and mostly in the same order: each is made a text once, as it is written.
        var written = new Dictionary<string, WrittenTag>();
        var (known, tags, last) = (written.GetAlternateLookup<ReadOnlySpan<char>>(), new OfxTags(), new WrittenTag("", default));
        using var text = new SgmlText(Decode(content));
        text.Before('<', out var isEnd);
        while (!isEnd)
        {
            if (Tagged() is { } tag)
                yield return tag;
            if (Words(text.Before('<', out isEnd).Trim()) is { Length: > 0 } words)
                yield return new OfxToken(OfxTokenKind.Text, null, words);
        }

        OfxToken? Tagged()
        {
            var name = text.Before('>', out var isCut);
            return isCut ? throw new FileFaultException("", "it is cut short: its last tag has no end") : Known(name);
        }

        // A kind or a day is mostly the one that the same tag had before.
        string Words(ReadOnlySpan<char> words)
        {
            if (words.IsEmpty || words.SequenceEqual(last.Before))
                return words.IsEmpty ? "" : last.Text;
            last.Before = words.ToString();
            return last.Text = words.Contains('&') ? WebUtility.HtmlDecode(last.Before).Trim() : last.Before;
        }

        OfxToken? Known(ReadOnlySpan<char> name)
        {
            if (last.Next is { } next && name.SequenceEqual(next.Name))
                return (last = next).Token;
            if (!known.TryGetValue(name, out var found))
            {
                if (Tag(name.ToString(), tags) is not { } tag)
                    return null;
                found = known[name] = new WrittenTag(name.ToString(), tag);
            }

            last.Next = found;
            return (last = found).Token;
        }
    }

    // A tag as it is written, and the tag and the text that followed it the last time.
    private sealed class WrittenTag(string name, OfxToken token)
    {
        public string Name => name;
        public OfxToken Token => token;
        public WrittenTag? Next { get; set; }
        public string Before { get; set; } = "";
        public string Text { get; set; } = "";
    }

    // None for a comment or an instruction.
    private static OfxToken? Tag(string written, OfxTags tags)
    {
        var tag = written.Trim();
        if (tag.StartsWith('?') || tag.StartsWith("!--", StringComparison.Ordinal))
            return null;
        if (tag.StartsWith('!'))
            throw new FileFaultException("", "it has a document type; expected OFX without one");
        var closes = tag.StartsWith('/');
        var name = (closes ? tag[1..] : tag).Trim().ToUpperInvariant();
        return name.Length > 0 && name.All(c => char.IsAsciiLetterOrDigit(c) || c is '.' or '_' or '-')
            ? new OfxToken(closes ? OfxTokenKind.Close : OfxTokenKind.Open, tags[name])
            : throw new FileFaultException("", $"{Quote.Of(tag)} is no tag of OFX");
    }
}
