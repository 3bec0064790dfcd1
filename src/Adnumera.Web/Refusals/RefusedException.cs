namespace Adnumera.Web.Refusals;

/// <summary>A request that cannot be done, in words for the person who made it: what happened, what was not changed, what to do.</summary>
/// <param name="type">A stable word for programs.</param>
/// <param name="detail">One or two plain sentences.</param>
/// <param name="status">The HTTP status.</param>
public sealed class RefusedException(string type, string detail, int status = StatusCodes.Status422UnprocessableEntity) : Exception(detail)
{
    public string Type => type;

    public int Status => status;

    /// <summary>When it may be tried again; none when that makes no difference.</summary>
    public TimeSpan? RetryAfter { get; init; }

    /// <summary>What else the problem document says, such as the errors of a file.</summary>
    public IReadOnlyDictionary<string, object?>? Extensions { get; init; }

    public static RefusedException NotFound(string what) =>
        new("not-found", $"{what} is not here; it may have been removed.", StatusCodes.Status404NotFound);
}
