using System.Text.Json;
using Adnumera.Core.InformationReturns;
using Adnumera.Storage.InformationReturns;

namespace Adnumera.Web.InformationReturns;

/// <summary>A year as it was when it was closed: what of each supplier counted, and what was known of it.</summary>
/// <param name="Year">The year.</param>
/// <param name="Thresholds">From which amount on each box was filed.</param>
/// <param name="Suppliers">Every supplier that was paid.</param>
internal sealed record ClosedYear(int Year, IReadOnlyList<ClosedThreshold> Thresholds, IReadOnlyList<ClosedSupplier> Suppliers)
{
    /// <summary>A year as it stands.</summary>
    public static ClosedYear Of(int year, YearView view) =>
        new(
            year,
            [.. Enum.GetValues<ReturnBox>().Select(b => new ClosedThreshold(b, view.Thresholds.Of(b)))],
            [
                .. view.Suppliers.Select(s =>
                {
                    var key = Folded.Of(s.Supplier.Name);
                    return new ClosedSupplier(
                        key,
                        view.Known.GetValueOrDefault(key) ?? new ReturnSupplierRow { Supplier = s.Supplier.Name },
                        CellsOf(s)
                    );
                }),
            ]
        );

    /// <summary>What is kept.</summary>
    public byte[] Content() => JsonSerializer.SerializeToUtf8Bytes(this);

    /// <summary>What was kept.</summary>
    public static ClosedYear Read(byte[] content) => JsonSerializer.Deserialize<ClosedYear>(content)!;

    /// <summary>The suppliers as they were.</summary>
    public IReadOnlyList<(SupplierYear Year, ReturnSupplierRow Row)> Years()
    {
        var thresholds = new Thresholds(Thresholds.Select(t => new ThresholdRow(Year, t.Box, t.Amount)), Year);
        return
        [
            .. Suppliers.Select(s =>
                (
                    new SupplierYear(
                        s.Row.ToSupplier(),
                        [.. s.Cells.Select(c => new TallyCell(TallyPlace.Read(c.Place, c.Exempted), c.Amount, c.Withheld, c.Lines))],
                        thresholds
                    ),
                    s.Row
                )
            ),
        ];
    }

    /// <summary>The suppliers whose returns are another now: what is filed of them, or what stands on it, moved since. Each is a correction
    /// to make.</summary>
    public HashSet<string> OthersThan(YearView now)
    {
        var then = Years().ToDictionary(y => Folded.Of(y.Year.Supplier.Name), y => Filed(y.Year, y.Row));
        var since = now.Suppliers.ToDictionary(
            s => Folded.Of(s.Supplier.Name),
            s => Filed(s, now.Known.GetValueOrDefault(Folded.Of(s.Supplier.Name)))
        );
        return [.. then.Keys.Union(since.Keys).Where(k => then.GetValueOrDefault(k, "") != since.GetValueOrDefault(k, ""))];
    }

    // What a return says; blank where none is filed.
    private static string Filed(SupplierYear year, ReturnSupplierRow? row) =>
        year.IsToFile
            ? JsonSerializer.Serialize(
                new
                {
                    Totals = year
                        .Totals.Where(t => t.IsToFile)
                        .Select(t => new
                        {
                            t.Box,
                            t.Amount,
                            t.Withheld,
                        }),
                    row?.LegalName,
                    row?.BusinessName,
                    row?.NumberKind,
                    row?.Number,
                    row?.FullAddress,
                }
            )
            : "";

    private static IReadOnlyList<ClosedCell> CellsOf(SupplierYear year) =>
        [.. year.Cells.Select(c => new ClosedCell(c.Place.Word, c.Place.Exempted?.Text() ?? "", c.Amount, c.Withheld, c.Lines))];
}

internal sealed record ClosedThreshold(ReturnBox Box, long Amount);

internal sealed record ClosedSupplier(string Key, ReturnSupplierRow Row, IReadOnlyList<ClosedCell> Cells);

internal sealed record ClosedCell(string Place, string Exempted, long Amount, long Withheld, int Lines);
