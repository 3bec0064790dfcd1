using System.Globalization;
using Adnumera.SourcesStandIn;

namespace Adnumera.Demo;

/// <summary>What the bureau has that pays the bindery's contractors, an illustrator and a tutor, once a month: the run of November is not
/// approved yet, and one of October was voided.</summary>
internal static class PayBureau
{
    public const string Group = "Contractors";
    public const string Fee = "12.00";

    /// <summary>The runs, by pay date.</summary>
    public static IReadOnlyList<BureauRun> Runs { get; } =
    [
        .. Enumerable
            .Range(1, 11)
            .Select(month => Run($"C-{month:00}", month, 26, month == 11 ? "draft" : "approved", 620 + 15 * (month % 4))),
        Run("C-10 again", 10, 28, "voided", 620),
    ];

    /// <summary>What a run pays out.</summary>
    public static decimal Net(BureauRun run) =>
        run
            .Employees.SelectMany(e => e.Items)
            .Where(i => i.Type == "net_pay")
            .Sum(i => decimal.Parse(i.Amount, CultureInfo.InvariantCulture));

    private static BureauRun Run(string id, int month, int day, string status, decimal illustration)
    {
        var paid = new DateOnly(2026, month, month == 11 ? 20 : day);
        PaidEmployee Of(string name, string item, decimal amount) =>
            new(name, "Front", Group, [new PayItem(item, "earning", Text(amount)), new PayItem("Net pay", "net_pay", Text(amount))]);
        var tutoring = 240m + 20 * (month % 3);
        return new BureauRun(
            id,
            status,
            "Bindery",
            "contractor",
            Iso(paid),
            "",
            "USD",
            Text(illustration + tutoring + decimal.Parse(Fee, CultureInfo.InvariantCulture)),
            Fee,
            [Of("Wren Halloway", "Illustration", illustration), Of("Isolde Marsh", "Tutoring", tutoring)]
        );
    }

    private static string Text(decimal amount) => amount.ToString("0.00", CultureInfo.InvariantCulture);

    private static string Iso(DateOnly day) => day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
}
