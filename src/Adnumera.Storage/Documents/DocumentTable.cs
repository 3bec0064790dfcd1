using System.Text.Json;
using Adnumera.Core.Documents;
using Adnumera.Core.Payroll;
using Adnumera.Core.Spending;
using Adnumera.Storage.Files;
using Adnumera.Storage.Payroll;
using Adnumera.Storage.Standing;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>Documents with their lines, read whole.</summary>
public sealed class DocumentTable(SqliteConnection company)
{
    private const string Columns = """
        d.id as Id, d.source as Source, d.source_id as SourceId, d.kind as Kind, d.document_date as Date, d.due_date as DueDate, d.reference
          as Reference,
        d.supplier as Supplier, d.employee as Employee, d.payment_account as PaymentAccount, d.to_account as ToAccount,
        d.merchant_code as MerchantCode, d.attachment as Attachment, d.seller as Seller,
        d.foreign_amount as ForeignAmount, d.prepaid as Prepaid, d.settlement as Settlement,
        d.payment_account_choice as PaymentAccountChoice, d.to_account_choice as ToAccountChoice, d.currency as Currency, d.total as Total,
        d.notes as Notes, d.not_duplicate as NotDuplicate,
        coalesce(o.source, '') as DuplicateSource, coalesce(o.source_id, '') as DuplicateSourceId, d.arrival_id as ArrivalId,
        d.place as Place,  d.revision as Revision, d.entry_date as EntryDate, d.period as Period, d.private as Private, d.notices as
          Notices,
        d.state as State, d.set_aside as SetAside, d.set_aside_by as SetAsideBy, d.set_aside_note as SetAsideNote, d.held_back as
          HeldBack, d.entry_date_choice as EntryDateChoice, d.ledger_entry as LedgerEntry,
        coalesce((select substr(a.at, 1, 7) from arrival a where a.id = d.arrival_id), '') as ArrivedIn
        """;

    private const string LineColumns = """
        document_id as DocumentId, line as Number, description as Description, category as Category, item as Item, cost_code as CostCode,
        quantity as Quantity, unit_price as UnitPrice, net as Net, tax_code as TaxCode, tax as Tax, account as Account, original_account as
          OriginalAccount, found_account as FoundAccount, price_before as PriceBefore,
        decided_account as Decided, waiting as Waiting
        """;

    private const string InGiven = "document_id in (select value from json_each(@ids))";

    /// <summary>One document; null when there is none of that id.</summary>
    public StoredDocument? Find(long id) => Load([id]) is [var found] ? found : null;

    /// <summary>Documents by id, in the order of the ids.</summary>
    public IReadOnlyList<StoredDocument> Load(IEnumerable<long> ids)
    {
        var given = new { ids = JsonSerializer.Serialize(ids) };
        var heads = company
            .Query<DocumentRow>(
                $"select {Columns} from json_each(@ids) j cross join document d on d.id = j.value "
                    + "left join document o on o.id = d.duplicate_of order by j.key",
                given
            )
            .AsList();
        var lines = company
            .Query<LineRow>($"select {LineColumns} from document_line where {InGiven} order by document_id, line", given)
            .ToLookup(l => l.DocumentId);
        var dimensions = company
            .Query<DimensionRow>(
                "select document_id as DocumentId, line as Line, dimension as Dimension, value as Value from line_dimension "
                    + $"where {InGiven}",
                given
            )
            .ToLookup(d => (d.DocumentId, d.Line), d => d.ToFilled());
        var holds = company
            .Query<(long DocumentId, long Line, string Reason, string Value)>(
                $"select document_id, line, reason, value from hold where {InGiven}",
                given
            )
            .ToLookup(h => h.DocumentId, h => new KeptHold(h.Line, Words<HoldKind>.Read(h.Reason), h.Value));
        var accounts = company
            .Query<(long DocumentId, string Account, long Amount, long Spent)>(
                $"select document_id, account, amount, spent from posting where {InGiven} order by document_id, account",
                given
            )
            .ToLookup(p => p.DocumentId, p => new AccountShare(p.Account, p.Amount, p.Spent));
        var uses = new StandingUseTable(company);
        var used = uses.Any() ? uses.Of(heads.Select(h => h.Id)) : null;
        var registers = new RegisterTable(company);
        var registered = heads.Exists(h => h.Kind == Words<DocumentKind>.Of(DocumentKind.PayRun))
            ? registers.Of(heads.Select(h => h.Id))
            : null;
        var edits = new EditTable(company);
        var edited = edits.Any() ? edits.Of(heads.Select(h => h.Id)) : null;
        return
        [
            .. heads.Select(h =>
                Registered(
                    Edited(h.ToStored([.. lines[h.Id].Select(l => l.ToLine(dimensions[(h.Id, l.Number)]))]), edited),
                    registered
                ) with
                {
                    Decided = [.. lines[h.Id].Select(l => l.Decided)],
                    Waiting = [.. lines[h.Id].Select(l => l.Waiting)],
                    Holds = [.. holds[h.Id]],
                    Accounts = [.. accounts[h.Id]],
                    Uses = used is null ? [] : [.. used[h.Id]],
                }
            ),
        ];
    }

    private static StoredDocument Registered(StoredDocument stored, IReadOnlyDictionary<long, PayRun>? registers) =>
        registers?.GetValueOrDefault(stored.Id) is { } run
            ? stored with
            {
                Document = stored.Document with { Register = run },
                AsItCame = stored.AsItCame with { Register = run },
            }
            : stored;

    private static StoredDocument Edited(StoredDocument stored, IReadOnlyDictionary<long, (DocumentEdits Edits, Document Said)>? edited) =>
        edited is not null && edited.TryGetValue(stored.Id, out var edit)
            ? stored with
            {
                Edits = edit.Edits,
                AsItCame = edit.Said,
                Document = edit.Edits.Mark(stored.Document, edit.Said),
            }
            : stored;

    /// <summary>The document of a supplier that came last, however its name was spelled then; none where there is none.</summary>
    public long? LatestOf(string supplier) =>
        company.QueryFirstOrDefault<long?>(
            "select id from document where supplier_key = @key order by id desc limit 1",
            new { key = Folded.Of(supplier) }
        );

    /// <summary>Those of these identities that arrived before. Walks the unique index (source, source_id).</summary>
    public IReadOnlyDictionary<DocumentIdentity, long> Known(IEnumerable<DocumentIdentity> identities) =>
        company
            .Query<(string Source, string SourceId, long Id)>(
                """
                select d.source, d.source_id, d.id from json_each(@keys) j
                cross join document d on d.source = j.value ->> 0 and d.source_id = j.value ->> 1
                """,
                new { keys = JsonSerializer.Serialize(identities.Select(i => new[] { i.Source, i.SourceId })) }
            )
            .ToDictionary(k => new DocumentIdentity(k.Source, k.SourceId), k => k.Id);

    /// <summary>The identities of documents.</summary>
    public IReadOnlyDictionary<long, DocumentIdentity> Identities(IEnumerable<long> ids) =>
        company
            .Query<(long Id, string Source, string SourceId)>(
                "select d.id, d.source, d.source_id from json_each(@ids) j cross join document d on d.id = j.value",
                new { ids = JsonSerializer.Serialize(ids.Distinct()) }
            )
            .ToDictionary(d => d.Id, d => new DocumentIdentity(d.Source, d.SourceId));

    /// <summary>The latest that arrived of a kind, for examples.</summary>
    public StoredDocument? Latest(DocumentKind kind) =>
        company.QueryFirstOrDefault<long?>(
            "select id from document where kind = @kind order by id desc limit 1",
            new { kind = Words<DocumentKind>.Of(kind) }
        )
            is { } id
            ? Find(id)
            : null;

    /// <summary>Whether a person chose the day of an entry. Walks the edits alone: only they choose one.</summary>
    public bool AnyEntryDateChosen() =>
        company.ExecuteScalar<bool>(
            "select exists (select 1 from document_edit e join document d on d.id = e.document_id where d.entry_date_choice <> '')"
        );

    /// <summary>Every document, in the order of arrival.</summary>
    public IReadOnlyList<long> AllIds() => company.Query<long>("select id from document order by id").AsList();

    /// <summary>The documents of a source that it cancelled. Walks document_by_source.</summary>
    public IReadOnlyList<long> Cancelled(string source) =>
        company
            .Query<long>(
                "select id from document where source = @source and state = @aside and set_aside = @cancelled",
                new
                {
                    source,
                    aside = Words<DocumentState>.Of(DocumentState.SetAside),
                    cancelled = Words<SetAsideKind>.Of(SetAsideKind.Cancelled),
                }
            )
            .AsList();

    /// <summary>What arrived of a source by the documents' own days, as its own total counts it. Walks document_by_date.</summary>
    public IReadOnlyList<(long Id, string SourceId, DateOnly Day, long Money)> Counted(string source, DateOnly first, DateOnly last) =>
        [
            .. company
                .Query<(long Id, string SourceId, string Day, string Kind, long Total)>(
                    "select id, source_id, document_date, kind, total from document "
                        + "where source = @source and document_date >= @first and document_date <= @last",
                    new
                    {
                        source,
                        first = Iso.Text(first),
                        last = Iso.Text(last),
                    }
                )
                .Select(d => (d.Id, d.SourceId, Iso.Day(d.Day), Words<DocumentKind>.Read(d.Kind).Reverses() ? -d.Total : d.Total)),
        ];
}
