using System.Globalization;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;

namespace Adnumera.Core.Entries;

/// <summary>A reason in words: its fixed word, its value, and one plain sentence.</summary>
/// <param name="Word">The fixed word of the files.</param>
/// <param name="Value">The value of the files; blank where there is none.</param>
/// <param name="Detail">What is wrong, as people say it.</param>
public sealed record ReasonWords(string Word, string Value, string Detail)
{
    /// <summary>The words of a reason to hold a document.</summary>
    public static ReasonWords Of(HoldReason reason) => new(Words<Documents.HoldKind>.Of(reason.Kind), reason.Value, Sentence(reason));

    /// <summary>The same by name, for whoever has the register itself: the pages of all others name nobody.</summary>
    public static ReasonWords ByName(HoldReason reason) =>
        reason is HoldReason.Identity one ? Of(reason) with { Detail = Identity(one.Employee, one) } : Of(reason);

    private static string Identity(string who, HoldReason.Identity of) =>
        $"Earnings and reimbursements less deductions, taxes and net pay of {who} leave {of.OutBy}.";

    /// <summary>The words of a reason to set a document aside.</summary>
    public static ReasonWords Of(SetAsideReason reason) =>
        reason.Match<ReasonWords>(
            beforeStart: r =>
                new("before_start", Day.Text(r.Date), $"It is dated {Day.Text(r.Date)}, before the start date {Day.Text(r.StartDate)}."),
            zero: _ => new("zero", "", "Its total and all its lines are zero."),
            @private: r =>
                new("private", r.Decision, $"Its holder paid it with a card of their own; “{r.Decision}” says that it is private.")
        );

    /// <summary>A role as people say it: <c>payables control</c>.</summary>
    public static string RoleTitle(AccountRole role) => Words<AccountRole>.Of(role).Replace('_', ' ');

    /// <summary>Why a row of another company's book is not taken over, to follow its account or value.</summary>
    public static string Because(TransferProblem why) =>
        why switch
        {
            TransferProblem.PaymentAccount => "is a card or cash box of that company",
            TransferProblem.NoNumber => "has no number there, to find it by",
            TransferProblem.NumberNotHere => "has a number that no account has here",
            TransferProblem.NumberTwice => "has a number that several accounts have here",
            TransferProblem.TermNotHere => "names a payment term that the ledger here does not have",
            TransferProblem.ValueNotHere => "names a department, location or another value that the ledger here does not have",
            TransferProblem.TaxCodeNotHere => "names a tax code that the ledger here does not have",
        };

    /// <summary>Why an account cannot be used, to follow its name: <c>is closed</c>.</summary>
    public static string Because(BrokenBecause why) =>
        why switch
        {
            BrokenBecause.NotInChart => "is not in the chart",
            BrokenBecause.Closed => "is closed",
            BrokenBecause.Control => "is a control account, and a cost may not go there",
            BrokenBecause.NotBalance => "is neither an asset, a liability nor equity",
            BrokenBecause.NotTax => "is neither an asset nor a liability",
            BrokenBecause.NotLiability => "is neither an asset, a liability nor equity, nor a cost that a deduction may lower",
        };

    // As many decimals as it has.
    private static string Price(decimal price) => price.ToString("0.######", CultureInfo.InvariantCulture);

    private static string Sentence(HoldReason reason) =>
        reason.Match(
            periodLocked: r =>
                $"The entry date {Day.Text(r.EntryDate)} is in the period that is locked through {Day.Text(r.LockedThrough)}.",
            supplierMissing: _ => "It names no supplier.",
            employeeMissing: _ => "It names no employee.",
            paymentAccountMissing: r =>
                r.End switch
                {
                    "from" => "It does not say which account the money left.",
                    "to" => "It does not say in which account the money arrived.",
                    _ => "It does not say which card or payment account was used.",
                },
            sign: _ => "Its total is negative; a refund or credit has a kind of its own and a positive total.",
            otherCurrency: r => $"It is in {r.Currency}; the company keeps its ledger in {r.Company}.",
            possibleDuplicate: r => $"It may be the same as {r.Earliest}, which came earlier.",
            arithmetic: r => $"Its total differs from its lines and their tax by {r.OutBy}.",
            paymentAccountUnmapped: r => $"Payment account “{r.Text}” has no ledger account.",
            paymentAccountAmbiguous: r => $"“{r.Text}” belongs to {string.Join(" and ", r.Accounts)} on that day; choose which one it was.",
            textTooLong: r => $"Its {r.Field} has {r.Length} characters; the ledger takes {r.Longest}.",
            dimensionUnmapped: r =>
                r.IsOff
                    ? $"It names the {r.Dimension.Title} “{r.Named}”, and the ledger has {r.Dimension.Title}s off."
                    : $"The ledger has no {r.Dimension.Title} “{r.Named}”, and nothing maps it to one.",
            dimensionMissing: r => $"It has no {r.Dimension.Title}, and {r.RequiredBy} requires one.",
            supplierUndecided: r =>
                $"Supplier “{r.Supplier}” may be the same as “{r.Other}”, and nobody has decided; "
                + "posting it would add a second one to the ledger.",
            transferWaits: r =>
                r.End == "from"
                    ? $"It does not say which account the money left. The other side may still come, through {Day.Text(r.Until)}."
                    : $"It does not say in which account the money arrived. The other side may still come, through {Day.Text(r.Until)}.",
            formImpossible: r =>
                $"It would go to the ledger as a {r.Form.Title()}, and the ledger has journal entries off. Switch them on "
                + "there and pull again, or choose another form.",
            transferToItself: r => $"Both its payment accounts are the ledger account {r.Account}, so nothing would move.",
            settlementUnmapped: r => $"Settlement “{r.Text}” has no ledger account.",
            roleMissing: r => $"No active account has the role {RoleTitle(r.Role)}.",
            roleAmbiguous: r => $"Several accounts have the role {RoleTitle(r.Role)}: {string.Join(", ", r.Accounts.Select(a => a.Id))}.",
            mappingBroken: r => $"Account {r.Account}, chosen by {r.ChosenBy}, {Because(r.Why)}.",
            unmapped: r =>
                r.Description.Length == 0
                    ? $"Nothing maps “{r.Named}” to an account."
                    : $"Nothing maps “{r.Description}” ({r.Named}) to an account.",
            taxCodeUnmapped: r => $"Tax code “{r.TaxCode}” has no mapping.",
            accountAsked: r => $"“{r.Decision}” asks a person for the account of this line.",
            paymentAccountAsked: r => $"“{r.Decision}” asks a person which payment account was used.",
            priceMoved: r =>
                $"“{r.Item}” costs {Price(r.Move.Now)} each, before {Price(r.Move.Before)}"
                + $"{(r.Move.Percent is { } p ? $" ({(p > 0 ? "+" : "")}{p.ToString("0.0", CultureInfo.InvariantCulture)} %)" : "")}, "
                + "and nobody has accepted that.",
            w9Missing: r => $"It is the first bill of {r.Supplier}, whose Form W-9 is not here.",
            refused: r => $"The ledger refused it: {r.LedgerText}",
            heldBack: r => $"It is held back from posting: {r.Note}",
            periodEndMissing: _ => "Its entry is dated by the end of the pay period, and it does not say when that was.",
            identity: r => Identity("an employee", r),
            processorMissing: _ => "The payroll processor is owed something, and no account is chosen for it.",
            employerItem: r => $"It pays contractors, and “{r.Item}” is what only an employer bears."
        );
}
