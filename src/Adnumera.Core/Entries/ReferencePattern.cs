using System.Globalization;
using System.Text.RegularExpressions;
using Adnumera.Core.Documents;

namespace Adnumera.Core.Entries;

/// <summary>How the reference of an entry is built: text with fields of the document in braces, such as
/// <c>{month}-{reference}</c>.</summary>
public static partial class ReferencePattern
{
    /// <summary>The document's own reference.</summary>
    public const string Usual = "{reference}";

    private static readonly Dictionary<string, Func<Document, string>> Known = new(StringComparer.OrdinalIgnoreCase)
    {
        ["reference"] = d => d.Reference,
        ["source"] = d => d.Identity.Source,
        ["source id"] = d => d.Identity.SourceId,
        ["supplier"] = d => d.Supplier,
        ["employee"] = d => d.Employee,
        ["payment account"] = d => d.PaymentAccount,
        ["date"] = d => d.Date.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
        ["month"] = d => d.Date.ToString("yyyy-MM", CultureInfo.InvariantCulture),
    };

    /// <summary>The fields that there are.</summary>
    public static IReadOnlyCollection<string> FieldNames => Known.Keys;

    /// <summary>What is wrong with a pattern, as people say it; null when nothing is.</summary>
    public static string? Problem(string pattern)
    {
        if (string.IsNullOrWhiteSpace(pattern))
            return "A reference is built of something: the usual pattern is {reference}.";
        var rest = Field().Replace(pattern, m => Known.ContainsKey(m.Groups[1].Value) ? "" : "\u0001");
        if (rest.Contains('\u0001', StringComparison.Ordinal))
            return $"\"{Field().Matches(pattern).First(m => !Known.ContainsKey(m.Groups[1].Value)).Value}\" is not a field; "
                + $"there are {string.Join(", ", Known.Keys.Select(k => $"{{{k}}}"))}.";
        return rest.AsSpan().IndexOfAny('{', '}') >= 0 ? "A brace has no partner." : null;
    }

    /// <summary>The reference of a document. A document without any of the fields has the text around them, trimmed.</summary>
    public static string Build(string pattern, Document document) =>
        pattern == Usual
            ? document.Reference
            : Field()
                .Replace(pattern, m => Known.TryGetValue(m.Groups[1].Value, out var value) ? value(document) : m.Value)
                .Trim(' ', '-', '/', '.');

    [GeneratedRegex(@"\{([a-zA-Z ]+)\}")]
    private static partial Regex Field();
}
