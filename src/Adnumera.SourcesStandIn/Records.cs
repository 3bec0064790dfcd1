using System.Globalization;

namespace Adnumera.SourcesStandIn;

/// <summary>The sources that the program plays.</summary>
public static class Desk
{
    public const string Card = "card";
    public const string Claims = "claims";
    public const string Marketplace = "marketplace";
    public const string Purchasing = "purchasing";
    public const string Payroll = "payroll";
    public const string Mailbox = "mailbox";

    /// <summary>Word, title, the field that says whose a record is, and whether it wants to be told what became of one.</summary>
    public static readonly (string Word, string Title, string Decides, bool TakesNews)[] All =
    [
        (Card, "Card issuer", "card", false),
        (Claims, "Expense claims", "entity", true),
        (Marketplace, "Online marketplace", "site", false),
        (Purchasing, "Purchasing", "entity", true),
        (Payroll, "Payroll bureau", "entity", true),
        (Mailbox, "Mailbox of bills", "mailbox", true),
    ];
}

/// <summary>What a source has, as it is now.</summary>
/// <param name="Id">Its id; it stays when anything else changes.</param>
/// <param name="Status">Where it stands at its source.</param>
public abstract record SourceRecord(string Id, string Status)
{
    /// <summary>The desk that has such records.</summary>
    internal abstract string Desk { get; }

    /// <summary>The day that it counts in.</summary>
    internal abstract string Day { get; }

    /// <summary>Whose it is, by the field that its source decides by.</summary>
    internal abstract string Whose { get; }

    /// <summary>Whether the source's own total counts it.</summary>
    internal abstract bool Counts { get; }

    /// <summary>What it adds to that, signed.</summary>
    internal abstract string Money { get; }
}

/// <summary>A movement on a card: <c>pending</c>, <c>settled</c> or <c>cancelled</c>.</summary>
/// <param name="Kind"><c>charge</c> or <c>refund</c>.</param>
/// <param name="Card">The last four digits.</param>
/// <param name="MerchantCode">ISO 18245.</param>
/// <param name="Amount">Positive for charges and refunds.</param>
/// <param name="PurchaseAmount">In the currency of the purchase, such as <c>12.50 EUR</c>; blank where it was the card's.</param>
/// <param name="Order">The number of the order that it pays or gives back; blank for none.</param>
public sealed record CardMovement(
    string Id,
    string Status,
    string Kind,
    string Date,
    string Card,
    string Holder,
    string Merchant,
    string MerchantCode,
    string Amount,
    string Currency,
    string Text,
    string Order = "",
    string PurchaseAmount = ""
) : SourceRecord(Id, Status)
{
    internal override string Desk => SourcesStandIn.Desk.Card;
    internal override string Day => Date;
    internal override string Whose => Card;
    internal override bool Counts => Status == "settled";
    internal override string Money => Kind == "refund" ? $"-{Amount}" : Amount;
}

/// <summary>A line of a claim.</summary>
public sealed record ClaimLine(string Text, string Category, string Net, string TaxCode = "", string Tax = "", string Project = "");

/// <summary>A claim: <c>submitted</c>, <c>approved</c>, <c>rejected</c> or <c>withdrawn</c>.</summary>
/// <param name="Receipt">The name of its receipt; blank for none.</param>
public sealed record Claim(
    string Id,
    string Status,
    string Entity,
    string Employee,
    string Date,
    string Number,
    string Total,
    string Currency,
    string Note,
    ClaimLine[] Lines,
    string Receipt = ""
) : SourceRecord(Id, Status)
{
    internal override string Desk => SourcesStandIn.Desk.Claims;
    internal override string Day => Date;
    internal override string Whose => Entity;
    internal override bool Counts => Status == "approved";
    internal override string Money => Total;
}

/// <summary>A line of an order.</summary>
public sealed record OrderLine(string Text, string Item, string Quantity, string UnitPrice, string Net, string Tax = "");

/// <summary>An order, or what came back of one: <c>placed</c>, <c>shipped</c>, <c>returned</c> or <c>cancelled</c>.</summary>
/// <param name="PaidBy">The last four digits of the card, or blank where the gift balance paid it whole.</param>
/// <param name="GiftBalance">How much of it the gift balance paid.</param>
/// <param name="ReturnOf">The order that it gives back; blank for an order.</param>
public sealed record MarketplaceOrder(
    string Id,
    string Status,
    string Site,
    string Number,
    string Date,
    string Seller,
    string PaidBy,
    OrderLine[] Lines,
    string Shipping,
    string Fees,
    string GiftBalance,
    string Total,
    string Currency,
    string ReturnOf = ""
) : SourceRecord(Id, Status)
{
    internal override string Desk => SourcesStandIn.Desk.Marketplace;
    internal override string Day => Date;
    internal override string Whose => Site;
    internal override bool Counts => Status is "shipped" or "returned";
    internal override string Money => Status == "returned" ? $"-{Total}" : Total;
}

/// <summary>A line of a bill.</summary>
public sealed record PurchaseLine(
    string Text,
    string Item,
    string CostCode,
    string Quantity,
    string UnitPrice,
    string Net,
    string TaxCode = "",
    string Tax = "",
    string Project = "",
    string Department = ""
);

/// <summary>A bill or a credit: <c>open</c> or <c>withdrawn</c>.</summary>
/// <param name="Kind"><c>bill</c> or <c>credit</c>.</param>
public sealed record PurchaseBill(
    string Id,
    string Status,
    string Entity,
    string Kind,
    string Supplier,
    string Number,
    string Date,
    string DueDate,
    string Settlement,
    string Total,
    string Currency,
    string Note,
    PurchaseLine[] Lines
) : SourceRecord(Id, Status)
{
    internal override string Desk => SourcesStandIn.Desk.Purchasing;
    internal override string Day => Date;
    internal override string Whose => Entity;
    internal override bool Counts => Status == "open";
    internal override string Money => Kind == "credit" ? $"-{Total}" : Total;
}

/// <summary>A pay item of an employee.</summary>
/// <param name="Type">As <c>earning</c>, <c>employee_tax</c>.</param>
/// <param name="Agency">To whom it is owed; blank for none.</param>
public sealed record PayItem(string Item, string Type, string Amount, string Agency = "");

/// <summary>An employee of a pay run, with the department and the group in which it stands.</summary>
public sealed record PaidEmployee(string Name, string Department, string Group, PayItem[] Items);

/// <summary>A pay run: <c>draft</c>, <c>approved</c> or <c>voided</c>. One that is corrected keeps its id.</summary>
/// <param name="Kind"><c>regular</c>, <c>off_cycle</c> or <c>contractor</c>.</param>
/// <param name="Cost">What it costs in all, as the source adds it up.</param>
/// <param name="Fee">What the bureau asks for it; blank for nothing.</param>
public sealed record BureauRun(
    string Id,
    string Status,
    string Entity,
    string Kind,
    string PayDate,
    string PeriodEnd,
    string Currency,
    string Cost,
    string Fee,
    PaidEmployee[] Employees
) : SourceRecord(Id, Status)
{
    internal override string Desk => SourcesStandIn.Desk.Payroll;
    internal override string Day => PayDate;
    internal override string Whose => Entity;
    internal override bool Counts => Status == "approved";
    internal override string Money => Cost;
}

/// <summary>A file that came by mail: <c>arrived</c> or <c>deleted</c>.</summary>
/// <param name="Mailbox">The mailbox.</param>
/// <param name="FileName">The name of its file.</param>
public sealed record MailedFile(string Id, string Status, string Mailbox, string Date, string From, string Subject, string FileName)
    : SourceRecord(Id, Status)
{
    internal override string Desk => SourcesStandIn.Desk.Mailbox;
    internal override string Day => Date;
    internal override string Whose => Mailbox;
    internal override bool Counts => false;
    internal override string Money => "0";
}

/// <summary>What changed since a number, in the order in which it did.</summary>
/// <param name="Next">The number to ask from next.</param>
/// <param name="More">Whether there is more now.</param>
public sealed record Changes<T>(T[] Records, long Next, bool More);

/// <summary>What a source is.</summary>
/// <param name="Decides">The field that says whose a record is.</param>
/// <param name="Values">The values that it has there.</param>
/// <param name="TakesNews">Whether it wants to be told what became of a record.</param>
public sealed record About(string Word, string Title, string Decides, string[] Values, bool TakesNews);

/// <summary>The source's own control total of the days that were asked for.</summary>
public sealed record Totals(long Documents, string Money);

/// <summary>One record that the control total counts.</summary>
public sealed record Counted(string Id, string Date, string Money);

/// <summary>What became of a record.</summary>
/// <param name="What"><c>posted</c>, <c>rejected</c>, <c>paid</c> or <c>reopened</c>.</param>
/// <param name="Reference">The ledger's number of the entry, or of the payment.</param>
/// <param name="Reason">Why it was rejected.</param>
/// <param name="Date">When it was paid.</param>
/// <param name="OpenAmount">What is still open.</param>
public sealed record News(string Id, string What, string Reference = "", string Reason = "", string Date = "", string OpenAmount = "");

/// <summary>News as it was told.</summary>
public sealed record ToldNews(News News, string At);

/// <summary>Faults that can be switched on.</summary>
/// <param name="SlowMilliseconds">How long each answer takes.</param>
/// <param name="TooMany">How many requests are turned away as too many.</param>
/// <param name="GoneAfter">After how many answers it is gone; none while it stays.</param>
/// <param name="BrokenAnswers">How many answers are cut off in the middle.</param>
public sealed record Faults(int SlowMilliseconds = 0, int TooMany = 0, int? GoneAfter = null, int BrokenAnswers = 0);

internal static class Minor
{
    public static long Of(string amount) => (long)(decimal.Parse(amount, CultureInfo.InvariantCulture) * 100);

    public static string Text(long minor) => (minor / 100m).ToString("0.00", CultureInfo.InvariantCulture);
}
