using Adnumera.Core.Ledger;

namespace Adnumera.Core.Documents;

/// <summary>What a person put right on a line, or on a part of one; what is none is as the source says it.</summary>
/// <param name="Place">Which line or part.</param>
public sealed record LineEdit(LinePlace Place)
{
    /// <summary>What was bought.</summary>
    public string? Description { get; init; }

    /// <summary>The category.</summary>
    public string? Category { get; init; }

    /// <summary>The item.</summary>
    public string? Item { get; init; }

    /// <summary>The cost code.</summary>
    public string? CostCode { get; init; }

    /// <summary>The tax code.</summary>
    public string? TaxCode { get; init; }

    /// <summary>Without tax, in minor units; of a whole line alone: parts have what their split gives them.</summary>
    public long? Net { get; init; }

    /// <summary>Tax, in minor units; of a whole line alone.</summary>
    public long? Tax { get; init; }

    /// <summary>Dimensions with other values; a blank value takes one away.</summary>
    public IReadOnlyList<FilledDimension> Dimensions { get; init; } = [];

    /// <summary>Whether it says nothing.</summary>
    public bool IsBlank =>
        this is { Description: null, Category: null, Item: null, CostCode: null, TaxCode: null, Net: null, Tax: null, Dimensions.Count: 0 };

    /// <summary>The line with it.</summary>
    public DocumentLine Apply(DocumentLine line) =>
        line with
        {
            Description = Description ?? line.Description,
            Category = Category ?? line.Category,
            Item = Item ?? line.Item,
            CostCode = CostCode ?? line.CostCode,
            TaxCode = TaxCode ?? line.TaxCode,
            Net = Place.Part == 0 ? Net ?? line.Net : line.Net,
            Tax = Place.Part == 0 ? Tax ?? line.Tax : line.Tax,
            Dimensions = Dimensions.Aggregate(line.Dimensions, (all, one) => all.With(one.Dimension, one.Value)),
            PutRight = line.PutRight is { } before ? before.Then(this) : this,
        };

    /// <summary>Both, the later one first.</summary>
    public LineEdit Then(LineEdit later) =>
        later with
        {
            Description = later.Description ?? Description,
            Category = later.Category ?? Category,
            Item = later.Item ?? Item,
            CostCode = later.CostCode ?? CostCode,
            TaxCode = later.TaxCode ?? TaxCode,
            Net = later.Net ?? Net,
            Tax = later.Tax ?? Tax,
            Dimensions = [.. Dimensions.Where(d => later.Dimensions.All(o => o.Dimension != d.Dimension)), .. later.Dimensions],
        };

    /// <summary>The same without what only repeats the line.</summary>
    public LineEdit Over(DocumentLine said) =>
        this with
        {
            Description = Description == said.Description ? null : Description,
            Category = Category == said.Category ? null : Category,
            Item = Item == said.Item ? null : Item,
            CostCode = CostCode == said.CostCode ? null : CostCode,
            TaxCode = TaxCode == said.TaxCode ? null : TaxCode,
            Net = Net == said.Net ? null : Net,
            Tax = Tax == said.Tax ? null : Tax,
            Dimensions = [.. Dimensions.Where(d => said.Dimensions[d.Dimension] != d.Value).OrderBy(d => d.Dimension)],
        };
}
