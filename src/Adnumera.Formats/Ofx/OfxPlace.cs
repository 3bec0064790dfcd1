using Adnumera.Core.Sources;

namespace Adnumera.Formats.Ofx;

/// <summary>A transaction as its statement has it.</summary>
/// <param name="Number">Its place in the file, from 1.</param>
/// <param name="IsCard">Whether it is of a card.</param>
/// <param name="Account">The account's number; blank where the statement names none.</param>
/// <param name="Currency">The statement's currency; blank where it names none.</param>
/// <param name="Fields">Its own fields by name; those of its payee and its currency with theirs before. Valid until the next
/// one begins.</param>
internal sealed record OfxTransaction(int Number, bool IsCard, string Account, string Currency, IReadOnlyDictionary<string, string> Fields);

/// <summary>Where in an OFX file one is: gathers the fields of a transaction until it ends.</summary>
internal sealed class OfxPlace(bool isXml)
{
    // Fields that may be blank and then have neither text nor end tag in SGML: what follows does not stand within them.
    private static readonly HashSet<string> Fields =
    [
        "TRNTYPE",
        "DTPOSTED",
        "DTUSER",
        "DTAVAIL",
        "TRNAMT",
        "FITID",
        "CORRECTFITID",
        "CORRECTACTION",
        "SRVRTID",
        "CHECKNUM",
        "REFNUM",
        "SIC",
        "PAYEEID",
        "NAME",
        "EXTDNAME",
        "MEMO",
        "CURSYM",
        "CURRATE",
        "CURDEF",
        "ACCTID",
        "BANKID",
        "BRANCHID",
        "ACCTTYPE",
        "ACCTKEY",
        "ADDR1",
        "ADDR2",
        "ADDR3",
        "CITY",
        "STATE",
        "POSTALCODE",
        "COUNTRY",
        "PHONE",
    ];

    private readonly List<(string Name, bool HasText)> open = [];
    private readonly Dictionary<string, string> fields = new(StringComparer.Ordinal);
    private bool ended,
        within;
    private int number;
    private (bool IsCard, string Account, string Currency)? statement;

    /// <summary>Goes on by a tag or text; returns the transaction that ends with it.</summary>
    public OfxTransaction? Take(OfxToken token)
    {
        if (ended && token.Kind != OfxTokenKind.Text)
            throw Fault($"{Quote.Of(token.Value)} stands after its end");
        switch (token.Kind)
        {
            case OfxTokenKind.Open:
                LeaveField(token.Value);
                Open(token.Value);
                return null;
            case OfxTokenKind.Text:
                Text(token.Value);
                return null;
            case OfxTokenKind.Close:
                LeaveField(token.Value);
                return Close(token.Value);
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
    private void LeaveField(string next)
    {
        if (!isXml && open is [.., var last] && last.Name != next && (last.HasText || Fields.Contains(last.Name)))
            open.RemoveAt(open.Count - 1);
    }

    private void Open(string name)
    {
        if (open.Count == 0 && name != "OFX")
            throw Fault($"{Quote.Of(name)} stands outside of OFX");
        if (isXml && open is [.., { HasText: true } field])
            throw Fault($"{Quote.Of(name)} stands within the text of {field.Name}");
        open.Add((name, false));
        if (name is "STMTRS" or "CCSTMTRS")
            statement = (name == "CCSTMTRS", "", "");
        else if (name == "STMTTRN")
        {
            if (within)
                throw Fault("it has no end before the next one begins");
            number++;
            within = true;
            fields.Clear();
        }
    }

    private void Text(string text)
    {
        if (open is not [.., var leaf])
            return;
        open[^1] = (leaf.Name, true);
        var parent = open.Count > 1 ? open[^2].Name : "";
        if (within)
        {
            var name =
                parent == "STMTTRN" ? leaf.Name
                : parent is "PAYEE" or "CURRENCY" && open.Count > 2 && open[^3].Name == "STMTTRN" ? $"{parent}/{leaf.Name}"
                : "";
            if (name.Length > 0)
                fields[name] = fields.TryGetValue(name, out var before) ? $"{before}{text}" : text;
        }
        else if (statement is { } of && leaf.Name == "CURDEF")
            statement = of with { Currency = text };
        else if (statement is { } its && leaf.Name == "ACCTID" && parent is "BANKACCTFROM" or "CCACCTFROM")
            statement = statement!.Value with { Account = text };
    }

    private OfxTransaction? Close(string name)
    {
        var at = open.FindLastIndex(o => o.Name == name);
        if (at < 0)
        {
            // The end of a field that its own text's end has closed already.
            if (!isXml && Fields.Contains(name))
                return null;
            throw Fault($"</{name}> closes nothing that is open");
        }

        if (isXml && at != open.Count - 1)
            throw Fault($"</{name}> closes {open[^1].Name}");
        if (name is "STMTRS" or "CCSTMTRS" or "OFX" && within)
            throw Fault("it has no end");
        open.RemoveRange(at, open.Count - at);
        ended = open.Count == 0;
        within &= name != "STMTTRN";
        if (name is "STMTRS" or "CCSTMTRS")
            statement = null;
        return name == "STMTTRN" && statement is { } of ? new OfxTransaction(number, of.IsCard, of.Account, of.Currency, fields) : null;
    }
}
