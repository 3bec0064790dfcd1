using System.Text.Json.Serialization;
using Adnumera.Core.Amounts;
using Adnumera.Core.Ledger;
using Adnumera.Core.Payroll;

namespace Adnumera.Core.Documents;

/// <summary>A document's identity: its source and the source's own id. Both compare exactly.</summary>
/// <param name="Source">Where it came from.</param>
/// <param name="SourceId">The source's own id.</param>
public readonly record struct DocumentIdentity(string Source, string SourceId)
{
    /// <summary>Source and id, separated by a space.</summary>
    public override string ToString() => $"{Source} {SourceId}";
}

/// <summary>A document as it arrived. Absent text is blank, never null.</summary>
public sealed record Document
{
    /// <summary>Source and the source's own id.</summary>
    public required DocumentIdentity Identity { get; init; }

    /// <summary>The kind.</summary>
    public required DocumentKind Kind { get; init; }

    /// <summary>The document's own date.</summary>
    public required DateOnly Date { get; init; }

    /// <summary>When it is due, if it says so.</summary>
    public DateOnly? DueDate { get; init; }

    /// <summary>The supplier's or the source's reference.</summary>
    public string Reference { get; init; } = "";

    /// <summary>The supplier, as the source spells it.</summary>
    public string Supplier { get; init; } = "";

    /// <summary>Whether a person put the supplier right.</summary>
    public bool IsSupplierPutRight { get; init; }

    /// <summary>The employee, as the source spells it.</summary>
    public string Employee { get; init; } = "";

    /// <summary>Whether a person put the employee right.</summary>
    public bool IsEmployeePutRight { get; init; }

    /// <summary>What the source says of the payment account, such as the final digits of a card.</summary>
    public string PaymentAccount { get; init; } = "";

    /// <summary>The payment account that a person chose instead of what the source says; blank for none.</summary>
    public string PaymentAccountChoice { get; init; } = "";

    /// <summary>The payment account that counts: a person's choice, else what the source says.</summary>
    public string PaidFrom => PaymentAccountChoice.Length > 0 ? PaymentAccountChoice : PaymentAccount;

    /// <summary>Where the money of a transfer arrives, as the source says it.</summary>
    public string ToAccount { get; init; } = "";

    /// <summary>The payment account in which a person says that the money of a transfer arrives; blank for none.</summary>
    public string ToAccountChoice { get; init; } = "";

    /// <summary>The payment account that counts: a person's choice, else what the source says.</summary>
    public string ArrivesIn => ToAccountChoice.Length > 0 ? ToAccountChoice : ToAccount;

    /// <summary>The merchant category of a charge (ISO 18245), as the source says it; it decides nothing by itself.</summary>
    public string MerchantCode { get; init; } = "";

    /// <summary>Who sold it where a marketplace is the supplier; blank otherwise.</summary>
    public string Seller { get; init; } = "";

    /// <summary>What was charged in the currency of the purchase, as the source says it, such as <c>12.50 EUR</c>; blank where it was this
    /// one.</summary>
    public string ForeignAmount { get; init; } = "";

    /// <summary>What of a bill was paid before it came, in minor units.</summary>
    public long Prepaid { get; init; }

    /// <summary>The name of the file that belongs to it.</summary>
    public string Attachment { get; init; } = "";

    /// <summary>How it is settled, in the source's own words.</summary>
    public string Settlement { get; init; } = "";

    /// <summary>The currency of all its amounts.</summary>
    public required Currency Currency { get; init; }

    /// <summary>The total in minor units; positive for credits and refunds, too.</summary>
    public required long Total { get; init; }

    /// <summary>Notes.</summary>
    public string Notes { get; init; } = "";

    /// <summary>A person decided that this is no duplicate.</summary>
    public bool NotDuplicate { get; init; }

    /// <summary>A person decided that it was private, though a company's card paid: its holder owes it back.</summary>
    public bool Private { get; init; }

    /// <summary>A person decided that it was not private, whatever stands decided.</summary>
    public bool NotPrivate { get; init; }

    /// <summary>The day of its entry, where a person chose one.</summary>
    public DateOnly? EntryDateChoice { get; init; }

    /// <summary>Why a person keeps it from being posted; blank for nothing.</summary>
    public string HeldBack { get; init; } = "";

    /// <summary>How much of it is private by a standing decision, in per cent; 0 for nothing.</summary>
    public decimal PrivateShare { get; init; }

    /// <summary>A private charge or refund on a company's card: the money has moved, so it posts.</summary>
    public bool IsPrivateCharge => (Private || PrivateShare == 100) && Kind.IsCard();

    /// <summary>Whether a part of it is private, which whoever holds the card, or the owner, owes back. Of a claim nothing is: what a
    /// person
    /// paid for themselves is not claimed.</summary>
    public bool IsPartlyPrivate =>
        PrivateShare is > 0 and < 100 && !Private && Kind is not (DocumentKind.ExpenseClaim or DocumentKind.Transfer);

    /// <summary>The lines, ascending by number; a pay run has none.</summary>
    public required IReadOnlyList<DocumentLine> Lines { get; init; }

    /// <summary>The register of a pay run; none of any other kind.</summary>
    [JsonIgnore]
    public PayRun? Register { get; init; }

    /// <summary>A pay run as a document: it counts with its total cost.</summary>
    public static Document Of(PayRun run) =>
        new()
        {
            Identity = new DocumentIdentity(PayRun.Source, run.Id),
            Kind = DocumentKind.PayRun,
            Date = run.PayDate,
            Reference = run.Id,
            Currency = run.Currency,
            Total = run.Cost,
            Lines = [],
            Register = run,
        };

    /// <summary>What it adds to the count: the total, negative for credits and refunds. Minor units.</summary>
    public long SignedTotal => Kind.Reverses() ? -Total : Total;

    /// <summary>Who it is owed to: the supplier of a bill or credit, the employee of a claim; blank for cards.</summary>
    public string Party =>
        Kind.Row().Side switch
        {
            DocumentSide.Supplier => Supplier,
            DocumentSide.Employee => Employee,
            DocumentSide.PaymentAccount or DocumentSide.OwnAccount or DocumentSide.Payroll => "",
        };

    /// <summary>The same as a document of the kind that reverses its own, with all amounts and quantities turned.</summary>
    public Document OfOtherKind() =>
        Kind.Row().Opposite is not { } opposite
            ? this
            : this with
            {
                Kind = opposite,
                Total = -Total,
                Prepaid = -Prepaid,
                Lines = [.. Lines.Select(l => l with { Net = -l.Net, Tax = -l.Tax, Quantity = -l.Quantity })],
            };

    /// <summary>Whether the total and all lines are zero.</summary>
    public bool IsZero => Total == 0 && Lines.All(l => l.IsZero);
}

/// <summary>A line of a document; charges, allowances, freight and tips are lines, too.</summary>
public sealed record DocumentLine
{
    /// <summary>The number, unique in its document.</summary>
    public required long Number { get; init; }

    /// <summary>What was bought.</summary>
    public string Description { get; init; } = "";

    /// <summary>The source's category.</summary>
    public string Category { get; init; } = "";

    /// <summary>The source's item.</summary>
    public string Item { get; init; } = "";

    /// <summary>The source's cost code.</summary>
    public string CostCode { get; init; } = "";

    /// <summary>How many, if the source says so.</summary>
    public decimal? Quantity { get; init; }

    /// <summary>The price of one, if the source says so.</summary>
    public decimal? UnitPrice { get; init; }

    /// <summary>Without tax, in minor units.</summary>
    public required long Net { get; init; }

    /// <summary>The source's tax code.</summary>
    public string TaxCode { get; init; } = "";

    /// <summary>Tax, in minor units.</summary>
    public long Tax { get; init; }

    /// <summary>Its dimensions, as the source names them.</summary>
    public Dimensions Dimensions { get; init; }

    /// <summary>A person's choice of account for this line.</summary>
    public string Account { get; init; } = "";

    /// <summary>The account of what a refund or credit reverses, as its source says it.</summary>
    public string OriginalAccount { get; init; } = "";

    /// <summary>The account of what a refund or credit was found to give back, or a person says; blank for none.</summary>
    public string FoundAccount { get; init; } = "";

    /// <summary>What persons put right on it; none where nobody did.</summary>
    public LineEdit? PutRight { get; init; }

    /// <summary>The last accepted price of one, where this one moved beyond the tolerance and nobody has decided; none otherwise.</summary>
    public decimal? PriceBefore { get; init; }

    /// <summary>Neither net nor tax: the line makes no entry line.</summary>
    public bool IsZero => Net == 0 && Tax == 0;
}
