using System.Globalization;
using System.Text.Json;
using Adnumera.Core;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Mapping;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>Documents with their lines, read whole.</summary>
public sealed class DocumentTable(SqliteConnection company)
{
    private const string Open = "(d.state in ('held', 'to_approve', 'ready') or (d.state = 'set_aside' and d.set_aside_by = ''))";
    private const string Sent = "d.state in ('on_its_way', 'posted', 'proved')";

    private const string Columns =
        """
        d.id as Id, d.source as Source, d.source_id as SourceId, d.kind as Kind, d.document_date as Date, d.due_date as DueDate, d.reference as Reference,
        d.supplier as Supplier, d.employee as Employee, d.payment_account as PaymentAccount, d.settlement as Settlement, d.payment_account_choice as PaymentAccountChoice, d.currency as Currency,
        d.total as Total, d.notes as Notes, d.not_duplicate as NotDuplicate, coalesce(o.source, '') as DuplicateSource, coalesce(o.source_id, '') as DuplicateSourceId,
        d.arrival_id as ArrivalId, d.first_row as FirstRow, d.last_row as LastRow, d.revision as Revision, d.entry_date as EntryDate, d.period as Period,
        d.private as Private, d.notices as Notices, d.state as State, d.set_aside as SetAside, d.set_aside_by as SetAsideBy, d.ledger_entry as LedgerEntry
        """;

    private const string LineColumns =
        """
        document_id as DocumentId, line as Number, description as Description, category as Category, item as Item, cost_code as CostCode, quantity as Quantity,
        unit_price as UnitPrice, net as Net, tax_code as TaxCode, tax as Tax, department as Department, location as Location, project as Project,
        account as Account, original_account as OriginalAccount, decided_account as Decided, waiting as Waiting
        """;

    public StoredDocument? Find(long id) => Load([id]) is [var found] ? found : null;

    /// <summary>Documents by id, in the order of the ids.</summary>
    public IReadOnlyList<StoredDocument> Load(IEnumerable<long> ids)
    {
        var keys = new { ids = JsonSerializer.Serialize(ids) };
        var heads = company.Query<Head>(
            $"select {Columns} from json_each(@ids) j join document d on d.id = j.value left join document o on o.id = d.duplicate_of order by j.key", keys).AsList();
        var lines = company.Query<Line>($"select {LineColumns} from document_line where document_id in (select value from json_each(@ids)) order by document_id, line", keys)
            .ToLookup(l => l.DocumentId);
        var holds = company.Query<(long DocumentId, long Line, string Reason, string Value)>("select document_id, line, reason, value from hold where document_id in (select value from json_each(@ids))", keys)
            .ToLookup(h => h.DocumentId, h => new HoldKey(h.Line, h.Reason, h.Value));
        return [.. heads.Select(h => h.ToStored([.. lines[h.Id].Select(l => l.ToLine())]) with { Decided = [.. lines[h.Id].Select(l => l.Decided)], Waiting = [.. lines[h.Id].Select(l => l.Waiting)], Holds = [.. holds[h.Id]] })];
    }

    /// <summary>Those of these identities that arrived before. Walks the unique index (source, source_id).</summary>
    public IReadOnlyDictionary<DocumentIdentity, long> Known(IEnumerable<DocumentIdentity> identities) =>
        company.Query<(string Source, string SourceId, long Id)>(
            """
            select d.source, d.source_id, d.id from json_each(@keys) j
            join document d on d.source = j.value ->> 0 and d.source_id = j.value ->> 1
            """, new { keys = JsonSerializer.Serialize(identities.Select(i => new[] { i.Source, i.SourceId })) })
        .ToDictionary(k => new DocumentIdentity(k.Source, k.SourceId), k => k.Id);

    /// <summary>The ids of documents that changes of these rows may touch and that may still be coded anew, ascending.</summary>
    public IReadOnlyList<long> Touched(IEnumerable<RowIdentity> rows) => Under(rows, Open);

    /// <summary>The ids of documents under these rows that are in the ledger or on the way there, and so keep what they were posted with, ascending.</summary>
    /// <param name="rows">The rows.</param>
    /// <param name="decided">Of rows on the ladder, only those documents of which such a row decided a line.</param>
    public IReadOnlyList<long> SentUnder(IReadOnlyCollection<RowIdentity> rows, bool decided = false)
    {
        if (!decided) return Under(rows, Sent);
        var found = new SortedSet<long>();
        foreach (var kind in rows.GroupBy(r => r.Kind))
        {
            var rung = Ladder.UsualOrder.Select(r => (Rung?)r).FirstOrDefault(r => Ladder.KeyOf(r!.Value) == kind.Key);
            found.UnionWith(Under(kind, rung is null ? Sent : $"{Sent} and exists (select 1 from document_line x where x.document_id = d.id and x.decided_rung = '{Words<Rung>.Of(rung.Value)}')"));
        }

        return [.. found];
    }

    /// <summary>Every document that may still be coded anew, for a change that touches all of them.</summary>
    public IReadOnlyList<long> AllOpen() => company.Query<long>(
        "select id from document where state in ('held', 'to_approve', 'ready') or (state = 'set_aside' and set_aside_by = '') order by id").AsList();

    /// <summary>The latest that arrived of a kind, for examples.</summary>
    public StoredDocument? Latest(DocumentKind kind) =>
        company.QueryFirstOrDefault<long?>("select id from document where kind = @kind order by id desc limit 1", new { kind = Words<DocumentKind>.Of(kind) }) is { } id ? Find(id) : null;

    /// <summary>Every document, in the order of arrival.</summary>
    public IReadOnlyList<long> AllIds() => company.Query<long>("select id from document order by id").AsList();

    /// <summary>Accounts that persons chose on lines of open documents, with how many lines.</summary>
    public IReadOnlyList<(string Account, long Lines)> ChosenAccounts() => company.Query<(string, long)>(
        $"select l.account, count(*) from document d join document_line l on l.document_id = d.id where {Open} and l.account <> '' group by l.account").AsList();

    /// <summary>Puts other accounts in the place of those that persons chose on lines of open documents, and of those that they reverse.</summary>
    public void ReplaceChosen(IReadOnlyDictionary<string, string> replacements)
    {
        if (replacements.Count == 0) return;
        var pairs = new { pairs = JsonSerializer.Serialize(replacements.Select(r => new[] { r.Key, r.Value })) };
        foreach (var column in (ReadOnlySpan<string>)["account", "original_account"])
            company.Execute(
                $"""
                update document_line set {column} = (select value ->> 1 from json_each(@pairs) where value ->> 0 = {column})
                where {column} in (select value ->> 0 from json_each(@pairs)) and document_id in (select d.id from document d where {Open})
                """, pairs);
    }

    /// <summary>Keeps a person's choice of payment account; blank takes it back.</summary>
    public void ChoosePaymentAccount(long id, string name) => company.Execute("update document set payment_account_choice = @name where id = @id", new { id, name });

    /// <summary>Keeps that a person said that it was private, or takes it back.</summary>
    public void SetPrivate(long id, bool isPrivate) => company.Execute("update document set private = @isPrivate where id = @id", new { id, isPrivate = isPrivate ? 1 : 0 });

    /// <summary>The identities of documents.</summary>
    public IReadOnlyDictionary<long, DocumentIdentity> Identities(IEnumerable<long> ids) => company.Query<(long Id, string Source, string SourceId)>(
        "select d.id, d.source, d.source_id from json_each(@ids) j join document d on d.id = j.value", new { ids = JsonSerializer.Serialize(ids.Distinct()) })
        .ToDictionary(d => d.Id, d => new DocumentIdentity(d.Source, d.SourceId));

    /// <summary>How many documents in some states have an entry dated through a day, their money, and the first of them.</summary>
    public (long Documents, long Money, IReadOnlyList<long> First) DatedThrough(DateOnly day, IReadOnlyList<DocumentState> states, int most)
    {
        var asked = new { day = Iso.Text(day), states = JsonSerializer.Serialize(states.Select(Words<DocumentState>.Of)), most };
        const string Where = "state in (select value from json_each(@states)) and entry_date <= @day";
        var (documents, money) = company.QuerySingle<(long, long)>(
            $"select count(*), coalesce(sum(case when currency = (select currency from company) then signed_total else 0 end), 0) from document where {Where}", asked);
        return (documents, money, company.Query<long>($"select id from document where {Where} order by document_date, id limit @most", asked).AsList());
    }

    /// <summary>Documents of these suppliers, folded, ascending. Walks document_by_supplier.</summary>
    public IReadOnlyList<long> OfSuppliers(IEnumerable<string> keys) => company.Query<long>(
        "select d.id from json_each(@keys) k join document d on d.supplier_key = k.value order by d.id", new { keys = JsonSerializer.Serialize(keys) }).AsList();

    public void SetNotDuplicate(long id) => company.Execute("update document set not_duplicate = 1 where id = @id", new { id });

    /// <summary>Ready documents in the order of their dates, of one period or of all: what the next dispatch takes. Walks document_by_state.</summary>
    public IReadOnlyList<long> Ready(string? period = null) =>
        company.Query<long>("select id from document where state = 'ready' and (@period is null or period = @period) order by document_date, id", new { period }).AsList();

    private List<long> Under(IEnumerable<RowIdentity> rows, string state)
    {
        var found = new SortedSet<long>();
        foreach (var kind in rows.GroupBy(r => r.Kind))
        {
            // From each key straight to its documents; a later day or another source cannot be touched.
            var keys = JsonSerializer.Serialize(kind.Select(r => new[] { r.FoldedKey, r.EffectiveFrom is { } from ? Iso.Text(from) : "", r.ForSource }));
            found.UnionWith(company.Query<long>(
                $"""
                with k as materialized (select value ->> 0 as key, value ->> 1 as day, value ->> 2 as source from json_each(@keys))
                select distinct d.id from k {(kind.Key.Dimension() is { } dimension ? OfDimension(dimension) : Joins(kind.Key))}
                where {state} and d.document_date >= k.day and (k.source = '' or d.source = k.source)
                """, new { keys }));
            if (kind.Key == KeyKind.PaymentAccount) found.UnionWith(company.Query<long>($"select d.id from document d where d.payment_account_choice <> '' and {state}"));
        }

        return [.. found];
    }

    private string OfDimension(DimensionKind dimension)
    {
        // Dimensions are kept as they were written: the spellings that fold to a key are looked up in the values that arrived.
        var column = Words<DimensionKind>.Of(dimension);
        var spellings = company.Query<string>($"select distinct {column} from document_line where department <> '' or location <> '' or project <> ''").ToDictionary(s => s, Folded.Of);
        var pairs = JsonSerializer.Serialize(spellings.Where(s => s.Key.Length > 0).Select(s => new[] { s.Value, s.Key }));
        return $"""
            cross join json_each('{pairs.Replace("'", "''", StringComparison.Ordinal)}') p on p.value ->> 0 = k.key
            cross join document_line l on l.{column} = p.value ->> 1 and (l.department <> '' or l.location <> '' or l.project <> '') join document d on d.id = l.document_id
            """;
    }

    private static string Joins(KeyKind kind) => kind switch
    {
        KeyKind.Item => OfLines("item_key"),
        KeyKind.Category => OfLines("category_key"),
        KeyKind.CostCode => OfLines("cost_code_key"),
        KeyKind.TaxCode => OfLines("decided_tax_code_key"),
        KeyKind.CostCodeGroup => "cross join document_line l on l.cost_code_key >= k.key and l.cost_code_key < k.key || char(0x10ffff) and l.cost_code_key <> '' join document d on d.id = l.document_id",
        KeyKind.CategoryGroup => $"cross join mapping m on m.key_kind = 'category' and m.group_folded = k.key and m.group_folded <> '' {OfLines("category_key", "m.key_folded")}",
        KeyKind.SupplierGroup => $"cross join mapping m on m.key_kind = 'supplier' and m.group_folded = k.key and m.group_folded <> '' {OfDocuments("supplier_key", "m.key_folded")}",
        KeyKind.Supplier or KeyKind.SupplierPayable or KeyKind.SupplierTerm or KeyKind.SupplierForm or KeyKind.SupplierBox => OfDocuments("supplier_key"),
        KeyKind.Source => "cross join document d on d.source = k.key",
        KeyKind.Settlement => OfDocuments("settlement_key") + " and d.settlement_key <> ''",
        KeyKind.PaymentAccount => OfDocuments("payment_account_key") + " and d.payment_account_key <> ''",
        _ => throw new ArgumentOutOfRangeException(nameof(kind)),
    };

    private static string OfLines(string column, string key = "k.key") => $"cross join document_line l on l.{column} = {key} and l.{column} <> '' join document d on d.id = l.document_id";

    private static string OfDocuments(string column, string key = "k.key") => $"cross join document d on d.{column} = {key}";

    [method: ExplicitConstructor]
    private sealed record Head(
        long Id, string Source, string SourceId, string Kind, string Date, string DueDate, string Reference, string Supplier, string Employee, string PaymentAccount,
        string Settlement, string PaymentAccountChoice, string Currency, long Total, string Notes, long NotDuplicate, string DuplicateSource, string DuplicateSourceId, long ArrivalId, long FirstRow,
        long LastRow, long Revision, string EntryDate, string Period, long Private, string Notices, string State, string SetAside, string SetAsideBy, string LedgerEntry)
    {
        public StoredDocument ToStored(IReadOnlyList<DocumentLine> lines) => new()
        {
            Id = Id,
            Document = new Document
            {
                Identity = new DocumentIdentity(Source, SourceId),
                Kind = Words<DocumentKind>.Read(Kind),
                Date = Iso.Day(Date),
                DueDate = Iso.DayOrNone(DueDate),
                Reference = Reference,
                Supplier = Supplier,
                Employee = Employee,
                PaymentAccount = PaymentAccount,
                Settlement = Settlement,
                PaymentAccountChoice = PaymentAccountChoice,
                Currency = Core.Amounts.Currency.Of(Currency),
                Total = Total,
                Notes = Notes,
                NotDuplicate = NotDuplicate == 1,
                Private = Private == 1,
                Lines = lines,
            },
            State = Words<DocumentState>.Read(State),
            Period = Period,
            Notices = [.. Notices.Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(Words<DocumentNotice>.Read)],
            Revision = (int)Revision,
            DuplicateOf = DuplicateSource.Length > 0 ? new DocumentIdentity(DuplicateSource, DuplicateSourceId) : null,
            ArrivalId = ArrivalId,
            FirstRow = FirstRow,
            LastRow = LastRow,
            EntryDate = Iso.Day(EntryDate),
            SetAside = SetAside,
            SetAsideBy = SetAsideBy,
            LedgerEntry = LedgerEntry,
        };
    }

    [method: ExplicitConstructor]
    private sealed record Line(
        long DocumentId, long Number, string Description, string Category, string Item, string CostCode, string Quantity, string UnitPrice, long Net, string TaxCode, long Tax,
        string Department, string Location, string Project, string Account, string OriginalAccount, string Decided, long Waiting)
    {
        public DocumentLine ToLine() => new()
        {
            Number = Number,
            Description = Description,
            Category = Category,
            Item = Item,
            CostCode = CostCode,
            Quantity = Free(Quantity),
            UnitPrice = Free(UnitPrice),
            Net = Net,
            TaxCode = TaxCode,
            Tax = Tax,
            Dimensions = new Dimensions(Department, Location, Project),
            Account = Account,
            OriginalAccount = OriginalAccount,
        };

        private static decimal? Free(string text) => text.Length == 0 ? null : decimal.Parse(text, CultureInfo.InvariantCulture);
    }
}
