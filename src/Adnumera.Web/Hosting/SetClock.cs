namespace Adnumera.Web.Hosting;

/// <summary>A clock set to another day that runs on from there: the demo's world has a today of its own.</summary>
public sealed class SetClock(DateOnly today, TimeOnly start = default) : TimeProvider
{
    private readonly TimeSpan shift =
        new DateTimeOffset(today.ToDateTime(start == default ? new TimeOnly(9, 0) : start), TimeSpan.Zero) - DateTimeOffset.UtcNow;

    /// <inheritdoc/>
    public override DateTimeOffset GetUtcNow() => DateTimeOffset.UtcNow + shift;
}
