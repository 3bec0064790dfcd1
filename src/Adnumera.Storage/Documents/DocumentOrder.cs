using System.Globalization;

namespace Adnumera.Storage.Documents;

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

    /// <summary>By reference.</summary>
    Reference,

    /// <summary>Due first.</summary>
    Due,

    /// <summary>Due last, those without a day at the end.</summary>
    DueLast,

    /// <summary>Earliest entry first.</summary>
    Entry,

    /// <summary>Latest entry first.</summary>
    EntryLatest,

    /// <summary>What arrived last, first.</summary>
    Arrived,

    /// <summary>By kind.</summary>
    Kind,

    /// <summary>By source, by state within.</summary>
    Source,

    /// <summary>By state, earliest date first within.</summary>
    State,

    /// <summary>By employee, those without one last.</summary>
    Employee,

    /// <summary>By the payment account as a person or the source says it, those without one last.</summary>
    PaidFrom,
}

/// <summary>What a list is sorted by: columns of one direction, each list of them with an index that ends in the document's id.</summary>
/// <param name="Columns">The columns.</param>
/// <param name="IsDescending">Whether the greatest comes first.</param>
/// <param name="IsNumber">Whether the one column is a number.</param>
internal sealed record OrderKey(string[] Columns, bool IsDescending = false, bool IsNumber = false)
{
    private const char Between = '\u001f';

    /// <summary>The heads by whose own index a list is in this order too, the best first.</summary>
    public IReadOnlyList<string> Leads { get; init; } = [];

    /// <summary>The columns, for comparing.</summary>
    public string Along => string.Join(", ", Columns);

    /// <summary>The same, of no index.</summary>
    public string Gathered => string.Join(", ", Columns.Select(c => $"+{c}"));

    /// <summary>The place of a document in the order, as one text.</summary>
    public string AsText => string.Join($" || char({(int)Between}) || ", Columns.Select(c => $"cast({c} as text)"));

    /// <summary>That text, column by column.</summary>
    public IEnumerable<object> Values(string text) =>
        IsNumber ? [long.Parse(text, CultureInfo.InvariantCulture)] : text.Split(Between, Columns.Length);

    /// <summary>The key of each order.</summary>
    public static OrderKey Of(DocumentOrder order) =>
        order switch
        {
            DocumentOrder.Latest => ByDate with { IsDescending = true },
            DocumentOrder.Earliest => ByDate,
            DocumentOrder.Largest => new(["d.total"], IsDescending: true, IsNumber: true),
            DocumentOrder.Smallest => new(["d.total"], IsNumber: true),
            DocumentOrder.Supplier => new(["d.supplier_key"]),
            DocumentOrder.Reference => new(["d.reference_key"]),
            DocumentOrder.Due => new(["d.due_date"]),
            DocumentOrder.DueLast => new(["d.due_date"], IsDescending: true),
            DocumentOrder.Entry => new(["d.entry_date"]),
            DocumentOrder.EntryLatest => new(["d.entry_date"], IsDescending: true),
            DocumentOrder.Arrived => new(["d.id"], IsDescending: true, IsNumber: true),
            DocumentOrder.Kind => new(["d.kind"]) { Leads = ["kind"] },
            DocumentOrder.Source => new(["d.source", "d.state"]) { Leads = ["source"] },
            DocumentOrder.State => new(["d.state", "d.document_date"]) { Leads = ["state"] },
            DocumentOrder.Employee => NamedFirst("d.employee"),
            DocumentOrder.PaidFrom => NamedFirst("coalesce(nullif(d.payment_account_choice, ''), d.payment_account)"),
        };

    // Most documents have none, and nobody looks for those.
    private static OrderKey NamedFirst(string column) => new([$"iif({column} = '', '~', '')", $"{column} collate nocase"]);

    // The indexes of period and state go by date within.
    private static OrderKey ByDate => new(["d.document_date"]) { Leads = ["period", "state"] };
}
