using Adnumera.Core.Documents;
using Adnumera.Core.Mapping;
using Adnumera.Core.Spending;
using Adnumera.Storage.Mapping;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>How many documents a list has.</summary>
/// <param name="Documents">How many; where there are more than are counted, how many were.</param>
/// <param name="Money">Their money in the company's currency; 0 where not all were counted.</param>
/// <param name="IsMore">Whether there are more than are counted.</param>
public readonly record struct ListTotal(long Documents, long Money, bool IsMore);

/// <summary>Where a document stands in a list.</summary>
/// <param name="Position">Its place from 1 on; none in a list that is not counted.</param>
public readonly record struct ListPlace(long? Previous, long? Next, long? Position, ListTotal Total);

/// <summary>
/// Lists of documents, page by page. State, source, period and kind are counted by the count's own cells. What is few is found by the
/// index of what makes it few, and sorted; what is many is met soon along the index of the order. So no list reads a company from end to
/// end.
/// </summary>
/// <param name="company">The company's file.</param>
/// <param name="few">Up to so many are gathered and sorted.</param>
/// <param name="some">Up to so many are kept at hand by their ids, while one goes along the order.</param>
/// <param name="steps">So many documents on, a neighbour is looked for before ids are gathered.</param>
public sealed class DocumentList(
    SqliteConnection company,
    int few = DocumentList.Few,
    int some = DocumentList.Some,
    int steps = DocumentList.Steps
)
{
    /// <summary>More than so many documents of a list that no cell counts are not counted.</summary>
    public const int MostCounted = 1_000;

    /// <summary>Up to so many documents are gathered and sorted.</summary>
    public const int Few = 5_000;

    /// <summary>Up to so many are kept at hand by their ids, while one goes along the order.</summary>
    public const int Some = 250_000;

    // Where a document is asked by its own columns, it is asked sooner than that so many ids are gathered.
    private const int SomeOfQuick = 20_000;

    /// <summary>So many documents on, a neighbour is looked for before ids are gathered.</summary>
    public const int Steps = 500;

    private static readonly Direction Ascending = new(">", "<=", "asc");

    private static readonly Direction Descending = new("<", ">=", "desc");

    private readonly Dictionary<(DocumentFilter Filter, string Ids), long[]?> gathered = [];

    private readonly Dictionary<(DocumentFilter Filter, string Ids), bool> kept = [];

    /// <summary>A page after the given cursor (sort key and id).</summary>
    public IReadOnlyList<DocumentSummary> Page(DocumentFilter filter, DocumentOrder order, string? afterKey, long afterId, int most)
    {
        var key = OrderKey.Of(order);
        var conditions = Conditions(filter);
        var (where, by) = Way(conditions, key);
        var parameters = conditions.Parameters;
        if (afterKey is not null)
        {
            var after = key.Values(afterKey).Index().Select(v => (Name: $"@after{v.Index}", v.Item)).ToList();
            where += $" and ({by}, d.id) {To(key).Compare} ({string.Join(", ", after.Select(v => v.Name))}, @afterId)";
            foreach (var (name, value) in after)
                parameters.Add(name, value);
            parameters.Add("afterId", afterId);
        }

        parameters.Add("most", most);
        return [.. company.Query<SummaryRow>(PageSql(where, by, key), parameters).Select(r => r.ToSummary())];
    }

    /// <summary>The plan by which SQLite finds a page, for holding it against the indexes.</summary>
    public IReadOnlyList<string> Plan(DocumentFilter filter, DocumentOrder order)
    {
        var key = OrderKey.Of(order);
        var conditions = Conditions(filter);
        var (where, by) = Way(conditions, key);
        conditions.Parameters.Add("most", 1);
        return
        [
            .. company
                .Query<(long, long, long, string Detail)>($"explain query plan {PageSql(where, by, key)}", conditions.Parameters)
                .Select(p => p.Detail),
        ];
    }

    /// <summary>The documents of a list, ascending, as far as so many.</summary>
    public IReadOnlyList<long> Ids(DocumentFilter filter, int most)
    {
        var conditions = Conditions(filter);
        conditions.Parameters.Add("most", most);
        return company
            .Query<long>(
                $"select d.id from document d where {conditions.Gathered(n => How(n, conditions))} order by d.id limit @most",
                conditions.Parameters
            )
            .AsList();
    }

    /// <summary>What narrows to the documents (<c>d</c>) of a list, with its parameters: to add them up.</summary>
    internal (string Where, DynamicParameters Parameters) Where(DocumentFilter filter)
    {
        var conditions = Conditions(filter);
        return (Way(conditions, OrderKey.Of(DocumentOrder.Arrived)).Where, conditions.Parameters);
    }

    /// <summary>How many there are and their money.</summary>
    public ListTotal Total(DocumentFilter filter)
    {
        var conditions = Conditions(filter);
        if (conditions.Narrow.Count == 0)
        {
            var (all, money) = company.QuerySingle<(long, long)>(
                $"select coalesce(sum(documents), 0), coalesce(sum(money), 0) from count_cell d where {conditions.Heads}",
                conditions.Parameters
            );
            return new ListTotal(all, money, false);
        }

        if (!conditions.Narrow.Any(n => n.IsFew) && Capped(conditions) > MostCounted)
            return new ListTotal(MostCounted, 0, true);
        var (documents, sum) = company.QuerySingle<(long, long)>(
            "select count(*), coalesce(sum(case when d.currency = (select currency from company) then d.signed_total else 0 end), 0) "
                + $"from document d where {conditions.Gathered(n => How(n, conditions))}",
            conditions.Parameters
        );
        return new ListTotal(documents, sum, false);
    }

    /// <summary>What comes before and after a document in the order of a list, and its place where the list is counted.</summary>
    public ListPlace Around(DocumentFilter filter, DocumentOrder order, long id)
    {
        var key = OrderKey.Of(order);
        var conditions = Conditions(filter);
        conditions.Parameters.Add("id", id);
        var (previous, next) = key.IsDescending ? (Ascending, Descending) : (Descending, Ascending);
        var way = new Lazy<(string Where, string By)>(() => Way(conditions, key));
        long? Neighbour(Direction to) => Near(conditions, key, to) ?? One(conditions, way.Value.Where, way.Value.By, key, to);
        var total = Total(filter);
        long? position =
            total.IsMore || total.Documents > MostCounted
                ? null
                : company.ExecuteScalar<long>(
                    $"select count(*) from document d where {way.Value.Where} and {Beyond(way.Value.By, key, previous)}",
                    conditions.Parameters
                ) + 1;
        return new ListPlace(Neighbour(previous), Neighbour(next), position, total);
    }

    // What is few is gathered once for a list: its page, its total and its neighbours ask the same.
    private ListConditions Conditions(DocumentFilter filter)
    {
        var conditions = new ListConditions(
            filter,
            spend =>
                SpendReport.Paid(
                    spend.By!.Value,
                    spend.Value,
                    new SpendTable(company).PaidFromTexts(),
                    new PaymentAccounts([.. new PaymentAccountTable(company).All().Select(a => a.Account)])
                )
        );
        for (var place = 0; place < conditions.Narrow.Count; place++)
        {
            var question = (filter, conditions.Narrow[place].Ids);
            if (!gathered.TryGetValue(question, out var ids))
                gathered[question] = ids =
                    company.Query<long>($"select id from ({question.Ids}) limit {few + 1}", conditions.Parameters).ToArray() is { } found
                    && found.Length <= few
                        ? found
                        : null;
            if (ids is not null)
                conditions.Know(place, ids);
        }

        return conditions;
    }

    // Where many documents are left, the next is a few steps on: these are asked, and no ids gathered.
    private long? Near(ListConditions conditions, OrderKey key, Direction to)
    {
        if (conditions.Narrow.Count == 0 || conditions.Narrow.Any(n => n.IsFew))
            return null;
        var where = conditions.AlongTheOrder(_ => Reach.Many, key.Leads);
        var all = conditions.HeadsAlongTheOrder(key.Leads);
        var last =
            $"(select {key.Along}, d.id from document d where {all} and {Beyond(key.Along, key, to)} "
            + $"order by {Sorted(key, key.Along, to)} limit 1 offset {steps})";
        return One(conditions, $"{where} and ({key.Along}, d.id) {to.Until} {last}", key.Along, key, to);
    }

    private long? One(ListConditions conditions, string where, string by, OrderKey key, Direction to) =>
        company.QueryFirstOrDefault<long?>(
            $"select d.id from document d where {where} and {Beyond(by, key, to)} order by {Sorted(key, by, to)} limit 1",
            conditions.Parameters
        );

    private static string Beyond(string by, OrderKey key, Direction to) =>
        $"({by}, d.id) {to.Compare} (select {key.Along}, d.id from document d where d.id = @id)";

    private static Direction To(OrderKey key) => key.IsDescending ? Descending : Ascending;

    private static string Sorted(OrderKey key, string by, Direction to) =>
        string.Concat((by == key.Along ? key.Columns : key.Columns.Select(c => $"+{c}")).Select(c => $"{c} {to.Way}, ")) + $"d.id {to.Way}";

    private static string PageSql(string where, string by, OrderKey key) =>
        $"""
            select d.id as Id, d.source as Source, d.source_id as SourceId, d.kind as Kind, d.document_date as Date,
              coalesce(nullif(d.supplier, ''), nullif(d.employee, ''), d.payment_account) as Who, d.reference as Reference,
                d.currency as Currency,
              d.signed_total as SignedTotal, d.state as State,
              coalesce((select h.detail from hold h where h.document_id = d.id order by h.line, h.reason
                limit 1), d.set_aside) as Reason,
              (select count(*) from hold h where h.document_id = d.id) as Reasons, d.notices as Notices, {key.AsText} as SortKey,
              d.supplier as Supplier, d.employee as Employee, coalesce(nullif(d.payment_account_choice, ''), d.payment_account) as
                PaymentAccount,
              d.due_date as DueDate, d.entry_date as EntryDate, (select a.at from arrival a where a.id = d.arrival_id) as ArrivedAt,
              coalesce((select l.category from document_line l where l.document_id = d.id order by l.line limit 1), '') as Category,
              coalesce((select l.decided_account from document_line l where l.document_id = d.id order by l.line limit 1), '') as Account,
              (select count(*) from document_line l where l.document_id = d.id) as Lines,
              coalesce((select group_concat(label, ', ') from (select t.label from document_label t where t.document_id = d.id
                order by t.label_key)), '') as Labels,
              (select count(*) from attachment t where t.document_id = d.id) as Attachments
            from document d where {where} order by {Sorted(key, by, To(key))} limit @most
            """;

    // What is few is gathered by its own index: a plus keeps the order's index out of it. What is many is met along the order.
    private (string Where, string By) Way(ListConditions conditions, OrderKey key)
    {
        Reach Asked(Narrowing narrow) => How(narrow, conditions);
        if (conditions.Narrow.Any(n => Asked(n) == Reach.Few))
            return (conditions.Gathered(Asked), key.Gathered);
        var heads =
            conditions.Heads == ListConditions.Everything
                ? long.MaxValue
                : company.ExecuteScalar<long>(
                    $"select coalesce(sum(documents), 0) from count_cell d where {conditions.Heads}",
                    conditions.Parameters
                );
        return heads <= few ? (conditions.Gathered(Asked), key.Gathered) : (conditions.AlongTheOrder(Asked, key.Leads), key.Along);
    }

    private Reach How(Narrowing narrow, ListConditions conditions) =>
        narrow.IsFew ? Reach.Few
        : IsKept(narrow, conditions) ? Reach.Some
        : Reach.Many;

    private bool IsKept(Narrowing narrow, ListConditions conditions)
    {
        var question = (conditions.Filter, narrow.Ids);
        if (!kept.TryGetValue(question, out var answer))
        {
            var most = narrow.IsQuick ? Math.Min(some, SomeOfQuick) : some;
            kept[question] = answer =
                company.ExecuteScalar<long>($"select count(*) from (select 1 from ({narrow.Ids}) limit {most + 1})", conditions.Parameters)
                <= most;
        }

        return answer;
    }

    private long Capped(ListConditions conditions) =>
        company.ExecuteScalar<long>(
            conditions.Narrow.Count == 1 && conditions.Heads == ListConditions.Everything
                ? $"select count(*) from (select distinct id from ({conditions.Narrow[0].Ids}) limit {MostCounted + 1})"
                : $"select count(*) from (select 1 from document d where {conditions.Gathered(n => How(n, conditions))} "
                    + $"limit {MostCounted + 1})",
            conditions.Parameters
        );

    /// <summary>Whether an order goes by a number, so that its key is one.</summary>
    public static bool IsByNumber(DocumentOrder order) => OrderKey.Of(order).IsNumber;

    // A direction along an order: what lies beyond a place, what lies up to one, and the word.
    private readonly record struct Direction(string Compare, string Until, string Way);

    [method: ExplicitConstructor]
    private sealed record SummaryRow(
        long Id,
        string Source,
        string SourceId,
        string Kind,
        string Date,
        string Who,
        string Reference,
        string Currency,
        long SignedTotal,
        string State,
        string Reason,
        long Reasons,
        string Notices,
        string SortKey,
        string Supplier,
        string Employee,
        string PaymentAccount,
        string DueDate,
        string EntryDate,
        string ArrivedAt,
        string Category,
        string Account,
        long Lines,
        string Labels,
        long Attachments
    )
    {
        public DocumentSummary ToSummary() =>
            new(
                Id,
                Source,
                SourceId,
                Words<DocumentKind>.Read(Kind),
                Date,
                Who,
                Reference,
                Currency,
                SignedTotal,
                Words<DocumentState>.Read(State),
                SetAsideSentence(),
                Reasons,
                Notices.Length > 0,
                SortKey
            )
            {
                Supplier = Supplier,
                Employee = Employee,
                PaymentAccount = PaymentAccount,
                DueDate = DueDate,
                EntryDate = EntryDate,
                ArrivedAt = ArrivedAt,
                Category = Category,
                Account = Account,
                Lines = Lines,
                Labels = Labels,
                Attachments = Attachments,
            };

        // What was left out has the word of its reason here, all else a sentence.
        private string SetAsideSentence() => State == Words<DocumentState>.Of(DocumentState.SetAside) ? Reason.Replace('_', ' ') : Reason;
    }
}
