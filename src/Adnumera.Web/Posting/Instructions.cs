using Adnumera.Core.Entries;
using Adnumera.Core.Posting;
using Adnumera.Storage.Documents;

namespace Adnumera.Web.Posting;

internal static class Instructions
{
    /// <summary>What is sent for a coded document. The supplier is named as the ledger spells it.</summary>
    public static EntryInstruction Of(string company, StoredDocument stored, Composition coded, IReadOnlyDictionary<string, string> suppliers)
    {
        var document = coded.Document;
        return new EntryInstruction
        {
            IdempotencyKey = Outbox.KeyOfEntry(company, stored.Id, stored.Revision),
            Identity = document.Identity,
            Form = document.Kind,
            Date = coded.EntryDate,
            DueDate = document.DueDate,
            Reference = document.Reference,
            Supplier = suppliers.GetValueOrDefault(Core.Folded.Of(document.Supplier), document.Supplier),
            Employee = document.Employee,
            Currency = document.Currency.Code,
            Memo = document.Notes,
            Lines = [.. coded.Lines.Select(l => new InstructionLine(
                l.Account, l.Signed, l.TaxCode, l.Dimensions.Department, l.Dimensions.Location, l.Dimensions.Project, l.Memo, l.Rung == EntryRung.Offset))],
        };
    }
}
