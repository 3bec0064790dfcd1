using System.Buffers.Binary;
using System.Globalization;
using System.Security.Cryptography;
using System.Text;

namespace Adnumera.Core.Documents;

/// <summary>
/// When two documents of a company may be the same, as keys: a document stands under some, and asks under others; it may be a duplicate of
/// an earlier one that stands where it asks. So that one look-up a key finds it, however many are alike.
/// </summary>
/// <remarks>Bills, credits and claims as <see cref="DuplicateWatch"/> has it: of the same kind and party, the same reference, or the same
/// date, total and currency where not both references are filled. Beyond that: suppliers that are linked or alike count as one, and charges
/// and refunds of one payment account on one day, of one amount and of like suppliers ask a question, too.
/// </remarks>
public static class DuplicateRule
{
    /// <summary>The keys under which others find a document.</summary>
    public static IReadOnlyList<long> StandsUnder(Document document)
    {
        if (document.Kind.IsCard())
            return document.PaidFrom.Length == 0 ? [] : [Charge(document, document.PaidFrom, document.Supplier)];
        if (document.Party.Length == 0)
            return [];
        var filled = document.Reference.Length > 0;
        return filled
            ? [Reference(document, document.Party), Amount(document, document.Party, "any")]
            : [Amount(document, document.Party, "any"), Amount(document, document.Party, "blank")];
    }

    /// <summary>The keys under which a document looks for earlier ones. Under the same it finds those that would look for it.</summary>
    /// <param name="document">The document.</param>
    /// <param name="suppliers">All spellings that count as one with a supplier's, its own among them.</param>
    /// <param name="accounts">All names and numbers of the payment account that a text means, the text among them.</param>
    public static IReadOnlyList<long> AsksFor(
        Document document,
        Func<string, IEnumerable<string>> suppliers,
        Func<string, IEnumerable<string>> accounts
    )
    {
        if (document.Kind.IsCard())
            return document.PaidFrom.Length == 0
                ? []
                :
                [
                    .. accounts(document.PaidFrom)
                        .SelectMany(a => suppliers(document.Supplier).Select(s => Charge(document, a, s)))
                        .Distinct(),
                ];
        if (document.Party.Length == 0)
            return [];
        var parties = document.Kind == DocumentKind.ExpenseClaim ? [document.Party] : suppliers(document.Party);
        return document.Reference.Length > 0
            ? [.. parties.SelectMany(p => (long[])[Reference(document, p), Amount(document, p, "blank")]).Distinct()]
            : [.. parties.Select(p => Amount(document, p, "any")).Distinct()];
    }

    private static long Reference(Document d, string party) => Key("reference", Kind(d), Folded.Of(party), Folded.Of(d.Reference));

    private static long Amount(Document d, string party, string references) =>
        Key($"amount, {references}", Kind(d), Folded.Of(party), Day(d), Total(d), d.Currency.Code);

    private static long Charge(Document d, string account, string supplier) =>
        Key("charge", Kind(d), Folded.Of(account), Folded.Of(supplier), Day(d), Total(d), d.Currency.Code);

    private static string Kind(Document d) => Words<DocumentKind>.Of(d.Kind);

    private static string Day(Document d) => d.Date.DayNumber.ToString(CultureInfo.InvariantCulture);

    private static string Total(Document d) => d.Total.ToString(CultureInfo.InvariantCulture);

    // Eight bytes of a hash: small in an index, and two texts share one about once in 10^19 pairs.
    private static long Key(params ReadOnlySpan<string> parts)
    {
        var room = parts.Length;
        foreach (var part in parts)
            room += Encoding.UTF8.GetMaxByteCount(part.Length);
        var text = room <= 512 ? stackalloc byte[512] : new byte[room];
        var length = 0;
        foreach (var part in parts)
        {
            length += Encoding.UTF8.GetBytes(part, text[length..]);
            text[length++] = 0;
        }

        Span<byte> hash = stackalloc byte[SHA256.HashSizeInBytes];
        SHA256.HashData(text[..(length - 1)], hash);
        return BinaryPrimitives.ReadInt64BigEndian(hash);
    }
}
