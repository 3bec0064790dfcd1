using System.Xml.Linq;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Sources;
using Adnumera.Formats.Markup;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.Camt;

/// <summary>An entry of a statement: one record, or one for each of its transactions and its charges.</summary>
internal sealed class CamtEntry
{
    // One of the records of an entry: its amount, its direction, and where its names and texts stand.
    private sealed record Part(long Minor, bool IsDebit, XElement? Details, string Description = "");

    private readonly XElement entry;
    private readonly CamtStatement statement;
    private readonly string place,
        file,
        source,
        paymentAccount;

    public CamtEntry(XElement entry, CamtStatement statement, int number, string file, string source, string paymentAccount)
    {
        (this.entry, this.statement, this.file, this.source) = (entry, statement, file, source);
        place = $"entry {number}";
        this.paymentAccount = paymentAccount.Length > 0 ? paymentAccount : statement.LastFour;
    }

    public IEnumerable<ArrivedRecord> Records()
    {
        var minor = Camt.Amount(entry, place, out var currency);
        var isDebit = Camt.IsDebit(entry, place) ?? throw Fault("CdtDbtInd is missing; expected DBIT or CRDT");
        var status = entry.Child("Sts");
        var isBooked = (status.Child("Cd")?.Value.Trim() ?? status?.Value.Trim() ?? "") == "BOOK";
        var details = entry.Children("NtryDtls").SelectMany(d => d.Children("TxDtls")).ToList();
        if (!isBooked)
        {
            var one = details.Count == 1 ? details[0] : null;
            var id = IdOf(one) ?? "";
            yield return new ArrivedRecord.Skipped(
                file,
                place,
                id,
                DateOrNone(),
                Camt.Signed(minor, isDebit),
                currency,
                SkipReason.Pending,
                $"It is not booked yet{Named(one)}."
            );
            yield break;
        }

        statement.Book(Camt.Signed(minor, isDebit));
        var date = DateOrNone() ?? throw Fault("BookgDt is missing; expected the day of the booking");
        var parts = PartsOf(details, minor, isDebit, currency);
        var ids = parts.ConvertAll(p => IdOf(p.Details));
        for (var i = 0; i < parts.Count; i++)
        {
            var id =
                ids[i]
                ?? throw Fault("it has no reference of the bank, and the statement no number for it; expected AcctSvcrRef or NtryRef");
            if (parts.Count > 1 && ids.Count(other => other == id) > 1)
                id = $"{id}-{i + 1}";
            yield return RecordOf(parts[i], id, date, currency);
        }
    }

    private ArrivedRecord RecordOf(Part part, string id, DateOnly date, Currency currency)
    {
        var supplier = SupplierOf(part.Details);
        ArrivedRecord Skipped(SkipReason reason, string detail) =>
            new ArrivedRecord.Skipped(
                file,
                place,
                id,
                date,
                Camt.Signed(part.Minor, part.IsDebit),
                currency,
                reason,
                $"{detail}{Named(part.Details)}."
            );
        var isReversal = Camt.IsTrue(entry.TextAt("RvslInd"));
        if (part.Minor == 0)
            return Skipped(SkipReason.Zero, "It moves no money");
        if (part.IsDebit == isReversal)
            return Skipped(SkipReason.Incoming, isReversal ? "It takes back what had come in" : "Money was received");
        return new ArrivedRecord.Taken(
            file,
            place,
            new Document
            {
                Identity = new DocumentIdentity(source, id),
                Kind = part.IsDebit ? DocumentKind.CardCharge : DocumentKind.CardRefund,
                Date = date,
                Reference = Reference(part.Details.TextAt("Refs/EndToEndId")),
                Supplier = supplier,
                PaymentAccount = paymentAccount,
                ForeignAmount = ForeignOf(part.Details, currency),
                Currency = currency,
                Total = part.Minor,
                Lines =
                [
                    new DocumentLine
                    {
                        Number = 1,
                        Description = part.Description.Length > 0 ? part.Description : DescriptionOf(part.Details, supplier),
                        Net = part.Minor,
                    },
                ],
            }
        );
    }

    // What was instructed, or charged, where that was in another currency.
    private static string ForeignOf(XElement? details, Currency currency) =>
        ((XElement?[])[details.At("AmtDtls/InstdAmt/Amt"), details.At("AmtDtls/TxAmt/Amt")])
            .OfType<XElement>()
            .Select(a => (Text: a.Value.Trim(), Code: a.Attribute("Ccy")?.Value.Trim() ?? ""))
            .Where(a => a.Code.Length > 0 && a.Code != currency.Code)
            .Select(a => $"{a.Text} {a.Code}")
            .FirstOrDefault("");

    // Several transactions that each name an amount of their own are records of their own, and must add up to the entry.
    private List<Part> PartsOf(List<XElement> details, long minor, bool isDebit, Currency currency)
    {
        var single = new List<Part> { new(minor, isDebit, details.Count == 1 ? details[0] : null) };
        if (details.Count < 2)
            return single;
        var amounts = details.ConvertAll(d => OwnAmount(d, currency));
        if (amounts.TrueForAll(a => a is null))
            return single;
        if (amounts.Exists(a => a is null))
            throw Fault($"some of its transactions have an amount in {currency} and some have none; expected all or none");
        var parts = details.ConvertAll(d => new Part(OwnAmount(d, currency)!.Value, Camt.IsDebit(d, place) ?? isDebit, d));
        parts.AddRange(
            entry
                .Child("Chrgs")
                .Children("Rcrd")
                .Where(r => Camt.IsTrue(r.TextAt("ChrgInclInd")))
                .Select(r => new Part(Camt.Amount(r, place, out _), Camt.IsDebit(r, place) ?? true, null, "charges"))
        );
        var sum = parts.Sum(p => p.IsDebit == isDebit ? p.Minor : -p.Minor);
        if (sum != minor)
            throw Fault(
                $"its transactions come to {AmountText.Format(sum, currency.Digits)}; "
                    + $"expected {AmountText.Format(minor, currency.Digits)}, "
                    + "the amount of the entry"
            );
        return parts;
    }

    private long? OwnAmount(XElement details, Currency currency)
    {
        foreach (var amount in (XElement?[])[details.Child("Amt"), details.At("AmtDtls/TxAmt/Amt")])
            if (amount is not null && amount.Attribute("Ccy")?.Value.Trim() == currency.Code)
                return Camt.AmountOf(amount, place, out _);
        return null;
    }

    // The record's own reference, else the entry's, else the entry's number within its statement.
    private string? IdOf(XElement? details)
    {
        foreach (var text in (string[])[details.TextAt("Refs/AcctSvcrRef"), entry.TextAt("AcctSvcrRef")])
            if (Reference(text) is { Length: > 0 } reference)
                return reference;
        return Reference(entry.TextAt("NtryRef")) is { Length: > 0 } number ? $"{statement.LastFour}:{statement.Id}:{number}" : null;
    }

    private string SupplierOf(XElement? details) =>
        Reference(details.TextAt("RltdPties/Cdtr/Nm")) is { Length: > 0 } name ? name : Reference(details.TextAt("RltdPties/Cdtr/Pty/Nm"));

    private string DescriptionOf(XElement? details, string supplier)
    {
        var remittance = string.Join(
            ' ',
            details.Child("RmtInf").Children("Ustrd").Select(u => Reference(u.Value.Trim())).Where(t => t.Length > 0)
        );
        return remittance.Length > Limits.Field
                ? throw Fault($"Ustrd: it has {remittance.Length} characters; expected at most {Limits.Field}")
            : remittance.Length > 0 ? remittance
            : Reference(entry.TextAt("AddtlNtryInf")) is { Length: > 0 } more ? more
            : supplier;
    }

    private string Named(XElement? details) => DescriptionOf(details, SupplierOf(details)) is { Length: > 0 } name ? $": {name}" : "";

    private DateOnly? DateOrNone()
    {
        var text = entry.TextAt("BookgDt/Dt") is { Length: > 0 } day ? day : entry.TextAt("BookgDt/DtTm");
        if (text.Length == 0)
            return null;
        return Fields.TryDate(text.AsSpan(0, Math.Min(10, text.Length)), out var date)
            ? date
            : throw Fault($"BookgDt: {Quote.Of(text)} is not a date; expected one such as 2026-03-09");
    }

    private string Reference(string text) => Camt.Reference(text, place);

    private FileFaultException Fault(string message) => new(place, message);
}
