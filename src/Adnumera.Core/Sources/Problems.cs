namespace Adnumera.Core.Sources;

/// <summary>Something wrong in a file: where, and what to do.</summary>
/// <param name="File">The file's name.</param>
/// <param name="Row">The physical line on which the record begins, from 1; 0 for the whole file.</param>
/// <param name="Column">The column, blank for the whole row.</param>
/// <param name="Message">What is wrong, and what is expected.</param>
public sealed record Problem(string File, long Row, string Column, string Message)
{
    /// <summary>For example <c>documents.csv:17: net: "12,5O" is not an amount; expected a number such as 12.50</c>.</summary>
    public override string ToString() => $"{File}{(Row > 0 ? $":{Row}" : "")}: {(Column.Length > 0 ? $"{Column}: " : "")}{Message}";
}

/// <summary>What was found wrong in the files of one run, and what is only worth a notice.</summary>
/// <param name="most">How many errors are kept; the rest is only counted.</param>
public sealed class Problems(int most = Problems.Most)
{
    /// <summary>So many errors are kept for people.</summary>
    public const int Most = 100;

    private readonly List<Problem> errors = [];
    private readonly List<Problem> notices = [];

    /// <summary>The first errors.</summary>
    public IReadOnlyList<Problem> Errors => errors;

    /// <summary>Notices.</summary>
    public IReadOnlyList<Problem> Notices => notices;

    /// <summary>How many errors there are in all.</summary>
    public int Count { get; private set; }

    /// <summary>Whether anything is wrong.</summary>
    public bool Any => Count > 0;

    /// <summary>Adds an error.</summary>
    public void Add(Problem problem)
    {
        if (Count++ < most)
            errors.Add(problem);
    }

    /// <summary>Adds what was found in other files.</summary>
    public void Add(params ReadOnlySpan<Problems> others)
    {
        foreach (var other in others)
        {
            foreach (var error in other.errors)
                Add(error);
            Count += other.Count - other.errors.Count;
            notices.AddRange(other.notices);
        }
    }

    /// <summary>Adds a notice.</summary>
    public void Notice(Problem problem) => notices.Add(problem);
}
