using Adnumera.Core.Ledger;

namespace Adnumera.LedgerClient.Http;

// What the ledger answers, as it comes over the wire.
internal sealed record TokenAnswer(string Token);

internal sealed record OrganisationAnswer(string Id, string Name, string Currency, string? LockedThrough = null);

internal sealed record IdAnswer(string Id);

internal sealed record KeyAnswer(string Key, string Id);

internal sealed record ProblemAnswer(string? Type, string? Detail);

internal sealed record AccountAnswer(
    string Id,
    string Number,
    string Name,
    string Kind,
    string Role,
    string Parent,
    bool Active,
    string Requires = ""
);

internal sealed record DimensionAnswer(string Kind, string Id, string Name, bool Active);

internal sealed record TermAnswer(string Id, string Name, string Rule, int Days);

internal sealed record FeatureAnswer(string Name, bool On);

internal sealed record OwnDimensionAnswer(string Word, bool On);

internal sealed record HistoryAnswer(string Supplier, string Account, int Lines, string Last);

internal sealed record TaxCodeAnswer(string Code, string Name, string Percent);

internal sealed record BalanceAnswer(string Account, string Debit, string Credit);

internal sealed record EntryAnswer(
    string Id,
    string Type,
    string Date,
    string Reference,
    string Supplier,
    string Employee,
    string Source,
    string SourceId,
    string Status,
    LineAnswer[] Lines
);

internal sealed record LineAnswer(string Account, string Debit, string Credit, string TaxCode, Dimensions Dimensions);

internal sealed record PaymentAnswer(
    string Id,
    string Date,
    string Supplier,
    string Method,
    string PaidFrom,
    string Reference,
    string Status,
    string Amount,
    string Withheld,
    PaymentPartAnswer[] Parts
);

internal sealed record PaymentPartAnswer(string Bill, string Reference, string Amount, PaidLineAnswer[] Lines);

internal sealed record PaidLineAnswer(int Line, string Account, string Amount);

internal sealed record PaymentTotalsAnswer(int Payments, string Posted, string Voided);
