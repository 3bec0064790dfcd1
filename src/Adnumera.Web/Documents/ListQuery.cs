using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Documents;
using Adnumera.Web.Requests;

namespace Adnumera.Web.Documents;

/// <summary>What a list of documents is asked for; every part may be left out.</summary>
public sealed record ListQuery(
    string? State = null, string? Source = null, string? Period = null, string? Kind = null, string? Reason = null, string? ReasonValue = null, string? KeyKind = null, string? Key = null,
    string? Account = null, string? Text = null, string? Order = null, bool? Noticed = null)
{
    /// <summary>The order; the latest first when it is left out.</summary>
    public DocumentOrder OrderValue => Word.ReadOrNone<DocumentOrder>(Order, "order") ?? DocumentOrder.Latest;

    /// <summary>What the list is narrowed to.</summary>
    /// <exception cref="Refusals.RefusedException">A word or the period is none.</exception>
    public DocumentFilter Filter(Currency currency, DateOnly today) => new()
    {
        State = Word.ReadOrNone<DocumentState>(State, "state"),
        Source = Source,
        Period = Dates.PeriodOrAll(Period),
        NoticedOn = Noticed == true ? today : null,
        Kind = Word.ReadOrNone<DocumentKind>(Kind, "kind"),
        Reason = Word.ReadOrNone<HoldKind>(Reason, "reason"),
        ReasonValue = ReasonValue,
        KeyKind = Word.ReadOrNone<KeyKind>(KeyKind, "keyKind"),
        Key = Key,
        Account = Account,
        Text = Text,
        Amount = AmountOf((Text ?? "").Trim().Replace(",", "", StringComparison.Ordinal), currency),
    };

    private static long? AmountOf(string text, Currency currency) =>
        AmountText.Read(text, currency.Digits, out var minor) == AmountText.Fault.None ? Math.Abs(minor) : null;
}
