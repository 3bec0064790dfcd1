using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;

namespace Adnumera.Core.Entries;

// The other side of a document: an account, who chose it, and why.
internal readonly record struct Offset(string Account, string ChosenBy, string Because);

/// <summary>Which role the account on the other side has.</summary>
public static class OffsetRoles
{
    /// <summary>The role for a kind of document in a form; none where a payment account says so. A claim that becomes a bill is owed like
    /// one.</summary>
    public static AccountRole? Of(DocumentKind kind, LedgerForm form) =>
        kind.Row().OffsetRole is not null && form == LedgerForm.Bill ? AccountRole.PayablesControl : kind.Row().OffsetRole;
}

// What stands on the other side (02-domain, chapter 4).
internal static class OffsetRule
{
    /// <summary>Finds it; without one the reasons say why.</summary>
    public static Offset? Find(
        Document document,
        LedgerForm form,
        Chart chart,
        MappingBook book,
        CompositionSettings settings,
        HoldReasons reasons
    ) =>
        document.Kind.Row().Side switch
        {
            DocumentSide.Supplier => OfSupplier(document, chart, book, reasons),
            DocumentSide.PaymentAccount => OfPaymentAccount(
                document,
                document.PaidFrom,
                "",
                Reason.ForPaymentAccount,
                book,
                settings,
                reasons
            ),
            DocumentSide.OwnAccount => OfPaymentAccount(
                document,
                document.PaidFrom,
                "from",
                Reason.ForPaymentAccount,
                book,
                settings,
                reasons
            ),
            DocumentSide.Payroll => null,
            DocumentSide.Employee => OfRole(document, OffsetRoles.Of(document.Kind, form)!.Value, reasons),
        };

    private static Offset? OfSupplier(Document document, Chart chart, MappingBook book, HoldReasons reasons)
    {
        if (document.Settlement.Length > 0)
        {
            if (Row(document, book, KeyKind.Settlement, document.Settlement) is not { } settlement)
            {
                reasons.Add(new HoldReason.SettlementUnmapped(document.Settlement));
                return null;
            }

            var control = chart.TryFind(settlement.Account, out var found) && found is { Active: true, Role: AccountRole.PayablesControl };
            if (!control)
                return new Offset(settlement.Account, $"settlement “{document.Settlement}”", Reason.ForSettlement(document));
        }

        return Row(document, book, KeyKind.SupplierPayable, document.Supplier) is { } own
            ? new Offset(own.Account, $"the payables account of “{document.Supplier}”", Reason.ForSupplierPayable(document))
            : OfRole(document, AccountRole.PayablesControl, reasons);
    }

    /// <summary>Where the money of a transfer arrives; without it the reasons say why.</summary>
    public static Offset? Arriving(Document document, MappingBook book, CompositionSettings settings, HoldReasons reasons) =>
        OfPaymentAccount(document, document.ArrivesIn, "to", Reason.ForTransfer, book, settings, reasons);

    private static Offset? OfPaymentAccount(
        Document document,
        string text,
        string end,
        Func<Document, string> because,
        MappingBook book,
        CompositionSettings settings,
        HoldReasons reasons
    )
    {
        if (text.Length == 0)
        {
            reasons.Add(
                end.Length > 0 && settings.WaitsUntil(document) is { } until
                    ? new HoldReason.TransferWaits(end, until)
                    : new HoldReason.PaymentAccountMissing(end)
            );
            return null;
        }

        if (Row(document, book, KeyKind.PaymentAccount, text) is { } row)
            return new Offset(row.Account, $"payment account “{text}”", because(document));
        reasons.Add(
            settings.PaymentAccounts.Claiming(text, document.Date) is { Count: > 1 } several
                ? new HoldReason.PaymentAccountAmbiguous(text, [.. several.Select(a => a.Name)])
                : new HoldReason.PaymentAccountUnmapped(text)
        );
        return null;
    }

    private static Offset? OfRole(Document document, AccountRole role, HoldReasons reasons) =>
        reasons.Role(role, null) is { } account
            ? new Offset(account.Id, $"the role {ReasonWords.RoleTitle(role)}", Reason.ForRole(document))
            : null;

    private static MappingRow? Row(Document document, MappingBook book, KeyKind kind, string key) =>
        book.InForce(kind, key, document.Identity.Source, document.Date) is { Account.Length: > 0 } row ? row : null;
}
