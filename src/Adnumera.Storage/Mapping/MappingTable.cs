using System.Globalization;
using Adnumera.Core;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Mapping;

/// <summary>A value that arrives, with what waits under it.</summary>
/// <param name="Value">As it was first spelled.</param>
/// <param name="Documents">Lines or documents that carry it.</param>
/// <param name="Money">All that arrived under it, minor units.</param>
/// <param name="WaitingDocuments">Of those, how many wait.</param>
/// <param name="Waiting">Money that waits.</param>
[method: ExplicitConstructor]
public sealed record ArrivingValue(string Value, long Documents, long Money, long WaitingDocuments, long Waiting);

/// <summary>The mapping book, and the values that arrive for it.</summary>
public sealed class MappingTable(SqliteConnection company)
{
    private const string Columns =
        """
        key_kind as Kind, key, for_source as ForSource, account, "group", tax_code as TaxCode, department, location, project,
        recoverable_percent as Percent, effective_from as EffectiveFrom
        """;

    public IReadOnlyList<MappingRow> All() => [.. company.Query<Row>($"select {Columns} from mapping").Select(r => r.ToRow())];

    public MappingBook Book() => new(All());

    /// <summary>All rows of a key, for every source and date.</summary>
    public IReadOnlyList<MappingRow> Of(KeyKind kind, string key) => [.. company.Query<Row>(
        $"select {Columns} from mapping where key_kind = @kind and key_folded = @key order by for_source, effective_from",
        new { kind = Words<KeyKind>.Of(kind), key = kind.Fold(key) }).Select(r => r.ToRow())];

    public IReadOnlyList<MappingRow> OfKind(KeyKind kind) => [.. company.Query<Row>($"select {Columns} from mapping where key_kind = @kind", new { kind = Words<KeyKind>.Of(kind) }).Select(r => r.ToRow())];

    /// <summary>Mapped values that contain a text.</summary>
    public IReadOnlyList<MappingRow> Like(string text, int most) => [.. company.Query<Row>(
        $"select {Columns} from mapping where instr(key_folded, @text) > 0 and account <> '' order by key_folded limit @most", new { text = Folded.Of(text), most }).Select(r => r.ToRow())];

    /// <summary>Puts a row in the place of the one for the same key, source and date.</summary>
    public void Put(MappingRow row) => company.Execute(
        """
        insert into mapping (key_kind, key, key_folded, for_source, account, "group", group_folded, tax_code, department, location, project, recoverable_percent, effective_from)
        values (@kind, @Key, @folded, @ForSource, @Account, @Group, @groupFolded, @TaxCode, @department, @location, @project, @percent, @from)
        on conflict (key_kind, key_folded, for_source, effective_from) do update set key = excluded.key, account = excluded.account, "group" = excluded."group",
          group_folded = excluded.group_folded, tax_code = excluded.tax_code, department = excluded.department, location = excluded.location,
          project = excluded.project, recoverable_percent = excluded.recoverable_percent
        """,
        new
        {
            kind = Words<KeyKind>.Of(row.Kind),
            row.Key,
            folded = row.Kind.Fold(row.Key),
            row.ForSource,
            row.Account,
            row.Group,
            groupFolded = Folded.Of(row.Group),
            row.TaxCode,
            department = row.Dimensions.Department,
            location = row.Dimensions.Location,
            project = row.Dimensions.Project,
            percent = row.Kind == KeyKind.TaxCode ? row.RecoverablePercent.ToString(CultureInfo.InvariantCulture) : "",
            from = Iso.Text(row.EffectiveFrom),
        });

    /// <summary>Takes the row for exactly this key, source and date away.</summary>
    public void Remove(MappingRow row) => company.Execute(
        "delete from mapping where key_kind = @kind and key_folded = @key and for_source = @ForSource and effective_from = @from",
        new { kind = Words<KeyKind>.Of(row.Kind), key = row.Kind.Fold(row.Key), row.ForSource, from = Iso.Text(row.EffectiveFrom) });

    /// <summary>
    /// Values of a kind that arrive, most money waiting first, then most money. Line values walk the covering indexes line_by_…,
    /// document values document_by_….
    /// </summary>
    public IReadOnlyList<ArrivingValue> Arriving(KeyKind kind, int most) => company.Query<ArrivingValue>(
        kind switch
        {
            KeyKind.Category => OfLines("category"),
            KeyKind.Item => OfLines("item"),
            KeyKind.CostCode => OfLines("cost_code"),
            KeyKind.Supplier or KeyKind.SupplierPayable => OfSuppliers,
            KeyKind.PaymentAccount => OfDocuments("payment_account", "payment_account_unmapped"),
            KeyKind.Settlement => OfDocuments("settlement", "settlement_unmapped"),
            _ => throw new ArgumentOutOfRangeException(nameof(kind), kind, "Values of this kind are not listed."),
        }, new { most }).AsList();

    /// <summary>Money of lines that nothing decides, and how many values of a kind carry some.</summary>
    public long ValuesWaiting(KeyKind kind) => kind switch
    {
        KeyKind.Category => company.ExecuteScalar<long>("select count(distinct category_key) from document_line where category_key <> '' and waiting <> 0"),
        KeyKind.PaymentAccount => company.ExecuteScalar<long>("select count(distinct d.payment_account_key) from hold h join document d on d.id = h.document_id where h.reason = 'payment_account_unmapped'"),
        _ => 0,
    };

    private const string OfSuppliers =
        """
        with waits as (
          select d.supplier_key, count(distinct d.id) as documents, sum(abs(l.waiting)) as money
          from document_line l join document d on d.id = l.document_id where l.waiting <> 0 group by d.supplier_key)
        select (select supplier from document f where f.supplier_key = a.supplier_key order by f.id limit 1) as Value, a.documents as Documents, a.money as Money,
          coalesce(w.documents, 0) as WaitingDocuments, coalesce(w.money, 0) as Waiting
        from (select supplier_key, count(*) as documents, sum(signed_total) as money from document where supplier_key <> '' group by supplier_key) a
        left join waits w on w.supplier_key = a.supplier_key
        order by Waiting desc, Money desc, a.supplier_key limit @most
        """;

    private static string OfLines(string key) =>
        $"""
        select (select {key} from document_line f where f.{key}_key = a.key limit 1) as Value, documents as Documents, money as Money, waiting_lines as WaitingDocuments, waiting as Waiting
        from (select {key}_key as key, count(*) as documents, sum(net + tax) as money, sum(waiting <> 0) as waiting_lines, sum(abs(waiting)) as waiting
          from document_line where {key}_key <> '' group by {key}_key) a
        order by waiting desc, money desc, key limit @most
        """;

    private static string OfDocuments(string key, string reason) =>
        $"""
        select (select {key} from document f where f.{key}_key = a.key limit 1) as Value, a.documents as Documents, a.money as Money,
          coalesce(w.documents, 0) as WaitingDocuments, coalesce(w.money, 0) as Waiting
        from (select {key}_key as key, count(*) as documents, sum(total) as money from document where {key}_key <> '' group by {key}_key) a
        left join (select d.{key}_key as key, count(*) as documents, sum(d.total) as money from hold h join document d on d.id = h.document_id
          where h.reason = '{reason}' group by d.{key}_key) w on w.key = a.key
        order by Waiting desc, Money desc, a.key limit @most
        """;

    [method: ExplicitConstructor]
    private sealed record Row(
        string Kind, string Key, string ForSource, string Account, string Group, string TaxCode, string Department, string Location, string Project, string Percent, string EffectiveFrom)
    {
        public MappingRow ToRow() => new()
        {
            Kind = Words<KeyKind>.Read(Kind),
            Key = Key,
            ForSource = ForSource,
            Account = Account,
            Group = Group,
            TaxCode = TaxCode,
            Dimensions = new Dimensions(Department, Location, Project),
            RecoverablePercent = Percent.Length > 0 ? decimal.Parse(Percent, CultureInfo.InvariantCulture) : 0,
            EffectiveFrom = Iso.DayOrNone(EffectiveFrom),
        };
    }
}
