namespace Adnumera.Core.InformationReturns;

/// <summary>A box of a supplier that is filed after a change and was not before, or the other way round.</summary>
/// <param name="Box">The box.</param>
/// <param name="Before">What counted in it before, in cents.</param>
/// <param name="After">What counts in it after, in cents.</param>
/// <param name="IsToFile">Whether it is filed after.</param>
public sealed record ThresholdCrossing(ReturnBox Box, long Before, long After, bool IsToFile)
{
    /// <summary>The boxes that cross, in their order.</summary>
    /// <param name="before">The supplier's year before.</param>
    /// <param name="after">The same year after.</param>
    public static IEnumerable<ThresholdCrossing> Between(SupplierYear before, SupplierYear after)
    {
        var was = before.Totals.ToDictionary(t => t.Box);
        var then = after.Totals.ToDictionary(t => t.Box);
        foreach (var box in was.Keys.Union(then.Keys).Order())
        {
            var (w, t) = (was.GetValueOrDefault(box), then.GetValueOrDefault(box));
            if ((w?.IsToFile ?? false) != (t?.IsToFile ?? false))
                yield return new ThresholdCrossing(box, w?.Amount ?? 0, t?.Amount ?? 0, t?.IsToFile ?? false);
        }
    }
}
