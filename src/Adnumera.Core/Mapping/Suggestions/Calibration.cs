namespace Adnumera.Core.Mapping.Suggestions;

/// <summary>
/// Turns a score into a confidence that keeps its word: the share that was right among past proposals of a similar score. Isotonic
/// regression by pooling adjacent violators (Ayer and others, 1955; from memory), each pool smoothed by half a right and half a wrong one.
/// </summary>
public sealed class Calibration
{
    private const int Enough = 30;
    private const double Uncalibrated = 0.75;
    private readonly List<(double From, double Confidence)> steps = [];

    /// <summary>Learns from scores and whether each was right. With fewer than thirty, a score counts for at most three quarters.</summary>
    public Calibration(IEnumerable<(double Score, bool Right)> tried)
    {
        var ordered = tried.OrderBy(t => t.Score).ToList();
        if (ordered.Count < Enough)
            return;
        var pools = new List<(double From, double Right, double All)>();
        foreach (var same in ordered.GroupBy(t => t.Score))
        {
            pools.Add((same.Key, same.Count(t => t.Right), same.Count()));

            // A higher score must not mean less: pools that say so become one, and so do those too small to say anything.
            while (pools.Count > 1 && (Share(pools[^2]) >= Share(pools[^1]) || pools[^2].All < Enough))
            {
                var (lower, upper) = (pools[^2], pools[^1]);
                pools.RemoveRange(pools.Count - 2, 2);
                pools.Add((lower.From, lower.Right + upper.Right, lower.All + upper.All));
            }
        }

        if (pools.Count > 1 && pools[^1].All < Enough)
        {
            var (lower, upper) = (pools[^2], pools[^1]);
            pools.RemoveRange(pools.Count - 2, 2);
            pools.Add((lower.From, lower.Right + upper.Right, lower.All + upper.All));
        }

        foreach (var pool in pools)
            steps.Add((pool.From, Math.Max((pool.Right + 0.5) / (pool.All + 1), steps.Count == 0 ? 0 : steps[^1].Confidence)));
    }

    /// <summary>The confidence of a score.</summary>
    public double Of(double score)
    {
        if (steps.Count == 0)
            return Math.Clamp(score, 0, 1) * Uncalibrated;
        var confidence = steps[0].Confidence;
        foreach (var step in steps)
        {
            if (step.From > score)
                break;
            confidence = step.Confidence;
        }

        return score < steps[0].From ? confidence * Math.Max(score, 0) / Math.Max(steps[0].From, 1e-9) : confidence;
    }

    private static double Share((double From, double Right, double All) pool) => pool.Right / pool.All;
}
