using System.Globalization;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;

namespace Adnumera.Formats.Invoices;

/// <summary>The VAT category and rate of a line, charge, allowance or breakdown (EN 16931, BT-151 and BT-152).</summary>
/// <param name="Category">The category; blank for none.</param>
/// <param name="Rate">The rate in percent; 0 for none.</param>
internal readonly record struct VatKey(string Category, decimal Rate)
{
    /// <summary>As a tax code: <c>S 19</c>, <c>Z</c>.</summary>
    public string Code =>
        Rate == 0 ? Category : $"{Category} {Rate.ToString("0.############################", CultureInfo.InvariantCulture)}";
}

/// <summary>A line of an e-invoice, or a charge or allowance of the whole (BG-25, BG-21, BG-20).</summary>
internal sealed record InvoiceLine(
    string Description,
    string Item,
    string CostCode,
    decimal? Quantity,
    decimal? UnitPrice,
    long Net,
    VatKey? Vat
);

/// <summary>An e-invoice in the terms of EN 16931, from whichever syntax: what both have in common once it is read.</summary>
internal sealed record Invoice
{
    // UNTDID 1001: the codes of EN 16931 that are credit notes, and their kin.
    private static readonly HashSet<string> CreditCodes = ["81", "83", "261", "262", "296", "308", "381", "396", "420", "458", "532"];

    /// <summary>BT-1.</summary>
    public required string Number { get; init; }

    /// <summary>BT-2.</summary>
    public required DateOnly Date { get; init; }

    /// <summary>BT-9.</summary>
    public DateOnly? DueDate { get; init; }

    /// <summary>BT-3.</summary>
    public required string TypeCode { get; init; }

    /// <summary>Whether the syntax itself says that it is a credit note.</summary>
    public bool IsCreditNote { get; init; }

    /// <summary>BT-31, else BT-29, else the name.</summary>
    public required string SellerId { get; init; }

    /// <summary>BT-27, else BT-28.</summary>
    public required string Seller { get; init; }

    /// <summary>BT-5.</summary>
    public required Currency Currency { get; init; }

    /// <summary>BT-22.</summary>
    public required string Notes { get; init; }

    /// <summary>Whether BT-113 is not zero and BT-115 is there and zero.</summary>
    public bool IsPrepaid { get; init; }

    /// <summary>BT-113: what was paid before; null where it is not said.</summary>
    public long? PaidBefore { get; init; }

    /// <summary>BT-112, in minor units.</summary>
    public required long WithVat { get; init; }

    /// <summary>BT-114, in minor units.</summary>
    public long Rounding { get; init; }

    /// <summary>Lines, then charges, then allowances.</summary>
    public required IReadOnlyList<InvoiceLine> Lines { get; init; }

    /// <summary>The tax of each breakdown (BG-23).</summary>
    public required IReadOnlyList<(VatKey Vat, long Tax)> Breakdown { get; init; }

    /// <summary>The document that it is. A negative total turns it into the other kind, all amounts and quantities with it.</summary>
    /// <param name="source">The source.</param>
    /// <param name="attachment">The name of the file that shows it; blank for none.</param>
    public Document ToDocument(string source, string attachment)
    {
        var total = checked(WithVat + Rounding);
        var sign = total < 0 ? -1 : 1;
        var credit = IsCreditNote || CreditCodes.Contains(TypeCode);
        var taxes = Taxes();
        var lines = Lines
            .Select(
                (line, i) =>
                    new DocumentLine
                    {
                        Number = i + 1,
                        Description = line.Description,
                        Item = line.Item,
                        CostCode = line.CostCode,
                        Quantity = sign * line.Quantity,
                        UnitPrice = line.UnitPrice,
                        Net = sign * line.Net,
                        TaxCode = line.Vat?.Code ?? "",
                        Tax = sign * taxes[i],
                    }
            )
            .ToList();
        if (Rounding != 0)
            lines.Add(
                new DocumentLine
                {
                    Number = lines.Count + 1,
                    Description = "rounding",
                    Item = "rounding",
                    Net = sign * Rounding,
                }
            );
        return new Document
        {
            Identity = new DocumentIdentity(source, $"{SellerId}/{Number}"),
            Kind = credit == (sign > 0) ? DocumentKind.SupplierCredit : DocumentKind.Bill,
            Date = Date,
            DueDate = DueDate,
            Reference = Number,
            Supplier = Seller,
            Settlement = IsPrepaid ? "prepaid" : "",
            Prepaid = !IsPrepaid && sign > 0 && PaidBefore is > 0 and var paid ? paid : 0,
            Currency = Currency,
            Total = sign * total,
            Notes = Notes,
            Attachment = attachment,
            Lines = lines,
        };
    }

    // The tax of each breakdown comes back onto what is of its category and rate; without any, it goes nowhere.
    private long[] Taxes()
    {
        var taxes = new long[Lines.Count];
        foreach (var (vat, tax) in Breakdown)
        {
            var places = Enumerable.Range(0, Lines.Count).Where(i => Lines[i].Vat == vat).ToArray();
            if (places.Length == 0)
                continue;
            var shares = Allocation.Share(tax, Array.ConvertAll(places, i => Lines[i].Net));
            for (var i = 0; i < places.Length; i++)
                taxes[places[i]] += shares[i];
        }

        return taxes;
    }
}
