namespace Adnumera.Core.InformationReturns;

/// <summary>A box of Forms 1099-NEC and 1099-MISC in which payments to a supplier count (Internal Revenue Service, Instructions for Forms
/// 1099-MISC and 1099-NEC).</summary>
public enum ReturnBox
{
    /// <summary>Nonemployee compensation.</summary>
    Nec1,

    /// <summary>Rents.</summary>
    Misc1,

    /// <summary>Royalties.</summary>
    Misc2,

    /// <summary>Other income.</summary>
    Misc3,

    /// <summary>Fishing boat proceeds.</summary>
    Misc5,

    /// <summary>Medical and health care payments.</summary>
    Misc6,

    /// <summary>Substitute payments in lieu of dividends or interest.</summary>
    Misc8,

    /// <summary>Crop insurance proceeds.</summary>
    Misc9,

    /// <summary>Gross proceeds paid to an attorney.</summary>
    Misc10,

    /// <summary>Fish purchased for resale.</summary>
    Misc11,
}

/// <summary>The words of boxes.</summary>
public static class ReturnBoxes
{
    /// <summary>What stands where something is not reportable.</summary>
    public const string None = "none";

    private static readonly (string Word, string Title)[] InOrder =
    [
        ("NEC-1", "nonemployee compensation"),
        ("MISC-1", "rents"),
        ("MISC-2", "royalties"),
        ("MISC-3", "other income"),
        ("MISC-5", "fishing boat proceeds"),
        ("MISC-6", "medical and health care payments"),
        ("MISC-8", "substitute payments"),
        ("MISC-9", "crop insurance proceeds"),
        ("MISC-10", "gross proceeds paid to an attorney"),
        ("MISC-11", "fish purchased for resale"),
    ];

    /// <summary>Every word, in the order of the boxes.</summary>
    public static IReadOnlyList<string> All { get; } = [.. InOrder.Select(b => b.Word)];

    /// <summary>The word of a box: <c>NEC-1</c>.</summary>
    public static string Text(this ReturnBox box) => InOrder[(int)box].Word;

    /// <summary>What it is called: <c>nonemployee compensation</c>.</summary>
    public static string Title(this ReturnBox box) => InOrder[(int)box].Title;

    private static readonly Dictionary<string, ReturnBox> ByWord = Enum.GetValues<ReturnBox>()
        .ToDictionary(Text, StringComparer.OrdinalIgnoreCase);

    /// <summary>Reads a word without regard to case.</summary>
    public static bool TryRead(string text, out ReturnBox box) => ByWord.TryGetValue(text, out box);
}

/// <summary>What somebody says of where a payment counts: a box, or none because it is not reportable.</summary>
/// <param name="Box">The box; none where it is not reportable.</param>
public readonly record struct BoxChoice(ReturnBox? Box)
{
    /// <inheritdoc/>
    public override string ToString() => Box?.Text() ?? ReturnBoxes.None;
}
