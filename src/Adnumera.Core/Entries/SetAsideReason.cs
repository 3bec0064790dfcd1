using Adnumera.Core.Documents;

namespace Adnumera.Core.Entries;

/// <summary>Why the rules leave a document out.</summary>
public abstract record SetAsideReason
{
    private SetAsideReason() { }

    /// <summary>It is dated before the company's start date.</summary>
    public sealed record BeforeStart(DateOnly Date, DateOnly StartDate) : SetAsideReason;

    /// <summary>Its total and all its lines are zero.</summary>
    public sealed record Zero : SetAsideReason;

    /// <summary>One answer for each case.</summary>
    public T Match<T>(Func<BeforeStart, T> beforeStart, Func<Zero, T> zero) =>
        this is BeforeStart early ? beforeStart(early) : zero((Zero)this);

    /// <summary>The fixed word of the reason.</summary>
    public SetAsideKind Kind => Match(_ => SetAsideKind.BeforeStart, _ => SetAsideKind.Zero);
}
