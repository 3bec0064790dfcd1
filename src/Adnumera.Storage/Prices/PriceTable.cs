using System.Text.Json;
using Adnumera.Core.Prices;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Prices;

/// <summary>A price as it came. Prices and quantities are in millionths.</summary>
/// <param name="Before">The last accepted price then; none for the first.</param>
/// <param name="Effect">What the move makes, in minor units.</param>
[method: ExplicitConstructor]
public sealed record PriceRow(
    long DocumentId,
    long Line,
    string SupplierKey,
    string ItemKey,
    string Day,
    long Price,
    long? Before,
    long Quantity,
    long Effect,
    string State
)
{
    public const decimal Millionths = 1_000_000m;

    public PriceState StateValue => Words<PriceState>.Read(State);

    public PriceMove Move => new((Before ?? Price) / Millionths, Price / Millionths);
}

/// <summary>A price with what people call it.</summary>
[method: ExplicitConstructor]
public sealed record NamedPrice(
    long DocumentId,
    long Line,
    string Supplier,
    string Item,
    string Day,
    long Price,
    long? Before,
    long Effect,
    string State,
    string DocumentState
);

/// <summary>Prices of items by supplier, and what is accepted.</summary>
public sealed class PriceTable(SqliteConnection company)
{
    private const string Columns =
        "p.document_id as DocumentId, p.line as Line, p.supplier_key as SupplierKey, p.item_key as ItemKey, p.day as Day, "
        + "p.price as Price, "
        + "p.before as Before, p.quantity as Quantity, p.effect as Effect, p.state as State";

    private const string Named =
        "select p.document_id as DocumentId, p.line as Line, d.supplier as Supplier, l.item as Item, p.day as Day, p.price as Price, "
        + "p.before as Before, p.effect as Effect, p.state as State, d.state as DocumentState from price p "
        + "join document d on d.id = p.document_id join document_line l on l.document_id = p.document_id and l.line = p.line";

    /// <summary>How far prices may move, and whether a moved one holds.</summary>
    public (PriceTolerance Tolerance, bool Holds) Choice()
    {
        var (percent, money, holds) = company.QuerySingle<(string, string, long)>(
            "select price_percent, price_money, holds_for_prices from company"
        );
        var invariant = System.Globalization.CultureInfo.InvariantCulture;
        return (new PriceTolerance(decimal.Parse(percent, invariant), decimal.Parse(money, invariant)), holds == 1);
    }

    public void Choose(PriceTolerance tolerance, bool holds)
    {
        var invariant = System.Globalization.CultureInfo.InvariantCulture;
        company.Execute(
            "update company set price_percent = @percent, price_money = @money, holds_for_prices = @holds",
            new
            {
                percent = tolerance.Percent.ToString(invariant),
                money = tolerance.Money.ToString(invariant),
                holds,
            }
        );
    }

    /// <summary>What is accepted of these suppliers and items.</summary>
    public IReadOnlyDictionary<(string Supplier, string Item), long> Accepted(IEnumerable<(string Supplier, string Item)> keys) =>
        company
            .Query<(string Supplier, string Item, long Price)>(
                "select a.supplier_key, a.item_key, a.price from json_each(@keys) j cross join accepted_price a "
                    + "on a.supplier_key = j.value ->> 0 and a.item_key = j.value ->> 1",
                new { keys = JsonSerializer.Serialize(keys.Distinct().Select(k => new[] { k.Supplier, k.Item })) }
            )
            .ToDictionary(a => (a.Supplier, a.Item), a => a.Price);

    /// <summary>Puts prices in the place of what was known of their lines.</summary>
    public void Put(IReadOnlyCollection<PriceRow> rows)
    {
        if (rows.Count == 0)
            return;
        using var put = new Prepared(
            company,
            "insert or replace into price (document_id, line, supplier_key, item_key, day, price, before, quantity, effect, state) "
                + "values (@document, @line, @supplier, @item, @day, @price, @before, @quantity, @effect, @state)",
            "document line supplier item day price before quantity effect state"
        );
        foreach (var r in rows)
            put.Run(
                r.DocumentId,
                r.Line,
                r.SupplierKey,
                r.ItemKey,
                r.Day,
                r.Price,
                (object?)r.Before ?? DBNull.Value,
                r.Quantity,
                r.Effect,
                r.State
            );
    }

    /// <summary>Forgets the prices of documents, before they are looked at anew.</summary>
    public void Remove(IEnumerable<long> documents) =>
        company.Execute(
            "delete from price where document_id in (select value from json_each(@ids))",
            new { ids = JsonSerializer.Serialize(documents) }
        );

    /// <summary>Accepts prices, each in the place of the one before.</summary>
    public void Accept(IReadOnlyCollection<PriceRow> rows, string at, string who)
    {
        if (rows.Count == 0)
            return;
        using var accept = new Prepared(
            company,
            "insert into accepted_price (supplier_key, item_key, price, document_id, line, at, who) "
                + "values (@supplier, @item, @price, @document, @line, @at, @who) on conflict do update set price = excluded.price, "
                + "document_id = excluded.document_id, line = excluded.line, at = excluded.at, who = excluded.who",
            "supplier item price document line at who"
        );
        foreach (var r in rows)
            accept.Run(r.SupplierKey, r.ItemKey, r.Price, r.DocumentId, r.Line, at, who);
    }

    /// <summary>Says on the lines which price they are held against; none where nothing is to be decided.</summary>
    public void Mark(IEnumerable<(long Document, long Line, string Before)> lines) =>
        company.Execute(
            "update document_line set price_before = @Before where document_id = @Document and line = @Line",
            lines.Select(l => new
            {
                l.Document,
                l.Line,
                l.Before,
            })
        );

    /// <summary>These lines.</summary>
    public IReadOnlyList<PriceRow> Of(IEnumerable<(long Document, long Line)> lines) =>
        company
            .Query<PriceRow>(
                $"select {Columns} from json_each(@lines) j cross join price p on p.document_id = j.value ->> 0 and p.line = j.value ->> 1",
                new { lines = JsonSerializer.Serialize(lines.Select(l => new[] { l.Document, l.Line })) }
            )
            .AsList();

    /// <summary>The prices of documents.</summary>
    public IReadOnlyList<PriceRow> OfDocuments(IEnumerable<long> documents) =>
        company
            .Query<PriceRow>(
                $"select {Columns} from json_each(@ids) j cross join price p on p.document_id = j.value",
                new { ids = JsonSerializer.Serialize(documents) }
            )
            .AsList();

    /// <summary>All that moved and that nobody decided. Walks price_moved.</summary>
    public IReadOnlyList<PriceRow> Moved() =>
        company.Query<PriceRow>($"select {Columns} from price p where p.state = 'moved' order by abs(p.effect) desc").AsList();

    /// <summary>Those of a supplier's item that nobody decided.</summary>
    public IReadOnlyList<PriceRow> MovedOf(string supplierKey, string itemKey) =>
        company
            .Query<PriceRow>(
                $"select {Columns} from price p where p.item_key = @itemKey and p.supplier_key = @supplierKey and p.state = 'moved'",
                new { supplierKey, itemKey }
            )
            .AsList();

    /// <summary>How many moved and wait.</summary>
    public long MovedCount() =>
        company.ExecuteScalar<long>(
            "select count(*) from price p join document d on d.id = p.document_id where p.state = 'moved' and d.state <> 'set_aside'"
        );

    /// <summary>Those that moved and wait, most money first. Walks price_moved.</summary>
    public IReadOnlyList<NamedPrice> MovedNamed(int most) =>
        company
            .Query<NamedPrice>(
                $"{Named} where p.state = 'moved' and d.state <> 'set_aside' order by abs(p.effect) desc limit @most",
                new { most }
            )
            .AsList();

    /// <summary>What moved most in money between two days, whatever was decided.</summary>
    public IReadOnlyList<NamedPrice> MostMoved(string first, string last, int most) =>
        company
            .Query<NamedPrice>(
                $"{Named} where p.before is not null and p.before <> p.price and p.day >= @first and p.day <= @last "
                    + "order by abs(p.effect) desc, p.document_id limit @most",
                new
                {
                    first,
                    last,
                    most,
                }
            )
            .AsList();

    /// <summary>The latest prices of an item from any supplier, the latest last. Walks price_by_item.</summary>
    public IReadOnlyList<NamedPrice> History(string itemKey, string supplierKey, int most) =>
        [
            .. company
                .Query<NamedPrice>(
                    $"{Named} where p.item_key = @itemKey and p.supplier_key = @supplierKey "
                        + "order by p.day desc, p.document_id desc limit @most",
                    new
                    {
                        itemKey,
                        supplierKey,
                        most,
                    }
                )
                .Reverse(),
        ];

    /// <summary>The last price of an item of a supplier on or before a day; none where there is none.</summary>
    public NamedPrice? At(string itemKey, string supplierKey, string day) =>
        company.QueryFirstOrDefault<NamedPrice>(
            $"{Named} where p.item_key = @itemKey and p.supplier_key = @supplierKey and p.day <= @day "
                + "order by p.day desc, p.document_id desc limit 1",
            new
            {
                itemKey,
                supplierKey,
                day,
            }
        );

    /// <summary>The last price of an item from each other supplier.</summary>
    public IReadOnlyList<NamedPrice> Elsewhere(string itemKey, string supplierKey) =>
        company
            .Query<NamedPrice>(
                $"""
                {Named} join (select supplier_key, max(day) as day from price where item_key = @itemKey and supplier_key <> @supplierKey
                  group by supplier_key) o on o.supplier_key = p.supplier_key and o.day = p.day
                where p.item_key = @itemKey group by p.supplier_key order by p.price limit 12
                """,
                new { itemKey, supplierKey }
            )
            .AsList();

    /// <summary>Keeps what was decided, with what was so before.</summary>
    public long Keep(string at, string who, string decided, string content) =>
        company.ExecuteScalar<long>(
            "insert into price_decision (at, who, decided, content) values (@at, @who, @decided, @content) returning id",
            new
            {
                at,
                who,
                decided,
                content,
            }
        );

    /// <summary>What was so before a decision that stands; none where it was taken back.</summary>
    public string? Kept(long id) =>
        company.QueryFirstOrDefault<string>("select content from price_decision where id = @id and undone_at = ''", new { id });

    public void Undone(long id, string at) => company.Execute("update price_decision set undone_at = @at where id = @id", new { id, at });
}
