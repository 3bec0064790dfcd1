namespace Adnumera.Core.InformationReturns;

/// <summary>Whether what a supplier is paid in a box is reportable, and why.</summary>
/// <param name="IsReportable">Whether.</param>
/// <param name="Because">Why, as a sentence.</param>
public sealed record Reportability(bool IsReportable, string Because)
{
    // Asked of each line that is tallied, so that each answer is made once.
    private static readonly Reportability Said = new(true, "A person said that the supplier is reportable."),
        SaidNot = new(false, "A person said that the supplier is not reportable."),
        Unknown = new(true, "Nothing says what the supplier is for tax, so it is taken as reportable."),
        NoCorporation = new(true, "The supplier is no corporation."),
        Attorney = new(true, "What an attorney earns is reportable of corporations, too.");

    private static readonly Reportability[] ByCode =
    [
        .. Enumerable.Range(0, 5).Select(c => new Reportability(false, $"The supplier is exempt in every box by exempt code {c}.")),
    ];

    private static readonly Reportability[] OfCorporations =
    [
        .. Enum.GetValues<ReturnBox>()
            .Select(b =>
                b is ReturnBox.Misc6 or ReturnBox.Misc8 or ReturnBox.Misc10 or ReturnBox.Misc11
                    ? new Reportability(true, $"{b.Text()} is reportable of corporations, too.")
                    : new Reportability(false, $"The supplier is exempt in {b.Text()}: it is a corporation.")
            ),
    ];

    /// <summary>As a person says, or as it follows from what the supplier is.</summary>
    public static Reportability Of(ReturnSupplier supplier, ReturnBox box) =>
        supplier.Reportable is { } said ? (said ? Said : SaidNot) : Derived(supplier, box);

    /// <summary>
    /// As it follows: exempt codes 1 to 4 are exempt of everything; corporations, and code 5, of everything but medical payments,
    /// substitute payments, gross proceeds of attorneys, fish for cash, and what an attorney earns (Treas. Reg. 1.6041-3(p)).
    /// </summary>
    public static Reportability Derived(ReturnSupplier supplier, ReturnBox box)
    {
        if (supplier.ExemptCode is >= 1 and <= 4 and var code)
            return ByCode[code];
        if (!supplier.IsCorporation)
            return supplier.Classification is null ? Unknown : NoCorporation;
        return box == ReturnBox.Nec1 && supplier.IsAttorney ? Attorney : OfCorporations[(int)box];
    }
}
