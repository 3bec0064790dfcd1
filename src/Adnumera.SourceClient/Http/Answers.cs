namespace Adnumera.SourceClient.Http;

// What the sources answer, as it comes over the wire.
internal sealed record TokenAnswer(string Token, string Source);

internal sealed record ProblemAnswer(string? Type, string? Detail);

internal sealed record AboutAnswer(string Word, string Title, string Decides, string[] Values, bool TakesNews);

internal sealed record ChangesAnswer<T>(T[] Records, long Next, bool More);

internal sealed record TotalsAnswer(long Documents, string Money);

internal sealed record CountedAnswer(string Id, string Date, string Money);

internal sealed record MovementAnswer(
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
);

internal sealed record ClaimLineAnswer(string Text, string Category, string Net, string TaxCode = "", string Tax = "", string Project = "");

internal sealed record ClaimAnswer(
    string Id,
    string Status,
    string Entity,
    string Employee,
    string Date,
    string Number,
    string Total,
    string Currency,
    string Note,
    ClaimLineAnswer[] Lines,
    string Receipt = ""
);

internal sealed record OrderLineAnswer(string Text, string Item, string Quantity, string UnitPrice, string Net, string Tax = "");

internal sealed record OrderAnswer(
    string Id,
    string Status,
    string Site,
    string Number,
    string Date,
    string Seller,
    string PaidBy,
    OrderLineAnswer[] Lines,
    string Shipping,
    string Fees,
    string GiftBalance,
    string Total,
    string Currency,
    string ReturnOf = ""
);

internal sealed record PurchaseLineAnswer(
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

internal sealed record PurchaseAnswer(
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
    PurchaseLineAnswer[] Lines
);

internal sealed record PayItemAnswer(string Item, string Type, string Amount, string Agency);

internal sealed record PaidEmployeeAnswer(string Name, string Department, string Group, PayItemAnswer[] Items);

internal sealed record BureauRunAnswer(
    string Id,
    string Status,
    string Entity,
    string PayDate,
    string PeriodEnd,
    string Currency,
    string Fee,
    PaidEmployeeAnswer[] Employees
);

internal sealed record MailedAnswer(string Id, string Status, string Mailbox, string Date, string From, string Subject, string FileName);
