using System.Globalization;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Storage.Files;
using Adnumera.Storage.Payroll;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

// The rows of a document: its head, its lines with their dimensions and decisions, the keys under which it is found as a duplicate, and why
// it is held.
internal sealed class DocumentRows : IDisposable
{
    private const string HeadColumns = $"{ContentColumns} duplicate_of arrival_id place";

    private const string ContentColumns =
        "kind document_date due_date reference reference_key supplier supplier_key employee party_key payment_account payment_account_key "
        + "to_account to_account_key merchant_code attachment seller foreign_amount prepaid "
        + "settlement settlement_key currency total signed_total notes not_duplicate";

    private const string ChoiceColumns = "payment_account_choice to_account_choice private not_duplicate held_back entry_date_choice";

    private const string LineColumns =
        "document_id line description category category_key item item_key cost_code cost_code_key quantity unit_price net tax_code tax "
        + "account original_account found_account price_before decided_account decided_rung decided_tax_code_key waiting";

    // What else is noted of a document that is not in the ledger.
    private static readonly string[] OfDocument =
    [
        "document_change",
        "proposed_correction",
        "reading",
        "recoding_due",
        "text_due",
        "attachment",
        "document_label",
        "feed_news",
        "standing_use",
        "reversal",
        "document_payment",
        "price",
        "document_edit",
        "document_decision",
        "posting",
        "pay_leg",
        "pay_owed",
        "pay_repaid",
        "pay_line",
        "pay_item",
        "pay_out",
        "pay_row",
        "pay_run",
    ];

    private readonly Prepared insertHead,
        updateHead,
        updateCoding,
        updateContent,
        updateChoices,
        insertLine,
        updateLine,
        removeLines,
        insertDimension,
        removeDimensions,
        insertKey,
        removeKeys,
        insertDue;
    private readonly Prepared[] all,
        removeAll;
    private readonly RegisterTable registers;

    public DocumentRows(SqliteConnection company)
    {
        registers = new RegisterTable(company);
        insertHead = Prepared.Insert(company, "document", $"id source source_id {HeadColumns} entry_date period state set_aside notices");
        updateHead = Update(company, HeadColumns);
        updateContent = Update(company, ContentColumns);
        updateChoices = Update(company, ChoiceColumns);
        updateCoding = new Prepared(
            company,
            "update document set state = @state, entry_date = @entry_date, period = @period, set_aside = @set_aside, notices = @notices "
                + "where id = @id",
            "id entry_date period state set_aside notices"
        );
        insertLine = Prepared.Insert(company, "document_line", LineColumns);
        updateLine = new Prepared(
            company,
            """
            update document_line set account = @account, decided_account = @decided_account, decided_rung = @decided_rung,
              decided_tax_code_key = @decided_tax_code_key, waiting = @waiting where document_id = @document_id and line = @line
            """,
            "document_id line account decided_account decided_rung decided_tax_code_key waiting"
        );
        removeLines = new Prepared(company, "delete from document_line where document_id = @id", "id");
        insertDimension = Prepared.Insert(company, "line_dimension", "document_id line dimension value value_key");
        removeDimensions = new Prepared(company, "delete from line_dimension where document_id = @id", "id");
        insertKey = Prepared.Insert(company, "duplicate_key", "key document_id", "on conflict do nothing");
        removeKeys = new Prepared(company, "delete from duplicate_key where document_id = @id", "id");
        Holds = new HoldRows(company);
        insertDue = Prepared.Insert(company, "text_due", "document_id", "on conflict do nothing");
        removeAll =
        [
            removeKeys,
            removeDimensions,
            removeLines,
            .. OfDocument.Select(t => new Prepared(company, $"delete from {t} where document_id = @id", "id")),
            new Prepared(company, "delete from document_text where rowid = @id", "id"),
            new Prepared(company, "update document set duplicate_of = null where duplicate_of = @id", "id"),
            new Prepared(company, "delete from reversal where original_id = @id", "id"),
            new Prepared(company, "delete from pay_leg where run_id = @id", "id"),
            new Prepared(company, "delete from document where id = @id", "id"),
        ];
        all =
        [
            .. removeAll.Skip(3),
            insertHead,
            updateHead,
            updateCoding,
            updateContent,
            updateChoices,
            insertLine,
            updateLine,
            removeLines,
            insertDimension,
            removeDimensions,
            insertKey,
            removeKeys,
            insertDue,
        ];
    }

    public void Insert(long id, Composition coded, DocumentState state, string period, ArrivalPlace at)
    {
        var d = coded.Said;
        insertHead.Run([id, d.Identity.Source, d.Identity.SourceId, .. Head(d, at), .. Coding(coded, state, period)]);
        WriteKeys(id, d);
        WriteLines(id, coded);
        WriteRegister(id, coded);
        WriteJournal(id, coded);
        Holds.Write(id, d, period, coded.Reasons);
    }

    public void Replace(long id, Composition coded, ArrivalPlace at)
    {
        updateHead.Run([id, .. Head(coded.Said, at)]);
        insertDue.Run(id);
        removeDimensions.Run(id);
        removeLines.Run(id);
        WriteLines(id, coded);
        WriteRegister(id, coded);
        Rekey(id, coded.Said);
    }

    /// <summary>Takes over what a person put right.</summary>
    public void Edit(long id, Composition coded)
    {
        updateContent.Run([id, .. Content(coded.Said)]);
        insertDue.Run(id);
        removeDimensions.Run(id);
        removeLines.Run(id);
        WriteLines(id, coded);
        Rekey(id, coded.Said);
    }

    /// <summary>Takes over what a person chose.</summary>
    public void Choose(long id, Document d) =>
        updateChoices.Run(
            id,
            d.PaymentAccountChoice,
            d.ToAccountChoice,
            d.Private ? 1
                : d.NotPrivate ? 2
                : 0,
            d.NotDuplicate ? 1 : 0,
            d.HeldBack,
            Iso.Text(d.EntryDateChoice)
        );

    public void Recode(long id, Composition coded, DocumentState state, string period, bool lines)
    {
        updateCoding.Run([id, .. Coding(coded, state, period)]);
        if (lines)
            UpdateLines(id, coded);
        WriteJournal(id, coded);
        Holds.Remove(id);
        Holds.Write(id, coded.Said, period, coded.Reasons);
    }

    public void Rekey(long id, Document document)
    {
        removeKeys.Run(id);
        WriteKeys(id, document);
    }

    /// <summary>Takes a document out, and whatever else stands under its number.</summary>
    public void Remove(long id)
    {
        Holds.Remove(id);
        foreach (var prepared in removeAll)
            prepared.Run(id);
    }

    public HoldRows Holds { get; }

    public void Dispose()
    {
        Holds.Dispose();
        foreach (var prepared in all)
            prepared.Dispose();
    }

    private static Prepared Update(SqliteConnection company, string columns) =>
        new(
            company,
            $"update document set {string.Join(", ", columns.Split(' ').Select(c => $"{c} = @{c}"))} where id = @id",
            $"id {columns}"
        );

    private static object[] Head(Document d, ArrivalPlace at) =>
        [.. Content(d), (object?)at.DuplicateOf ?? DBNull.Value, at.Arrival, at.Place];

    private static object[] Content(Document d) =>
        [
            Words<DocumentKind>.Of(d.Kind),
            Iso.Text(d.Date),
            Iso.Text(d.DueDate),
            d.Reference,
            Folded.Of(d.Reference),
            d.Supplier,
            Folded.Of(d.Supplier),
            d.Employee,
            Folded.Of(d.Party),
            d.PaymentAccount,
            Folded.Of(d.PaymentAccount),
            d.ToAccount,
            Folded.Of(d.ToAccount),
            d.MerchantCode,
            d.Attachment,
            d.Seller,
            d.ForeignAmount,
            d.Prepaid,
            d.Settlement,
            Folded.Of(d.Settlement),
            d.Currency.Code,
            d.Total,
            d.SignedTotal,
            d.Notes,
            d.NotDuplicate ? 1 : 0,
        ];

    private static object[] Coding(Composition coded, DocumentState state, string period) =>
        [
            Iso.Text(coded.EntryDate),
            period,
            Words<DocumentState>.Of(state),
            coded is Composition.SetAside { Why: var why } ? Words<SetAsideKind>.Of(why.Kind) : "",
            string.Join(' ', coded.Notices.Select(Words<DocumentNotice>.Of)),
        ];

    private void WriteRegister(long id, Composition coded)
    {
        if (coded.Said.Register is { } run)
            registers.Put(id, run);
    }

    private void WriteJournal(long id, Composition coded)
    {
        if (coded.PayJournal is { } journal)
            registers.PutJournal(id, journal, coded.Lines);
    }

    private void WriteLines(long id, Composition coded)
    {
        var decided = new DecidedLines(coded);
        foreach (var line in coded.Said.Lines)
        {
            var (account, rung, taxCode, waiting) = decided.Of(line);
            insertLine.Run(
                id,
                line.Number,
                line.Description,
                line.Category,
                Folded.Of(line.Category),
                line.Item,
                Folded.Of(line.Item),
                line.CostCode,
                Folded.Of(line.CostCode),
                Free(line.Quantity),
                Free(line.UnitPrice),
                line.Net,
                line.TaxCode,
                line.Tax,
                line.Account,
                line.OriginalAccount,
                line.FoundAccount,
                Free(line.PriceBefore),
                account,
                rung,
                taxCode,
                waiting
            );
            foreach (var (dimension, value) in line.Dimensions.Filled)
                insertDimension.Run(id, line.Number, dimension.Word, value, Folded.Of(value));
        }
    }

    private void UpdateLines(long id, Composition coded)
    {
        var decided = new DecidedLines(coded);
        foreach (var line in coded.Said.Lines)
        {
            var (account, rung, taxCode, waiting) = decided.Of(line);
            updateLine.Run(id, line.Number, line.Account, account, rung, taxCode, waiting);
        }
    }

    private void WriteKeys(long id, Document document)
    {
        foreach (var key in DuplicateRule.StandsUnder(document))
            insertKey.Run(key, id);
    }

    private static string Free(decimal? number) => number?.ToString(CultureInfo.InvariantCulture) ?? "";
}
