using Adnumera.Core.Posting;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Ledger;

namespace Adnumera.Web.Ledger;

/// <summary>What a pull changed.</summary>
public sealed record PullAnswer(int Accounts, int Suppliers, int TaxCodes, IReadOnlyList<string> Added, IReadOnlyList<string> Changed, IReadOnlyList<string> Closed, int Recoded);

/// <summary>Takes over the ledger's chart, suppliers and tax codes, and codes the open documents anew.</summary>
internal static class Pull
{
    public static async Task<PullAnswer> Run(Work work, ILedger ledger, CancellationToken cancel)
    {
        var accounts = await ledger.Accounts(cancel);
        var suppliers = await ledger.Suppliers(cancel);
        var taxCodes = await ledger.TaxCodes(cancel);
        return work.File.InTransaction(company =>
        {
            var table = new LedgerTable(company);
            var before = table.Accounts().ToDictionary(a => a.Id);
            table.Replace(accounts, suppliers, taxCodes, work.Now);
            var added = accounts.Where(a => !before.ContainsKey(a.Id)).Select(a => a.Title).ToList();
            var changed = accounts.Where(a => before.TryGetValue(a.Id, out var was) && was with { Active = a.Active } != a).Select(a => $"{before[a.Id].Title} is now {a.Title}").ToList();
            var now = accounts.ToDictionary(a => a.Id);
            var closed = before.Values.Where(a => a.Active && (!now.TryGetValue(a.Id, out var is_) || !is_.Active)).Select(a => a.Title).ToList();
            var recoded = Coding.Recode(company, new DocumentTable(company).AllOpen());
            var answer = new PullAnswer(accounts.Count, suppliers.Count, taxCodes.Count, before.Count == 0 ? [] : added, changed, closed, recoded);
            new AuditTable(company).Add(work.Now, work.Who, "pull", "ledger", new { accounts = before.Count }, answer);
            return answer;
        });
    }
}
