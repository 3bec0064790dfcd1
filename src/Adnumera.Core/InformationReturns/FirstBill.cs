namespace Adnumera.Core.InformationReturns;

/// <summary>What happens to the first bill of a supplier that may need a Form W-9 and has none that counts.</summary>
public enum FirstBill
{
    /// <summary>Nothing.</summary>
    Nothing,

    /// <summary>It carries a notice.</summary>
    Warn,

    /// <summary>It is held until the form is here, or a person lets it go.</summary>
    Hold,
}
