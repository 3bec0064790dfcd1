using System.Text.Json;
using Adnumera.Core.Documents;
using Adnumera.Core.Mapping;
using Adnumera.Core.Spending;
using Adnumera.Storage.Files;
using Adnumera.Storage.Mapping;
using Dapper;

namespace Adnumera.Storage.Documents;

/// <summary>Something that narrows a list and is no column of a document.</summary>
/// <param name="Ids">The documents that it leaves, as a query of their <c>id</c> on an index of its own; one may come twice.</param>
/// <param name="Check">Whether a document <c>d</c> is among them.</param>
/// <param name="IsQuick">Whether the check looks at the document's own columns or one index alone: many documents are asked sooner than
/// as many ids are gathered.</param>
/// <param name="IsFew">Whether its ids are known, and few.</param>
internal sealed record Narrowing(string Ids, string Check, bool IsQuick = false, bool IsFew = false);

/// <summary>How many documents a narrowing leaves.</summary>
internal enum Reach
{
    /// <summary>So few that they are gathered and sorted.</summary>
    Few,

    /// <summary>So many that they are met along the order, and few enough to be kept at hand by their ids.</summary>
    Some,

    /// <summary>So many that each that is met is asked.</summary>
    Many,
}

/// <summary>What a list is narrowed to, as conditions: the heads, which the count's cells have too, and what narrows beside them.</summary>
internal sealed class ListConditions
{
    /// <summary>The heads of a list that has none.</summary>
    public const string Everything = "1 = 1";

    // Trigrams need three characters.
    private const int LeastInside = 3;

    // What the trigrams of a document are made of; to look into one document is quicker so.
    private const string Inside = """
        instr(d.supplier_key, @text) > 0 or instr(d.reference_key, @text) > 0
          or instr(folded(concat_ws(char(10), d.employee, d.source_id, d.payment_account, d.notes)), @text) > 0
          or exists (select 1 from document_line l where l.document_id = d.id
            and instr(folded(concat_ws(char(10), l.description, l.category, l.item, l.cost_code)), @text) > 0)
        """;

    private readonly List<string> heads = [];

    /// <param name="filter">What the list is narrowed to.</param>
    /// <param name="paid">Under which texts, on which days, a group of payment accounts was paid; asked only where one is.</param>
    public ListConditions(DocumentFilter filter, Func<SpendNarrowing, IReadOnlyList<PaidWithin>>? paid = null)
    {
        Filter = filter;
        Head("state", filter.State is { } state ? Words<DocumentState>.Of(state) : null);
        Head("source", filter.Source);
        Head("period", filter.Period);
        Head("kind", filter.Kind is { } kind ? Words<DocumentKind>.Of(kind) : null);
        if (filter.NoticedOn is { } today)
        {
            Parameters.Add("today", Iso.Text(today));
            Add(
                "select id from document where notices <> '' union all select id from document where document_date > @today",
                "(d.notices <> '' or d.document_date > @today)"
            );
        }

        if (!string.IsNullOrEmpty(filter.Account))
        {
            Parameters.Add("account", filter.Account);
            Add(
                "select document_id as id from posting where account = @account",
                "exists (select 1 from posting p where p.document_id = d.id and p.account = @account)",
                isQuick: true
            );
        }

        if (filter.Reason is { } reason)
        {
            var value = filter.ReasonValue is null ? "" : " and h.value = @reasonValue";
            Parameters.Add("reason", Words<HoldKind>.Of(reason));
            Parameters.Add("reasonValue", filter.ReasonValue);
            Add(
                $"select h.document_id as id from hold h where h.reason = @reason{value}",
                $"exists (select 1 from hold h where h.document_id = d.id and h.reason = @reason{value})"
            );
        }

        if (!string.IsNullOrEmpty(filter.Key))
        {
            Parameters.Add("key", (filter.KeyKind ?? default).Fold(filter.Key));
            if (filter.KeyKind is { } of)
                Add(KeyColumns.Ids(of, "@key"), Met(of, "@key"), isQuick: true);
            else
                Add("select 0 as id where 0", "0");
        }

        Value(KeyKind.Supplier, filter.Supplier, "supplier");
        Value(KeyKind.Category, filter.Category, "category");
        PaidBy("a.name_key", filter.PaymentAccount, "paidFrom", "d.payment_account_key = @paidFrom and d.payment_account_key <> ''");
        PaidBy("folded(a.holder)", filter.Cardholder, "holder", "0");
        if (!string.IsNullOrWhiteSpace(filter.Employee))
        {
            Parameters.Add("employee", filter.Employee.Trim());
            Add(
                "select id from document where iif(employee = '', '~', '') = '' and employee = @employee collate nocase",
                "(+d.employee = @employee collate nocase and +d.employee <> '')",
                isQuick: true
            );
        }

        Days("document_date", filter.Date);
        Days("due_date", filter.Due);
        Days("entry_date", filter.Entry);
        Range("total", filter.Total.From, filter.Total.To, !filter.Total.IsAll);
        if (filter.Attachment is { } has)
        {
            const string Of = "exists (select 1 from attachment t where t.document_id = d.id)";
            if (has)
                Add("select document_id as id from attachment", Of, isQuick: true);
            else
                Add($"select d.id from document d where not {Of}", $"not {Of}", isQuick: true);
        }

        if (!string.IsNullOrWhiteSpace(filter.Label))
        {
            Parameters.Add("label", Folded.Of(filter.Label));
            Add(
                "select document_id as id from document_label where label_key = @label",
                "exists (select 1 from document_label t where t.label_key = @label and t.document_id = d.id)"
            );
        }

        if (filter.Arrival is { } arrival)
        {
            Parameters.Add("arrival", arrival);
            Add("select id from document where arrival_id = @arrival", "d.arrival_id = @arrival", isQuick: true);
        }

        if (filter.Without is { } without)
        {
            Parameters.Add("without", without);
            const string Others = "not in (select value from json_each(@without))";
            Add($"select id from document where id {Others}", $"+d.id {Others}", isQuick: true);
        }

        if (filter.IsSent)
            InStates(s => s.IsSent());
        if (filter.IsOpen)
            InStates(s => s.IsOpen());
        if (filter.Dispatch is { } dispatch)
        {
            Parameters.Add("dispatch", dispatch);
            const string Taken = "i.dispatch_id = @dispatch and i.state = 'accepted' and i.kind = 'entry'";
            Add(
                $"select i.document_id as id from instruction i where {Taken}",
                $"exists (select 1 from instruction i where i.document_id = d.id and {Taken})"
            );
        }

        if (filter.IsRead)
            Add("select document_id as id from reading", "exists (select 1 from reading r where r.document_id = d.id)");
        if (filter.Spend is { } spend)
            Narrow.AddRange(SpendConditions.Of(spend, paid, Parameters));

        if (!string.IsNullOrWhiteSpace(filter.Text))
            Text(filter.Text, filter.Amount);
    }

    /// <summary>What the list is asked for.</summary>
    public DocumentFilter Filter { get; }

    /// <summary>Conditions on columns that documents and the count's cells share.</summary>
    public string Heads => heads.Count == 0 ? Everything : string.Join(" and ", heads);

    /// <summary>What else narrows.</summary>
    public List<Narrowing> Narrow { get; } = [];

    public DynamicParameters Parameters { get; } = new();

    /// <summary>All conditions, each by the index that SQLite likes best.</summary>
    /// <param name="how">How each narrowing is asked.</param>
    public string Gathered(Func<Narrowing, Reach> how) =>
        string.Join(
            " and ",
            heads
                .Select(h => $"d.{h}")
                .Concat(Narrow.Select(n => how(n) == Reach.Many ? n.Check : $"d.id in ({n.Ids})"))
                .DefaultIfEmpty(Everything)
        );

    /// <summary>All conditions, each checked on what is met along an order: a plus keeps their own indexes out of it.</summary>
    /// <param name="how">How each narrowing is asked.</param>
    /// <param name="leads">The heads whose own index keeps that order; the first there is leads.</param>
    public string AlongTheOrder(Func<Narrowing, Reach> how, IReadOnlyList<string> leads) =>
        string.Join(" and ", Narrow.Select(n => how(n) == Reach.Many ? n.Check : $"+d.id in ({n.Ids})").Prepend(HeadsAlongTheOrder(leads)));

    /// <summary>The heads alone, so asked along an order.</summary>
    /// <param name="leads">The heads whose own index keeps that order.</param>
    public string HeadsAlongTheOrder(IReadOnlyList<string> leads)
    {
        var lead = leads.Select(l => heads.Find(h => h.StartsWith(l, StringComparison.Ordinal))).FirstOrDefault(h => h is not null);
        return string.Join(" and ", heads.Select(h => h == lead ? $"d.{h}" : $"+d.{h}").DefaultIfEmpty(Everything));
    }

    /// <summary>Narrows by what is known to be few.</summary>
    /// <param name="place">Which narrowing.</param>
    /// <param name="ids">The documents that it leaves.</param>
    public void Know(int place, IEnumerable<long> ids)
    {
        Parameters.Add($"few{place}", JsonSerializer.Serialize(ids));
        Narrow[place] = Narrow[place] with { Ids = $"select value as id from json_each(@few{place})", IsFew = true };
    }

    private void Add(string ids, string check, bool isQuick = false) => Narrow.Add(new Narrowing(ids, check, isQuick));

    // Whether a document that is met along an order carries a value: its own column's index is kept out of it.
    private static string Met(KeyKind kind, string key) =>
        kind != KeyKind.PaymentAccount && KeyColumns.OfDocument(kind) is { } column
            ? $"(+d.{column} <> '' and +d.{column} = {key})"
            : KeyColumns.Carries(kind, key);

    private void Value(KeyKind kind, string? value, string name)
    {
        if (string.IsNullOrWhiteSpace(value))
            return;
        Parameters.Add(name, kind.Fold(value));
        Add(KeyColumns.Ids(kind, $"@{name}"), Met(kind, $"@{name}"), isQuick: true);
    }

    // What was paid by a payment account, by one of its numbers on the day or because a person says so; or what a source calls so.
    private void PaidBy(string column, string? value, string name, string orSaid)
    {
        if (string.IsNullOrWhiteSpace(value))
            return;
        Parameters.Add(name, Folded.Of(value));
        var numbers = $"from payment_account a join payment_number n on n.payment_account_id = a.id where {column} = @{name}";
        const string Claims =
            "d.payment_account_key = folded(n.text) and d.payment_account_key <> '' and d.payment_account_choice = '' "
            + "and (n.from_day = '' or d.document_date >= n.from_day) and (n.through_day = '' or d.document_date <= n.through_day)";
        var chosen = $"select a.name from payment_account a where {column} = @{name}";
        var numbered = numbers.Replace(" where ", $" cross join document d on {Claims} where ", StringComparison.Ordinal);
        Add(
            $"select d.id from document d where {orSaid} union all select d.id {numbered} union all "
                + $"select d.id from document d where d.payment_account_choice <> '' and d.payment_account_choice in ({chosen})",
            $"({orSaid} or exists (select 1 {numbers} and {Claims}) "
                + $"or d.payment_account_choice <> '' and d.payment_account_choice in ({chosen}))",
            isQuick: true
        );
    }

    private void InStates(Func<DocumentState, bool> fits)
    {
        var states = string.Join(", ", Enum.GetValues<DocumentState>().Where(fits).Select(s => $"'{Words<DocumentState>.Of(s)}'"));
        Add($"select id from document where state in ({states})", $"+d.state in ({states})", isQuick: true);
    }

    private void Days(string column, DayRange days) =>
        Range(column, days.From is { } from ? Iso.Text(from) : null, days.To is { } to ? Iso.Text(to) : null, !days.IsAll);

    private void Range(string column, object? from, object? to, bool asked)
    {
        if (!asked)
            return;
        Parameters.Add($"{column}From", from);
        Parameters.Add($"{column}To", to);
        string On(string of) =>
            string.Join(
                " and ",
                ((string[])[from is null ? "" : $"{of} >= @{column}From", to is null ? "" : $"{of} <= @{column}To"]).Where(c =>
                    c.Length > 0
                )
            ) + (column == "due_date" ? $" and {of} <> ''" : "");
        Add($"select id from document where {On(column)}", $"({On($"+d.{column}")})", isQuick: true);
    }

    private void Head(string column, string? value)
    {
        if (string.IsNullOrEmpty(value))
            return;
        heads.Add($"{column} = @{column}");
        Parameters.Add(column, value);
    }

    // Ranges on the indexes for what begins with the text, and nothing on an index to check it (a plus keeps it out); trigrams for what
    // has it inside. Whatever is not indexed yet is found by its beginning.
    private void Text(string typed, long? amount)
    {
        var text = Folded.Of(typed);
        Parameters.Add("text", text);
        Parameters.Add("textEnd", text + "\U0010FFFF");
        Parameters.Add("rawText", typed.Trim());
        Parameters.Add("amount", amount);
        var (ids, checks) = (
            new List<string>
            {
                "select id from document where supplier_key >= @text and supplier_key < @textEnd",
                "select id from document where reference_key >= @text and reference_key < @textEnd",
                "select id from document where party_key >= @text and party_key < @textEnd and kind = 'expense_claim'",
                "select id from document where source_id = @rawText",
            },
            new List<string>
            {
                "+d.supplier_key >= @text and +d.supplier_key < @textEnd",
                "+d.reference_key >= @text and +d.reference_key < @textEnd",
                "+d.party_key >= @text and +d.party_key < @textEnd and d.kind = 'expense_claim'",
                "+d.source_id = @rawText",
            }
        );
        if (amount is not null)
        {
            ids.Add("select id from document where total = @amount");
            checks.Add("+d.total = @amount");
        }

        if (text.Length >= LeastInside)
        {
            Parameters.Add("inside", $"\"{text.Replace("\"", "\"\"", StringComparison.Ordinal)}\"");
            ids.Insert(0, "select rowid as id from document_text where document_text match @inside");
            checks.Add(Inside);
        }

        Narrow.Add(new Narrowing(string.Join(" union all ", ids), $"({string.Join(" or ", checks)})", text.Length < LeastInside));
    }
}
