using System.Xml;
using System.Xml.Linq;
using Adnumera.Core.Amounts;
using Adnumera.Core.Sources;
using Adnumera.Formats.Markup;

namespace Adnumera.Formats.Camt;

/// <summary>Bank statements of ISO 20022, camt.053.001, any version from 02 to 13, by their local names.</summary>
public static class CamtFile
{
    /// <summary>Whether the content is a bank-to-customer statement.</summary>
    public static bool Recognises(byte[] content)
    {
        if (Xml.Root(content) is not (_, "Document"))
            return false;
        try
        {
            using var reader = Xml.Reader(content);
            reader.MoveToContent();
            while (reader.Read())
                if (reader.NodeType == XmlNodeType.Element)
                    return reader.LocalName == "BkToCstmrStmt";
            return false;
        }
        catch (XmlException)
        {
            return false;
        }
    }

    /// <summary>Reads every entry of its statements, in their order; an entry of several transactions gives a record for each. A statement
    /// with both balances and its days says at its end what it comes to.</summary>
    /// <param name="file">The file.</param>
    /// <param name="source">The source.</param>
    /// <param name="paymentAccount">What the account is called; blank for the last four of its number.</param>
    /// <exception cref="FileFaultException">It breaks its own standard, or does not add up.</exception>
    public static IEnumerable<ArrivedRecord> Read(ArrivedFile file, string source, string paymentAccount)
    {
        using var reader = Xml.Reader(file.Content);
        CamtStatement? statement = null;
        var number = 0;
        while (Next(reader))
        {
            while (reader is { NodeType: XmlNodeType.Element, Depth: 3 })
            {
                // Each child of a statement on its own, so that a long one is never kept whole.
                var child = Part(reader);
                if (statement is null)
                    continue;
                if (child.Name.LocalName != "Ntry")
                {
                    statement.Take(child);
                    continue;
                }

                foreach (var record in new CamtEntry(child, statement, ++number, file.Name, source, paymentAccount).Records())
                {
                    statement.Count(record);
                    yield return record with
                    {
                        Account = statement.LastFour,
                    };
                }
            }

            if (reader is { NodeType: XmlNodeType.Element, Depth: 2, LocalName: "Stmt" })
                statement = new CamtStatement();
            else if (reader is { NodeType: XmlNodeType.EndElement, Depth: 2, LocalName: "Stmt" })
            {
                if (statement is not null && statement.CheckTotal(file.Name) is { } stated)
                    yield return stated with
                    {
                        Account = statement.LastFour,
                    };
                statement = null;
            }
        }
    }

    private static XElement Part(XmlReader reader) => Sound(reader, r => (XElement)XNode.ReadFrom(r));

    private static bool Next(XmlReader reader) => Sound(reader, r => r.Read());

    private static T Sound<T>(XmlReader reader, Func<XmlReader, T> read)
    {
        try
        {
            return read(reader);
        }
        catch (XmlException e)
        {
            throw new FileFaultException($"line {e.LineNumber}", $"it is no sound XML: {e.Message}");
        }
    }
}

/// <summary>A statement: its account, and the balances that its entries must lead from and to.</summary>
internal sealed class CamtStatement
{
    private Balance? opening,
        previous,
        closing;
    private DateOnly? first,
        last;
    private long booked,
        received,
        documents;

    private sealed record Balance(long Minor, Currency Currency, DateOnly? Day);

    public string Id { get; private set; } = "";

    /// <summary>The number of the account: its IBAN, else another.</summary>
    public string Account { get; private set; } = "";

    public string LastFour => Account.Length > 4 ? Account[^4..] : Account;

    public void Take(XElement child)
    {
        switch (child.Name.LocalName)
        {
            case "Id":
                Id = child.Value.Trim();
                break;
            case "Acct":
                Account = Camt.Reference(child.TextAt("Id/IBAN"), "the account") is { Length: > 0 } iban
                    ? iban
                    : Camt.Reference(child.TextAt("Id/Othr/Id"), "the account");
                break;
            case "FrToDt":
                (first, last) = (Camt.Day(child, "FrDtTm"), Camt.Day(child, "ToDtTm"));
                break;
            case "Bal":
                var balance = new Balance(
                    Camt.Signed(Camt.Amount(child, "balance", out var currency), Camt.IsDebit(child, "balance") ?? false),
                    currency,
                    Camt.Day(child, "Dt/Dt") ?? Camt.Day(child, "Dt/DtTm")
                );
                switch (child.TextAt("Tp/CdOrPrtry/Cd"))
                {
                    case "OPBD":
                        opening ??= balance;
                        break;
                    case "PRCD":
                        previous ??= balance;
                        break;
                    case "CLBD":
                        closing = balance;
                        break;
                }

                break;
        }
    }

    /// <summary>An entry that is booked.</summary>
    /// <param name="signed">Minor units, negative when money leaves.</param>
    public void Book(long signed) => booked = checked(booked + signed);

    /// <summary>A record of an entry: what it comes to beside the others.</summary>
    public void Count(ArrivedRecord record)
    {
        if (record is ArrivedRecord.Taken)
            documents++;
        else if (record is ArrivedRecord.Skipped { Reason: SkipReason.Incoming } incoming)
            received = checked(received + incoming.Amount);
    }

    /// <summary>Opening and entries must be the closing; without one of the two nothing is checked.</summary>
    /// <param name="file">The file's name.</param>
    /// <returns>What it says of itself; none where that is not all there.</returns>
    public ArrivedRecord.Stated? CheckTotal(string file)
    {
        if ((opening ?? previous) is not { } from || closing is not { } to)
            return null;
        if (from.Minor + booked == to.Minor)
            return
                (first ?? (opening is null ? from.Day?.AddDays(1) : from.Day)) is { } begins
                && (last ?? to.Day) is { } ends
                && begins <= ends
                ? new ArrivedRecord.Stated(file, $"statement {Id}", begins, ends, documents, from.Minor - to.Minor + received, to.Currency)
                : null;
        string Text(long minor) => AmountText.Format(minor, to.Currency.Digits);
        throw new FileFaultException(
            $"statement {Id}",
            $"opening {Text(from.Minor)} and entries of {Text(booked)} are {Text(from.Minor + booked)}; "
                + $"expected the closing {Text(to.Minor)}"
        );
    }
}
