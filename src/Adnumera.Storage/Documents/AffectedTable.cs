using System.Text.Json;
using Adnumera.Core.Documents;
using Adnumera.Core.Mapping;
using Adnumera.Core.Standing;
using Adnumera.Storage.Files;
using Adnumera.Storage.Mapping;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>Which documents something affects: changes of the mapping book, of suppliers, of a lock, a dispatch.</summary>
public sealed class AffectedTable(SqliteConnection company)
{
    // For so few rows the open documents may be looked through instead of all that carry their keys.
    private const int FewRows = 8;

    /// <summary>More than so many sent documents are not looked for.</summary>
    public const int MostSent = 1_000;

    internal const string Open = "(d.state in ('held', 'to_approve', 'ready') or (d.state = 'set_aside' and d.set_aside_by = ''))";
    private const string Sent = "d.state in ('on_its_way', 'posted', 'proved')";

    /// <summary>The ids of documents that changes of these rows may touch and that may still be coded anew, ascending.</summary>
    /// <param name="rows">The rows.</param>
    /// <param name="most">How many are enough; all of them when nothing is said.</param>
    public IReadOnlyList<long> Touched(IEnumerable<RowIdentity> rows, int most = -1)
    {
        var asked = rows.ToList();
        return most < 0 && asked.Count is > 0 and <= FewRows && IsOpenLess(asked) ? OpenUnder(asked) : Under(asked, Open, most);
    }

    /// <summary>The ids of documents under these rows that are in the ledger or on the way there, and so keep what they were posted with,
    /// ascending. More than <see cref="MostSent"/> are not looked for: one more says that there are more.</summary>
    /// <param name="rows">The rows.</param>
    /// <param name="decided">Of rows on the ladder, only those documents of which such a row decided a line.</param>
    public IReadOnlyList<long> SentUnder(IReadOnlyCollection<RowIdentity> rows, bool decided = false)
    {
        if (!decided)
            return Under(rows, Sent, MostSent + 1);
        var found = new SortedSet<long>();
        foreach (var kind in rows.GroupBy(r => r.Kind))
        {
            var rung = Ladder.UsualOrder.Select(r => (Rung?)r).FirstOrDefault(r => Ladder.KeyOf(r!.Value) == kind.Key);
            found.UnionWith(
                Under(
                    kind,
                    rung is { } one
                        ? $"{Sent} and exists (select 1 from document_line x where x.document_id = d.id "
                            + $"and x.decided_rung = '{Words<Rung>.Of(one)}')"
                        : Sent,
                    MostSent + 1
                )
            );
        }

        return [.. found.Take(MostSent + 1)];
    }

    /// <summary>Every document that may still be coded anew, for a change that touches all of them.</summary>
    public IReadOnlyList<long> AllOpen() => company.Query<long>($"select d.id from document d where {Open} order by d.id").AsList();

    /// <summary>Documents of these suppliers, folded, ascending. Walks document_by_supplier.</summary>
    public IReadOnlyList<long> OfSuppliers(IEnumerable<string> keys) =>
        company
            .Query<long>(
                "select d.id from json_each(@keys) k cross join document d on d.supplier_key = k.value order by d.id",
                new { keys = JsonSerializer.Serialize(keys) }
            )
            .AsList();

    /// <summary>Open bills of suppliers of whom the ledger has no entries, ascending: those that may ask for a Form W-9. Walks
    /// document_by_state.</summary>
    public IReadOnlyList<long> FirstBills() =>
        company
            .Query<long>(
                $"""
                select d.id from document d
                where {Open} and d.kind = 'bill' and not exists (select 1 from ledger_history h where h.supplier_key = d.supplier_key)
                order by d.id
                """
            )
            .AsList();

    /// <summary>How many documents in some states have an entry dated through a day, their money, and the first of them.</summary>
    public (long Documents, long Money, IReadOnlyList<long> First) DatedThrough(DateOnly day, IReadOnlyList<DocumentState> states, int most)
    {
        const string Where = "state in (select value from json_each(@states)) and entry_date <= @day";
        var asked = new
        {
            day = Iso.Text(day),
            states = JsonSerializer.Serialize(states.Select(Words<DocumentState>.Of)),
            most,
        };
        var (documents, money) = company.QuerySingle<(long, long)>(
            $"""
            select count(*), coalesce(sum(case when currency = (select currency from company) then signed_total else 0 end), 0)
            from document where {Where}
            """,
            asked
        );
        return (
            documents,
            money,
            company.Query<long>($"select id from document where {Where} order by document_date, id limit @most", asked).AsList()
        );
    }

    // Whether fewer documents are open than lines carry the keys, as the totals have it.
    private bool IsOpenLess(IReadOnlyCollection<RowIdentity> rows) =>
        company.ExecuteScalar<bool>(
            """
            select (select coalesce(sum(documents), 0) from count_cell where state in ('held', 'to_approve', 'ready', 'set_aside'))
              < (select coalesce(sum(lines), 0) from json_each(@keys) k cross join value_cell v
                on v.kind = k.value ->> 0 and v.key = k.value ->> 1 and v.period = '')
            """,
            new { keys = JsonSerializer.Serialize(rows.Select(r => new[] { Words<KeyKind>.Of(r.Kind.Row().ArrivesAs), r.FoldedKey })) }
        );

    private List<long> OpenUnder(IReadOnlyCollection<RowIdentity> rows)
    {
        var found = new SortedSet<long>();
        foreach (var row in rows)
        {
            found.UnionWith(
                company.Query<long>(
                    $"""
                    select d.id from document d where {Open} and d.document_date >= @day and (@source = '' or d.source = @source)
                      and {KeyColumns.Carries(row.Kind, "@key")}
                    """,
                    new
                    {
                        key = row.FoldedKey,
                        day = Iso.Text(row.EffectiveFrom),
                        source = row.ForSource,
                    }
                )
            );
            if (row.Kind == KeyKind.PaymentAccount)
                found.UnionWith(
                    company.Query<long>(
                        $"select d.id from document d where (d.payment_account_choice <> '' or d.to_account_choice <> '') and {Open}"
                    )
                );
        }

        found.UnionWith(Standing(rows, Open));
        return [.. found];
    }

    private List<long> Under(IEnumerable<RowIdentity> rows, string state, int most = -1)
    {
        var (found, asked) = (new SortedSet<long>(), rows.ToList());
        foreach (var kind in asked.GroupBy(r => r.Kind))
        {
            // From each key straight to its documents; a later day or another source cannot be touched.
            var keys = JsonSerializer.Serialize(
                kind.Select(r => new[] { r.FoldedKey, r.EffectiveFrom is { } from ? Iso.Text(from) : "", r.ForSource })
            );
            found.UnionWith(
                company.Query<long>(
                    $"""
                    with k as materialized (select value ->> 0 as key, value ->> 1 as day, value ->> 2 as source from json_each(@keys))
                    select distinct d.id from k {KeyColumns.Join(kind.Key, "k.key")}
                    where {state} and d.document_date >= k.day and (k.source = '' or d.source = k.source) limit @most
                    """,
                    new { keys, most }
                )
            );
            if (kind.Key == KeyKind.PaymentAccount)
                found.UnionWith(
                    company.Query<long>(
                        $"select d.id from document d where (d.payment_account_choice <> '' or d.to_account_choice <> '') and {state}"
                    )
                );
        }

        found.UnionWith(Standing(asked, state));
        return [.. found];
    }

    // Those that carry a key because it was decided once, not because their source says it. Of a group's rows each may. Walks
    // standing_use_by_value.
    private IEnumerable<long> Standing(IEnumerable<RowIdentity> rows, string state) =>
        rows.Select(r => (Field: FieldOf(r.Kind), Key: r.Kind.Row().ArrivesAs == r.Kind ? r.FoldedKey : ""))
            .Where(r => r.Field is not null)
            .Distinct()
            .SelectMany(r =>
                company.Query<long>(
                    "select distinct d.id from standing_use u join document d on d.id = u.document_id "
                        + $"where u.field = @field and u.won = 1 and u.value_key <> '' and (@Key = '' or u.value_key = @Key) and {state}",
                    new { field = Words<StandingField>.Of(r.Field!.Value), r.Key }
                )
            );

    private static StandingField? FieldOf(KeyKind kind) =>
        kind switch
        {
            KeyKind.Category or KeyKind.CategoryGroup => StandingField.Category,
            KeyKind.Item => StandingField.Item,
            KeyKind.CostCode or KeyKind.CostCodeGroup => StandingField.CostCode,
            KeyKind.Supplier or KeyKind.SupplierGroup or KeyKind.SupplierPayable or KeyKind.SupplierTerm or KeyKind.SupplierForm =>
                StandingField.Supplier,
            KeyKind.PaymentAccount => StandingField.PaymentAccount,
            KeyKind.Department or KeyKind.Location or KeyKind.Project or KeyKind.Customer => StandingField.Dimension,
            KeyKind.Source or KeyKind.Settlement or KeyKind.TaxCode => null,
        };
}
