using System.Text.Json;
using Adnumera.Core.Documents;
using Adnumera.Storage.Entries;
using Adnumera.Storage.Suppliers;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>Finds the earliest document that each may be a duplicate of: one look-up a key, however many are alike. The rule is
/// <see cref="DuplicateRule"/>.</summary>
public sealed class DuplicateTable
{
    private const int KeysAtOnce = 10_000;
    private readonly SqliteConnection company;
    private readonly Func<string, IEnumerable<string>> suppliers;
    private readonly Func<string, IEnumerable<string>> accounts;

    /// <param name="company">The company's file.</param>
    /// <param name="alike">Further pairs of supplier spellings that count as one, such as those of a file that is not taken in yet.</param>
    public DuplicateTable(SqliteConnection company, IEnumerable<(string Left, string Right)>? alike = null)
    {
        this.company = company;
        suppliers = SupplierProposalTable.Spellings(company, alike ?? []);
        accounts = ChoiceTable.Of(company).PaymentAccounts.NamesOf;
    }

    /// <summary>For each of these documents the id of the earliest one that it may be a duplicate of. What is given counts in the place of
    /// what is kept of them.</summary>
    public IReadOnlyDictionary<long, long> Find(IReadOnlyCollection<(long Id, Document Document)> documents)
    {
        var here = new Dictionary<long, long>();
        var keyed = documents.AsParallel().AsOrdered().Select(Keyed).ToList();
        foreach (var (id, stands, _) in keyed)
        foreach (var key in stands)
            if (!here.TryGetValue(key, out var first) || id < first)
                here[key] = id;
        var kept = Earliest(keyed.SelectMany(k => k.Asks).Distinct(), documents.Select(d => d.Id));
        var found = new Dictionary<long, long>();
        foreach (var (id, _, keys) in keyed)
        {
            var earliest = keys.SelectMany(k =>
                    (long?[])[here.TryGetValue(k, out var a) ? a : null, kept.TryGetValue(k, out var b) ? b : null]
                )
                .Where(other => other < id)
                .Min();
            if (earliest is { } one)
                found[id] = one;
        }

        return found;
    }

    private (long Id, IReadOnlyList<long> Stands, IReadOnlyList<long> Asks) Keyed((long Id, Document Document) one) =>
        (one.Id, DuplicateRule.StandsUnder(one.Document), DuplicateRule.AsksFor(one.Document, suppliers, accounts));

    /// <summary>The documents that may be duplicates of one of these, as they are now or were before: they are to be looked at again when
    /// these change.</summary>
    public IReadOnlyList<long> MayAskFor(IReadOnlyCollection<(long Id, Document Document)> documents)
    {
        var ids = documents.Select(d => d.Id).ToHashSet();
        var found = new SortedSet<long>(
            company.Query<long>(
                "select d.id from json_each(@ids) j cross join document d on d.duplicate_of = j.value",
                new { ids = JsonSerializer.Serialize(ids) }
            )
        );
        foreach (var keys in documents.SelectMany(d => DuplicateRule.AsksFor(d.Document, suppliers, accounts)).Distinct().Chunk(KeysAtOnce))
            found.UnionWith(
                company.Query<long>(
                    "select k.document_id from json_each(@keys) j cross join duplicate_key k on k.key = j.value",
                    new { keys = JsonSerializer.Serialize(keys) }
                )
            );
        found.ExceptWith(ids);
        return [.. found];
    }

    /// <summary>Saves which document another may be a duplicate of; null for none.</summary>
    public void Save(long id, long? duplicateOf) =>
        company.Execute("update document set duplicate_of = @duplicateOf where id = @id", new { id, duplicateOf });

    private Dictionary<long, long> Earliest(IEnumerable<long> keys, IEnumerable<long> except)
    {
        company.Execute(
            "create temp table if not exists given (id integer primary key); delete from given; insert into given select value "
                + "from json_each(@ids)",
            new { ids = JsonSerializer.Serialize(except) }
        );
        var found = new Dictionary<long, long>();
        foreach (var part in keys.Chunk(KeysAtOnce))
        {
            foreach (
                var (key, id) in company.Query<(long Key, long Id)>(
                    """
                    with asked as materialized (
                      select j.value as key, (select k.document_id from duplicate_key k where k.key = j.value and not exists (
                        select 1 from given g where g.id = k.document_id) order by k.document_id limit 1) as id
                      from json_each(@keys) j)
                    select key, id from asked where id is not null
                    """,
                    new { keys = JsonSerializer.Serialize(part) }
                )
            )
                found[key] = id;
        }

        return found;
    }
}
