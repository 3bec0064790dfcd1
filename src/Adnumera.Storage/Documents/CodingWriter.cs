using System.Globalization;
using Adnumera.Core;
using Adnumera.Core.Count;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Storage.Count;
using Adnumera.Storage.Mapping;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>
/// Writes documents and what was decided about them, and keeps the count and the values' totals in step. All within the caller's transaction; the
/// count is written when the writer is completed.
/// </summary>
public sealed class CodingWriter : IDisposable
{
    private static readonly string[] KindWords = [.. Words<DocumentKind>.All];
    private static readonly string[] RungWords = [.. Words<EntryRung>.All];
    private readonly CountChanges count;
    private readonly ValueChanges values;
    private readonly string currency;
    private readonly CodingCause? cause;
    private readonly Prepared insertKey, removeKeys, insertChange;
    private readonly Prepared insertDocument, insertLine, insertHold, updateCoding, updateLine, removeHolds, updateHead, removeLines, setState;

    /// <param name="company">The company's file, in a transaction.</param>
    /// <param name="cause">Who or what codes documents anew, for the path of each that changes; none where the audit names it itself.</param>
    public CodingWriter(SqliteConnection company, CodingCause? cause = null)
    {
        this.cause = cause;
        insertKey = new Prepared(company, "duplicate_key", "key, document_id", "on conflict do nothing");
        removeKeys = new Prepared(company, "delete from duplicate_key where document_id = @p0", 1);
        insertChange = new Prepared(company, "document_change", "document_id, at, who, cause, line, field, before, after");
        count = new CountChanges(company);
        currency = CompanyFile.Of(company).Settings.Currency.Code;
        values = new ValueChanges(company, currency);
        insertDocument = new Prepared(company, "document",
            "id, source, source_id, kind, document_date, due_date, reference, reference_key, supplier, supplier_key, employee, party_key, payment_account, payment_account_key, " +
            "settlement, settlement_key, currency, total, signed_total, notes, not_duplicate, duplicate_of, arrival_id, first_row, last_row, entry_date, period, state, set_aside, notices");
        insertLine = new Prepared(company, "document_line",
            "document_id, line, description, category, category_key, item, item_key, cost_code, cost_code_key, quantity, unit_price, net, tax_code, tax, department, location, project, " +
            "account, original_account, decided_account, decided_rung, decided_tax_code_key, waiting");
        insertHold = new Prepared(company, "hold", "document_id, line, reason, value, detail", "on conflict do nothing");
        updateCoding = new Prepared(company, "update document set state = @p1, entry_date = @p2, period = @p3, set_aside = @p4, notices = @p5 where id = @p0", 6);
        updateLine = new Prepared(company,
            "update document_line set account = @p2, decided_account = @p3, decided_rung = @p4, decided_tax_code_key = @p5, waiting = @p6 where document_id = @p0 and line = @p1", 7);
        removeHolds = new Prepared(company, "delete from hold where document_id = @p0", 1);
        removeLines = new Prepared(company, "delete from document_line where document_id = @p0", 1);
        updateHead = new Prepared(company,
            """
            update document set kind = @p1, document_date = @p2, due_date = @p3, reference = @p4, reference_key = @p5, supplier = @p6, supplier_key = @p7, employee = @p8,
              party_key = @p9, payment_account = @p10, payment_account_key = @p11, settlement = @p12, settlement_key = @p13, currency = @p14, total = @p15, signed_total = @p16,
              notes = @p17, not_duplicate = @p18, duplicate_of = @p19, arrival_id = @p20, first_row = @p21, last_row = @p22 where id = @p0
            """, 23);
        setState = new Prepared(company, "update document set state = @p1, ledger_entry = @p2, set_aside = @p3, set_aside_by = @p4, revision = @p5 where id = @p0", 6);
    }

    /// <summary>The state that a composition leads to, where approval is none: coded is ready.</summary>
    public static DocumentState StateOf(Composition composition) =>
        composition.SetAside is not null ? DocumentState.SetAside : composition.IsCoded ? DocumentState.Ready : DocumentState.Held;

    /// <summary>Adds a document that arrived.</summary>
    public void Insert(long id, Composition coded, long? duplicateOf, long arrival, long firstRow, long lastRow)
    {
        var d = coded.Document;
        var (state, period) = (StateOf(coded), Iso.Period(coded.EntryDate));
        insertDocument.Run(
            id, d.Identity.Source, d.Identity.SourceId, KindWords[(int)d.Kind], Iso.Text(d.Date), Iso.Text(d.DueDate), d.Reference, Folded.Of(d.Reference), d.Supplier,
            Folded.Of(d.Supplier), d.Employee, Folded.Of(d.Party), d.PaymentAccount, Folded.Of(d.PaymentAccount), d.Settlement, Folded.Of(d.Settlement), d.Currency.Code, d.Total,
            d.SignedTotal, d.Notes, d.NotDuplicate ? 1 : 0, (object?)duplicateOf ?? DBNull.Value, arrival, firstRow, lastRow, Iso.Text(coded.EntryDate), period,
            Words<DocumentState>.Of(state), SetAsideWord(coded), NoticeWords(coded));
        WriteKeys(id, d);
        WriteLines(id, coded);
        WriteHolds(id, coded);
        count.Arrive(d.Identity.Source, period, TallyOf(d));
        count.Date(d.Identity.Source, d.Date, TallyOf(d));
        count.Stand(d.Identity.Source, period, state, TallyOf(d));
        values.Add(d, period, WaitingOf(coded), HoldsOf(coded), state.IsOpen());
    }

    /// <summary>Takes over what a later file says of a document that is not in the ledger yet.</summary>
    public void Replace(StoredDocument before, Composition coded, long? duplicateOf, long arrival, long firstRow, long lastRow)
    {
        var d = coded.Document;
        updateHead.Run(
            before.Id, KindWords[(int)d.Kind], Iso.Text(d.Date), Iso.Text(d.DueDate), d.Reference, Folded.Of(d.Reference), d.Supplier, Folded.Of(d.Supplier), d.Employee,
            Folded.Of(d.Party), d.PaymentAccount, Folded.Of(d.PaymentAccount), d.Settlement, Folded.Of(d.Settlement), d.Currency.Code, d.Total, d.SignedTotal, d.Notes,
            d.NotDuplicate ? 1 : 0, (object?)duplicateOf ?? DBNull.Value, arrival, firstRow, lastRow);
        removeLines.Run(before.Id);
        WriteLines(before.Id, coded);
        Rekey(before.Id, d);
        count.Date(d.Identity.Source, before.Document.Date, default(Tally) - TallyOf(before.Document));
        count.Date(d.Identity.Source, d.Date, TallyOf(d));
        if (cause is not null)
            foreach (var change in DocumentDifferences.Of(before.Document, d)) Note(before.Id, cause, change);
        Recode(before, coded, lines: false);
    }

    /// <summary>Writes anew under which keys others find a document as a duplicate.</summary>
    public void Rekey(long id, Document document)
    {
        removeKeys.Run(id);
        WriteKeys(id, document);
    }

    /// <summary>Writes what is decided now about a document that is there.</summary>
    public void Recode(StoredDocument before, Composition coded) => Recode(before, coded, lines: true);

    /// <summary>Moves a document to another state, without coding it anew.</summary>
    public void Move(StoredDocument document, DocumentState state, string? ledgerEntry = null, string setAside = "", string setAsideBy = "", int? revision = null)
    {
        if (state.IsOpen() != document.State.IsOpen())
        {
            values.Take(document.Document, document.Period, document.Waiting, document.Holds, document.State.IsOpen());
            values.Add(document.Document, document.Period, document.Waiting, document.Holds, state.IsOpen());
        }

        setState.Run(document.Id, Words<DocumentState>.Of(state), ledgerEntry ?? document.LedgerEntry, setAside, setAsideBy, revision ?? document.Revision);
        if (state != DocumentState.Held) removeHolds.Run(document.Id);
        var tally = TallyOf(document.Document);
        count.Stand(document.Document.Identity.Source, document.Period, document.State, default(Tally) - tally);
        count.Stand(document.Document.Identity.Source, document.Period, state, tally);
    }

    /// <summary>Holds a document that the ledger refused.</summary>
    public void Refuse(StoredDocument document, HoldReason.Refused refused)
    {
        // A new revision: what is sent next is another instruction, with a key of its own.
        Move(document, DocumentState.Held, revision: document.Revision + 1);
        WriteHold(document.Id, refused);
    }

    /// <summary>Writes the count.</summary>
    public void Complete()
    {
        count.Save();
        values.Save();
    }

    public void Dispose()
    {
        foreach (var prepared in (ReadOnlySpan<Prepared>)[insertKey, removeKeys, insertChange, insertDocument, insertLine, insertHold, updateCoding, updateLine, removeHolds, updateHead, removeLines, setState])
            prepared.Dispose();
    }

    private void Recode(StoredDocument before, Composition coded, bool lines)
    {
        var d = coded.Document;
        var (state, period) = (StateOf(coded), Iso.Period(coded.EntryDate));
        updateCoding.Run(before.Id, Words<DocumentState>.Of(state), Iso.Text(coded.EntryDate), period, SetAsideWord(coded), NoticeWords(coded));
        if (lines) UpdateLines(before.Id, coded);
        if (lines && cause is not null) NoteChanges(before, coded, state, cause);
        removeHolds.Run(before.Id);
        WriteHolds(before.Id, coded);

        values.Take(before.Document, before.Period, before.Waiting, before.Holds, before.State.IsOpen());
        values.Add(d, period, WaitingOf(coded), HoldsOf(coded), state.IsOpen());
        var (was, now) = (TallyOf(before.Document), TallyOf(d));
        count.Stand(d.Identity.Source, before.Period, before.State, default(Tally) - was);
        count.Stand(d.Identity.Source, period, state, now);
        if (before.Period == period && was == now) return;
        count.Arrive(d.Identity.Source, before.Period, default(Tally) - was);
        count.Arrive(d.Identity.Source, period, now);
    }

    private static long[] WaitingOf(Composition coded)
    {
        var decisions = new Decisions(coded);
        var waiting = new long[coded.Document.Lines.Count];
        for (var i = 0; i < waiting.Length; i++) waiting[i] = decisions.Of(coded.Document.Lines[i]).Waiting;
        return waiting;
    }

    private static IReadOnlyList<HoldKey> HoldsOf(Composition coded) => coded.Held.Count == 0 ? [] : [.. coded.Held.Select(r => new HoldKey(r.OnLine ?? 0, ReasonWords.Of(r).Word, ReasonWords.Of(r).Value))];

    private void WriteLines(long id, Composition coded)
    {
        var decisions = new Decisions(coded);
        foreach (var line in coded.Document.Lines)
        {
            var (account, rung, taxCode, waiting) = decisions.Of(line);
            insertLine.Run(
                id, line.Number, line.Description, line.Category, Folded.Of(line.Category), line.Item, Folded.Of(line.Item), line.CostCode, Folded.Of(line.CostCode),
                Free(line.Quantity), Free(line.UnitPrice), line.Net, line.TaxCode, line.Tax, line.Dimensions.Department, line.Dimensions.Location, line.Dimensions.Project,
                line.Account, line.OriginalAccount, account, rung, taxCode, waiting);
        }
    }

    private void UpdateLines(long id, Composition coded)
    {
        var decisions = new Decisions(coded);
        foreach (var line in coded.Document.Lines)
        {
            var (account, rung, taxCode, waiting) = decisions.Of(line);
            updateLine.Run(id, line.Number, line.Account, account, rung, taxCode, waiting);
        }
    }

    private void WriteKeys(long id, Document document)
    {
        foreach (var key in DuplicateRule.StandsUnder(document)) insertKey.Run(key, id);
    }

    // Line by line where the money goes elsewhere; on no line where the document goes to another state.
    private void NoteChanges(StoredDocument before, Composition coded, DocumentState state, CodingCause why)
    {
        var decisions = new Decisions(coded);
        for (var i = 0; i < coded.Document.Lines.Count; i++)
        {
            var (was, now) = (i < before.Decided.Count ? before.Decided[i] : "", decisions.Of(coded.Document.Lines[i]).Account);
            if (was != now) Note(before.Id, why, new FieldChange(coded.Document.Lines[i].Number, DocumentChange.Account, was, now));
        }

        if (state != before.State) Note(before.Id, why, new FieldChange(0, DocumentChange.State, Words<DocumentState>.Of(before.State), Words<DocumentState>.Of(state)));
    }

    private void Note(long id, CodingCause why, FieldChange change) => insertChange.Run(id, Iso.Text(why.At), why.Who, why.Why, change.Line, change.Field, change.Before, change.After);

    private static string NoticeWords(Composition coded) => string.Join(' ', coded.Notices.Select(Words<DocumentNotice>.Of));

    private void WriteHolds(long id, Composition coded)
    {
        foreach (var reason in coded.Held) WriteHold(id, reason);
    }

    private void WriteHold(long id, HoldReason reason)
    {
        var words = ReasonWords.Of(reason);
        insertHold.Run(id, reason.OnLine ?? 0, words.Word, words.Value, words.Detail);
    }

    // Money of another currency cannot be added: such a document counts, its money does not.
    private Tally TallyOf(Document document) => new(1, document.Currency.Code == currency ? document.SignedTotal : 0);

    private static string SetAsideWord(Composition coded) => coded.SetAside is { } reason ? ReasonWords.Of(reason).Word : "";

    private static string Free(decimal? number) => number?.ToString(CultureInfo.InvariantCulture) ?? "";

    // The decisions of a composition stand in the order of its lines; lines of zero have none.
    private ref struct Decisions(Composition coded)
    {
        private int next;

        public (string Account, string Rung, string TaxCode, long Waiting) Of(DocumentLine line)
        {
            if (next >= coded.Decisions.Count || coded.Decisions[next].Line != line.Number) return ("", "", "", 0);
            var decision = coded.Decisions[next++];
            return (decision.Account, RungWords[(int)decision.Rung], Folded.Of(decision.TaxCode), decision.Account.Length == 0 ? line.Net + line.Tax : 0);
        }
    }
}
