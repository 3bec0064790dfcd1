using Adnumera.Core.Documents;
using Adnumera.Core.Mapping;

namespace Adnumera.Core.Entries;

/// <summary>The value whose mapping ends a reason, for a document and all like it.</summary>
public readonly record struct MappingRemedy(KeyKind Kind, string Key);

/// <summary>What ends the reasons for which documents wait.</summary>
public static class Remedies
{
    /// <summary>The mapping that ends a reason; none where a mapping does not.</summary>
    /// <param name="document">The document.</param>
    /// <param name="hold">The reason.</param>
    /// <param name="ladder">The ladder, to tell which value chose an account that cannot be used; without it that is not told.</param>
    public static MappingRemedy? Mapping(Document document, KeptHold hold, Ladder? ladder = null)
    {
        var line = document.Lines.FirstOrDefault(l => l.Number == hold.Line);
        return hold.Kind switch
        {
            HoldKind.SettlementUnmapped => new MappingRemedy(KeyKind.Settlement, hold.Value),
            HoldKind.TaxCodeUnmapped => new MappingRemedy(KeyKind.TaxCode, hold.Value),
            HoldKind.DimensionUnmapped => OfDimension(line, hold.Value),
            // A mapping names the account, and fills dimensions in.
            HoldKind.Unmapped or HoldKind.DimensionMissing => OfLine(document, line),
            HoldKind.MappingBroken => line is null ? null : OfChosen(ladder?.Resolve(document, line)),
            HoldKind.PeriodLocked
            or HoldKind.SupplierMissing
            or HoldKind.EmployeeMissing
            or HoldKind.PaymentAccountMissing
            or HoldKind.Sign
            or HoldKind.Currency
            or HoldKind.PossibleDuplicate
            or HoldKind.Arithmetic
            or HoldKind.PaymentAccountUnmapped
            or HoldKind.PaymentAccountAmbiguous
            or HoldKind.TextTooLong
            or HoldKind.SupplierUndecided
            or HoldKind.TransferToItself
            or HoldKind.TransferWaits
            or HoldKind.FormImpossible
            or HoldKind.RoleMissing
            or HoldKind.RoleAmbiguous
            or HoldKind.AccountAsked
            or HoldKind.PriceMoved
            or HoldKind.W9Missing
            or HoldKind.PaymentAccountAsked
            or HoldKind.Refused
            or HoldKind.HeldBack
            or HoldKind.PeriodEndMissing
            or HoldKind.Identity
            or HoldKind.EmployerItem => null,
        };
    }

    // The value whose row chose the account.
    private static MappingRemedy? OfChosen(Target? target) =>
        target is { } chosen && Ladder.KeyOf(chosen.Rung) is { } kind ? new MappingRemedy(kind, chosen.Value) : null;

    // The dimension that names the value; one that the ledger defines itself has no mapping of values.
    private static MappingRemedy? OfDimension(DocumentLine? line, string value)
    {
        foreach (var named in line?.Dimensions.Filled ?? [])
            if (Folded.Same(named.Value, value) && named.Dimension.KeyOf() is { } kind)
                return new MappingRemedy(kind, value);
        return null;
    }

    // The value that says most of the line: what it is, before what it is filed under, before who sold it.
    private static MappingRemedy? OfLine(Document document, DocumentLine? line) =>
        line is null ? null
        : line.Category.Length > 0 ? new MappingRemedy(KeyKind.Category, line.Category)
        : line.Item.Length > 0 ? new MappingRemedy(KeyKind.Item, line.Item)
        : line.CostCode.Length > 0 ? new MappingRemedy(KeyKind.CostCode, line.CostCode)
        : document.Supplier.Length > 0 ? new MappingRemedy(KeyKind.Supplier, document.Supplier)
        : null;
}
