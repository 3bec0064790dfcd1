using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;

namespace Adnumera.Core.Standing;

/// <summary>What a standing decision sets, or asks for.</summary>
public enum StandingField
{
    /// <summary>The category of a line.</summary>
    Category,

    /// <summary>The item of a line.</summary>
    Item,

    /// <summary>The cost code of a line.</summary>
    CostCode,

    /// <summary>A dimension of a line, such as its project.</summary>
    Dimension,

    /// <summary>The supplier.</summary>
    Supplier,

    /// <summary>The employee.</summary>
    Employee,

    /// <summary>The payment account, by the text that the mapping knows it by.</summary>
    PaymentAccount,

    /// <summary>A label.</summary>
    Label,

    /// <summary>How much of it is private, in per cent.</summary>
    PrivateShare,

    /// <summary>A person is asked for the account of each line.</summary>
    AskAccount,

    /// <summary>A person is asked for the payment account.</summary>
    AskPaymentAccount,

    /// <summary>A dimension is asked for: a line without it is held.</summary>
    AskDimension,
}

/// <summary>One thing that a standing decision sets or asks for.</summary>
/// <param name="Field">What.</param>
/// <param name="Value">To what; blank for what is asked for.</param>
/// <param name="Dimension">Which dimension, of a dimension.</param>
public sealed record StandingEffect(StandingField Field, string Value, Dimension? Dimension = null)
{
    /// <summary>Whether it belongs to lines and not to the document.</summary>
    public bool IsOfLine =>
        Field
            is StandingField.Category
                or StandingField.Item
                or StandingField.CostCode
                or StandingField.Dimension
                or StandingField.AskAccount
                or StandingField.AskDimension;

    /// <summary>What two effects have in common of which only one can hold.</summary>
    internal (StandingField, Dimension?, string) Slot => (Field, Dimension, Field == StandingField.Label ? Folded.Of(Value) : "");
}

/// <summary>When a standing decision acts: everything that is filled must be so.</summary>
public sealed record StandingCondition
{
    /// <summary>The source, exactly; blank for any.</summary>
    public string Source { get; init; } = "";

    /// <summary>The kind of document; none for any.</summary>
    public DocumentKind? Kind { get; init; }

    /// <summary>The supplier, folded; blank for any.</summary>
    public string Supplier { get; init; } = "";

    /// <summary>What the description of a line, the supplier or the notes have in them, folded; blank for anything.</summary>
    public string Text { get; init; } = "";

    /// <summary>The total at least, in minor units.</summary>
    public long? AtLeast { get; init; }

    /// <summary>The total at most, in minor units.</summary>
    public long? AtMost { get; init; }

    /// <summary>The merchant category (ISO 18245); blank for any.</summary>
    public string MerchantCode { get; init; } = "";

    /// <summary>The card or payment account, as the source says it, folded; blank for any.</summary>
    public string PaymentAccount { get; init; } = "";

    /// <summary>The employee, folded; blank for any.</summary>
    public string Employee { get; init; } = "";

    /// <summary>For documents dated from this day on; none for all.</summary>
    public DateOnly? FromDay { get; init; }

    /// <summary>Whether nothing is filled but the day: it would act on everything.</summary>
    public bool IsBlank => this with { FromDay = null } == new StandingCondition();

    /// <summary>Whether the document itself is so, whatever its texts.</summary>
    public bool Fits(Document document) =>
        (Source.Length == 0 || document.Identity.Source == Source)
        && (Kind is null || document.Kind == Kind)
        && (FromDay is null || document.Date >= FromDay)
        && (AtLeast is null || document.Total >= AtLeast)
        && (AtMost is null || document.Total <= AtMost)
        && (MerchantCode.Length == 0 || document.MerchantCode == MerchantCode)
        && (PaymentAccount.Length == 0 || Folded.Same(document.PaymentAccount, PaymentAccount))
        && (Employee.Length == 0 || Folded.Same(document.Employee, Employee))
        && (Supplier.Length == 0 || Folded.Same(document.Supplier, Supplier));

    /// <summary>The lines on which it acts: those with the text, or all where the text is the supplier's or in the notes, or where no text
    /// is asked for; none where the document is not so.</summary>
    public IReadOnlyList<DocumentLine> LinesOf(Document document)
    {
        if (!Fits(document))
            return [];
        if (Text.Length == 0 || Has(document.Supplier) || Has(document.Notes))
            return document.Lines;
        return [.. document.Lines.Where(l => Has(l.Description))];
    }

    private bool Has(string text) => text.Length > 0 && Folded.Of(text).Contains(Folded.Of(Text), StringComparison.Ordinal);
}

/// <summary>What a person decided once and decides itself from then on.</summary>
/// <param name="Id">Its number; 0 for one that is only tried.</param>
/// <param name="Name">What people call it.</param>
/// <param name="When">When it acts.</param>
/// <param name="Then">What it sets or asks for.</param>
/// <param name="IsOn">Whether it is in force.</param>
public sealed record StandingDecision(long Id, string Name, StandingCondition When, IReadOnlyList<StandingEffect> Then, bool IsOn = true);

/// <summary>What a standing decision did to a document.</summary>
/// <param name="Decision">Which.</param>
/// <param name="Line">On which line; 0 for the document.</param>
/// <param name="Effect">What it set or asked for.</param>
/// <param name="Won">Whether it holds; an earlier decision or a person won otherwise.</param>
public readonly record struct StandingUse(long Decision, long Line, StandingEffect Effect, bool Won)
{
    /// <summary>What the source says of a document where this acts; blank where it says nothing.</summary>
    public string SaidBy(Document said)
    {
        var number = Line;
        var line = said.Lines.FirstOrDefault(l => l.Number == number);
        return Effect.Field switch
        {
            StandingField.Category => line?.Category ?? "",
            StandingField.Item => line?.Item ?? "",
            StandingField.CostCode => line?.CostCode ?? "",
            StandingField.Dimension => Effect.Dimension is { } dimension ? line?.Dimensions[dimension] ?? "" : "",
            StandingField.Supplier => said.Supplier,
            StandingField.Employee => said.Employee,
            StandingField.PaymentAccount => said.PaymentAccount,
            StandingField.Label
            or StandingField.PrivateShare
            or StandingField.AskAccount
            or StandingField.AskPaymentAccount
            or StandingField.AskDimension => "",
        };
    }
}
