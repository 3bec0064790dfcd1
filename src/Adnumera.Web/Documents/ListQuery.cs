using System.Globalization;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Mapping;
using Adnumera.Core.Spending;
using Adnumera.Storage.Documents;
using Adnumera.Web.Requests;

namespace Adnumera.Web.Documents;

/// <summary>What a list of documents is asked for; every part may be left out.</summary>
public sealed record ListQuery
{
    public Word<DocumentState>? State { get; init; }

    public string? Source { get; init; }

    /// <summary>Only what is in the ledger or on its way there.</summary>
    public bool? Sent { get; init; }

    /// <summary>Only what is neither posted, nor on its way, nor set aside.</summary>
    public bool? Open { get; init; }

    /// <summary>Only what the ledger took of a dispatch.</summary>
    public long? Dispatch { get; init; }

    /// <summary>Only what was read back from the ledger.</summary>
    public bool? ReadBack { get; init; }

    public string? Period { get; init; }

    public Word<DocumentKind>? Kind { get; init; }

    public Word<HoldKind>? Reason { get; init; }

    public string? ReasonValue { get; init; }

    public Word<KeyKind>? KeyKind { get; init; }

    public string? Key { get; init; }

    public string? Account { get; init; }

    public string? Label { get; init; }

    public string? Supplier { get; init; }

    public string? Employee { get; init; }

    public string? Category { get; init; }

    public string? PaymentAccount { get; init; }

    public string? Cardholder { get; init; }

    /// <summary>The first document date.</summary>
    public string? DateFrom { get; init; }

    /// <summary>The last document date.</summary>
    public string? DateTo { get; init; }

    public string? DueFrom { get; init; }

    public string? DueTo { get; init; }

    public string? EntryFrom { get; init; }

    public string? EntryTo { get; init; }

    /// <summary>The least total, such as 12.50.</summary>
    public string? AmountFrom { get; init; }

    public string? AmountTo { get; init; }

    public bool? Attachment { get; init; }

    /// <summary>What a figure of spending is grouped by; its documents are listed.</summary>
    public Word<SpendBy>? SpentBy { get; init; }

    /// <summary>The group of that figure; blank for what has no value.</summary>
    public string? Spent { get; init; }

    public Word<SpendOver>? SpentOver { get; init; }

    public Word<SpendScope>? SpentScope { get; init; }

    /// <summary>The first month of that figure.</summary>
    public string? SpentFrom { get; init; }

    /// <summary>The last month of that figure.</summary>
    public string? SpentTo { get; init; }

    public string? Text { get; init; }

    /// <summary>The file that they came with last.</summary>
    public long? Arrival { get; init; }

    /// <summary>Documents that are left out, by their ids, separated by dots.</summary>
    public string? Without { get; init; }

    public Word<DocumentOrder>? Order { get; init; }

    public bool? Noticed { get; init; }

    /// <summary>The order; the latest first when it is left out.</summary>
    public DocumentOrder OrderValue => Order?.ReadOrNone("order") ?? DocumentOrder.Latest;

    /// <summary>What the list is narrowed to.</summary>
    /// <exception cref="Refusals.RefusedException">A word or the period is none.</exception>
    public DocumentFilter Filter(Currency currency, DateOnly today) =>
        new()
        {
            State = State?.ReadOrNone("state"),
            Source = Source,
            IsSent = Sent == true,
            IsOpen = Open == true,
            Dispatch = Dispatch,
            IsRead = ReadBack == true,
            Period = Dates.PeriodOrAll(Period),
            NoticedOn = Noticed == true ? today : null,
            Kind = Kind?.ReadOrNone("kind"),
            Reason = Reason?.ReadOrNone("reason"),
            ReasonValue = ReasonValue,
            KeyKind = KeyKind?.ReadOrNone("keyKind"),
            Key = Key,
            Account = Account,
            Label = Label,
            Supplier = Supplier,
            Employee = Employee,
            Category = Category,
            PaymentAccount = PaymentAccount,
            Cardholder = Cardholder,
            Date = new DayRange(Dates.DayOrNone(DateFrom), Dates.DayOrNone(DateTo)),
            Due = new DayRange(Dates.DayOrNone(DueFrom), Dates.DayOrNone(DueTo)),
            Entry = new DayRange(Dates.DayOrNone(EntryFrom), Dates.DayOrNone(EntryTo)),
            Total = new AmountRange(Least(AmountFrom, currency), Least(AmountTo, currency)),
            Attachment = Attachment,
            Spend = Spending,
            Arrival = Arrival,
            Without = LeftOut(Without),
            Text = Text,
            Amount = AmountOf(Text ?? "", currency),
        };

    private static string? LeftOut(string? ids) =>
        string.IsNullOrEmpty(ids) ? null
        : ids.Split('.').Select(Id).ToList() is var read && read.All(i => i is not null) ? $"[{string.Join(',', read)}]"
        : throw new Refusals.RefusedException("without", "What is left out is not a list of documents.", StatusCodes.Status400BadRequest);

    private static long? Id(string text) => long.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var id) ? id : null;

    private SpendNarrowing? Spending =>
        (SpentBy ?? default).Text is { Length: > 0 }
        || (SpentOver ?? default).Text is { Length: > 0 }
        || (SpentScope ?? default).Text is { Length: > 0 }
        || !string.IsNullOrEmpty(SpentFrom)
        || !string.IsNullOrEmpty(SpentTo)
            ? new SpendNarrowing(
                SpentBy?.ReadOrNone("spentBy"),
                Spent ?? "",
                SpentOver?.ReadOrNone("spentOver") ?? SpendOver.DocumentDate,
                Dates.PeriodOrAll(SpentFrom),
                Dates.PeriodOrAll(SpentTo),
                SpentScope?.ReadOrNone("spentScope") ?? SpendScope.Arrived
            )
            : null;

    private static long? Least(string? text, Currency currency) =>
        string.IsNullOrWhiteSpace(text)
            ? null
            : AmountOf(text, currency)
                ?? throw new Refusals.RefusedException(
                    "amount",
                    $"{Quote.Of(text)} is not an amount such as 12.50. Nothing was changed.",
                    400
                );

    private static long? AmountOf(string text, Currency currency) =>
        AmountText.Typed(text, currency.Digits, out var minor) == AmountText.Fault.None ? Math.Abs(minor) : null;
}
