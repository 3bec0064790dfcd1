using Adnumera.Core.InformationReturns;
using Adnumera.Storage.InformationReturns;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.InformationReturns;

/// <summary>What statements and returns are made of: the year as it was when it was closed, or as it stands.</summary>
internal static class Outputs
{
    /// <summary>The suppliers of whom something is filed, each with what is known of it.</summary>
    public static IReadOnlyList<(SupplierYear Year, ReturnSupplierRow Row)> Of(SqliteConnection company, int year) =>
        [
            .. (new ClosedYearTable(company).Find(year) is { } closed ? ClosedYear.Read(closed.Content).Years() : Now(company, year)).Where(
                s => s.Year.IsToFile
            ),
        ];

    /// <summary>The same as it stands now, whether the year was closed or not.</summary>
    public static IReadOnlyList<(SupplierYear Year, ReturnSupplierRow Row)> Now(SqliteConnection company, int year)
    {
        var view = new YearView(company, year);
        return
        [
            .. view.Suppliers.Select(s =>
                (s, view.Known.GetValueOrDefault(Folded.Of(s.Supplier.Name)) ?? new ReturnSupplierRow { Supplier = s.Supplier.Name })
            ),
        ];
    }
}
