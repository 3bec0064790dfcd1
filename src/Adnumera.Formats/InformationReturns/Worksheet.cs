using System.Globalization;
using Adnumera.Core.InformationReturns;
using MiniExcelLibs;
using MiniExcelLibs.Attributes;
using MiniExcelLibs.OpenXml;

namespace Adnumera.Formats.InformationReturns;

/// <summary>A payment's line as the worksheet lists it.</summary>
/// <param name="Line">The line.</param>
/// <param name="Account">The account as people read it.</param>
/// <param name="Amount">Its share, in cents.</param>
/// <param name="Place">Where it stands.</param>
/// <param name="Because">Why.</param>
public sealed record WorksheetLine(PaymentLine Line, string Account, long Amount, TallyPlace Place, string Because);

/// <summary>
/// The review worksheet (XLSX, ECMA-376): a sheet a view, a sheet of every payment, and a sheet of sums in which a formula stands beside
/// what the tally says, so that whoever reviews sees that they agree.
/// </summary>
public static class Worksheet
{
    private const string Supplier = "Supplier",
        Paid = "Paid",
        Counted = "Counted",
        NoBox = "No box yet",
        LeftOut = "Left out",
        Withheld = "Withheld",
        ToFile = "To file",
        Sum = "Sum of the sheet",
        Tally = "As tallied",
        Amount = "Amount";

    private static readonly (string Name, double Width)[] Texts =
    [
        ("Sheet", 28),
        ("Column", 12),
        (Supplier, 32),
        (ToFile, 9),
        ("Payment", 14),
        ("Date", 12),
        ("Method", 10),
        ("Account", 32),
        ("Stands in", 20),
        ("Because", 60),
        ("What", 34),
        ("Detail", 40),
    ];

    /// <summary>Writes it.</summary>
    /// <param name="stream">Where to.</param>
    /// <param name="suppliers">Every supplier of the year, in their order.</param>
    /// <param name="lines">Every line that was paid.</param>
    /// <param name="open">What is to be put right.</param>
    public static void Write(
        Stream stream,
        IReadOnlyList<SupplierYear> suppliers,
        IReadOnlyList<WorksheetLine> lines,
        IReadOnlyList<ReadinessPoint> open
    )
    {
        var boxes = suppliers.SelectMany(s => s.Totals).Select(t => t.Box).Distinct().Order().ToList();
        var views = new (string Name, TallyView View)[]
        {
            ("All that was paid", TallyView.Paid),
            ("At or over the threshold", TallyView.Reached),
            ("Near the threshold", TallyView.Near),
            ("To file", TallyView.ToFile),
            ("Details missing", TallyView.DetailsMissing),
        };
        var sheets = new Dictionary<string, object>();
        var sums = new List<Dictionary<string, object>>();
        foreach (var (name, view) in views)
        {
            var shown = suppliers.Where(s => s.IsIn(view)).ToList();
            sheets[name] = Rows(shown, boxes);
            // The second column is all that was paid, the one after it what counts.
            sums.Add(Checked(name, Paid, 'B', shown.Count, shown.Sum(s => s.Paid)));
            sums.Add(Checked(name, Counted, 'C', shown.Count, shown.Sum(s => s.Counted)));
        }

        const string payments = "Payments";
        sheets[payments] = lines.Count == 0 ? [PaymentRow(null)] : lines.Select(PaymentRow);
        sums.Add(Checked(payments, Amount, 'F', lines.Count, lines.Sum(l => l.Amount)));
        sheets["To put right"] = open.Count == 0 ? [PointRow(null)] : open.Select(PointRow);
        var all = new Dictionary<string, object> { ["Sums"] = sums };
        foreach (var (name, rows) in sheets)
            all[name] = rows;
        stream.SaveAs(all, configuration: new OpenXmlConfiguration { FreezeRowCount = 1, DynamicColumns = [.. Columns(boxes)] });
    }

    // How wide columns are, in characters; the sum of a sheet is a formula.
    private static IEnumerable<DynamicExcelColumn> Columns(IEnumerable<ReturnBox> boxes) =>
        Texts
            .Select(t => new DynamicExcelColumn(t.Name) { Width = t.Width })
            .Concat(
                ((string[])[Paid, Counted, NoBox, LeftOut, Withheld, Amount, Tally, .. boxes.Select(Column)]).Select(
                    m => new DynamicExcelColumn(m) { Width = 16, Format = "#,##0.00" }
                )
            )
            .Append(
                new DynamicExcelColumn(Sum)
                {
                    Width = 16,
                    Type = ColumnType.Formula,
                    Format = "#,##0.00",
                }
            );

    private static string Column(ReturnBox box) => $"{box.Text()} {box.Title()}";

    private static IEnumerable<Dictionary<string, object>> Rows(IReadOnlyList<SupplierYear> suppliers, IReadOnlyList<ReturnBox> boxes) =>
        (suppliers.Count == 0 ? [null] : suppliers.Select(s => (SupplierYear?)s)).Select(s =>
        {
            var row = new Dictionary<string, object>
            {
                [Supplier] = s?.Supplier.Name ?? "",
                [Paid] = Money(s?.Paid),
                [Counted] = Money(s?.Counted),
            };
            foreach (var box in boxes)
                row[Column(box)] = Money(s?.Totals.FirstOrDefault(t => t.Box == box)?.Amount);
            row[NoBox] = Money(s?.LeftOut(LeftOutPlace.NoBox));
            row[LeftOut] = Money(s is null ? null : s.Paid - s.Counted - s.LeftOut(LeftOutPlace.NoBox));
            row[Withheld] = Money(s?.Cells.Sum(c => c.Withheld));
            row[ToFile] =
                s is null ? ""
                : s.IsToFile ? "yes"
                : "no";
            return row;
        });

    // A formula over the column of a sheet, and what the tally says.
    private static Dictionary<string, object> Checked(string sheet, string what, char column, int rows, long tallied) =>
        new()
        {
            ["Sheet"] = sheet,
            ["Column"] = what,
            [Sum] = string.Create(CultureInfo.InvariantCulture, $"SUM('{sheet}'!{column}2:{column}{Math.Max(rows, 1) + 1})"),
            [Tally] = Money(tallied),
        };

    private static Dictionary<string, object> PaymentRow(WorksheetLine? line) =>
        new()
        {
            ["Payment"] = line?.Line.Payment ?? "",
            ["Date"] = line?.Line.Date.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture) ?? "",
            [Supplier] = line?.Line.Supplier ?? "",
            ["Method"] = line is null ? "" : Words<Core.Ledger.PaymentMethod>.Of(line.Line.Method),
            ["Account"] = line?.Account ?? "",
            [Amount] = Money(line?.Amount),
            ["Stands in"] = Read(line?.Place.Word ?? ""),
            ["Because"] = line?.Because ?? "",
        };

    private static Dictionary<string, object> PointRow(ReadinessPoint? point) =>
        new()
        {
            [Supplier] = point?.Supplier.Name ?? "",
            ["What"] = point is null ? "" : Read(Words<ReadinessKind>.Of(point.Kind)),
            [Amount] = Money(point?.Amount),
            ["Detail"] = point?.Detail ?? "",
        };

    // A fixed word as people read it.
    private static string Read(string word) => word.Replace('_', ' ').Replace("w9", "Form W-9", StringComparison.Ordinal);

    private static object Money(long? cents) => cents is { } amount ? amount / 100m : "";
}
