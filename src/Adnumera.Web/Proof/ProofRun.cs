using Adnumera.Core;
using Adnumera.Core.Count;
using Adnumera.Core.Documents;
using Adnumera.Core.Posting;
using Adnumera.Core.Proof;
using Adnumera.Storage;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Posting;
using Adnumera.Storage.Proof;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Proof;

/// <summary>Reads the ledger back and compares it with what was sent.</summary>
internal static class ProofRun
{
    /// <summary>Proves all entries of these days; returns the proof.</summary>
    public static async Task<long> Run(Work work, ILedger ledger, DateOnly first, DateOnly last, CancellationToken cancel)
    {
        var intended = work.File.Read(c => new OutboxTable(c).Intended(Iso.Text(first), Iso.Text(last)));
        var ofPeriod = new List<FoundEntry>();
        await foreach (var entry in ledger.Entries(first, last, cancel)) ofPeriod.Add(entry);

        // An entry may have been moved out of the period in the ledger, so ours are looked up by their keys as well.
        var inPeriod = ofPeriod.Select(e => e.LedgerEntry).ToHashSet();
        var elsewhere = (await ledger.EntriesOf([.. intended.Select(i => i.Entry.Identity)], cancel)).Where(e => !inPeriod.Contains(e.LedgerEntry));
        List<FoundEntry> found = [.. ofPeriod, .. elsewhere];
        var opening = (await ledger.TrialBalance(first.AddDays(-1), cancel)).ToDictionary(b => b.Account, b => b.Balance);
        var closing = (await ledger.TrialBalance(last, cancel)).ToDictionary(b => b.Account, b => b.Balance);

        var entries = intended.Select(i => i.Entry.AsIntended()).ToList();
        var differences = Prover.Prove(entries, found);
        var accounts = AccountProof.Of(entries, ofPeriod).Select(a => Row(a, opening.GetValueOrDefault(a.Account), closing.GetValueOrDefault(a.Account))).ToList();
        return work.File.InTransaction(c => Save(c, work, first, last, intended, found, differences, accounts));
    }

    private static AccountProofRow Row(AccountProof a, long opening, long closing)
    {
        var (found, payments, notOurs) = (a.FoundDebit - a.FoundCredit, a.PaymentsDebit - a.PaymentsCredit, a.NotOursDebit - a.NotOursCredit);
        return new AccountProofRow(a.Account, opening, a.IntendedDebit - a.IntendedCredit, found, payments, notOurs, closing, a.Agrees && opening + found + payments + notOurs == closing);
    }

    private static long Save(
        SqliteConnection company, Work work, DateOnly first, DateOnly last, IReadOnlyList<(long DocumentId, EntryInstruction Entry)> intended, List<FoundEntry> found,
        IReadOnlyList<Difference> differences, List<AccountProofRow> accounts)
    {
        var ids = intended.ToDictionary(i => i.Entry.Identity, i => i.DocumentId);
        var different = differences.Where(d => d.Identity is not null).Select(d => d.Identity!.Value).ToHashSet();
        var documents = new DocumentTable(company);
        var stored = intended.Select(i => i.DocumentId).Chunk(1000).SelectMany(documents.Load).ToList();
        var audit = new AuditTable(company);
        using (var writer = new CodingWriter(company))
        {
            foreach (var document in stored)
            {
                var state = different.Contains(document.Document.Identity) ? DocumentState.Posted : DocumentState.Proved;
                if (document.State == state || !document.State.IsSent() || document.State == DocumentState.OnItsWay) continue;
                writer.Move(document, state);
                audit.Add(work.Now, work.Who, "proof", $"document/{document.Id}", Words<DocumentState>.Of(document.State),
                    state == DocumentState.Proved ? "proved: the ledger holds it as intended" : "not proved any more: the ledger differs");
            }

            writer.Complete();
        }

        var digits = CompanyFile.Of(company).Settings.Currency;
        var proof = new ProofTable(company).Add(
            new ProofRow(0, Iso.Text(work.Now), work.Who, Iso.Text(first), Iso.Text(last), intended.Count, intended.Count(i => !different.Contains(i.Entry.Identity)), differences.Count, differences.Sum(d => d.Amount)),
            differences.Select(d => (d.Identity is { } key && ids.TryGetValue(key, out var id) ? id : (long?)null, d)), accounts, Holds(stored, intended, found), digits);
        audit.Add(work.Now, work.Who, "prove", $"proof/{proof}", null, new { first = Iso.Text(first), last = Iso.Text(last), intended = intended.Count, differences = differences.Count });
        return proof;
    }

    // What the ledger holds of each source and period: what was read back on the offset accounts of our documents.
    private static IEnumerable<(string Source, string Period, Tally Found, Tally Intended)> Holds(
        List<StoredDocument> stored, IReadOnlyList<(long DocumentId, EntryInstruction Entry)> intended, List<FoundEntry> found)
    {
        var offsets = intended.ToDictionary(i => i.Entry.Identity, i => i.Entry.Lines.FirstOrDefault(l => l.IsOffset)?.Account ?? "");
        var ours = found.Where(f => f is { Identity: not null, IsPayment: false, Status: LedgerStatus.Posted }).ToLookup(f => f.Identity!.Value);
        return stored.GroupBy(d => (d.Document.Identity.Source, d.Period)).Select(g =>
        {
            var entries = g.SelectMany(d => ours[d.Document.Identity]).ToList();
            return (g.Key.Source, g.Key.Period,
                new Tally(entries.Count, entries.Sum(f => -f.Lines.Where(l => l.Account == offsets[f.Identity!.Value]).Sum(l => l.Signed))),
                new Tally(g.Count(), g.Sum(d => d.Document.SignedTotal)));
        });
    }
}
