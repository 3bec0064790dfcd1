using System.Globalization;
using System.Text.Json;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Mapping;

/// <summary>A value that arrives, with what waits under it.</summary>
/// <param name="Value">As it was first spelled.</param>
/// <param name="Lines">Lines that carry it; documents, for what a document has once.</param>
/// <param name="Money">All that arrived under it, minor units.</param>
/// <param name="WaitingLines">Of those, how many wait.</param>
/// <param name="Waiting">Money that waits.</param>
[method: ExplicitConstructor]
public sealed record ArrivingValue(string Value, long Lines, long Money, long WaitingLines, long Waiting);

/// <summary>A total that is kept under a value, of one period or (blank) of all.</summary>
[method: ExplicitConstructor]
public sealed record KeptTotal(string Kind, string Key, string Period, long Lines, long Money, long WaitingLines, long Waiting);

/// <summary>The mapping book, and the values that arrive for it.</summary>
public sealed class MappingTable(SqliteConnection company)
{
    private const string Columns = """
        key_kind as Kind, key, for_source as ForSource, account, ledger_item as LedgerItem, value, "group", tax_code as TaxCode, dimensions,
        recoverable_percent as Percent, effective_from as EffectiveFrom
        """;

    public IReadOnlyList<MappingRow> All() => [.. company.Query<Row>($"select {Columns} from mapping").Select(r => r.ToRow())];

    public MappingBook Book() => new(All());

    /// <summary>All rows of a key, for every source and date.</summary>
    public IReadOnlyList<MappingRow> Of(KeyKind kind, string key) =>
        [
            .. company
                .Query<Row>(
                    $"select {Columns} from mapping where key_kind = @kind and key_folded = @key order by for_source, effective_from",
                    new { kind = Words<KeyKind>.Of(kind), key = kind.Fold(key) }
                )
                .Select(r => r.ToRow()),
        ];

    public IReadOnlyList<MappingRow> OfKind(KeyKind kind) =>
        [
            .. company
                .Query<Row>($"select {Columns} from mapping where key_kind = @kind", new { kind = Words<KeyKind>.Of(kind) })
                .Select(r => r.ToRow()),
        ];

    /// <summary>Mapped values that contain a text.</summary>
    public IReadOnlyList<MappingRow> Like(string text, int most) =>
        [
            .. company
                .Query<Row>(
                    $"select {Columns} from mapping where instr(key_folded, @text) > 0 and account <> '' order by key_folded limit @most",
                    new { text = Folded.Of(text), most }
                )
                .Select(r => r.ToRow()),
        ];

    /// <summary>Puts a row in the place of the one for the same key, source and date.</summary>
    public void Put(MappingRow row) => Write([new RowChange(null, row)]);

    /// <summary>Makes changes: puts rows in the place of those for the same key, source and date, and takes rows away.</summary>
    public void Write(IEnumerable<RowChange> changes)
    {
        using var put = Prepared.Insert(
            company,
            "mapping",
            "key_kind key key_folded for_source account ledger_item value group group_folded tax_code dimensions recoverable_percent "
                + "effective_from",
            """
            on conflict (key_kind, key_folded, for_source, effective_from) do update set key = excluded.key, account = excluded.account,
              ledger_item = excluded.ledger_item, value = excluded.value, "group" = excluded."group", group_folded = excluded.group_folded,
              tax_code = excluded.tax_code, dimensions = excluded.dimensions, recoverable_percent = excluded.recoverable_percent
            """
        );
        using var remove = new Prepared(
            company,
            "delete from mapping where key_kind = @kind and key_folded = @key and for_source = @source and effective_from = @day",
            "kind key source day"
        );
        foreach (var change in changes)
        {
            var identity = change.Identity;
            if (change.After is not { } row)
            {
                remove.Run(Words<KeyKind>.Of(identity.Kind), identity.FoldedKey, identity.ForSource, Iso.Text(identity.EffectiveFrom));
                continue;
            }

            put.Run(
                Words<KeyKind>.Of(row.Kind),
                row.Key,
                identity.FoldedKey,
                row.ForSource,
                row.Account,
                row.LedgerItem,
                row.Value,
                row.Group,
                Folded.Of(row.Group),
                row.TaxCode,
                JsonSerializer.Serialize(row.Dimensions),
                row.Kind == KeyKind.TaxCode ? row.RecoverablePercent.ToString(CultureInfo.InvariantCulture) : "",
                Iso.Text(row.EffectiveFrom)
            );
        }
    }

    /// <summary>Rows whose target is one of these accounts.</summary>
    public IReadOnlyList<MappingRow> To(IEnumerable<string> accounts) =>
        [
            .. company
                .Query<Row>(
                    $"select {Columns} from mapping where account in (select value from json_each(@accounts))",
                    new { accounts = JsonSerializer.Serialize(accounts) }
                )
                .Select(r => r.ToRow()),
        ];

    /// <summary>Values of a kind that arrive, most money waiting first, then most money. Walks value_cell, which is kept in step.</summary>
    public IReadOnlyList<ArrivingValue> Arriving(KeyKind kind, int most) =>
        company
            .Query<ArrivingValue>(
                """
                select v.value as Value, c.lines as Lines, c.money as Money, c.waiting_lines as WaitingLines, c.waiting as Waiting
                from value_cell c join arriving_value v on v.kind = c.kind and v.key = c.key
                where c.kind = @kind and c.period = '' and c.lines > 0
                order by c.waiting desc, c.money desc, c.key limit @most
                """,
                new { kind = Words<KeyKind>.Of(kind.Row().ArrivesAs), most }
            )
            .AsList();

    /// <summary>How many values of each kind arrived, how many of them nothing decides, and how many are mapped.</summary>
    public IReadOnlyDictionary<KeyKind, (int Arrived, int Waiting, int Mapped)> Counts()
    {
        var arrived = company
            .Query<(string Kind, int Arrived, int Waiting)>(
                "select kind, sum(lines > 0), sum(waiting_lines > 0) from value_cell where period = '' group by kind"
            )
            .ToDictionary(k => Words<KeyKind>.Read(k.Kind), k => (k.Arrived, k.Waiting));
        var mapped = company
            .Query<(string Kind, int Mapped)>("select key_kind, count(distinct key_folded) from mapping group by key_kind")
            .ToDictionary(k => Words<KeyKind>.Read(k.Kind), k => k.Mapped);
        return Enum.GetValues<KeyKind>()
            .ToDictionary(
                k => k,
                k => (arrived.GetValueOrDefault(k).Arrived, arrived.GetValueOrDefault(k).Waiting, mapped.GetValueOrDefault(k))
            );
    }

    /// <summary>Values as documents spell them, by their keys; one that never arrived is missing.</summary>
    public IReadOnlyDictionary<string, string> Spelled(KeyKind kind, IEnumerable<string> keys) =>
        company
            .Query<(string Key, string Value)>(
                "select v.key, v.value from json_each(@keys) j cross join arriving_value v on v.kind = @kind and v.key = j.value",
                new { kind = Words<KeyKind>.Of(kind), keys = JsonSerializer.Serialize(keys.Distinct()) }
            )
            .ToDictionary(v => v.Key, v => v.Value);

    /// <summary>A kind's totals by month, for its coverage over time.</summary>
    public IReadOnlyList<(string Period, ValueTally Tally)> ByPeriod(KeyKind kind) =>
        [
            .. company
                .Query<(string Period, long Lines, long Money, long WaitingLines, long Waiting)>(
                    "select period, sum(lines), sum(abs(money)), sum(waiting_lines), sum(waiting) from value_cell where kind = @kind "
                        + "and period <> '' group by period having sum(lines) > 0 order by period",
                    new { kind = Words<KeyKind>.Of(kind.Row().ArrivesAs) }
                )
                .Select(r => (r.Period, new ValueTally(r.Lines, r.Money, r.WaitingLines, r.Waiting))),
        ];

    /// <summary>How many values wait for a person, of the kinds that a person maps one by one.</summary>
    /// <param name="period">Of one period, or of all.</param>
    public long ValuesWaiting(string? period = null) =>
        ((KeyKind[])[KeyKind.Category, KeyKind.Item, KeyKind.PaymentAccount, KeyKind.Settlement, KeyKind.TaxCode]).Sum(k =>
            ValuesWaiting(k, period)
        );

    /// <summary>Of one kind, how many values carry something that waits.</summary>
    public long ValuesWaiting(KeyKind kind, string? period = null) =>
        company.ExecuteScalar<long>(
            "select count(*) from value_cell where kind = @kind and period = @period and waiting_lines > 0",
            new { kind = Words<KeyKind>.Of(kind), period = period ?? "" }
        );

    /// <summary>The kept totals under values, empty ones left out: to hold against a recount.</summary>
    public IReadOnlyList<KeptTotal> Kept() =>
        company
            .Query<KeptTotal>(
                """
                select kind as Kind, key as Key, period as Period, lines as Lines, money as Money, waiting_lines as WaitingLines, waiting as
                  Waiting from value_cell
                where lines <> 0 or money <> 0 or waiting_lines <> 0 or waiting <> 0 order by kind, key, period
                """
            )
            .AsList();

    [method: ExplicitConstructor]
    private sealed record Row(
        string Kind,
        string Key,
        string ForSource,
        string Account,
        string LedgerItem,
        string Value,
        string Group,
        string TaxCode,
        string Dimensions,
        string Percent,
        string EffectiveFrom
    )
    {
        public MappingRow ToRow() =>
            new()
            {
                Kind = Words<KeyKind>.Read(Kind),
                Key = Key,
                ForSource = ForSource,
                Account = Account,
                LedgerItem = LedgerItem,
                Value = Value,
                Group = Group,
                TaxCode = TaxCode,
                Dimensions = JsonSerializer.Deserialize<Dimensions>(Dimensions),
                RecoverablePercent = Percent.Length > 0 ? decimal.Parse(Percent, CultureInfo.InvariantCulture) : 0,
                EffectiveFrom = Iso.DayOrNone(EffectiveFrom),
            };
    }
}
