using Adnumera.Core.InformationReturns;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Files;
using Adnumera.Storage.InformationReturns;
using Adnumera.Web.Requests;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.InformationReturns;

/// <summary>What decides where lines count: boxes by year, and what is known of suppliers.</summary>
internal sealed class TallyBasis
{
    private readonly Dictionary<int, BoxRows> byYear = [];
    private readonly IReadOnlyList<BoxRow> boxes;
    private readonly Dictionary<string, ReturnSupplier> suppliers;

    /// <param name="boxes">Every row of boxes.</param>
    /// <param name="suppliers">What is known of suppliers, by the folded name.</param>
    public TallyBasis(IReadOnlyList<BoxRow> boxes, IReadOnlyDictionary<string, ReturnSupplierRow> suppliers) =>
        (this.boxes, this.suppliers) = (boxes, suppliers.ToDictionary(s => s.Key, s => s.Value.ToSupplier()));

    /// <summary>What is kept in the company's file.</summary>
    /// <param name="company">The file.</param>
    /// <param name="suppliers">Which suppliers are asked of, folded; none for all.</param>
    public static TallyBasis Of(SqliteConnection company, IReadOnlyCollection<string>? suppliers = null) =>
        new(new BoxTable(company).All(), new ReturnSupplierTable(company).All(suppliers));

    /// <summary>The boxes of a year.</summary>
    public BoxRows Boxes(int year)
    {
        if (!byYear.TryGetValue(year, out var of))
            byYear[year] = of = new BoxRows(boxes, year);
        return of;
    }

    /// <summary>What is known of a supplier.</summary>
    /// <param name="key">The folded name.</param>
    /// <param name="name">As the ledger spells it.</param>
    public ReturnSupplier Supplier(string key, string name) =>
        suppliers.TryGetValue(key, out var known) ? known : new ReturnSupplier { Name = name };

    /// <summary>Where a line counts in the year in which it was paid, and why.</summary>
    public (TallyPlace Place, string Detail) Of(PaymentLine line) =>
        LinePlacing.Of(line, Supplier(Folded.Of(line.Supplier), line.Supplier), Boxes(line.Date.Year), line.Date.Year);

    /// <summary>Where the lines of a group count.</summary>
    public TallyPlace Of(LineGroup group) =>
        Of(
            new PaymentLine(
                "",
                new DateOnly((int)group.Year, 1, 1),
                group.SupplierKey,
                Words<PaymentMethod>.Read(group.Method),
                group.IsVoided,
                0,
                "",
                group.Account,
                null,
                group.Choice.Length == 0 ? null : new BoxChoice(ReturnBoxes.TryRead(group.Choice, out var box) ? box : null),
                0
            )
        ).Place;
}

/// <summary>Keeps each line in its place, and the sums by supplier and place in step, within the caller's transaction.</summary>
internal static class Tallying
{
    /// <summary>Looks at lines again after what decides of them was changed; how many moved.</summary>
    /// <param name="company">The company's file.</param>
    /// <param name="books">Who, and when.</param>
    /// <param name="scope">Which lines may move.</param>
    /// <param name="because">What was changed.</param>
    public static long Again(SqliteConnection company, CompanyBooks books, TallyScope scope, string because)
    {
        var (table, basis) = (new TallyTable(company), TallyBasis.Of(company, scope.Suppliers));
        var moved = Moved(table, basis, scope).ToList();
        foreach (var (group, place) in moved)
            table.Place(group, place);
        foreach (var year in moved.GroupBy(m => (int)m.Group.Year))
            table.Sum(year.Key, [.. year.Select(m => m.Group.SupplierKey).Distinct()], books.Now, books.Who, because);
        return moved.Sum(m => m.Group.Lines);
    }

    /// <summary>Which lines stand elsewhere by this basis than they do.</summary>
    public static IEnumerable<(LineGroup Group, TallyPlace Place)> Moved(TallyTable table, TallyBasis basis, TallyScope scope) =>
        table.Groups(scope).Select(g => (Group: g, Place: basis.Of(g))).Where(g => g.Place != g.Group.Place);

    /// <summary>Puts payments again as persons decided of them now.</summary>
    public static void Payments(SqliteConnection company, CompanyBooks books, IReadOnlyCollection<string> payments, string because)
    {
        var table = new PaidTable(company);
        var (choices, methods) = (table.Choices(payments), table.Methods(payments));
        var found = table.Find(payments);
        var basis = TallyBasis.Of(company, [.. found.Select(f => Folded.Of(f.Paid.Supplier)).Distinct()]);
        table.Remove(payments);
        table.Add(found.Select(f => Placed(f.Paid, f.Lines)));
        foreach (var year in found.Select(f => f.Paid).GroupBy(p => Iso.Day(p.Day).Year, p => Folded.Of(p.Supplier)))
            new TallyTable(company).Sum(year.Key, year.ToHashSet(), books.Now, books.Who, because);

        (PaidRow, IReadOnlyList<PaidLineRow>) Placed(PaidRow paid, IReadOnlyList<PaidLineRow> lines)
        {
            var row = methods.TryGetValue(paid.Payment, out var by)
                ? paid with
                {
                    Method = Words<PaymentMethod>.Of(by.Method),
                    MethodBy = Words<MethodBy>.Of(MethodBy.Person),
                }
                : paid with
                {
                    Method = paid.ToldMethod,
                    MethodBy = paid.ToldBy,
                };
            var placed = lines.Select(l =>
            {
                var line = l.Line with
                {
                    Method = Words<PaymentMethod>.Read(row.Method),
                    Choice =
                        choices.TryGetValue((paid.Payment, l.Key), out var choice) ? choice.Choice
                        : paid.Run is null ? null
                        : ContractorShares.Own(l.Key),
                };
                return l with { Line = line, Place = basis.Of(line).Place };
            });
            return (row, [.. placed]);
        }
    }
}
