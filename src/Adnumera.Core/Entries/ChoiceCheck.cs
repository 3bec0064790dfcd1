using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;

namespace Adnumera.Core.Entries;

/// <summary>What a choice is about.</summary>
public enum ChoiceField
{
    /// <summary>The form of a kind of document.</summary>
    Form,

    /// <summary>The dimensions of its lines.</summary>
    Dimensions,

    /// <summary>The day of its entries.</summary>
    EntryDay,

    /// <summary>How its reference is built.</summary>
    Reference,

    /// <summary>What happens to a line that nothing maps.</summary>
    WhenNothingMaps,

    /// <summary>The rounding tolerance.</summary>
    RoundingTolerance,

    /// <summary>Where private charges go.</summary>
    PrivateAccount,
}

/// <summary>A choice that cannot be made, and why.</summary>
/// <param name="Kind">The kind of document; none where it is about all.</param>
/// <param name="Field">What it is about.</param>
/// <param name="Reason">Why not, and what to do, as people say it.</param>
public sealed record Impossible(DocumentKind? Kind, ChoiceField Field, string Reason);

/// <summary>Checks a company's choices against what the connected ledger can do.</summary>
public static class ChoiceCheck
{
    /// <summary>Every choice that cannot be made; none when all can.</summary>
    /// <param name="settings">The choices.</param>
    /// <param name="ledger">What the ledger can do.</param>
    /// <param name="chart">The chart.</param>
    public static IReadOnlyList<Impossible> Of(CompositionSettings settings, LedgerCapabilities ledger, Chart chart)
    {
        var found = DocumentKinds.All.SelectMany(k => Of(k.Kind, settings.Choice(k.Kind), ledger)).ToList();
        if (settings.WhenNothingMaps == WhenNothingMaps.Suspense && chart.Role(AccountRole.Suspense) is not RoleHolder.Filled)
            Add(
                ChoiceField.WhenNothingMaps,
                "Lines cannot go to suspense: no account has that role, or several have. Choose one under Required accounts first."
            );
        if (settings.RoundingTolerance > 0 && chart.Role(AccountRole.Rounding) is not RoleHolder.Filled)
            Add(
                ChoiceField.RoundingTolerance,
                "Rounding differences cannot be posted: no account has the role rounding, or several have. "
                    + "Choose one under Required accounts first."
            );
        if (settings.PrivateAccount.Length > 0 && Targets.BrokenForCost(chart, settings.PrivateAccount) is { } broken)
            Add(
                ChoiceField.PrivateAccount,
                $"Private charges cannot go there: {chart.Title(settings.PrivateAccount)} {ReasonWords.Because(broken)}."
            );
        return found;

        void Add(ChoiceField field, string reason) => found.Add(new Impossible(null, field, reason));
    }

    /// <summary>What cannot be chosen for a kind of document.</summary>
    /// <param name="kind">The kind of document.</param>
    /// <param name="choice">What is decided for it.</param>
    /// <param name="ledger">What the ledger can do.</param>
    public static IReadOnlyList<Impossible> Of(DocumentKind kind, KindChoice choice, LedgerCapabilities ledger)
    {
        var found = new List<Impossible>();
        var forms = kind.Row().Forms;
        var form = choice.Form ?? forms[0];
        if (!forms.Contains(form))
            Add(
                ChoiceField.Form,
                $"A {kind.Title()} cannot become a {form.Title()}; choose {string.Join(" or ", forms.Select(LedgerForms.Title))}."
            );

        // A kind of one form leaves nothing to choose: the ledger refuses its documents one by one.
        if (forms.Count > 1 && form.Needs() is { } feature && !ledger.Can(feature))
            Add(
                ChoiceField.Form,
                $"A {kind.Title()} as a {form.Title()} needs journal entries, and the ledger has them off. Switch them on there "
                    + "and pull again, or choose another form."
            );
        foreach (var (dimension, _) in choice.Demands.Where(d => d.Value != DimensionDemand.Optional && !ledger.Can(d.Key)))
            Add(
                ChoiceField.Dimensions,
                $"A {dimension.Title} cannot be asked for: the ledger has {dimension.Title}s off. Switch them on there and pull again."
            );
        if (choice.EntryDay == EntryDay.EndOfMonth && kind.IsCard() && form is LedgerForm.CardCharge or LedgerForm.CardRefund)
            Add(
                ChoiceField.EntryDay,
                $"A {form.Title()} keeps the day of the charge, or it cannot be found on the statement; "
                    + "choose the document date, or another form."
            );
        if (ReferencePattern.Problem(choice.Reference) is { } problem)
            Add(ChoiceField.Reference, problem);
        return found;

        void Add(ChoiceField field, string reason) => found.Add(new Impossible(kind, field, reason));
    }

    /// <summary>The dimensions that a row fills in and the ledger has off, in one sentence; null when there are none.</summary>
    public static string? Dimensions(MappingRow row, LedgerCapabilities ledger)
    {
        var off = row.Dimensions.Filled.Select(d => d.Dimension).Where(d => !ledger.Can(d)).ToList();
        if (row.Kind.DimensionOf() is { } own && row.Value is not ("" or MappingRow.LeaveOut) && !ledger.Can(own))
            off.Add(own);
        if (off.Count == 0)
            return null;
        var names = string.Join(" and ", off.Select(d => $"{d.Title}s"));
        return $"{(off.Count == 1 ? "A dimension is" : $"{off.Count} dimensions are")} mapped, and the ledger has {names} off. "
            + "Switch them on there and pull again.";
    }
}
