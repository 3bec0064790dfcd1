using Adnumera.Core.Documents;
using Adnumera.Core.Posting;
using Adnumera.Core.Proof;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Files;
using Adnumera.Storage.Posting;
using Adnumera.Storage.Proof;
using Adnumera.Web.Hosting;
using Adnumera.Web.Ledger;
using Adnumera.Web.Posting;
using Adnumera.Web.Requests;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Proof;

/// <summary>Reads the ledger back and compares it with what was sent. It has the turn at the ledger, so that nothing is sent while it
/// reads.</summary>
internal static class ProofRun
{
    /// <summary>Proves all entries of these days; returns the proof. What was sent and has no clear answer is asked for first.</summary>
    public static async Task<long> Run(
        CompanyBooks books,
        LedgerAccess ledgers,
        LedgerTurns turns,
        DateOnly first,
        DateOnly last,
        CancellationToken cancel
    )
    {
        using var work = Telemetry.Work.StartActivity("prove");
        var (ledger, organisation, _) = ledgers.Connected(books.File);
        using var turn = turns.Take(books.CompanyId, "a proof");
        await new Sender(books.File, ledger, organisation, books.Clock).Settle(onlyDue: false, cancel);
        var intended = books.File.Read(c => new OutboxTable(c).Intended(organisation, Iso.Text(first), Iso.Text(last)));
        var ofPeriod = new List<FoundEntry>();
        await foreach (var entry in ledger.Entries(first, last, cancel))
            ofPeriod.Add(entry);

        // An entry may have been moved out of the period in the ledger, so ours are looked up by their keys as well.
        var inPeriod = ofPeriod.Select(e => e.LedgerEntry).ToHashSet();
        var elsewhere = (await ledger.EntriesOf([.. intended.Select(i => i.Entry.Identity)], cancel)).Where(e =>
            !inPeriod.Contains(e.LedgerEntry)
        );
        List<FoundEntry> found = [.. ofPeriod, .. elsewhere];
        var opening = (await ledger.TrialBalance(first.AddDays(-1), cancel)).ToDictionary(b => b.Account, b => b.Balance);
        var closing = (await ledger.TrialBalance(last, cancel)).ToDictionary(b => b.Account, b => b.Balance);

        var entries = intended.Select(i => i.Entry.AsIntended()).ToList();
        var differences = Ours(books.File, Prover.Prove(entries, found));
        Telemetry.Differences.Add(differences.Count);
        var accounts = AccountProof
            .Of(entries, ofPeriod)
            .Select(a => Row(a, opening.GetValueOrDefault(a.Account), closing.GetValueOrDefault(a.Account)))
            .ToList();
        return books.File.InTransaction(c => Save(c, books, first, last, intended, found, differences, accounts));
    }

    // An entry of ours that the ledger dates into these days, though it was sent for others, was intended all the same: its own days find
    // it.
    private static List<Difference> Ours(CompanyFile file, IReadOnlyList<Difference> differences)
    {
        var strange = differences.Where(d => d.Kind == DifferenceKind.NotIntended).Select(d => d.Identity!.Value).Distinct().ToList();
        var known = strange.Count == 0 ? new HashSet<DocumentIdentity>() : file.Read(c => new OutboxTable(c).Known(strange));
        return [.. differences.Where(d => d.Kind != DifferenceKind.NotIntended || !known.Contains(d.Identity!.Value))];
    }

    private static AccountProofRow Row(AccountProof a, long opening, long closing) =>
        new(a.Account, opening, a.Intended, a.Found, a.Payments, a.NotOurs, closing, a.AgreesOver(opening, closing));

    private static long Save(
        SqliteConnection company,
        CompanyBooks books,
        DateOnly first,
        DateOnly last,
        IReadOnlyList<(long DocumentId, EntryInstruction Entry)> intended,
        List<FoundEntry> found,
        List<Difference> differences,
        List<AccountProofRow> accounts
    )
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
                var happens = different.Contains(document.Document.Identity) ? DocumentEvent.FoundDifferent : DocumentEvent.FoundAsIntended;
                if (DocumentLife.After(document.Standing, happens).Match(to => to, _ => document.State) == document.State)
                    continue;
                writer.Move(document, happens);
                audit.Add(
                    books.Now,
                    books.Who,
                    "proof",
                    $"document/{document.Id}",
                    Words<DocumentState>.Of(document.State),
                    happens == DocumentEvent.FoundAsIntended
                        ? "proved: the ledger holds it as intended"
                        : "not proved any more: the ledger differs"
                );
            }

            writer.Complete();
        }

        var currency = new CompanyTable(company).Currency();
        var faults = Faults.Of(differences, currency);
        var proof = new ProofTable(company).Add(
            new ProofRow(
                0,
                Iso.Text(books.Now),
                books.Who,
                Iso.Text(first),
                Iso.Text(last),
                intended.Count,
                intended.Count(i => !different.Contains(i.Entry.Identity)),
                faults.Count,
                Faults.AtStake(faults)
            ),
            faults.Select(d => (d.Identity is { } key && ids.TryGetValue(key, out var id) ? id : (long?)null, DayOf(d), d)),
            accounts,
            Readings(stored, intended, found),
            currency
        );
        PaidDocuments.Note(company, books, stored, intended.ToDictionary(i => i.Entry.Identity, i => i.Entry), found);
        audit.Add(
            books.Now,
            books.Who,
            "prove",
            $"proof/{proof}",
            null,
            new
            {
                first = Iso.Text(first),
                last = Iso.Text(last),
                intended = intended.Count,
                differences = faults.Count,
            }
        );
        return proof;

        DateOnly DayOf(Difference d) =>
            d.Identity is { } key && days.TryGetValue(key, out var own) ? own
            : d.LedgerEntries.Count > 0 && dated.TryGetValue(d.LedgerEntries[0], out var there) ? there
            : last;
    }

    // What the ledger holds of each document.
    private static List<Reading> Readings(
        List<StoredDocument> stored,
        IReadOnlyList<(long DocumentId, EntryInstruction Entry)> intended,
        List<FoundEntry> found
    )
    {
        var sent = intended.ToDictionary(i => i.Entry.Identity, i => i.Entry);
        var ours = found
            .Where(f => f is { Identity: not null, IsPayment: false, Status: LedgerStatus.Posted })
            .ToLookup(f => f.Identity!.Value);
        return
        [
            .. stored.Select(d =>
            {
                var entries = ours[d.Document.Identity].ToList();
                var money = sent[d.Document.Identity].HeldIn(entries, d.Document.SignedTotal);
                return new Reading(d.Id, d.Document.Identity.Source, d.Period, entries.Count, money, d.Document.SignedTotal);
            }),
        ];
    }
}
