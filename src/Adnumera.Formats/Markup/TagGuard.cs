using System.Xml;

namespace Adnumera.Formats.Markup;

/// <summary>Walks once over the bytes of XML before they are read: a reader takes an element with all its attributes at once, and each of
/// them costs it more than the one before.</summary>
internal sealed class TagGuard
{
    /// <summary>The most attributes of an element; those of the forms that are read have a handful.</summary>
    public const int MostAttributes = 1000;

    private Place _place;
    private byte _quote;
    private byte _before;
    private byte _beforeThat;
    private int _attributes;

    private enum Place
    {
        Text,
        Opened,
        Declared,
        Tag,
        Quoted,
        Instruction,
        Comment,
        Data,
    }

    /// <summary>Looks at the whole of a file.</summary>
    /// <exception cref="XmlException">An element has too many attributes.</exception>
    public static void Check(ReadOnlySpan<byte> content) => new TagGuard().Add(content);

    /// <summary>Goes on with what comes next.</summary>
    /// <exception cref="XmlException">An element has too many attributes.</exception>
    public void Add(ReadOnlySpan<byte> content)
    {
        for (var at = 0; at < content.Length; at++)
        {
            if (_place == Place.Text)
            {
                if (content[at..].IndexOf((byte)'<') is >= 0 and var found)
                    (at, _place, _attributes) = (at + found, Place.Opened, 0);
                else
                    return;
            }
            // The characters of UTF-16 are between zeros.
            else if (content[at] != 0)
                Go(content[at]);
        }
    }

    private void Go(byte character)
    {
        _place = _place switch
        {
            Place.Text => Place.Text,
            Place.Opened => character switch
            {
                (byte)'?' => Place.Instruction,
                (byte)'!' => Place.Declared,
                _ => InTag(character),
            },
            Place.Declared => character switch
            {
                (byte)'-' => Place.Comment,
                (byte)'[' => Place.Data,
                _ => InTag(character),
            },
            Place.Tag => InTag(character),
            Place.Quoted => character == _quote ? Place.Tag : Place.Quoted,
            Place.Instruction => character == '>' && _before == '?' ? Place.Text : _place,
            Place.Comment => character == '>' && (_beforeThat, _before) is ((byte)'-', (byte)'-') ? Place.Text : _place,
            Place.Data => character == '>' && (_beforeThat, _before) is ((byte)']', (byte)']') ? Place.Text : _place,
        };
        (_beforeThat, _before) = (_before, character);
    }

    private Place InTag(byte character)
    {
        switch (character)
        {
            case (byte)'"' or (byte)'\'':
                _quote = character;
                return Place.Quoted;
            case (byte)'=' when ++_attributes > MostAttributes:
                throw new XmlException($"an element has more than {MostAttributes} attributes");
            case (byte)'>':
                return Place.Text;
            default:
                return Place.Tag;
        }
    }
}
