using System.Globalization;
using Adnumera.Core.Amounts;
using Adnumera.Core.Ledger;

namespace Adnumera.Core.Entries;

/// <summary>A reason in words: its fixed word, its value, and one plain sentence.</summary>
/// <param name="Word">The fixed word of the files.</param>
/// <param name="Value">The value of the files; blank where there is none.</param>
/// <param name="Detail">What is wrong, as people say it.</param>
public sealed record ReasonWords(string Word, string Value, string Detail)
{
    /// <summary>The words of a reason to hold a document.</summary>
    public static ReasonWords Of(HoldReason reason) => reason switch
    {
        HoldReason.PeriodLocked r => new("period_locked", Day(r.EntryDate),
            $"The entry date {Day(r.EntryDate)} is in the period that is locked through {Day(r.LockedThrough)}."),
        HoldReason.SupplierMissing => new("supplier_missing", "", "It names no supplier."),
        HoldReason.EmployeeMissing => new("employee_missing", "", "It names no employee."),
        HoldReason.PaymentAccountMissing => new("payment_account_missing", "", "It does not say which card or payment account was used."),
        HoldReason.Sign r => new("sign", AmountText.Format(r.Total, r.Currency.Digits),
            "Its total is negative; a refund or credit has a kind of its own and a positive total."),
        HoldReason.OtherCurrency r => new("currency", r.Currency.Code, $"It is in {r.Currency}; the company keeps its ledger in {r.Company}."),
        HoldReason.PossibleDuplicate r => new("possible_duplicate", r.Earliest.ToString(), $"It may be the same as {r.Earliest}, which came earlier."),
        HoldReason.Arithmetic r => new("arithmetic", AmountText.Format(r.OutBy, r.Currency.Digits),
            $"Its total differs from its lines and their tax by {AmountText.Format(r.OutBy, r.Currency.Digits)}."),
        HoldReason.PaymentAccountUnmapped r => new("payment_account_unmapped", r.Text, $"Payment account “{r.Text}” has no ledger account."),
        HoldReason.PaymentAccountAmbiguous r => new("payment_account_ambiguous", r.Text,
            $"“{r.Text}” belongs to {string.Join(" and ", r.Accounts)} on that day; choose which one it was."),
        HoldReason.TextTooLong r => new("text_too_long", r.Field, $"Its {r.Field} has {r.Length} characters; the ledger takes {r.Longest}."),
        HoldReason.DimensionUnmapped r => new("dimension_unmapped", r.Value, r.IsOff
            ? $"It names the {Words<DimensionKind>.Of(r.Dimension)} “{r.Value}”, and the ledger has {Words<DimensionKind>.Of(r.Dimension)}s off."
            : $"The ledger has no {Words<DimensionKind>.Of(r.Dimension)} “{r.Value}”, and nothing maps it to one."),
        HoldReason.DimensionMissing r => new("dimension_missing", Words<DimensionKind>.Of(r.Dimension), $"It has no {Words<DimensionKind>.Of(r.Dimension)}, and {r.RequiredBy} requires one."),
        HoldReason.SupplierUndecided r => new("supplier_undecided", r.Supplier, $"Supplier “{r.Supplier}” may be the same as “{r.Other}”, and nobody has decided; posting it would add a second one to the ledger."),
        HoldReason.SettlementUnmapped r => new("settlement_unmapped", r.Text, $"Settlement “{r.Text}” has no ledger account."),
        HoldReason.RoleMissing r => new("role_missing", Words<AccountRole>.Of(r.Role), $"No active account has the role {RoleTitle(r.Role)}."),
        HoldReason.RoleAmbiguous r => new("role_ambiguous", Words<AccountRole>.Of(r.Role),
            $"Several accounts have the role {RoleTitle(r.Role)}: {string.Join(", ", r.Accounts.Select(a => a.Id))}."),
        HoldReason.MappingBroken r => new("mapping_broken", r.Account, $"Account {r.Account}, chosen by {r.ChosenBy}, {Because(r.Why)}."),
        HoldReason.Unmapped r => new("unmapped", r.Value,
            r.Description.Length == 0 ? $"Nothing maps “{r.Value}” to an account." : $"Nothing maps “{r.Description}” ({r.Value}) to an account."),
        HoldReason.TaxCodeUnmapped r => new("tax_code_unmapped", r.TaxCode, $"Tax code “{r.TaxCode}” has no mapping."),
        HoldReason.Refused r => new("refused", r.Code, $"The ledger refused it: {r.LedgerSays}"),
        _ => throw new ArgumentOutOfRangeException(nameof(reason)),
    };

    /// <summary>The words of a reason to set a document aside.</summary>
    public static ReasonWords Of(SetAsideReason reason) => reason switch
    {
        SetAsideReason.BeforeStart r => new("before_start", Day(r.Date), $"It is dated {Day(r.Date)}, before the start date {Day(r.StartDate)}."),
        SetAsideReason.Zero => new("zero", "", "Its total and all its lines are zero."),
        _ => throw new ArgumentOutOfRangeException(nameof(reason)),
    };

    /// <summary>A role as people say it: <c>payables control</c>.</summary>
    public static string RoleTitle(AccountRole role) => Words<AccountRole>.Of(role).Replace('_', ' ');

    /// <summary>Why an account cannot be used, to follow its name: <c>is closed</c>.</summary>
    public static string Because(BrokenBecause why) => why switch
    {
        BrokenBecause.NotInChart => "is not in the chart",
        BrokenBecause.Closed => "is closed",
        BrokenBecause.Control => "is a control account, and a cost may not go there",
        BrokenBecause.NotBalance => "is neither an asset, a liability nor equity",
        BrokenBecause.NotTax => "is neither an asset nor a liability",
        _ => throw new ArgumentOutOfRangeException(nameof(why)),
    };

    private static string Day(DateOnly day) => day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
}
