namespace Adnumera.Storage.Documents;

/// <summary>Who or what codes documents anew.</summary>
/// <param name="At">When.</param>
/// <param name="Who">By whom.</param>
/// <param name="Why">What was done, as people say it: <c>mapped “Leather”</c>.</param>
/// <param name="Set">The set of changes of the mapping book that it was; none for another cause.</param>
public sealed record CodingCause(DateTimeOffset At, string Who, string Why, long? Set = null);
