using System.Globalization;

namespace Adnumera.Bench;

internal static class Report
{
    public static bool AllHold { get; private set; } = true;

    public static double Median(List<double> times) => times.Order().ElementAt(times.Count / 2);

    public static void Ratio(string what, double ratio, double most) => Limit(what, ratio, most);

    public static void Limit(string what, double value, double most)
    {
        var holds = value <= most;
        AllHold &= holds;
        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"{what, -66} {value, 8:0.00}   at most {most:0.##}   {(holds ? "holds" : "DOES NOT HOLD")}"
            )
        );
    }
}
