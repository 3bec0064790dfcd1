using System.Text.Json;
using Adnumera.Core.Ledger;
using Adnumera.Core.Suppliers;
using Adnumera.Storage.Ledger;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Suppliers;

/// <summary>Suppliers that may be the same, kept and brought up to date by whatever changes them.</summary>
public sealed class SupplierProposalTable(SqliteConnection company)
{
    private const string Columns =
        "select kind, left as \"Left\", right as \"Right\", right_id as RightId, evidence, confidence from supplier_proposal";

    /// <summary>The surest proposals.</summary>
    public IReadOnlyList<SupplierProposal> All(int most) =>
        [
            .. company
                .Query<Row>($"{Columns} order by confidence desc, left_key, right_key limit @most", new { most })
                .Select(r => r.ToProposal()),
        ];

    /// <summary>How many there are.</summary>
    public long Count() => company.ExecuteScalar<long>("select count(*) from supplier_proposal");

    /// <summary>
    /// The likely pairs that nobody decided and to which something would be posted, each spelling with the other: what is already in the
    /// ledger under both names is the ledger's owner's to join.
    /// </summary>
    public IReadOnlyDictionary<string, string> Questions() =>
        QuestionsOf(
            company
                .Query<Row>(
                    $"{Columns} where kind <> 'ledger_twins' and confidence >= @likely order by confidence desc, left_key, right_key",
                    new { likely = Percent(SupplierProposals.Likely) }
                )
                .Select(r => r.ToProposal())
        );

    /// <summary>The questions that proposals ask.</summary>
    public static IReadOnlyDictionary<string, string> QuestionsOf(IEnumerable<SupplierProposal> proposals)
    {
        var questions = new Dictionary<string, string>(Folded.Comparer);
        foreach (var p in proposals.Where(p => p.Kind != SupplierProposalKind.LedgerTwins && p.Confidence >= SupplierProposals.Likely))
        {
            questions.TryAdd(p.Left, p.Right);
            if (p.Kind == SupplierProposalKind.Merge)
                questions.TryAdd(p.Right, p.Left);
        }

        return questions;
    }

    /// <summary>What would be proposed about spellings that are about to arrive; nothing is kept.</summary>
    public IReadOnlyList<SupplierProposal> About(IReadOnlyCollection<string> arriving) =>
        arriving.Count == 0
            ? []
            : SupplierProposals.Of(
                arriving,
                [.. InUse(), .. arriving],
                new LedgerTable(company).SupplierList(),
                new SupplierLinkTable(company).Apart()
            );

    /// <summary>What would be proposed about all spellings if the ledger had these suppliers; nothing is kept.</summary>
    public IReadOnlyList<SupplierProposal> Against(IReadOnlyList<LedgerSupplier> ledger)
    {
        var inUse = InUse();
        return SupplierProposals.Of(inUse, inUse, ledger, new SupplierLinkTable(company).Apart());
    }

    /// <summary>Those of these spellings that stand on documents in use already. Walks document_by_supplier_in_use.</summary>
    public IReadOnlyList<string> AmongInUse(IEnumerable<string> spellings)
    {
        var byKey = spellings.GroupBy(Folded.Of).ToDictionary(g => g.Key, g => g.First());
        return
        [
            .. company
                .Query<string>(
                    "select j.value from json_each(@keys) j where exists (select 1 from document d where d.supplier_key = j.value "
                        + "and d.supplier_key <> '' and d.state <> 'set_aside')",
                    new { keys = JsonSerializer.Serialize(byKey.Keys) }
                )
                .Select(k => byKey[k]),
        ];
    }

    /// <summary>Finds the proposals about some spellings anew; about all of them, and about the ledger's own, without any.</summary>
    public void Refresh(IReadOnlyCollection<string>? spellings = null)
    {
        var (ledger, apart) = (new LedgerTable(company).SupplierList(), new SupplierLinkTable(company).Apart());
        var inUse = InUse();
        if (spellings is null)
        {
            company.Execute("delete from supplier_proposal");
            Insert(SupplierProposals.Twins(ledger, apart));
            Insert(SupplierProposals.Of(inUse, inUse, ledger, apart));
            return;
        }

        company.Execute(
            "delete from supplier_proposal where kind <> 'ledger_twins' and (left_key in (select value "
                + "from json_each(@keys)) or right_key in (select value from json_each(@keys)))",
            new { keys = JsonSerializer.Serialize(spellings.Select(Folded.Of).Distinct()) }
        );
        Insert(SupplierProposals.Of(spellings, inUse, ledger, apart));
    }

    /// <summary>
    /// All spellings that count as one with a supplier's when duplicates are looked for: itself, those that are linked to the same, and
    /// those that may be the same while nobody said that they are not.
    /// </summary>
    /// <param name="company">The company's file.</param>
    /// <param name="further">Further pairs that may be the same.</param>
    public static Func<string, IEnumerable<string>> Spellings(SqliteConnection company, IEnumerable<(string Left, string Right)> further)
    {
        var pairs = new SupplierLinkTable(company)
            .All()
            .Select(l => (l.Supplier, l.LedgerName))
            .Concat(company.Query<(string, string)>("select left, right from supplier_proposal"))
            .Concat(further)
            .ToList();
        var others = pairs.Concat(pairs.Select(p => (p.Item2, p.Item1))).ToLookup(p => p.Item1, p => p.Item2, Folded.Comparer);
        return name =>
        {
            // Two spellings that are linked to one name are two steps apart.
            var all = new HashSet<string>(Folded.Comparer) { name };
            foreach (var one in others[name])
                if (all.Add(one))
                    all.UnionWith(others[one]);
            return all;
        };
    }

    // Spellings of documents that are not set aside, in the order in which they first came; those that a person linked stand for others.
    private List<string> InUse() =>
        company
            .Query<string>(
                """
                select v.value from arriving_value v where v.kind = 'supplier'
                  and exists (select 1 from document d where d.supplier_key = v.key and d.supplier_key <> '' and d.state <> 'set_aside')
                  and not exists (select 1 from supplier_link l where l.supplier_key = v.key)
                order by (select min(f.id) from document f where f.supplier_key = v.key)
                """
            )
            .AsList();

    private void Insert(IEnumerable<SupplierProposal> proposals) =>
        company.Execute(
            """
            insert or replace into supplier_proposal (kind, left_key, right_key, left, right, right_id, evidence, confidence)
            values (@kind, @leftKey, @rightKey, @Left, @Right, @RightId, @evidence, @confidence)
            """,
            proposals.Select(p => new
            {
                kind = Words<SupplierProposalKind>.Of(p.Kind),
                leftKey = Folded.Of(p.Left),
                rightKey = Folded.Of(p.Right),
                p.Left,
                p.Right,
                p.RightId,
                evidence = JsonSerializer.Serialize(p.Evidence),
                confidence = Percent(p.Confidence),
            })
        );

    private static int Percent(double confidence) => (int)(confidence * 100);

    [method: ExplicitConstructor]
    private sealed record Row(string Kind, string Left, string Right, string RightId, string Evidence, long Confidence)
    {
        public SupplierProposal ToProposal() =>
            new(
                Words<SupplierProposalKind>.Read(Kind),
                Left,
                Right,
                RightId,
                JsonSerializer.Deserialize<string[]>(Evidence)!,
                Confidence / 100.0
            );
    }
}
