using Adnumera.Core.Sources;

namespace Adnumera.Formats.Ofx;

/// <summary>A transaction as its statement has it.</summary>
/// <param name="Number">Its place in the file, from 1.</param>
/// <param name="IsCard">Whether it is of a card.</param>
/// <param name="Account">The account's number; blank where the statement names none.</param>
/// <param name="LastFour">The last four characters of that.</param>
/// <param name="Currency">The statement's currency; blank where it names none.</param>
/// <param name="Fields">What it says of itself. Valid until the next one begins.</param>
internal sealed record OfxTransaction(int Number, bool IsCard, string Account, string LastFour, string Currency, string[] Fields)
{
    /// <summary>A field; blank where it is not there.</summary>
    public string this[OfxField field] => Fields[(int)field];
}

/// <summary>Where in an OFX file one is: gathers the fields of a transaction until it ends.</summary>
internal sealed class OfxPlace(bool isXml)
{
    private readonly List<(OfxTag Tag, bool HasText)> open = [];
    private readonly string[] fields = new string[Enum.GetValues<OfxField>().Length];
    private bool ended,
        within;
    private int number;
    private (bool IsCard, string Account, string LastFour, string Currency)? statement;

    /// <summary>Goes on by a tag or text; returns the transaction that ends with it.</summary>
    public OfxTransaction? Take(OfxToken token)
    {
        if (ended && token.Kind != OfxTokenKind.Text)
            throw Fault($"{Quote.Of(token.Tag!.Name)} stands after its end");
        switch (token.Kind)
        {
            case OfxTokenKind.Open:
                LeaveField(token.Tag!);
                Open(token.Tag!);
                return null;
            case OfxTokenKind.Text:
                Text(token.Text);
                return null;
            case OfxTokenKind.Close:
                LeaveField(token.Tag!);
                return Close(token.Tag!);
            default:
                throw new ArgumentOutOfRangeException(nameof(token));
        }
    }

    /// <summary>The file ends here.</summary>
    /// <exception cref="FileFaultException">Something is still open.</exception>
    public void End()
    {
        if (!ended)
            throw new FileFaultException(Here, "it is cut short: </OFX> is missing");
    }

    private string Here => number > 0 ? $"transaction {number}" : "";

    private FileFaultException Fault(string message) => new(Here, message);

    // In SGML a field ends where the next tag begins.
    private void LeaveField(OfxTag next)
    {
        if (!isXml && open is [.., var last] && last.Tag != next && (last.HasText || last.Tag.IsField))
            open.RemoveAt(open.Count - 1);
    }

    private void Open(OfxTag tag)
    {
        if (open.Count == 0 && tag.Name != "OFX")
            throw Fault($"{Quote.Of(tag.Name)} stands outside of OFX");
        if (isXml && open is [.., { HasText: true } field])
            throw Fault($"{Quote.Of(tag.Name)} stands within the text of {field.Tag.Name}");
        open.Add((tag, false));
        if (tag.IsStatement)
            statement = (tag.Name == "CCSTMTRS", "", "", "");
        else if (tag.IsTransaction)
        {
            if (within)
                throw Fault("it has no end before the next one begins");
            number++;
            within = true;
            Array.Fill(fields, "");
        }
    }

    private void Text(string text)
    {
        if (open is not [.., var leaf])
            return;
        open[^1] = (leaf.Tag, true);
        if (within)
        {
            var field = FieldOf(leaf.Tag);
            if (field != OfxField.None)
                fields[(int)field] = fields[(int)field].Length == 0 ? text : $"{fields[(int)field]}{text}";
        }
        else if (statement is { } of && leaf.Tag.Name == "CURDEF")
            statement = of with { Currency = text };
        else if (
            statement is { } its
            && leaf.Tag.Name == "ACCTID"
            && (open.Count > 1 ? open[^2].Tag.Name : "") is "BANKACCTFROM" or "CCACCTFROM"
        )
            statement = its with { Account = text, LastFour = OfxFile.LastFour(text) };
    }

    private OfxField FieldOf(OfxTag leaf)
    {
        if (open.Count < 2)
            return OfxField.None;
        var parent = open[^2].Tag;
        return parent.IsTransaction ? leaf.Field
            : open.Count > 2 && open[^3].Tag.IsTransaction ? leaf.FieldIn(parent)
            : OfxField.None;
    }

    private OfxTransaction? Close(OfxTag tag)
    {
        var at = open.Count - 1;
        while (at >= 0 && open[at].Tag != tag)
            at--;
        if (at < 0)
        {
            // The end of a field that its own text's end has closed already.
            if (!isXml && tag.IsField)
                return null;
            throw Fault($"</{tag.Name}> closes nothing that is open");
        }

        if (isXml && at != open.Count - 1)
            throw Fault($"</{tag.Name}> closes {open[^1].Tag.Name}");
        if (within && (tag.IsStatement || tag.Name == "OFX"))
            throw Fault("it has no end");
        open.RemoveRange(at, open.Count - at);
        ended = open.Count == 0;
        within &= !tag.IsTransaction;
        if (tag.IsStatement)
            statement = null;
        return tag.IsTransaction && statement is { } of
            ? new OfxTransaction(number, of.IsCard, of.Account, of.LastFour, of.Currency, fields)
            : null;
    }
}
