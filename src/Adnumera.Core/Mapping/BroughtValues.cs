using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;

namespace Adnumera.Core.Mapping;

/// <summary>What a value brings: lines (documents, for what a document has once), their money, and how much of it waits.</summary>
/// <param name="Lines">Lines, or documents.</param>
/// <param name="Money">Their money in minor units, credits and refunds negative.</param>
/// <param name="WaitingLines">Of those, how many wait for a person.</param>
/// <param name="Waiting">The money that waits, never negative.</param>
public readonly record struct ValueTally(long Lines, long Money, long WaitingLines, long Waiting)
{
    /// <summary>Both together.</summary>
    public static ValueTally operator +(ValueTally left, ValueTally right) =>
        new(left.Lines + right.Lines, left.Money + right.Money, left.WaitingLines + right.WaitingLines, left.Waiting + right.Waiting);

    /// <summary>What is left.</summary>
    public static ValueTally operator -(ValueTally left, ValueTally right) =>
        new(left.Lines - right.Lines, left.Money - right.Money, left.WaitingLines - right.WaitingLines, left.Waiting - right.Waiting);

    /// <summary>Both together; see the operator.</summary>
    public static ValueTally Add(ValueTally left, ValueTally right) => left + right;

    /// <summary>What is left; see the operator.</summary>
    public static ValueTally Subtract(ValueTally left, ValueTally right) => left - right;
}

/// <summary>A document with all that tells which values it brings and which of them wait.</summary>
/// <param name="Document">The document.</param>
/// <param name="Period">The period that it counts in.</param>
/// <param name="Waiting">For each line, the money that nothing decides; 0 where something does.</param>
/// <param name="Holds">Why it is held.</param>
/// <param name="IsOpen">Whether it is open; what is not waits for nobody.</param>
public readonly record struct PlacedDocument(
    Document Document,
    string Period,
    IReadOnlyList<long> Waiting,
    IReadOnlyList<KeptHold> Holds,
    bool IsOpen
);

/// <summary>A value that a document brings.</summary>
public readonly record struct BroughtValue(KeyKind Kind, string Value, ValueTally Tally);

/// <summary>Which values a document brings, and which of them wait.</summary>
public static class BroughtValues
{
    /// <summary>Every value of a document, each as often as a line brings it; blank ones left out.</summary>
    /// <param name="placed">The document.</param>
    /// <param name="company">The company's currency: money of another cannot be added, so that its lines count and their money does
    /// not.</param>
    public static IEnumerable<BroughtValue> Of(PlacedDocument placed, Currency company)
    {
        var document = placed.Document;
        var side =
            document.Currency == company
                ? document.Kind.Reverses()
                    ? -1
                    : 1
                : 0;
        long total = 0;
        var waits = false;
        for (var i = 0; i < document.Lines.Count; i++)
        {
            var line = document.Lines[i];
            if (line.IsZero)
                continue;
            var money = side * (line.Net + line.Tax);
            var isWaiting = placed.IsOpen && placed.Waiting[i] != 0;
            var undecided = isWaiting ? Math.Abs(side * placed.Waiting[i]) : 0;
            waits |= isWaiting;
            total += undecided;
            var tally = new ValueTally(1, money, isWaiting ? 1 : 0, undecided);
            if (line.Item.Length > 0)
                yield return new BroughtValue(KeyKind.Item, line.Item, tally);
            if (line.CostCode.Length > 0)
                yield return new BroughtValue(KeyKind.CostCode, line.CostCode, tally);
            if (line.Category.Length > 0)
                yield return new BroughtValue(KeyKind.Category, line.Category, tally);
            if (line.TaxCode.Length > 0)
                yield return new BroughtValue(
                    KeyKind.TaxCode,
                    line.TaxCode,
                    Held(line.Number, side * line.Tax, HoldKind.TaxCodeUnmapped, line.TaxCode)
                );
            foreach (var (dimension, value) in line.Dimensions.Filled)
                if (dimension.KeyOf() is { } kind)
                    yield return new BroughtValue(kind, value, Held(line.Number, money, HoldKind.DimensionUnmapped, value));
        }

        var whole = side == 0 ? 0 : document.SignedTotal;
        var ofDocument = new ValueTally(1, whole, waits ? 1 : 0, total);
        if (document.Supplier.Length > 0)
            yield return new BroughtValue(KeyKind.Supplier, document.Supplier, ofDocument);
        yield return new BroughtValue(KeyKind.Source, document.Identity.Source, ofDocument);
        foreach (var account in Accounts(document))
        {
            var tally = Held(0, whole, HoldKind.PaymentAccountUnmapped, account);
            yield return new BroughtValue(
                KeyKind.PaymentAccount,
                account,
                tally.WaitingLines > 0 ? tally : Held(0, whole, HoldKind.PaymentAccountAmbiguous, account)
            );
        }

        if (document.Settlement.Length > 0)
            yield return new BroughtValue(
                KeyKind.Settlement,
                document.Settlement,
                Held(0, whole, HoldKind.SettlementUnmapped, document.Settlement)
            );

        static IEnumerable<string> Accounts(Document document)
        {
            if (document.PaymentAccount.Length > 0)
                yield return document.PaymentAccount;
            if (document.ToAccount.Length > 0 && !Folded.Same(document.ToAccount, document.PaymentAccount))
                yield return document.ToAccount;
        }

        ValueTally Held(long line, long money, HoldKind kind, string value)
        {
            var held = placed.IsOpen && placed.Holds.Any(h => h.Line == line && h.Kind == kind && Folded.Same(h.Value, value));
            return new ValueTally(1, money, held ? 1 : 0, held ? Math.Abs(money) : 0);
        }
    }
}
