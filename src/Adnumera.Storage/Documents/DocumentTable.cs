using System.Globalization;
using System.Text.Json;
using Adnumera.Core;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>Documents with their lines, read whole.</summary>
public sealed class DocumentTable(SqliteConnection company)
{
    private const string Columns =
        """
        d.id as Id, d.source as Source, d.source_id as SourceId, d.kind as Kind, d.document_date as Date, d.due_date as DueDate, d.reference as Reference,
        d.supplier as Supplier, d.employee as Employee, d.payment_account as PaymentAccount, d.settlement as Settlement, d.currency as Currency,
        d.total as Total, d.notes as Notes, d.not_duplicate as NotDuplicate, coalesce(o.source, '') as DuplicateSource, coalesce(o.source_id, '') as DuplicateSourceId,
        d.arrival_id as ArrivalId, d.first_row as FirstRow, d.last_row as LastRow, d.revision as Revision, d.entry_date as EntryDate, d.period as Period,
        d.state as State, d.set_aside as SetAside, d.set_aside_by as SetAsideBy, d.ledger_entry as LedgerEntry
        """;

    private const string LineColumns =
        """
        document_id as DocumentId, line as Number, description as Description, category as Category, item as Item, cost_code as CostCode, quantity as Quantity,
        unit_price as UnitPrice, net as Net, tax_code as TaxCode, tax as Tax, department as Department, location as Location, project as Project,
        account as Account, original_account as OriginalAccount
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
        return [.. heads.Select(h => h.ToStored([.. lines[h.Id].Select(l => l.ToLine())]))];
    }

    /// <summary>Those of these identities that arrived before. Walks the unique index (source, source_id).</summary>
    public IReadOnlyDictionary<DocumentIdentity, long> Known(IEnumerable<DocumentIdentity> identities) =>
        company.Query<(string Source, string SourceId, long Id)>(
            """
            select d.source, d.source_id, d.id from json_each(@keys) j
            join document d on d.source = j.value ->> 0 and d.source_id = j.value ->> 1
            """, new { keys = JsonSerializer.Serialize(identities.Select(i => new[] { i.Source, i.SourceId })) })
        .ToDictionary(k => new DocumentIdentity(k.Source, k.SourceId), k => k.Id);

    /// <summary>
    /// The earliest stored document that each may be a duplicate of; see <see cref="DuplicateWatch"/> for the rule.
    /// Walks document_by_party_reference and document_by_party_amount.
    /// </summary>
    /// <param name="documents">Documents with the id before which others count as earlier.</param>
    public IReadOnlyDictionary<DocumentIdentity, long> Duplicates(IEnumerable<(Document Document, long Before)> documents)
    {
        var asked = documents.Where(d => d.Document.Party.Length > 0).ToList();
        var keys = JsonSerializer.Serialize(asked.Select(d => new object[]
        {
            Words<DocumentKind>.Of(d.Document.Kind), Folded.Of(d.Document.Party), Folded.Of(d.Document.Reference), Iso.Text(d.Document.Date), d.Document.Total,
            d.Document.Currency.Code, d.Before,
        }));
        return company.Query<(long Index, long Id)>(
            """
            with asked as materialized (
              select key as i, value ->> 0 as kind, value ->> 1 as party, value ->> 2 as reference, value ->> 3 as day, value ->> 4 as total,
                value ->> 5 as currency, value ->> 6 as before from json_each(@keys))
            select i, min(id) from (
              select a.i, d.id from asked a join document d
                on d.kind = a.kind and d.party_key = a.party and d.party_key <> '' and d.reference_key = a.reference and d.reference_key <> ''
                where d.id < a.before
              union all
              select a.i, d.id from asked a join document d
                on d.kind = a.kind and d.party_key = a.party and d.party_key <> '' and d.document_date = a.day and d.total = a.total
                where d.id < a.before and d.currency = a.currency and (d.reference_key = '' or a.reference = ''))
            group by i
            """, new { keys }).ToDictionary(d => asked[(int)d.Index].Document.Identity, d => d.Id);
    }

    /// <summary>The ids of documents that a change of a mapping may touch and that may still be coded anew.</summary>
    public IReadOnlyList<long> Touched(KeyKind kind, string key)
    {
        const string Open = "(d.state in ('held', 'to_approve', 'ready') or (d.state = 'set_aside' and d.set_aside_by = ''))";
        const string FromLines = $"select distinct l.document_id from document_line l join document d on d.id = l.document_id where {Open} and ";
        const string FromDocuments = $"select d.id from document d where {Open} and ";
        var sql = kind switch
        {
            KeyKind.Item => FromLines + "l.item_key = @key and l.item_key <> ''",
            KeyKind.Category => FromLines + "l.category_key = @key and l.category_key <> ''",
            KeyKind.CostCode => FromLines + "l.cost_code_key = @key and l.cost_code_key <> ''",
            KeyKind.CostCodeGroup => FromLines + "l.cost_code_key >= @key and l.cost_code_key < @key || char(0x10ffff) and l.cost_code_key <> ''",
            KeyKind.CategoryGroup => FromLines + "l.category_key <> '' and l.category_key in (select key_folded from mapping where key_kind = 'category' and group_folded = @key)",
            KeyKind.Supplier or KeyKind.SupplierPayable => FromDocuments + "d.supplier_key = @key",
            KeyKind.SupplierGroup => FromDocuments + "d.supplier_key in (select key_folded from mapping where key_kind = 'supplier' and group_folded = @key)",
            KeyKind.Source => FromDocuments + "d.source = @key",
            KeyKind.Settlement => FromDocuments + "d.settlement_key = @key and d.settlement_key <> ''",
            KeyKind.PaymentAccount => FromDocuments + "d.payment_account_key = @key and d.payment_account_key <> ''",
            KeyKind.TaxCode => FromLines + "l.decided_tax_code_key = @key and l.decided_tax_code_key <> ''",
            _ => throw new ArgumentOutOfRangeException(nameof(kind)),
        };
        return company.Query<long>(sql, new { key = kind.Fold(key) }).AsList();
    }

    /// <summary>Every document that may still be coded anew, for a change that touches all of them.</summary>
    public IReadOnlyList<long> AllOpen() => company.Query<long>(
        "select id from document where state in ('held', 'to_approve', 'ready') or (state = 'set_aside' and set_aside_by = '') order by id").AsList();

    /// <summary>How many documents under a key are in the ledger or on the way there, and so keep what they were posted with.</summary>
    public long SentUnder(KeyKind kind, string key)
    {
        var (table, column) = kind switch
        {
            KeyKind.Item => ("document_line l join document d on d.id = l.document_id", "l.item_key"),
            KeyKind.Category => ("document_line l join document d on d.id = l.document_id", "l.category_key"),
            KeyKind.Supplier or KeyKind.SupplierPayable => ("document d", "d.supplier_key"),
            KeyKind.PaymentAccount => ("document d", "d.payment_account_key"),
            KeyKind.Settlement => ("document d", "d.settlement_key"),
            _ => ("", ""),
        };
        return table.Length == 0 ? 0 : company.ExecuteScalar<long>(
            $"select count(distinct d.id) from {table} where {column} = @key and {column} <> '' and d.state in ('on_its_way', 'posted', 'proved')", new { key = kind.Fold(key) });
    }

    public void SetNotDuplicate(long id) => company.Execute("update document set not_duplicate = 1 where id = @id", new { id });

    /// <summary>Ready documents in the order of their dates: what the next dispatch takes. Walks document_by_state.</summary>
    public IReadOnlyList<long> Ready() => company.Query<long>("select id from document where state = 'ready' order by document_date, id").AsList();

    [method: ExplicitConstructor]
    private sealed record Head(
        long Id, string Source, string SourceId, string Kind, string Date, string DueDate, string Reference, string Supplier, string Employee, string PaymentAccount,
        string Settlement, string Currency, long Total, string Notes, long NotDuplicate, string DuplicateSource, string DuplicateSourceId, long ArrivalId, long FirstRow,
        long LastRow, long Revision, string EntryDate, string Period, string State, string SetAside, string SetAsideBy, string LedgerEntry)
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
                Currency = Core.Amounts.Currency.Of(Currency),
                Total = Total,
                Notes = Notes,
                NotDuplicate = NotDuplicate == 1,
                Lines = lines,
            },
            State = Words<DocumentState>.Read(State),
            Period = Period,
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
        string Department, string Location, string Project, string Account, string OriginalAccount)
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
