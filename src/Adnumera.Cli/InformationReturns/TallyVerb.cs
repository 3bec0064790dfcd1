using Adnumera.Core.Amounts;
using Adnumera.Core.InformationReturns;
using Adnumera.Formats.InformationReturns;

namespace Adnumera.Cli.InformationReturns;

internal static class TallyVerb
{
    public const int FirstYear = 2020;

    public static int Run(
        Terminal terminal,
        int year,
        string suppliersPath,
        string paymentsPath,
        string boxesPath,
        string? thresholdsPath,
        bool strict,
        string folder
    )
    {
        var inputs = new Inputs(terminal);
        var (suppliersFile, paymentsFile, boxesFile) = (inputs.Read(suppliersPath), inputs.Read(paymentsPath), inputs.Read(boxesPath));
        var thresholdsFile = thresholdsPath is null ? null : inputs.Read(thresholdsPath);
        if (inputs.Report())
            return ExitCode.BadInput;
        var suppliers = ReturnSuppliersFile.Read(Inputs.Name(suppliersPath), suppliersFile, inputs.Problems);
        var payments = PaymentsFile.Read(Inputs.Name(paymentsPath), paymentsFile, inputs.Problems);
        var boxes = BoxesFile.Read(Inputs.Name(boxesPath), boxesFile, inputs.Problems);
        var thresholds = thresholdsFile is null ? [] : ThresholdsFile.Read(Inputs.Name(thresholdsPath!), thresholdsFile, inputs.Problems);
        if (inputs.Report())
            return ExitCode.BadInput;

        var tally = new YearTally(
            year,
            [.. payments.Select(p => p.Line)],
            suppliers.Select(s => s.Supplier),
            new BoxRows(boxes, year),
            new Thresholds(thresholds, year)
        );
        var written = OutputFolder.Replace(
            terminal,
            folder,
            ["payments-out.csv", "tally.csv", "missing.csv"],
            streams =>
            {
                PaymentsFile.Write(streams[0], payments, tally.Lines);
                TallyFiles.WriteTally(streams[1], tally.Suppliers);
                TallyFiles.WriteMissing(streams[2], tally.Missing);
                return true;
            }
        );
        if (!written)
            return ExitCode.BadInput;
        var missing = tally.Missing.Count();
        Say(terminal, year, tally, suppliers.ToDictionary(s => s.Supplier.Name, s => s.Number, Folded.Comparer), missing);
        var isOpen = missing > 0 || tally.Lines.Any(l => l.Place.LeftOut == LeftOutPlace.NoBox);
        return strict && isOpen ? ExitCode.Strict : ExitCode.Done;
    }

    private static void Say(Terminal terminal, int year, YearTally tally, Dictionary<string, string> numbers, int missing)
    {
        foreach (var supplier in tally.Totals.Where(t => t.IsToFile).Select(t => t.Supplier).Distinct())
            if (numbers.GetValueOrDefault(supplier.Name, "") is var number && TaxNumber.HasUnusualPrefix(number, supplier.NumberKind))
                terminal.Error.WriteLine(
                    $"{supplier.Name}: the prefix of its EIN, {number[..2]}, is not known to be issued; look at it again."
                );
        string Text(long minor) => new Money(minor, Currency.Usd).ToString();
        var toFile = tally.Totals.Where(t => t.IsToFile).ToList();
        terminal.Out.WriteLine($"paid in all     {Text(tally.Lines.Sum(l => l.Amount))}");
        terminal.Out.WriteLine($"counted {year}    {Text(tally.Totals.Sum(t => t.Amount))}");
        terminal.Out.WriteLine(
            $"to file         {Text(toFile.Sum(t => t.Amount))}, {toFile.Select(t => t.Supplier).Distinct().Count()} suppliers"
        );
        foreach (var place in Enum.GetValues<LeftOutPlace>())
            terminal.Out.WriteLine($"{Words<LeftOutPlace>.Of(place), -15} {Text(tally.LeftOut(place).Amount)}");
        terminal.Out.WriteLine($"missing         {missing}");
    }
}
