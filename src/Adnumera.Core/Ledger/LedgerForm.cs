namespace Adnumera.Core.Ledger;

/// <summary>The form that a document takes in the ledger.</summary>
public enum LedgerForm
{
    /// <summary>A bill: it stays open until it is paid.</summary>
    Bill,

    /// <summary>A supplier's credit.</summary>
    SupplierCredit,

    /// <summary>A charge on a card.</summary>
    CardCharge,

    /// <summary>A refund to a card.</summary>
    CardRefund,

    /// <summary>An employee's claim.</summary>
    ExpenseClaim,

    /// <summary>A payment from bank or cash, at once.</summary>
    CashPayment,

    /// <summary>A journal entry.</summary>
    Journal,
}

/// <summary>What follows from the form of an entry.</summary>
public static class LedgerForms
{
    /// <summary>The trade's name of the form.</summary>
    public static string Title(this LedgerForm form) =>
        form == LedgerForm.Journal ? "journal entry" : Words<LedgerForm>.Of(form).Replace('_', ' ');

    /// <summary>The feature that a form needs; none for most.</summary>
    public static LedgerFeature? Needs(this LedgerForm form) => form == LedgerForm.Journal ? LedgerFeature.Journals : null;
}
