namespace Adnumera.Core.InformationReturns;

/// <summary>Whether what a supplier is paid in a box is reportable, and why.</summary>
/// <param name="IsReportable">Whether.</param>
/// <param name="Because">Why, as a sentence.</param>
public sealed record Reportability(bool IsReportable, string Because)
{
    /// <summary>As a person says, or as it follows from what the supplier is.</summary>
    public static Reportability Of(ReturnSupplier supplier, ReturnBox box) =>
        supplier.Reportable is { } said
            ? new(said, said ? "A person said that the supplier is reportable." : "A person said that the supplier is not reportable.")
            : Derived(supplier, box);

    /// <summary>
    /// As it follows: exempt codes 1 to 4 are exempt of everything; corporations, and code 5, of everything but medical payments,
    /// substitute payments, gross proceeds of attorneys, fish for cash, and what an attorney earns (Treas. Reg. 1.6041-3(p)).
    /// </summary>
    public static Reportability Derived(ReturnSupplier supplier, ReturnBox box)
    {
        if (supplier.ExemptCode is >= 1 and <= 4)
            return new(false, $"The supplier is exempt in every box by exempt code {supplier.ExemptCode}.");
        if (!supplier.IsCorporation)
            return new(
                true,
                supplier.Classification is null
                    ? "Nothing says what the supplier is for tax, so it is taken as reportable."
                    : "The supplier is no corporation."
            );
        if (box is ReturnBox.Misc6 or ReturnBox.Misc8 or ReturnBox.Misc10 or ReturnBox.Misc11)
            return new(true, $"{box.Text()} is reportable of corporations, too.");
        if (box == ReturnBox.Nec1 && supplier.IsAttorney)
            return new(true, "What an attorney earns is reportable of corporations, too.");
        return new(false, $"The supplier is exempt in {box.Text()}: it is a corporation.");
    }
}
