using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Proof;
using Adnumera.Core.Suppliers;

namespace Adnumera.Core.Posting;

/// <summary>A line of an entry as it is sent.</summary>
/// <param name="Account">The account's id.</param>
/// <param name="Signed">Debit minus credit, in minor units.</param>
/// <param name="TaxCode">The tax code.</param>
/// <param name="Dimensions">The dimensions.</param>
/// <param name="Memo">The line's text.</param>
/// <param name="IsOffset">Whether it is the other side.</param>
/// <param name="Item">The item of the ledger that brought the account; blank for none.</param>
/// <param name="IsOwed">Whether it is what is owed for a cost of the same entry, of a journal that has several such lines.</param>
public sealed record InstructionLine(
    string Account,
    long Signed,
    string TaxCode,
    Dimensions Dimensions,
    string Memo,
    bool IsOffset,
    string Item = "",
    bool IsOwed = false
);

/// <summary>An entry as it is sent.</summary>
public sealed record EntryInstruction
{
    /// <summary>The key that makes sending it twice harmless.</summary>
    public required string IdempotencyKey { get; init; }

    /// <summary>The document.</summary>
    public required DocumentIdentity Identity { get; init; }

    /// <summary>The form that it takes in the ledger.</summary>
    public required LedgerForm Form { get; init; }

    /// <summary>The day of the entry.</summary>
    public required DateOnly Date { get; init; }

    /// <summary>When it is due.</summary>
    public DateOnly? DueDate { get; init; }

    /// <summary>The reference.</summary>
    public string Reference { get; init; } = "";

    /// <summary>The supplier's name.</summary>
    public string Supplier { get; init; } = "";

    /// <summary>The employee's name.</summary>
    public string Employee { get; init; } = "";

    /// <summary>ISO 4217.</summary>
    public required string Currency { get; init; }

    /// <summary>Notes.</summary>
    public string Memo { get; init; } = "";

    /// <summary>Whether it is a journal of its own, such as a pay run's.</summary>
    public bool IsJournal { get; init; }

    /// <summary>The lines: balanced.</summary>
    public required IReadOnlyList<InstructionLine> Lines { get; init; }

    /// <summary>What is sent for a coded document. The supplier is named as the ledger spells it.</summary>
    /// <param name="key">The idempotency key.</param>
    /// <param name="document">The document.</param>
    /// <param name="entry">Its entry.</param>
    /// <param name="suppliers">Whom spellings mean.</param>
    /// <param name="accounts">The payment accounts, to name whoever is owed what their own card paid, or owes what was private.</param>
    public static EntryInstruction Of(string key, Document document, Entry entry, SupplierDirectory suppliers, PaymentAccounts accounts) =>
        new()
        {
            IdempotencyKey = key,
            Identity = document.Identity,
            Form = entry.Head.Form,
            Date = entry.Head.Date,
            DueDate = entry.Head.DueDate,
            Reference = entry.Head.Reference,
            Supplier = suppliers.NameOf(OwedTo(document, entry)),
            Employee = document.Employee.Length > 0 ? document.Employee : Holder(document, accounts),
            Currency = entry.Head.Currency.Code,
            Memo = entry.Lines.FirstOrDefault(l => l.Rung == EntryRung.Offset)?.Memo ?? "",
            IsJournal = document.Kind == DocumentKind.PayRun,
            Lines =
            [
                .. entry.Lines.Select(l => new InstructionLine(
                    l.Account,
                    l.Signed,
                    l.TaxCode,
                    l.Dimensions,
                    l.Employee.Length > 0 ? $"{l.Employee}: {l.Memo}" : l.Memo,
                    l.Rung == EntryRung.Offset,
                    l.LedgerItem,
                    l.IsOwed
                )),
            ],
        };

    /// <summary>Who the entry is owed to: the supplier; for a claim that becomes a bill, the employee.</summary>
    public static string OwedTo(Document document, Entry entry) =>
        document.Kind.Row().Side == DocumentSide.Employee && entry.Head.Form == LedgerForm.Bill ? document.Employee : document.Supplier;

    /// <summary>The same entry as the proof compares it.</summary>
    public IntendedEntry AsIntended() =>
        new()
        {
            Identity = Identity,
            Date = Date,
            Reference = Reference,
            Supplier = Supplier,
            Employee = Employee,
            IsJournal = IsJournal,
            Lines =
            [
                .. Lines.Select(l => new ProofLine(
                    l.Account,
                    Math.Max(l.Signed, 0),
                    Math.Max(-l.Signed, 0),
                    l.TaxCode,
                    l.Dimensions,
                    l.IsOffset
                )),
            ],
        };

    /// <summary>What the ledger holds of the document, in minor units: what was read back on the account of its other side; of a journal
    /// its total, less what of the right side is not there.</summary>
    /// <param name="total">The document's signed total.</param>
    /// <param name="posted">The entries of the ledger with its key.</param>
    public long HeldIn(IReadOnlyCollection<FoundEntry> posted, long total)
    {
        var accounts = Lines.Where(l => IsJournal ? l.IsOwed : l.IsOffset).Select(l => l.Account).ToHashSet();
        long Right(IEnumerable<(string Account, long Signed)> lines) => -lines.Where(l => accounts.Contains(l.Account)).Sum(l => l.Signed);
        var intended = IsJournal ? Right(Lines.Select(l => (l.Account, l.Signed))) : total;
        return posted.Sum(f => total - intended + Right(f.Lines.Select(l => (l.Account, l.Signed))));
    }

    private static string Holder(Document document, PaymentAccounts accounts) =>
        document.Kind.IsCard()
        && accounts.Claiming(document.PaidFrom, document.Date) is [var account]
        && (document.Private || account.Kind == PaymentAccountKind.Personal)
            ? account.Holder
            : "";
}
