using Adnumera.Core.Spending;
using Adnumera.Web.Requests;

namespace Adnumera.Web.Spending;

/// <summary>What spending is asked for; every part may be left out.</summary>
public sealed record SpendQuery
{
    public Word<SpendBy>? By { get; init; }

    public Word<SpendOver>? Over { get; init; }

    public Word<SpendScope>? Scope { get; init; }

    /// <summary>The first month.</summary>
    public string? From { get; init; }

    /// <summary>The last month.</summary>
    public string? To { get; init; }

    /// <summary>By supplier where nothing is said.</summary>
    public SpendBy ByValue => By?.ReadOrNone("by") ?? SpendBy.Supplier;

    public SpendOver OverValue => Over?.ReadOrNone("over") ?? SpendOver.DocumentDate;

    public SpendScope ScopeValue => Scope?.ReadOrNone("scope") ?? SpendScope.Spent;
}

/// <summary>Spending, grouped.</summary>
/// <param name="Currency">The company's currency, in which all of it is.</param>
/// <param name="Months">The months, earliest first.</param>
/// <param name="Groups">Most money first.</param>
/// <param name="Documents">All documents.</param>
/// <param name="Money">All money.</param>
/// <param name="Before">What was spent in as many months before; none without a first month.</param>
/// <param name="ByMonth">All money in each month.</param>
/// <param name="Moved">Transfers between the company's own accounts, which are no spending.</param>
/// <param name="SetAside">What was set aside.</param>
/// <param name="AllMonths">Every month in which something was spent, latest first.</param>
public sealed record SpendAnswer(
    string Currency,
    IReadOnlyList<string> Months,
    IReadOnlyList<SpendGroupAnswer> Groups,
    long Documents,
    string Money,
    string? Before,
    IReadOnlyList<string> ByMonth,
    TallyText Moved,
    TallyText SetAside,
    IReadOnlyList<string> AllMonths
);

/// <summary>What was spent under a value.</summary>
/// <param name="Value">The value, as an address names it; blank for none.</param>
/// <param name="Title">As people read it.</param>
/// <param name="Before">In as many months before; none without a first month.</param>
/// <param name="Months">In each month.</param>
public sealed record SpendGroupAnswer(
    string Value,
    string Title,
    long Documents,
    string Money,
    string? Before,
    IReadOnlyList<string> Months
);

/// <summary>The documents of a list, grouped.</summary>
public sealed record ListTotalsAnswer(IReadOnlyList<ListGroupAnswer> Groups, long Documents, string Money, string Currency);

/// <summary>One group of a list.</summary>
public sealed record ListGroupAnswer(string Value, string Title, long Documents, string Money);
