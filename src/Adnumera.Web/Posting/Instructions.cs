using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Posting;
using Adnumera.Storage.Documents;

namespace Adnumera.Web.Posting;

internal static class Instructions
{
    /// <summary>What is sent for a coded document. The supplier is named as the ledger spells it.</summary>
    /// <param name="company">The company's short name.</param>
    /// <param name="stored">The document.</param>
    /// <param name="coded">Its entry.</param>
    /// <param name="suppliers">Whom spellings mean.</param>
    /// <param name="accounts">The payment accounts, to name whoever is owed what their own card paid, or owes what was private.</param>
    public static EntryInstruction Of(string company, StoredDocument stored, Composition coded, SupplierDirectory suppliers, PaymentAccounts accounts)
    {
        var document = coded.Document;
        return new EntryInstruction
        {
            IdempotencyKey = Outbox.KeyOfEntry(company, stored.Id, stored.Revision),
            Identity = document.Identity,
            Form = coded.Form,
            Date = coded.EntryDate,
            DueDate = coded.DueDate,
            Reference = coded.Reference,
            Supplier = suppliers.NameOf(Supplier(document, coded)),
            Employee = document.Employee.Length > 0 ? document.Employee : Holder(document, accounts),
            Currency = document.Currency.Code,
            Memo = coded.Lines.FirstOrDefault(l => l.Rung == EntryRung.Offset)?.Memo ?? "",
            Lines = [.. coded.Lines.Select(l => new InstructionLine(
                l.Account, l.Signed, l.TaxCode, l.Dimensions.Department, l.Dimensions.Location, l.Dimensions.Project, l.Memo, l.Rung == EntryRung.Offset, l.LedgerItem))],
        };
    }

    private static string Holder(Document document, PaymentAccounts accounts) =>
        document.Kind.IsCard() && accounts.Claiming(document.PaidFrom, document.Date) is [var one] && (document.Private || one.Kind == PaymentAccountKind.Personal) ? one.Holder : "";

    /// <summary>Who the entry is owed to: the supplier; for a claim that becomes a bill, the employee.</summary>
    public static string Supplier(Document document, Composition coded) =>
        document.Kind == DocumentKind.ExpenseClaim && coded.Form == LedgerForm.Bill ? document.Employee : document.Supplier;
}
