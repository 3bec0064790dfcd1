using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Posting;
using Adnumera.Storage.Documents;

namespace Adnumera.Web.Posting;

internal static class Instructions
{
    /// <summary>What is sent for a coded document. The supplier is named as the ledger spells it.</summary>
    public static EntryInstruction Of(string company, StoredDocument stored, Composition coded, SupplierDirectory suppliers)
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
            Employee = document.Employee,
            Currency = document.Currency.Code,
            Memo = coded.Lines.FirstOrDefault(l => l.Rung == EntryRung.Offset)?.Memo ?? "",
            Lines = [.. coded.Lines.Select(l => new InstructionLine(
                l.Account, l.Signed, l.TaxCode, l.Dimensions.Department, l.Dimensions.Location, l.Dimensions.Project, l.Memo, l.Rung == EntryRung.Offset, l.LedgerItem))],
        };
    }

    /// <summary>Who the entry is owed to: the supplier; for a claim that becomes a bill, the employee.</summary>
    public static string Supplier(Document document, Composition coded) =>
        document.Kind == DocumentKind.ExpenseClaim && coded.Form == LedgerForm.Bill ? document.Employee : document.Supplier;
}
