using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;

namespace Adnumera.Core.Entries;

// The "because …" of an entry line, one plain sentence each.
internal static class Reason
{
    public const string ForRounding = "Because the total differs from its lines by no more than the rounding tolerance.";

    public const string ForPrivate = "Because it was private, and whoever holds the card owes it back.";

    private static string ForCost(Target target) =>
        target.Rung switch
        {
            Rung.Person => "Because a person chose this account for the line.",
            Rung.Original => "Because it reverses something that went to this account.",
            Rung.Fallback => "Because nothing maps the line, and such lines go to suspense.",
            Rung.Item
            or Rung.CostCode
            or Rung.CostCodeGroup
            or Rung.Category
            or Rung.CategoryGroup
            or Rung.Supplier
            or Rung.SupplierGroup
            or Rung.Source => $"Because {Key(target)} maps to this account.",
        };

    public static string ChosenBy(Target target) =>
        target.Rung switch
        {
            Rung.Person => "a person",
            Rung.Original => "the document that it reverses",
            Rung.Fallback => "the role suspense",
            Rung.Item
            or Rung.CostCode
            or Rung.CostCodeGroup
            or Rung.Category
            or Rung.CategoryGroup
            or Rung.Supplier
            or Rung.SupplierGroup
            or Rung.Source => Key(target),
        };

    public static string ForTax(string taxCode) => $"Because tax of code “{taxCode}” is recovered.";

    public static string ForSettlement(Document document) => $"Because it is settled by “{document.Settlement}”.";

    public static string ForSupplierPayable(Document document) =>
        $"Because supplier “{document.Supplier}” has a payables account of its own.";

    public const string ForPrepaid = "Because that much was paid before the bill came.";

    public static string ForPaymentAccount(Document document) => $"Because payment account “{document.PaidFrom}” was used.";

    public static string ForTransfer(Document document) => $"Because the money arrived in payment account “{document.ToAccount}”.";

    public static string ForRole(Document document) =>
        document.Kind == DocumentKind.ExpenseClaim
            ? "Because an employee paid and is owed the money."
            : "Because it is owed to a supplier that has no payables account of its own.";

    // One sentence serves all lines that the same value decided.
    internal sealed class OfCosts
    {
        private readonly Dictionary<string, string>?[] byRung = new Dictionary<string, string>?[(int)Rung.Fallback + 1];

        public string For(Target target)
        {
            var sentences = byRung[(int)target.Rung] ??= [];
            if (!sentences.TryGetValue(target.Value, out var sentence))
                sentences.Add(target.Value, sentence = ForCost(target));
            return sentence;
        }
    }

    // Only rungs that look a value up have one.
    private static string Key(Target target) => $"{Ladder.KeyOf(target.Rung)!.Value.Title()} “{target.Value}”";
}
