using Adnumera.Core.Ledger;

namespace Adnumera.Core.Documents;

/// <summary>The kind of a document.</summary>
public enum DocumentKind
{
    /// <summary>A supplier's bill.</summary>
    Bill,

    /// <summary>A supplier's credit note; it reverses a bill.</summary>
    SupplierCredit,

    /// <summary>A charge on a company card or another payment account.</summary>
    CardCharge,

    /// <summary>A refund to a company card; it reverses a charge.</summary>
    CardRefund,

    /// <summary>An employee's claim for what they paid.</summary>
    ExpenseClaim,

    /// <summary>An order of an online marketplace, paid by a payment account.</summary>
    Order,

    /// <summary>Money from one of the company's own accounts to another.</summary>
    Transfer,

    /// <summary>A pay run: its register becomes a journal.</summary>
    PayRun,
}

/// <summary>Who or what stands on the other side of a document.</summary>
public enum DocumentSide
{
    /// <summary>A supplier is owed the money, or owes it.</summary>
    Supplier,

    /// <summary>An employee is owed the money.</summary>
    Employee,

    /// <summary>A payment account paid, or was paid.</summary>
    PaymentAccount,

    /// <summary>One of the company's own accounts: money only moves.</summary>
    OwnAccount,

    /// <summary>Employees, agencies and the processor, as the payroll mapping says.</summary>
    Payroll,
}

/// <summary>All that follows from the kind of a document: a row of the one table of kinds.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Title">The trade's name of it.</param>
/// <param name="Side">Who or what stands on its other side.</param>
/// <param name="Reverses">Whether it counts negative and its costs are credits.</param>
/// <param name="Forms">The forms that it may take in the ledger (common practice); the first is the usual one.</param>
/// <param name="OffsetRole">The role of the account on its other side where nothing more is known; none where a payment account says
/// so.</param>
/// <param name="Opposite">The kind that reverses it, or that it reverses; none where there is none.</param>
public sealed record DocumentKindRow(
    DocumentKind Kind,
    string Title,
    DocumentSide Side,
    bool Reverses,
    IReadOnlyList<LedgerForm> Forms,
    AccountRole? OffsetRole,
    DocumentKind? Opposite = null
);

/// <summary>The table of document kinds.</summary>
public static class DocumentKinds
{
    private static readonly DocumentKindRow[] Rows =
    [
        new(
            DocumentKind.Bill,
            "bill",
            DocumentSide.Supplier,
            Reverses: false,
            [LedgerForm.Bill, LedgerForm.Journal],
            AccountRole.PayablesControl,
            DocumentKind.SupplierCredit
        ),
        new(
            DocumentKind.SupplierCredit,
            "supplier credit",
            DocumentSide.Supplier,
            Reverses: true,
            [LedgerForm.SupplierCredit, LedgerForm.Journal],
            AccountRole.PayablesControl,
            DocumentKind.Bill
        ),
        new(
            DocumentKind.CardCharge,
            "card charge",
            DocumentSide.PaymentAccount,
            Reverses: false,
            [LedgerForm.CardCharge, LedgerForm.CashPayment, LedgerForm.Journal],
            OffsetRole: null,
            DocumentKind.CardRefund
        ),
        new(
            DocumentKind.CardRefund,
            "card refund",
            DocumentSide.PaymentAccount,
            Reverses: true,
            [LedgerForm.CardRefund, LedgerForm.Journal],
            OffsetRole: null,
            DocumentKind.CardCharge
        ),
        new(
            DocumentKind.ExpenseClaim,
            "expense claim",
            DocumentSide.Employee,
            Reverses: false,
            [LedgerForm.ExpenseClaim, LedgerForm.Bill, LedgerForm.Journal],
            AccountRole.EmployeePayable
        ),
        new(
            DocumentKind.Order,
            "order",
            DocumentSide.PaymentAccount,
            Reverses: false,
            [LedgerForm.CardCharge, LedgerForm.CashPayment, LedgerForm.Journal],
            OffsetRole: null,
            DocumentKind.CardRefund
        ),
        new(DocumentKind.Transfer, "transfer", DocumentSide.OwnAccount, Reverses: false, [LedgerForm.Journal], OffsetRole: null),
        new(DocumentKind.PayRun, "pay run", DocumentSide.Payroll, Reverses: false, [LedgerForm.Journal], OffsetRole: null),
    ];

    /// <summary>The kinds that have lines of their own, and so come in documents files and have choices for each line: all but pay
    /// runs.</summary>
    public static IReadOnlyList<DocumentKind> WithLines { get; } = [.. Rows.Where(r => r.Side != DocumentSide.Payroll).Select(r => r.Kind)];

    /// <summary>Every row, in the order of the kinds.</summary>
    public static IReadOnlyList<DocumentKindRow> All => Rows;

    /// <summary>The row of a kind.</summary>
    public static DocumentKindRow Row(this DocumentKind kind) => Rows[(int)kind];

    /// <summary>Whether it counts negative and its costs are credits.</summary>
    public static bool Reverses(this DocumentKind kind) => kind.Row().Reverses;

    /// <summary>Whether it is settled by a payment account.</summary>
    public static bool IsCard(this DocumentKind kind) => kind.Row().Side == DocumentSide.PaymentAccount;

    /// <summary>The trade's name of the kind.</summary>
    public static string Title(this DocumentKind kind) => kind.Row().Title;
}
