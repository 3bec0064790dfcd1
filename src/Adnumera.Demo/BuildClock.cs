namespace Adnumera.Demo;

// A clock that the builder moves through the weeks before the demo begins.
internal sealed class BuildClock : TimeProvider
{
    private DateTimeOffset now = new(2026, 10, 31, 16, 0, 0, TimeSpan.Zero);

    public override DateTimeOffset GetUtcNow() => now;

    public void MoveTo(int month, int day, int hour, int minute) =>
        now = new DateTimeOffset(2026, month, day, hour, minute, 0, TimeSpan.Zero);
}
