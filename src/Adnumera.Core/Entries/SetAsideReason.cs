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

    /// <summary>A standing decision says that it is private, and a person's own card paid it.</summary>
    /// <param name="Decision">What the decision is called.</param>
    public sealed record Private(string Decision) : SetAsideReason;

    /// <summary>One answer for each case.</summary>
    public T Match<T>(Func<BeforeStart, T> beforeStart, Func<Zero, T> zero, Func<Private, T> @private) =>
        this is BeforeStart early ? beforeStart(early)
        : this is Zero nothing ? zero(nothing)
        : @private((Private)this);

    /// <summary>The fixed word of the reason.</summary>
    public SetAsideKind Kind => Match(_ => SetAsideKind.BeforeStart, _ => SetAsideKind.Zero, _ => SetAsideKind.Private);
}
