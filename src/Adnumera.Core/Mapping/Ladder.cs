using Adnumera.Core.Documents;

namespace Adnumera.Core.Mapping;

/// <summary>A step of the ladder: what may decide the account of a line.</summary>
public enum Rung
{
    /// <summary>A person's choice on the line.</summary>
    Person,

    /// <summary>The account of what a refund or credit reverses.</summary>
    Original,

    /// <summary>The item.</summary>
    Item,

    /// <summary>The cost code, exactly.</summary>
    CostCode,

    /// <summary>The cost code's group: its beginning.</summary>
    CostCodeGroup,

    /// <summary>The category.</summary>
    Category,

    /// <summary>The category's group.</summary>
    CategoryGroup,

    /// <summary>The supplier's default.</summary>
    Supplier,

    /// <summary>The supplier's group.</summary>
    SupplierGroup,

    /// <summary>The source's default.</summary>
    Source,

    /// <summary>What holds when nothing maps.</summary>
    Fallback,
}

/// <summary>What a rung of the ladder found for a line.</summary>
public enum RungFinding
{
    /// <summary>The line has no value for this rung.</summary>
    NoValue,

    /// <summary>The value has no mapping on that day.</summary>
    NotMapped,

    /// <summary>The mapping of the value was ended.</summary>
    Ended,

    /// <summary>The value has a group but no account of its own.</summary>
    OnlyGroup,

    /// <summary>It decides.</summary>
    Decides,
}

/// <summary>One rung as it was tried.</summary>
/// <param name="Rung">The rung.</param>
/// <param name="Value">The value of the line, blank when it has none.</param>
/// <param name="Finding">What was found, and so why it won or was passed.</param>
/// <param name="Row">The row that was in force, if any.</param>
public sealed record RungTried(Rung Rung, string Value, RungFinding Finding, MappingRow? Row);

/// <summary>Who decided the account of a line.</summary>
/// <param name="Rung">The rung that won.</param>
/// <param name="Value">The value that it was mapped by.</param>
/// <param name="Account">The account's id, not yet checked against the chart.</param>
/// <param name="Row">The mapping's row; none for a person's choice and an original account.</param>
public readonly record struct Target(Rung Rung, string Value, string Account, MappingRow? Row);

/// <summary>The ladder: the order in which mappings decide. The first match wins.</summary>
public sealed class Ladder
{
    private const string GroupEnds = "-./ ";
    private readonly MappingBook book;
    private readonly Rung[] order;

    /// <summary>A ladder over a book.</summary>
    /// <param name="book">The mappings.</param>
    /// <param name="order">The rungs from item to source in the company's order; one left out is off. A person's choice and an original
    /// account always come first.</param>
    public Ladder(MappingBook book, IEnumerable<Rung> order)
    {
        this.book = book;
        this.order = [Rung.Person, Rung.Original, .. order];
    }

    /// <summary>The rungs from item to source, in the usual order (common practice: item overrides category overrides supplier).</summary>
    public static IReadOnlyList<Rung> UsualOrder { get; } =
    [Rung.Item, Rung.CostCode, Rung.CostCodeGroup, Rung.Category, Rung.CategoryGroup, Rung.Supplier, Rung.SupplierGroup, Rung.Source];

    /// <summary>The kind of key that a rung looks up; none for a person's choice, an original account and the fallback.</summary>
    public static KeyKind? KeyOf(Rung rung) =>
        rung switch
        {
            Rung.Item => KeyKind.Item,
            Rung.CostCode => KeyKind.CostCode,
            Rung.CostCodeGroup => KeyKind.CostCodeGroup,
            Rung.Category => KeyKind.Category,
            Rung.CategoryGroup => KeyKind.CategoryGroup,
            Rung.Supplier => KeyKind.Supplier,
            Rung.SupplierGroup => KeyKind.SupplierGroup,
            Rung.Source => KeyKind.Source,
            Rung.Person or Rung.Original or Rung.Fallback => null,
        };

    /// <summary>Finds what decides a line; null when nothing maps it.</summary>
    public Target? Resolve(Document document, DocumentLine line)
    {
        foreach (var rung in order)
        {
            var tried = Try(rung, document, line);
            if (tried.Finding == RungFinding.Decides)
                return new Target(rung, tried.Value, Account(tried), tried.Row);
        }

        return null;
    }

    /// <summary>Every rung tried for a line, in order, up to the one that decides; the last is the fallback when none does.</summary>
    public IReadOnlyList<RungTried> Explain(Document document, DocumentLine line)
    {
        var tried = new List<RungTried>();
        foreach (var rung in order)
        {
            var step = Try(rung, document, line);
            tried.Add(new RungTried(rung, step.Value, step.Finding, step.Row));
            if (step.Finding == RungFinding.Decides)
                return tried;
        }

        tried.Add(new RungTried(Rung.Fallback, "", RungFinding.Decides, null));
        return tried;
    }

    private static string Account(Step step) => step.Row?.Account ?? step.Value;

    private Step Try(Rung rung, Document document, DocumentLine line) =>
        rung switch
        {
            Rung.Person => Given(line.Account),
            Rung.Original => Given(line.OriginalAccount.Length > 0 ? line.OriginalAccount : line.FoundAccount),
            Rung.Item => Look(KeyKind.Item, line.Item, document),
            Rung.CostCode => Look(KeyKind.CostCode, line.CostCode, document),
            Rung.CostCodeGroup => LookPrefix(line.CostCode, document),
            Rung.Category => Look(KeyKind.Category, line.Category, document),
            Rung.CategoryGroup => LookGroup(KeyKind.Category, line.Category, KeyKind.CategoryGroup, document),
            Rung.Supplier => Look(KeyKind.Supplier, document.Supplier, document),
            Rung.SupplierGroup => LookGroup(KeyKind.Supplier, document.Supplier, KeyKind.SupplierGroup, document),
            Rung.Source => Look(KeyKind.Source, document.Identity.Source, document),
            Rung.Fallback => throw new ArgumentException("The fallback looks nothing up.", nameof(rung)),
        };

    private static Step Given(string account) => new(account, account.Length == 0 ? RungFinding.NoValue : RungFinding.Decides, null);

    private Step Look(KeyKind kind, string key, Document document)
    {
        if (key.Length == 0)
            return new Step("", RungFinding.NoValue, null);
        var row = book.InForce(kind, key, document.Identity.Source, document.Date);
        var finding = row switch
        {
            null => RungFinding.NotMapped,
            { Ends: true } => RungFinding.Ended,
            { Account.Length: 0 } => RungFinding.OnlyGroup,
            _ => RungFinding.Decides,
        };
        return new Step(key, finding, row);
    }

    // The row that decides for the member names the group; the group's own row has no source.
    private Step LookGroup(KeyKind member, string key, KeyKind group, Document document)
    {
        var name = key.Length == 0 ? "" : book.InForce(member, key, document.Identity.Source, document.Date)?.Group ?? "";
        return Look(group, name, document);
    }

    // The longest group that is the beginning of the cost code and ends there or before a separator; ended ones do not count.
    private Step LookPrefix(string costCode, Document document)
    {
        if (costCode.Length == 0)
            return new Step("", RungFinding.NoValue, null);
        var code = Folded.Of(costCode);
        for (var length = code.Length; length > 0; length--)
        {
            if (length < code.Length && !GroupEnds.Contains(code[length], StringComparison.Ordinal))
                continue;
            var step = Look(KeyKind.CostCodeGroup, code[..length], document);
            if (step.Finding == RungFinding.Decides)
                return step with { Value = step.Row!.Key };
        }

        return new Step(costCode, RungFinding.NotMapped, null);
    }

    private readonly record struct Step(string Value, RungFinding Finding, MappingRow? Row);
}
