using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;

namespace Adnumera.Core.Entries;

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

/// <summary>Which day of a document an entry gets.</summary>
public enum EntryDay
{
    /// <summary>The document's own date.</summary>
    DocumentDate,

    /// <summary>The last day of its month.</summary>
    EndOfMonth,
}

/// <summary>Where a document's notes go.</summary>
public enum NotesPlace
{
    /// <summary>To the memo of the entry.</summary>
    EntryMemo,

    /// <summary>To the text of each line.</summary>
    LineText,

    /// <summary>Nowhere.</summary>
    Nowhere,
}

/// <summary>What a company decided for a kind of document.</summary>
public sealed record KindChoice
{
    /// <summary>The form in the ledger; none for the usual one.</summary>
    public LedgerForm? Form { get; init; }

    /// <summary>Which day the entry gets, before the rule for locked periods.</summary>
    public EntryDay EntryDay { get; init; }

    /// <summary>How the reference is built.</summary>
    public string Reference { get; init; } = ReferencePattern.Usual;

    /// <summary>Where notes go.</summary>
    public NotesPlace Notes { get; init; }

    /// <summary>The dimensions that each line must have.</summary>
    public IReadOnlyList<DimensionKind> Requires { get; init; } = [];
}

/// <summary>Which form a kind of document may take (common practice), and what the ledger must be able to do for it.</summary>
public static class FormTable
{
    /// <summary>The forms that a kind may take; the first is the usual one.</summary>
    public static IReadOnlyList<LedgerForm> For(DocumentKind kind) => kind switch
    {
        DocumentKind.Bill => [LedgerForm.Bill, LedgerForm.Journal],
        DocumentKind.SupplierCredit => [LedgerForm.SupplierCredit, LedgerForm.Journal],
        DocumentKind.CardCharge => [LedgerForm.CardCharge, LedgerForm.CashPayment, LedgerForm.Journal],
        DocumentKind.CardRefund => [LedgerForm.CardRefund, LedgerForm.Journal],
        DocumentKind.ExpenseClaim => [LedgerForm.ExpenseClaim, LedgerForm.Bill, LedgerForm.Journal],
        _ => throw new ArgumentOutOfRangeException(nameof(kind)),
    };

    /// <summary>The feature that a form needs; none for most.</summary>
    public static LedgerFeature? Needs(LedgerForm form) => form == LedgerForm.Journal ? LedgerFeature.Journals : null;
}

/// <summary>A choice that cannot be made, and why.</summary>
/// <param name="Field">What it is about.</param>
/// <param name="Reason">Why not, and what to do, as people say it.</param>
public sealed record Impossible(string Field, string Reason);

/// <summary>Checks a company's choices against what the connected ledger can do.</summary>
public static class ChoiceCheck
{
    /// <summary>Every choice that cannot be made; none when all can.</summary>
    /// <param name="kind">The kind of document.</param>
    /// <param name="choice">What is decided for it.</param>
    /// <param name="ledger">What the ledger can do.</param>
    public static IReadOnlyList<Impossible> Of(DocumentKind kind, KindChoice choice, LedgerCapabilities ledger)
    {
        var found = new List<Impossible>();
        var form = choice.Form ?? FormTable.For(kind)[0];
        if (!FormTable.For(kind).Contains(form))
            found.Add(new Impossible("form", $"A {kind.Title()} cannot become a {Title(form)}; choose {string.Join(" or ", FormTable.For(kind).Select(Title))}."));
        if (FormTable.Needs(form) is { } feature && !ledger.Can(feature))
            found.Add(new Impossible("form", $"A {kind.Title()} as a {Title(form)} needs {Title(feature)}, and the ledger has them off. Switch them on there and pull again, or choose another form."));
        found.AddRange(choice.Requires.Where(d => !ledger.Can(LedgerCapabilities.For(d)))
            .Select(d => new Impossible("requires", $"A {Words<DimensionKind>.Of(d)} cannot be required: the ledger has {Title(LedgerCapabilities.For(d))} off. Switch them on there and pull again.")));
        if (choice.EntryDay == EntryDay.EndOfMonth && kind.IsCard() && form is LedgerForm.CardCharge or LedgerForm.CardRefund)
            found.Add(new Impossible("entry_day", $"A {Title(form)} keeps the day of the charge, or it cannot be found on the statement; choose the document date, or another form."));
        if (ReferencePattern.Problem(choice.Reference) is { } problem) found.Add(new Impossible("reference", problem));
        return found;
    }

    /// <summary>The dimensions that a row fills in and the ledger has off, in one sentence; null when there are none.</summary>
    public static string? Dimensions(Mapping.MappingRow row, LedgerCapabilities ledger)
    {
        var off = Enum.GetValues<DimensionKind>().Where(d => row.Dimensions[d].Length > 0 && !ledger.Can(LedgerCapabilities.For(d))).ToList();
        if (row.Kind is var kind && Mapping.KeyKinds.Dimension(kind) is { } own && row.Value is not ("" or Mapping.MappingRow.LeaveOut) && !ledger.Can(LedgerCapabilities.For(own))) off.Add(own);
        if (off.Count == 0) return null;
        var names = string.Join(" and ", off.Select(d => Title(LedgerCapabilities.For(d))));
        return $"{(off.Count == 1 ? "A dimension is" : $"{off.Count} dimensions are")} mapped, and the ledger has {names} off. Switch them on there and pull again.";
    }

    private static string Title(LedgerForm form) => form == LedgerForm.Journal ? "journal entry" : Words<LedgerForm>.Of(form).Replace('_', ' ');

    private static string Title(LedgerFeature feature) => feature == LedgerFeature.Journals ? "journal entries" : feature == LedgerFeature.Tax ? "tax codes" : Words<LedgerFeature>.Of(feature);
}
