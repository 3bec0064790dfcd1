using System.Globalization;
using System.Text.Json;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Prices;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Files;
using Adnumera.Storage.Prices;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Coding;

/// <summary>Prices against the last accepted ones: looked at as documents come, decided by persons, each decision to be taken
/// back.</summary>
internal static class PriceWatch
{
    /// <summary>Holds the prices of what is about to come against what is accepted, in the order of its days; writes nothing.</summary>
    /// <param name="company">The company's file.</param>
    /// <param name="coming">The documents, each with the id that it has or will have.</param>
    /// <param name="here">Those of them that are here already.</param>
    public static PricesSeen See(SqliteConnection company, IEnumerable<(long Id, Document Document)> coming, IReadOnlyCollection<long> here)
    {
        var currency = new CompanyTable(company).Currency();
        var priced = new List<(long Id, Document Document, DocumentLine Line, decimal Price)>();
        foreach (var (id, document) in coming)
            if (document.Currency == currency)
                foreach (var line in document.Lines)
                    if (LinePrice.Of(document, line) is { } price)
                        priced.Add((id, document, line, price));
        if (priced.Count == 0)
            return PricesSeen.None;
        priced.Sort(
            (one, other) => (one.Document.Date, one.Id, one.Line.Number).CompareTo((other.Document.Date, other.Id, other.Line.Number))
        );
        var table = new PriceTable(company);
        var tolerance = table.Choice().Tolerance;
        var known = here.Count == 0 ? [] : table.OfDocuments(here).ToDictionary(r => (r.DocumentId, r.Line));
        var accepted = table.Accepted(priced.Select(p => KeyOf(p.Document, p.Line))).ToDictionary();
        var (rows, first, moved) = (new List<PriceRow>(priced.Count), new List<PriceRow>(), new Dictionary<long, Document>());
        foreach (var (id, document, line, price) in priced)
        {
            var key = KeyOf(document, line);
            var now = (long)(price * PriceRow.Millionths);
            var before = accepted.TryGetValue(key, out var was) ? was : (long?)null;
            var row =
                known.TryGetValue((id, line.Number), out var same) && same.Price == now && same.ItemKey == key.Item
                    ? same // What was said of it stays, whatever else changed.
                    : Row(id, document, line, key, now, before, LinePrice.StateOf(before / PriceRow.Millionths, price, tolerance));
            rows.Add(row);
            if (before is null)
            {
                accepted[key] = now;
                first.Add(row);
            }

            if (row is { StateValue: PriceState.Moved, Before: { } against })
                moved[id] = Marked(moved.GetValueOrDefault(id, document), line.Number, against / PriceRow.Millionths);
        }

        return new PricesSeen(rows, first, moved);
    }

    /// <summary>Keeps what was seen, within the caller's transaction.</summary>
    public static void Keep(SqliteConnection company, PricesSeen seen, IReadOnlyCollection<long> here, CodingCause cause)
    {
        var table = new PriceTable(company);
        if (here.Count > 0)
            table.Remove(here);
        table.Put(seen.Rows);
        table.Accept(seen.First, Iso.Text(cause.At), cause.Who);
    }

    private static Document Marked(Document document, long line, decimal before) =>
        document with
        {
            Lines = [.. document.Lines.Select(l => l.Number == line ? l with { PriceBefore = before } : l)],
        };

    /// <summary>Decides about moved prices, within the caller's transaction.</summary>
    /// <param name="company">The company's file.</param>
    /// <param name="rows">The prices; those of one supplier and item are accepted by the latest.</param>
    /// <param name="decided">New price, or this time.</param>
    /// <param name="cause">Who decides, and when.</param>
    /// <returns>What takes it back.</returns>
    public static long Decide(SqliteConnection company, IReadOnlyList<PriceRow> rows, PriceState decided, CodingCause cause)
    {
        var table = new PriceTable(company);
        var (tolerance, currency) = (table.Choice().Tolerance, new CompanyTable(company).Currency());
        var (before, accepted) = (rows.ToList(), table.Accepted(rows.Select(r => (r.SupplierKey, r.ItemKey))));
        var after = rows.Select(r => r with { State = Words<PriceState>.Of(decided) }).ToList();
        if (decided == PriceState.NewPrice)
            foreach (var latest in rows.GroupBy(r => (r.SupplierKey, r.ItemKey)).Select(g => g.MaxBy(r => (r.Day, r.DocumentId))!))
            {
                table.Accept([latest], Iso.Text(cause.At), cause.Who);
                var chosen = after.Select(r => (r.DocumentId, r.Line)).ToHashSet();
                foreach (
                    var other in table.MovedOf(latest.SupplierKey, latest.ItemKey).Where(r => !chosen.Contains((r.DocumentId, r.Line)))
                )
                {
                    before.Add(other);
                    after.Add(Against(other, latest.Price, tolerance, currency));
                }
            }

        Write(company, table, after, cause);
        return table.Keep(
            Iso.Text(cause.At),
            cause.Who,
            Words<PriceState>.Of(decided),
            JsonSerializer.Serialize(new Before(before, [.. accepted.Select(a => new AcceptedBefore(a.Key.Supplier, a.Key.Item, a.Value))]))
        );
    }

    /// <summary>Takes a decision back, within the caller's transaction.</summary>
    /// <returns>Whether it stood.</returns>
    public static bool Undo(SqliteConnection company, long decision, CodingCause cause)
    {
        var table = new PriceTable(company);
        if (table.Kept(decision) is not { } content)
            return false;
        var before = JsonSerializer.Deserialize<Before>(content)!;
        table.Accept(
            [.. before.Accepted.Select(a => before.Rows[0] with { SupplierKey = a.Supplier, ItemKey = a.Item, Price = a.Price })],
            Iso.Text(cause.At),
            cause.Who
        );
        Write(company, table, before.Rows, cause);
        table.Undone(decision, Iso.Text(cause.At));
        return true;
    }

    // What moved is held against another price now.
    private static PriceRow Against(PriceRow row, long accepted, PriceTolerance tolerance, Currency currency) =>
        row with
        {
            Before = accepted,
            Effect = EffectOf(row.Price, accepted, row.Quantity, currency),
            State = Words<PriceState>.Of(LinePrice.StateOf(accepted / PriceRow.Millionths, row.Price / PriceRow.Millionths, tolerance)),
        };

    // What a move makes, in minor units.
    private static long EffectOf(long price, long before, long quantity, Currency currency)
    {
        var minor = 1m;
        for (var i = 0; i < currency.Digits; i++)
            minor *= 10;
        return (long)
            Math.Round((price - before) / PriceRow.Millionths * (quantity / PriceRow.Millionths) * minor, MidpointRounding.AwayFromZero);
    }

    private static void Write(SqliteConnection company, PriceTable table, IReadOnlyList<PriceRow> rows, CodingCause cause)
    {
        table.Put(rows);
        table.Mark(rows.Select(Marked));
        Recoding.Recode(company, [.. rows.Select(r => r.DocumentId).Distinct()], cause);
    }

    private static (long Document, long Line, string Before) Marked(PriceRow r) =>
        (
            r.DocumentId,
            r.Line,
            r is { StateValue: PriceState.Moved, Before: { } before }
                ? (before / PriceRow.Millionths).ToString("0.######", CultureInfo.InvariantCulture)
                : ""
        );

    private static (string Supplier, string Item) KeyOf(Document document, DocumentLine line) =>
        (Folded.Of(document.Supplier), Folded.Of(line.Item));

    private static PriceRow Row(
        long id,
        Document document,
        DocumentLine line,
        (string Supplier, string Item) key,
        long price,
        long? before,
        PriceState state
    )
    {
        var quantity = (long)((line.Quantity ?? 1) * PriceRow.Millionths);
        return new PriceRow(
            id,
            line.Number,
            key.Supplier,
            key.Item,
            Iso.Text(document.Date),
            price,
            before,
            quantity,
            before is { } was ? EffectOf(price, was, quantity, document.Currency) : 0,
            Words<PriceState>.Of(state)
        );
    }

    private sealed record AcceptedBefore(string Supplier, string Item, long Price);

    private sealed record Before(IReadOnlyList<PriceRow> Rows, IReadOnlyList<AcceptedBefore> Accepted);
}

/// <summary>Prices of documents that are about to come.</summary>
/// <param name="Rows">Each price.</param>
/// <param name="First">Of these, the first of their supplier and item.</param>
/// <param name="Moved">The documents of which a price moved, with what it is held against.</param>
internal sealed record PricesSeen(IReadOnlyList<PriceRow> Rows, IReadOnlyList<PriceRow> First, IReadOnlyDictionary<long, Document> Moved)
{
    public static PricesSeen None { get; } = new([], [], new Dictionary<long, Document>());
}
