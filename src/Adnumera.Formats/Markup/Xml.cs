using System.Runtime.CompilerServices;
using System.Xml;
using System.Xml.Linq;

namespace Adnumera.Formats.Markup;

/// <summary>Reading XML that nobody vouches for: no document type, nothing from outside (OWASP ASVS 5, on XML parsers).</summary>
internal static class Xml
{
    // The root stands at the beginning; whatever its tag holds, no more than that is looked at for it.
    private const int FurthestRoot = 256 * 1024;

    /// <summary>A reader over bytes; a document type is an <see cref="XmlException"/>, and so is an element of very many
    /// attributes.</summary>
    public static XmlReader Reader(byte[] content)
    {
        TagGuard.Check(content);
        return Reader(new MemoryStream(content, writable: false));
    }

    private static XmlReader Reader(MemoryStream content) =>
        XmlReader.Create(
            content,
            new XmlReaderSettings
            {
                DtdProcessing = DtdProcessing.Prohibit,
                XmlResolver = null,
                IgnoreComments = true,
                CheckCharacters = true,
            }
        );

    // Each form asks for the root of the same content.
    private static readonly ConditionalWeakTable<byte[], Found> Roots = [];

    /// <summary>The root's namespace and name; null when it is no XML.</summary>
    public static (string Namespace, string Name)? Root(byte[] content) =>
        LooksLikeMarkup(content) ? Roots.GetValue(content, c => new Found(RootOf(c))).Root : null;

    private sealed record Found((string Namespace, string Name)? Root);

    private static (string Namespace, string Name)? RootOf(byte[] content)
    {
        try
        {
            using var reader = Reader(new MemoryStream(content, 0, Math.Min(content.Length, FurthestRoot), writable: false));
            return reader.MoveToContent() == XmlNodeType.Element ? (reader.NamespaceURI, reader.LocalName) : null;
        }
        catch (XmlException)
        {
            return null;
        }
    }

    /// <summary>Whether it begins as markup does.</summary>
    public static bool LooksLikeMarkup(ReadOnlySpan<byte> content)
    {
        // A byte order mark of UTF-16 or UTF-8, or none.
        if (content.StartsWith("\uFEFF"u8))
            content = content[3..];
        else if (content is [0xFF, 0xFE, (byte)'<', 0, ..] or [0xFE, 0xFF, 0, (byte)'<', ..])
            return true;
        return content.TrimStart(" \t\r\n"u8).StartsWith("<"u8);
    }

    /// <summary>The first child of a local name, whatever its namespace.</summary>
    public static XElement? Child(this XElement? parent, ReadOnlySpan<char> name)
    {
        for (var node = parent?.FirstNode; node is not null; node = node.NextNode)
            if (node is XElement element && name.SequenceEqual(element.Name.LocalName))
                return element;
        return null;
    }

    /// <summary>The children of a local name, whatever their namespace.</summary>
    public static IEnumerable<XElement> Children(this XElement? parent, string name) =>
        parent?.Elements().Where(e => e.Name.LocalName == name) ?? [];

    /// <summary>The first element along a path of local names.</summary>
    public static XElement? At(this XElement? parent, string path)
    {
        foreach (var name in path.AsSpan().Split('/'))
            parent = parent.Child(path.AsSpan(name));
        return parent;
    }

    /// <summary>The trimmed text along a path; blank where there is none.</summary>
    public static string TextAt(this XElement? parent, string path) => parent.At(path)?.Value.Trim() ?? "";
}
