using Adnumera.Core.Mapping;
using Adnumera.Core.Spending;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Spending;

/// <summary>Groups of spending as people read them.</summary>
internal static class SpendTitles
{
    /// <summary>The title of each value.</summary>
    public static Func<string, string> Of(SqliteConnection company, SpendBy by, IEnumerable<string> values)
    {
        var chart = by == SpendBy.Account ? new LedgerTable(company).Chart() : null;
        var spelled = KindOf(by) is { } kind ? new MappingTable(company).Spelled(kind, values) : new Dictionary<string, string>();
        return value =>
            value.Length == 0 ? None(by)
            : chart is not null ? chart.Title(value)
            : spelled.GetValueOrDefault(value, value);
    }

    private static KeyKind? KindOf(SpendBy by) =>
        by switch
        {
            SpendBy.Supplier => KeyKind.Supplier,
            SpendBy.Category => KeyKind.Category,
            SpendBy.Project => KeyKind.Project,
            SpendBy.PaymentAccount => KeyKind.PaymentAccount,
            SpendBy.Cardholder or SpendBy.Account or SpendBy.Source or SpendBy.Month => null,
        };

    private static string None(SpendBy by) =>
        by switch
        {
            SpendBy.PaymentAccount => "not paid yet, or no payment account named",
            SpendBy.Cardholder => "nobody holds it",
            SpendBy.Category => "no category",
            SpendBy.Supplier => "no supplier",
            SpendBy.Project => "no project",
            SpendBy.Account => "no account yet",
            SpendBy.Source or SpendBy.Month => "none",
        };
}
