using System.Text;

namespace Adnumera.Core.InformationReturns;

/// <summary>What the legal form in a name says of a supplier's classification (common practice).</summary>
public static class LegalForm
{
    private static readonly (string[] Words, string Form, TaxClassification[] May)[] Forms =
    [
        (
            ["INC", "INCORPORATED", "CORP", "CORPORATION", "PC", "PA"],
            "a corporation",
            [TaxClassification.CCorporation, TaxClassification.SCorporation]
        ),
        (["LP", "LLP", "PARTNERSHIP", "PARTNERS"], "a partnership", [TaxClassification.Partnership]),
        (
            ["LLC", "PLLC", "LC"],
            "a limited liability company",
            [TaxClassification.LlcC, TaxClassification.LlcS, TaxClassification.LlcP, TaxClassification.Individual]
        ),
        (["TRUST", "ESTATE"], "a trust or an estate", [TaxClassification.TrustEstate]),
    ];

    /// <summary>The classification that a name suggests; none where it says nothing, or leaves several.</summary>
    public static TaxClassification? Suggested(string name) =>
        Of(name) is { May: [var first, ..] } form
            ? form.Form is "a corporation" or "a limited liability company"
                ? null
                : first
            : null;

    /// <summary>What a name says that a supplier is; blank where it says nothing.</summary>
    public static string Said(string name) => Of(name)?.Form ?? "";

    /// <summary>
    /// The form in the name where it contradicts the classification: a company by name that is an individual, an LLC that is taxed as a
    /// corporation by itself. None where it does not, or nothing is known. <see cref="TaxClassification.Other"/> contradicts nothing, and a
    /// business name is no proof of what its owner is.
    /// </summary>
    public static string? Contradiction(ReturnSupplier supplier)
    {
        if (supplier.Classification is not { } classification || classification == TaxClassification.Other)
            return null;
        var form = Of(supplier.LegalName.Length > 0 ? supplier.LegalName : supplier.Name);
        return form is { } said && !said.May.Contains(classification) ? said.Form : null;
    }

    /// <summary>A name without its legal form, without punctuation and case.</summary>
    public static string Without(string name) =>
        string.Join(' ', WordsOf(name).Where(w => !Array.Exists(Forms, f => f.Words.Contains(w)) && w != "THE"));

    private static (string[] Words, string Form, TaxClassification[] May)? Of(string name)
    {
        // The form stands at the end of a name.
        var last = WordsOf(name).LastOrDefault("");
        var at = Array.FindIndex(Forms, f => f.Words.Contains(last));
        return at < 0 ? null : Forms[at];
    }

    // "P.C." is one word; what is no letter or digit ends one.
    private static string[] WordsOf(string name)
    {
        var text = new StringBuilder();
        foreach (var c in Folded.Of(name))
            if (char.IsLetterOrDigit(c))
                text.Append(c);
            else if (c != '.' && c != '\'')
                text.Append(' ');
        return text.ToString().Split(' ', StringSplitOptions.RemoveEmptyEntries);
    }
}
