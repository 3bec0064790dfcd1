using System.Globalization;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Storage.Files;
using Dapper;

namespace Adnumera.Storage.Documents;

// A document as its table has it.
[method: ExplicitConstructor]
internal sealed record DocumentRow(
    long Id,
    string Source,
    string SourceId,
    string Kind,
    string Date,
    string DueDate,
    string Reference,
    string Supplier,
    string Employee,
    string PaymentAccount,
    string ToAccount,
    string MerchantCode,
    string Attachment,
    string Seller,
    string ForeignAmount,
    long Prepaid,
    string Settlement,
    string PaymentAccountChoice,
    string ToAccountChoice,
    string Currency,
    long Total,
    string Notes,
    long NotDuplicate,
    string DuplicateSource,
    string DuplicateSourceId,
    long ArrivalId,
    string Place,
    long Revision,
    string EntryDate,
    string Period,
    long Private,
    string Notices,
    string State,
    string SetAside,
    string SetAsideBy,
    string SetAsideNote,
    string HeldBack,
    string EntryDateChoice,
    string LedgerEntry,
    string ArrivedIn
)
{
    public StoredDocument ToStored(IReadOnlyList<DocumentLine> lines) =>
        new()
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
                ToAccount = ToAccount,
                MerchantCode = MerchantCode,
                Attachment = Attachment,
                Seller = Seller,
                ForeignAmount = ForeignAmount,
                Prepaid = Prepaid,
                Settlement = Settlement,
                PaymentAccountChoice = PaymentAccountChoice,
                ToAccountChoice = ToAccountChoice,
                Currency = Core.Amounts.Currency.Of(Currency),
                Total = Total,
                Notes = Notes,
                NotDuplicate = NotDuplicate == 1,
                Private = Private == 1,
                NotPrivate = Private == 2,
                HeldBack = HeldBack,
                EntryDateChoice = Iso.DayOrNone(EntryDateChoice),
                Lines = lines,
            },
            State = Words<DocumentState>.Read(State),
            Period = Period,
            Notices = [.. Notices.Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(Words<DocumentNotice>.Read)],
            Revision = (int)Revision,
            DuplicateOf = DuplicateSource.Length > 0 ? new DocumentIdentity(DuplicateSource, DuplicateSourceId) : null,
            ArrivalId = ArrivalId,
            FoundAt = Place,
            EntryDate = Iso.Day(EntryDate),
            SetAside = SetAside.Length > 0 ? Words<SetAsideKind>.Read(SetAside) : null,
            SetAsideBy = SetAsideBy,
            SetAsideNote = SetAsideNote,
            LedgerEntry = LedgerEntry,
            ArrivedIn = ArrivedIn,
        };
}

// A line as its table has it.
[method: ExplicitConstructor]
internal sealed record LineRow(
    long DocumentId,
    long Number,
    string Description,
    string Category,
    string Item,
    string CostCode,
    string Quantity,
    string UnitPrice,
    long Net,
    string TaxCode,
    long Tax,
    string Account,
    string OriginalAccount,
    string FoundAccount,
    string PriceBefore,
    string Decided,
    long Waiting
)
{
    public DocumentLine ToLine(IEnumerable<FilledDimension> dimensions) =>
        new()
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
            Dimensions = Dimensions.Of([.. dimensions]),
            Account = Account,
            OriginalAccount = OriginalAccount,
            FoundAccount = FoundAccount,
            PriceBefore = Free(PriceBefore),
        };

    private static decimal? Free(string text) => text.Length == 0 ? null : decimal.Parse(text, CultureInfo.InvariantCulture);
}

// A dimension of a line as its table has it.
[method: ExplicitConstructor]
internal sealed record DimensionRow(long DocumentId, long Line, string Dimension, string Value)
{
    public FilledDimension ToFilled() => new(Core.Ledger.Dimension.Of(Dimension), Value);
}
