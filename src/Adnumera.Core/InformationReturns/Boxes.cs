namespace Adnumera.Core.InformationReturns;

/// <summary>A box of Forms 1099-NEC and 1099-MISC.</summary>
/// <param name="Word">The form and the box: <c>NEC-1</c>.</param>
/// <param name="Title">As people say it.</param>
public sealed record Box(string Word, string Title);

/// <summary>The boxes that supplier payments may begin with (Internal Revenue Service, Instructions for Forms 1099-MISC and
/// 1099-NEC).</summary>
public static class Boxes
{
    /// <summary>All of them.</summary>
    public static IReadOnlyList<Box> All { get; } =
    [
        new("NEC-1", "NEC 1, nonemployee compensation"),
        new("MISC-1", "MISC 1, rents"),
        new("MISC-2", "MISC 2, royalties"),
        new("MISC-3", "MISC 3, other income"),
        new("MISC-6", "MISC 6, medical and health care payments"),
        new("MISC-10", "MISC 10, gross proceeds paid to an attorney"),
    ];
}
