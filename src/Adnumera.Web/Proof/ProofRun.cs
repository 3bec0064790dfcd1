using Adnumera.Core;
using Adnumera.Core.Documents;
using Adnumera.Core.Posting;
using Adnumera.Core.Proof;
using Adnumera.Storage;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Posting;
using Adnumera.Storage.Proof;
using Adnumera.Web.Ledger;
using Adnumera.Web.Posting;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Proof;

/// <summary>Reads the ledger back and compares it with what was sent. It has the turn at the ledger, so that nothing is sent while it reads.</summary>
internal static class ProofRun
{
    /// <summary>Proves all entries of these days; returns the proof. What was sent and has no clear answer is asked for first.</summary>
    public static async Task<long> Run(Work work, LedgerAccess ledgers, LedgerTurns turns, DateOnly first, DateOnly last, CancellationToken cancel)
    {
        var (ledger, organisation, _) = ledgers.Connected(work.File);
        using var turn = turns.Take(work.CompanyId, "a proof");
        await new Sender(work.File, ledger, organisation, work.Clock).Settle(onlyDue: false, cancel);
        var intended = work.File.Read(c => new OutboxTable(c).Intended(organisation, Iso.Text(first), Iso.Text(last)));
        var ofPeriod = new List<FoundEntry>();
        await foreach (var entry in ledger.Entries(first, last, cancel)) ofPeriod.Add(entry);

        // An entry may have been moved out of the period in the ledger, so ours are looked up by their keys as well.
        var inPeriod = ofPeriod.Select(e => e.LedgerEntry).ToHashSet();
        var elsewhere = (await ledger.EntriesOf([.. intended.Select(i => i.Entry.Identity)], cancel)).Where(e => !inPeriod.Contains(e.LedgerEntry));
        List<FoundEntry> found = [.. ofPeriod, .. elsewhere];
        var opening = (await ledger.TrialBalance(first.AddDays(-1), cancel)).ToDictionary(b => b.Account, b => b.Balance);
        var closing = (await ledger.TrialBalance(last, cancel)).ToDictionary(b => b.Account, b => b.Balance);

        var entries = intended.Select(i => i.Entry.AsIntended()).ToList();
        var differences = Ours(work.File, Prover.Prove(entries, found));
        var accounts = AccountProof.Of(entries, ofPeriod).Select(a => Row(a, opening.GetValueOrDefault(a.Account), closing.GetValueOrDefault(a.Account))).ToList();
        return work.File.InTransaction(c => Save(c, work, first, last, intended, found, differences, accounts));
    }

    // An entry of ours that the ledger dates into these days, though it was sent for others, was intended all the same: its own days find it.
    private static List<Difference> Ours(CompanyFile file, IReadOnlyList<Difference> differences)
    {
        var strange = differences.Where(d => d.Kind == DifferenceKind.NotIntended).Select(d => d.Identity!.Value).Distinct().ToList();
        var known = strange.Count == 0 ? new HashSet<DocumentIdentity>() : file.Read(c => new OutboxTable(c).Known(strange));
        return [.. differences.Where(d => d.Kind != DifferenceKind.NotIntended || !known.Contains(d.Identity!.Value))];
    }

    private static AccountProofRow Row(AccountProof a, long opening, long closing)
    {
        var (found, payments, notOurs) = (a.FoundDebit - a.FoundCredit, a.PaymentsDebit - a.PaymentsCredit, a.NotOursDebit - a.NotOursCredit);
        return new AccountProofRow(a.Account, opening, a.IntendedDebit - a.IntendedCredit, found, payments, notOurs, closing, a.Agrees && opening + found + payments + notOurs == closing);
    }

    private static long Save(
        SqliteConnection company, Work work, DateOnly first, DateOnly last, IReadOnlyList<(long DocumentId, EntryInstruction Entry)> intended, List<FoundEntry> found,
        List<Difference> differences, List<AccountProofRow> accounts)
    {
        var ids = intended.ToDictionary(i => i.Entry.Identity, i => i.DocumentId);
        var days = intended.ToDictionary(i => i.Entry.Identity, i => i.Entry.Date);
        var dated = found.GroupBy(f => f.LedgerEntry).ToDictionary(g => g.Key, g => g.First().Date);
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

        var currency = CompanyFile.Of(company).Settings.Currency;
        var faults = Faults.Of(differences, currency);
        var proof = new ProofTable(company).Add(
            new ProofRow(0, Iso.Text(work.Now), work.Who, Iso.Text(first), Iso.Text(last), intended.Count, intended.Count(i => !different.Contains(i.Entry.Identity)), faults.Count, Faults.AtStake(faults)),
            faults.Select(d => (d.Identity is { } key && ids.TryGetValue(key, out var id) ? id : (long?)null, Day(d), d)), accounts, Readings(stored, intended, found), currency);
        audit.Add(work.Now, work.Who, "prove", $"proof/{proof}", null, new { first = Iso.Text(first), last = Iso.Text(last), intended = intended.Count, differences = faults.Count });
        return proof;

        DateOnly Day(Difference d) => d.Identity is { } key && days.TryGetValue(key, out var own) ? own : d.LedgerEntries.Count > 0 && dated.TryGetValue(d.LedgerEntries[0], out var there) ? there : last;
    }

    // What the ledger holds of each document: what was read back on the account of its other side.
    private static List<Reading> Readings(List<StoredDocument> stored, IReadOnlyList<(long DocumentId, EntryInstruction Entry)> intended, List<FoundEntry> found)
    {
        var offsets = intended.ToDictionary(i => i.Entry.Identity, i => i.Entry.Lines.FirstOrDefault(l => l.IsOffset)?.Account ?? "");
        var ours = found.Where(f => f is { Identity: not null, IsPayment: false, Status: LedgerStatus.Posted }).ToLookup(f => f.Identity!.Value);
        return [.. stored.Select(d =>
        {
            var entries = ours[d.Document.Identity].ToList();
            var money = entries.Sum(f => -f.Lines.Where(l => l.Account == offsets[d.Document.Identity]).Sum(l => l.Signed));
            return new Reading(d.Id, d.Document.Identity.Source, d.Period, entries.Count, money, d.Document.SignedTotal);
        })];
    }
}
