namespace Adnumera.Core.Documents;

/// <summary>What speaks for a document being the one that a refund or credit gives back.</summary>
public enum ReversalEvidence
{
    /// <summary>The number of the order or bill is named.</summary>
    Number,

    /// <summary>The whole amount is the same.</summary>
    WholeAmount,

    /// <summary>The amount is that of one of its lines.</summary>
    LineAmount,

    /// <summary>An item is the same.</summary>
    Item,

    /// <summary>The text of a line is the same.</summary>
    Text,

    /// <summary>The supplier is the same.</summary>
    Supplier,

    /// <summary>The payment account is the same.</summary>
    PaymentAccount,
}

/// <summary>A document that may be given back.</summary>
/// <param name="Id">The id that it was given with.</param>
/// <param name="Document">The document.</param>
/// <param name="Decided">For each of its lines, the account that was decided; blank where nothing is.</param>
public sealed record ReversalCandidate(long Id, Document Document, IReadOnlyList<string> Decided);

/// <summary>A document with what speaks for its being the one that is given back.</summary>
/// <param name="Original">The document.</param>
/// <param name="Evidence">What speaks for it.</param>
public sealed record ReversalFound(ReversalCandidate Original, IReadOnlyList<ReversalEvidence> Evidence)
{
    /// <summary>How much it weighs: a number more than amounts, and these more than who and how (our own choice).</summary>
    public int Weight => Evidence.Sum(Reversals.WeightOf);
}

/// <summary>
/// Which document a refund or credit gives back: its account is the one to take (common practice). Only what nothing else could be meant by
/// is taken by itself; a person may choose another.
/// </summary>
public static class Reversals
{
    /// <summary>So many days before a refund its original is looked for.</summary>
    public const int Days = 366;

    private const int ShortestNumber = 4;

    /// <summary>The kinds of documents that a kind gives back; none of kinds that give nothing back.</summary>
    public static IReadOnlyList<DocumentKind> KindsOf(DocumentKind kind) =>
        kind switch
        {
            DocumentKind.CardRefund => [DocumentKind.CardCharge, DocumentKind.Order],
            DocumentKind.SupplierCredit => [DocumentKind.Bill],
            DocumentKind.Bill
            or DocumentKind.CardCharge
            or DocumentKind.ExpenseClaim
            or DocumentKind.Order
            or DocumentKind.Transfer
            or DocumentKind.PayRun => [],
        };

    /// <summary>Whether a document may be what another one gives back: of its kind and currency, not later, not older than a year, and of
    /// at least as much.</summary>
    public static bool MayReverse(Document reversal, Document original) =>
        KindsOf(reversal.Kind).Contains(original.Kind)
        && original.Currency == reversal.Currency
        && original.Date <= reversal.Date
        && original.Date >= reversal.Date.AddDays(-Days)
        && original.Total >= reversal.Total;

    /// <summary>Those that may be given back and of which anything says so, the likeliest first, then the latest.</summary>
    public static IReadOnlyList<ReversalFound> Ranked(Document reversal, IEnumerable<ReversalCandidate> candidates) =>
        [
            .. candidates
                .Where(c => MayReverse(reversal, c.Document))
                .Select(c => new ReversalFound(c, EvidenceOf(reversal, c.Document)))
                .Where(f => f.Evidence.Count > 0)
                .OrderByDescending(f => f.Weight)
                .ThenByDescending(f => f.Original.Document.Date)
                .ThenByDescending(f => f.Original.Id),
        ];

    /// <summary>The one that is given back; none where nothing says enough, or where several could be meant that went to other
    /// accounts.</summary>
    public static ReversalFound? Find(Document reversal, IEnumerable<ReversalCandidate> candidates)
    {
        var sure = Ranked(reversal, candidates).Where(f => IsEnough(f.Evidence, reversal.Kind)).ToList();
        if (sure.Count == 0)
            return null;
        var accounts = AccountsOf(reversal, sure[0].Original);
        return sure.TakeWhile(f => f.Weight == sure[0].Weight).All(f => AccountsOf(reversal, f.Original).SequenceEqual(accounts))
            ? sure[0]
            : null;
    }

    /// <summary>For each line of a reversal, the account of what it gives back: of the line with its item, its text or its amount, else of
    /// the whole where that went to one account; blank where that is not clear.</summary>
    public static IReadOnlyList<string> AccountsOf(Document reversal, ReversalCandidate original)
    {
        var lines = original.Document.Lines;
        var all = original.Decided.Distinct().ToList();
        var whole = all is [var one] ? one : "";
        string Of(DocumentLine line)
        {
            int At(Func<DocumentLine, bool> same) =>
                Enumerable.Range(0, lines.Count).Where(i => same(lines[i])).Select(i => (int?)i).SingleOrNone() ?? -1;
            var at =
                line.Item.Length > 0 && At(l => Folded.Same(l.Item, line.Item)) is >= 0 and var byItem ? byItem
                : line.Description.Length > 0 && At(l => Folded.Same(l.Description, line.Description)) is >= 0 and var byText ? byText
                : At(l => Gross(l) == Gross(line));
            return at >= 0 ? original.Decided[at] : whole;
        }

        return [.. reversal.Lines.Select(Of)];
    }

    internal static int WeightOf(ReversalEvidence evidence) =>
        evidence switch
        {
            ReversalEvidence.Number => 16,
            ReversalEvidence.WholeAmount => 6,
            ReversalEvidence.LineAmount => 4,
            ReversalEvidence.Item => 4,
            ReversalEvidence.Text => 2,
            ReversalEvidence.Supplier => 2,
            ReversalEvidence.PaymentAccount => 1,
        };

    // The number with whoever it is of; else who, how it was paid, and what it was.
    private static bool IsEnough(IReadOnlyList<ReversalEvidence> evidence, DocumentKind kind)
    {
        bool Has(ReversalEvidence one) => evidence.Contains(one);
        var who = Has(ReversalEvidence.Supplier);
        if (Has(ReversalEvidence.Number))
            return who || Has(ReversalEvidence.PaymentAccount);
        var how = kind == DocumentKind.SupplierCredit || Has(ReversalEvidence.PaymentAccount);
        return who && how && (Has(ReversalEvidence.WholeAmount) || Has(ReversalEvidence.LineAmount) || Has(ReversalEvidence.Item));
    }

    private static List<ReversalEvidence> EvidenceOf(Document reversal, Document original)
    {
        var found = new List<ReversalEvidence>();
        void If(bool holds, ReversalEvidence evidence)
        {
            if (holds)
                found.Add(evidence);
        }

        If(Names(reversal, original.Reference) || Names(reversal, original.Identity.SourceId), ReversalEvidence.Number);
        If(original.Total == reversal.Total, ReversalEvidence.WholeAmount);
        If(
            original.Total != reversal.Total && original.Lines.Count > 1 && original.Lines.Any(l => Gross(l) == reversal.Total),
            ReversalEvidence.LineAmount
        );
        If(Share(reversal, original, l => l.Item), ReversalEvidence.Item);
        If(Share(reversal, original, l => l.Description), ReversalEvidence.Text);
        If(original.Supplier.Length > 0 && Folded.Same(original.Supplier, reversal.Supplier), ReversalEvidence.Supplier);
        If(original.PaidFrom.Length > 0 && Folded.Same(original.PaidFrom, reversal.PaidFrom), ReversalEvidence.PaymentAccount);
        return found;
    }

    // As its reference, or as a word of its texts; a short number may be anything.
    private static bool Names(Document reversal, string number) =>
        number.Length > 0
        && (
            Folded.Same(reversal.Reference, number)
            || (
                number.Length >= ShortestNumber
                && reversal.Lines.Select(l => l.Description).Append(reversal.Notes).Any(t => HasWord(t, number))
            )
        );

    private static bool HasWord(string text, string word) =>
        text.Length >= word.Length
        && Folded.Of(text).Split(' ', ',', ';', ':', '(', ')', '#').Contains(Folded.Of(word), StringComparer.Ordinal);

    private static bool Share(Document one, Document other, Func<DocumentLine, string> text) =>
        one.Lines.Any(l => text(l).Length > 0 && other.Lines.Any(o => Folded.Same(text(o), text(l))));

    private static long Gross(DocumentLine line) => line.Net + line.Tax;

    // The only one; none where there is none or there are several.
    private static int? SingleOrNone(this IEnumerable<int?> places) => places.Take(2).ToList() is [var one] ? one : null;
}
