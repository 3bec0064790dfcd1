using System.Globalization;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;

namespace Adnumera.Core.Standing;

/// <summary>The standing decisions of a company, in their order. They act on what a source says, before the ladder; the first that sets
/// something holds, and a person's choice always does.</summary>
public sealed class StandingDecisions
{
    /// <summary>None.</summary>
    public static StandingDecisions None { get; } = new([]);

    private readonly IReadOnlyList<StandingDecision> inForce;

    /// <param name="decisions">The decisions, in their order; those that are off do nothing.</param>
    public StandingDecisions(IEnumerable<StandingDecision> decisions) => inForce = [.. decisions.Where(d => d.IsOn)];

    /// <summary>Whether there is any.</summary>
    public bool Any => inForce.Count > 0;

    /// <summary>What they make of a document as its source says it.</summary>
    /// <param name="said">The document, with what persons chose.</param>
    /// <returns>The document as decided, and each use.</returns>
    public (Document Document, IReadOnlyList<StandingUse> Uses) Apply(Document said)
    {
        if (inForce.Count == 0)
            return (said, []);
        List<StandingUse>? uses = null;
        HashSet<(long Line, (StandingField, Dimension?, string) Slot)>? taken = null;
        foreach (var decision in inForce)
        {
            var lines = decision.When.LinesOf(said);
            if (lines.Count == 0)
                continue;
            (uses, taken) = (uses ?? [], taken ?? []);
            foreach (var effect in decision.Then)
                if (!effect.IsOfLine)
                    Use(0, effect, IsPersons(said, effect));
                else
                    foreach (var line in lines)
                        Use(line.Number, effect, IsPersons(line, effect));

            void Use(long line, StandingEffect effect, bool isPersons) =>
                uses.Add(new StandingUse(decision.Id, line, effect, taken.Add((line, effect.Slot)) && !isPersons));
        }

        return uses is null ? (said, []) : (Of(said, uses), uses);
    }

    /// <summary>A document with what holds of its uses.</summary>
    /// <param name="said">As its source says it.</param>
    /// <param name="uses">What was decided.</param>
    public static Document Of(Document said, IEnumerable<StandingUse> uses)
    {
        var (decided, lines) = (said, said.Lines);
        foreach (var (_, number, effect, won) in uses)
        {
            if (!won)
                continue;
            if (effect.IsOfLine)
                lines = [.. lines.Select(l => l.Number == number ? Set(l, effect) : l)];
            else
                decided = Set(decided, effect);
        }

        return ReferenceEquals(lines, said.Lines) ? decided : decided with { Lines = lines };
    }

    // What a person chose or put right: a payment account, a supplier, what a line is.
    private static bool IsPersons(Document said, StandingEffect effect) =>
        effect.Field switch
        {
            StandingField.PaymentAccount or StandingField.AskPaymentAccount => said.PaymentAccountChoice.Length > 0,
            StandingField.Supplier => said.IsSupplierPutRight,
            StandingField.Employee => said.IsEmployeePutRight,
            StandingField.PrivateShare => said.Private || said.NotPrivate,
            _ => false,
        };

    private static bool IsPersons(DocumentLine said, StandingEffect effect) =>
        effect.Field switch
        {
            StandingField.AskAccount => said.Account.Length > 0,
            StandingField.Category => said.PutRight?.Category is not null,
            StandingField.Item => said.PutRight?.Item is not null,
            StandingField.CostCode => said.PutRight?.CostCode is not null,
            StandingField.Dimension or StandingField.AskDimension => said.PutRight?.Dimensions.Any(d => d.Dimension == effect.Dimension)
                == true,
            _ => false,
        };

    private static Document Set(Document document, StandingEffect effect) =>
        effect.Field switch
        {
            StandingField.Supplier => document with { Supplier = effect.Value },
            StandingField.Employee => document with { Employee = effect.Value },
            StandingField.PaymentAccount => document with { PaymentAccount = effect.Value },
            StandingField.PrivateShare => document with { PrivateShare = decimal.Parse(effect.Value, CultureInfo.InvariantCulture) },
            _ => document,
        };

    private static DocumentLine Set(DocumentLine line, StandingEffect effect) =>
        effect.Field switch
        {
            StandingField.Category => line with { Category = effect.Value },
            StandingField.Item => line with { Item = effect.Value },
            StandingField.CostCode => line with { CostCode = effect.Value },
            StandingField.Dimension => line with { Dimensions = Filled(line.Dimensions, effect) },
            _ => line,
        };

    // In the place of what the source says there.
    private static Dimensions Filled(Dimensions said, StandingEffect effect) =>
        Dimensions.Of([
            .. said.Filled.Where(d => d.Dimension != effect.Dimension),
            new FilledDimension(effect.Dimension!.Value, effect.Value),
        ]);
}
