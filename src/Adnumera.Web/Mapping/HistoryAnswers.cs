using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Files;
using Adnumera.Storage.Mapping;

namespace Adnumera.Web.Mapping;

/// <summary>One change of one row, as people say it.</summary>
public sealed record HistoryAnswer(
    long SetId,
    string At,
    string Who,
    string Origin,
    KeyKind Kind,
    string KindTitle,
    string Key,
    string ForSource,
    string EffectiveFrom,
    string Before,
    string After
)
{
    internal static HistoryAnswer Of(RecordedChange change, Chart chart) =>
        Of(change.SetId, change.At, change.Who, change.Origin, change.Change, chart);

    internal static HistoryAnswer Of(long set, string at, string who, string origin, RowChange change, Chart chart) =>
        new(
            set,
            at,
            who,
            origin,
            change.Kind,
            change.Kind.Title(),
            change.Key,
            change.Identity.ForSource,
            Iso.Text(change.Identity.EffectiveFrom),
            Sentence(change.Before, chart),
            Sentence(change.After, chart)
        );

    private static string Sentence(MappingRow? row, Chart chart)
    {
        if (row is null)
            return "not mapped";
        List<string> parts =
        [
            row.Account.Length > 0 ? chart.Title(row.Account)
            : row.Value.Length > 0 ? row.Value
            : row.Kind == KeyKind.TaxCode ? "role input tax"
            : row.Group.Length > 0 ? ""
            : "ended",
            row.Group.Length > 0 ? $"group {row.Group}" : "",
            row.LedgerItem.Length > 0 ? $"by item {row.LedgerItem}" : "",
            row.TaxCode.Length > 0 ? $"tax code {row.TaxCode}" : "",
            .. row.Dimensions.Filled.Select(d => d.Value),
            row.Kind == KeyKind.TaxCode
                ? $"{row.RecoverablePercent.ToString(System.Globalization.CultureInfo.InvariantCulture)} % recoverable"
                : "",
        ];
        return string.Join(", ", parts.Where(p => p.Length > 0));
    }
}

public sealed record SetsAnswer(IReadOnlyList<ChangeSet> Sets, long? Next);

public sealed record SetAnswer(ChangeSet Set, IReadOnlyList<HistoryAnswer> Changes);
