using System.Globalization;
using Adnumera.Core.Documents;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Files;
using Adnumera.Storage.Mapping;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>What a list of documents is to hold.</summary>
public sealed record DocumentFilter
{
    public DocumentState? State { get; init; }

    public string? Source { get; init; }

    /// <summary>Only what is worth noticing; the day is today.</summary>
    public DateOnly? NoticedOn { get; init; }

    public string? Period { get; init; }

    public DocumentKind? Kind { get; init; }

    public HoldKind? Reason { get; init; }

    public string? ReasonValue { get; init; }

    /// <summary>The kind of a value that arrives, and the value.</summary>
    public KeyKind? KeyKind { get; init; }

    public string? Key { get; init; }

    /// <summary>The account that a line was decided to go to.</summary>
    public string? Account { get; init; }

    /// <summary>Supplier, employee, reference or id beginning with it; or an amount.</summary>
    public string? Text { get; init; }

    /// <summary>The amount that the text is, in minor units.</summary>
    public long? Amount { get; init; }
}

/// <summary>The order of a list of documents.</summary>
public enum DocumentOrder
{
    /// <summary>Latest document date first.</summary>
    Latest,

    /// <summary>Earliest document date first.</summary>
    Earliest,

    /// <summary>Largest total first.</summary>
    Largest,

    /// <summary>Smallest total first.</summary>
    Smallest,

    /// <summary>By supplier.</summary>
    Supplier,
}

/// <summary>A document in a list.</summary>
public sealed record DocumentSummary(
    long Id,
    string Source,
    string SourceId,
    DocumentKind Kind,
    string Date,
    string Who,
    string Reference,
    string Currency,
    long SignedTotal,
    DocumentState State,
    string Reason,
    long Reasons,
    bool Noticed,
    string SortKey
);

/// <summary>Lists of documents, page by page on the index of their order.</summary>
public sealed class DocumentList(SqliteConnection company)
{
    /// <summary>A page after the given cursor (sort key and id).</summary>
    public IReadOnlyList<DocumentSummary> Page(DocumentFilter filter, DocumentOrder order, string? afterKey, long afterId, int most)
    {
        var (key, descending, number) = Order(order);
        var (where, parameters) = Where(filter);
        if (afterKey is not null)
        {
            where += $" and ({key}, d.id) {(descending ? "<" : ">")} (@afterKey, @afterId)";
            parameters.Add("afterKey", number ? long.Parse(afterKey, CultureInfo.InvariantCulture) : afterKey);
            parameters.Add("afterId", afterId);
        }

        parameters.Add("most", most);
        var way = descending ? "desc" : "asc";
        return
        [
            .. company
                .Query<SummaryRow>(
                    $"""
                    select d.id as Id, d.source as Source, d.source_id as SourceId, d.kind as Kind, d.document_date as Date,
                      coalesce(nullif(d.supplier, ''), nullif(d.employee, ''), d.payment_account) as Who, d.reference as Reference,
                        d.currency as Currency,
                      d.signed_total as SignedTotal, d.state as State,
                      coalesce((select h.detail from hold h where h.document_id = d.id order by h.line, h.reason
                        limit 1), d.set_aside) as Reason,
                      (select count(*) from hold h where h.document_id = d.id) as Reasons, d.notices as Notices, cast({key} as text) as
                        SortKey
                    from document d where {where} order by {key} {way}, d.id {way} limit @most
                    """,
                    parameters
                )
                .Select(r => r.ToSummary()),
        ];
    }

    /// <summary>How many there are and their money.</summary>
    public (long Documents, long Money) Total(DocumentFilter filter)
    {
        var (where, parameters) = Where(filter);
        return company.QuerySingle<(long, long)>(
            "select count(*), coalesce(sum(case when d.currency = (select currency from company) then d.signed_total else 0 end), 0) "
                + $"from document d where {where}",
            parameters
        );
    }

    /// <summary>The ids of a list in its order, for going from one document to the next.</summary>
    public (long? Previous, long? Next, long Position, long Count) Around(DocumentFilter filter, DocumentOrder order, long id)
    {
        var (key, descending, _) = Order(order);
        var (where, parameters) = Where(filter);
        parameters.Add("id", id);
        var (before, after) = descending ? (">", "<") : ("<", ">");
        var (forward, backward) = descending ? ("desc", "asc") : ("asc", "desc");
        var here = $"(select {key} from document d where d.id = @id)";
        long? One(string compare, string way) =>
            company.QueryFirstOrDefault<long?>(
                $"select d.id from document d where {where} and ({key}, d.id) {compare} ({here}, @id) "
                    + $"order by {key} {way}, d.id {way} limit 1",
                parameters
            );
        var position = company.ExecuteScalar<long>(
            $"select count(*) from document d where {where} and ({key}, d.id) {before} ({here}, @id)",
            parameters
        );
        return (One(before, backward), One(after, forward), position + 1, Total(filter).Documents);
    }

    /// <summary>Whether an order goes by amount, so that its key is a number.</summary>
    public static bool IsByAmount(DocumentOrder order) => Order(order).Number;

    private static (string Key, bool Descending, bool Number) Order(DocumentOrder order) =>
        order switch
        {
            DocumentOrder.Latest => ("d.document_date", true, false),
            DocumentOrder.Earliest => ("d.document_date", false, false),
            DocumentOrder.Largest => ("d.total", true, true),
            DocumentOrder.Smallest => ("d.total", false, true),
            DocumentOrder.Supplier => ("d.supplier_key", false, false),
        };

    private static (string Where, DynamicParameters Parameters) Where(DocumentFilter filter)
    {
        var where = new List<string> { "1 = 1" };
        var parameters = new DynamicParameters();
        void Add(string? value, string condition, string name, string? folded = null)
        {
            if (string.IsNullOrEmpty(value))
                return;
            where.Add(condition);
            parameters.Add(name, folded ?? value);
        }

        Add(Word(filter.State), "d.state = @state", "state");
        Add(filter.Source, "d.source = @source", "source");
        Add(filter.Period, "d.period = @period", "period");
        Add(Word(filter.Kind), "d.kind = @kind", "kind");
        Add(Iso.Text(filter.NoticedOn), "(d.notices <> '' or d.document_date > @today)", "today");
        Add(
            filter.Account,
            "exists (select 1 from document_line l where l.document_id = d.id and l.decided_account = @account)",
            "account"
        );
        if (filter.Reason is { } reason)
        {
            where.Add(
                "d.id in (select h.document_id from hold h "
                    + $"where h.reason = @reason{(filter.ReasonValue is null ? "" : " and h.value = @reasonValue")})"
            );
            parameters.Add("reason", Words<HoldKind>.Of(reason));
            parameters.Add("reasonValue", filter.ReasonValue);
        }

        if (!string.IsNullOrEmpty(filter.Key))
        {
            where.Add(
                filter.KeyKind is { } kind ? $"d.id in (select d.id from (select @key as key) k {KeyColumns.Join(kind, "k.key")})" : "0 = 1"
            );
            parameters.Add("key", (filter.KeyKind ?? default).Fold(filter.Key));
        }

        if (!string.IsNullOrWhiteSpace(filter.Text))
        {
            // Ranges on the indexes: what begins with the text.
            var text = Folded.Of(filter.Text);
            where.Add(
                $"""
                d.id in (select id from document where supplier_key >= @text and supplier_key < @textEnd
                  union all select id from document where reference_key >= @text and reference_key < @textEnd
                  union all select id from document where party_key >= @text and party_key < @textEnd and kind = 'expense_claim'
                  union all select id from document where source_id = @rawText
                  {(filter.Amount is null ? "" : "union all select id from document where total = @amount")})
                """
            );
            parameters.Add("text", text);
            parameters.Add("textEnd", text + "\U0010FFFF");
            parameters.Add("rawText", filter.Text.Trim());
            parameters.Add("amount", filter.Amount);
        }

        return (string.Join(" and ", where), parameters);
    }

    private static string? Word<T>(T? value)
        where T : struct, Enum => value is { } one ? Words<T>.Of(one) : null;

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
        string SortKey
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
            );

        // What was left out has the word of its reason here, all else a sentence.
        private string SetAsideSentence() => State == Words<DocumentState>.Of(DocumentState.SetAside) ? Reason.Replace('_', ' ') : Reason;
    }
}
