using System.Security.Cryptography;
using Adnumera.Core.Amounts;
using Adnumera.Core.Count;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Formats.Documents;
using Adnumera.Formats.Tables;
using Adnumera.Storage;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Documents;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Arrivals;

/// <summary>What a file would bring, or brought.</summary>
/// <param name="FileName">The file.</param>
/// <param name="Documents">Documents in it.</param>
/// <param name="Lines">Lines in it.</param>
/// <param name="Added">New ones.</param>
/// <param name="Updated">Those that arrived before and differ now.</param>
/// <param name="Unchanged">Those that arrived before and are the same.</param>
/// <param name="Locked">Those that differ now but are in the ledger or on the way there; they stay as they are.</param>
/// <param name="Sources">Documents and money by source.</param>
/// <param name="Coded">Of the new and updated ones, how many are coded.</param>
/// <param name="Held">How many are held.</param>
/// <param name="SetAside">How many are set aside.</param>
/// <param name="Reasons">Why they are held, most first.</param>
/// <param name="Errors">What is wrong with the file; then nothing is taken in.</param>
/// <param name="ErrorCount">How many errors there are in all.</param>
/// <param name="Notices">Worth knowing.</param>
public sealed record TakeInAnswer(
    string FileName, int Documents, int Lines, int Added, int Updated, int Unchanged, IReadOnlyList<string> Locked, IReadOnlyList<SourceTally> Sources,
    TallyText Coded, TallyText Held, TallyText SetAside, IReadOnlyList<ReasonTally> Reasons, IReadOnlyList<Problem> Errors, int ErrorCount, IReadOnlyList<Problem> Notices);

public sealed record SourceTally(string Source, long Documents, string Money);

public sealed record ReasonTally(string Reason, string Detail, int Documents);

/// <summary>Takes a documents file in: checked as a whole, coded, and saved in one transaction or not at all.</summary>
internal static class TakeIn
{
    private const int Batch = 2000;

    /// <summary>Takes the file in, or only shows what it would bring.</summary>
    public static TakeInAnswer Run(Work work, string fileName, byte[] content, bool preview)
    {
        var currency = work.File.Read(CompanyFile.Of).Settings.Currency;
        var problems = new Problems();
        var documents = DocumentsFile.Read(fileName, content, currency, problems);
        if (problems.Any) return Refused(fileName, problems);
        if (!preview) return work.File.InTransaction(c => Apply(c, work, fileName, content, documents, problems, currency, preview: false));

        // A preview does all the work and takes it back.
        using var connection = work.File.Open();
        using var transaction = connection.BeginTransaction();
        return Apply(connection, work, fileName, content, documents, problems, currency, preview: true);
    }

    private static TakeInAnswer Apply(
        SqliteConnection company, Work work, string fileName, byte[] content, IReadOnlyList<FiledDocument> filed, Problems problems, Currency currency, bool preview)
    {
        var arrivals = new ArrivalTable(company);
        var table = new DocumentTable(company);
        var composer = Coding.Composer(company);
        var outcome = new Outcome(currency);
        var arrival = arrivals.Add(new ArrivalRow(0, fileName, Convert.ToHexString(SHA256.HashData(content)), Iso.Text(work.Now), work.Who, filed.Count, filed.Sum(f => f.Document.Lines.Count), 0, 0, 0));
        var next = arrivals.LastDocument() + 1;
        var watch = new DuplicateWatch();
        var ids = new Dictionary<DocumentIdentity, long>();
        using var writer = new CodingWriter(company);
        foreach (var batch in filed.Chunk(Batch))
        {
            var known = table.Known(batch.Select(f => f.Document.Identity));
            var before = table.Load(known.Values).ToDictionary(d => d.Document.Identity);
            var changed = batch.Where(f => !before.TryGetValue(f.Document.Identity, out var was) || !SameDocument.Are(was.Document, f.Document)).ToList();
            outcome.Unchanged += batch.Length - changed.Count;
            var earlier = table.Duplicates(changed.Select(f => (f.Document, before.TryGetValue(f.Document.Identity, out var was) ? was.Id : next)));
            foreach (var file in changed)
            {
                var document = file.Document;
                if (before.TryGetValue(document.Identity, out var was))
                {
                    if (!was.MayBeCoded)
                    {
                        outcome.Locked.Add(document.Identity.ToString());
                        continue;
                    }

                    // What a person decided here is kept over what a file says.
                    document = KeepDecisions(was.Document, document);
                    var duplicate = earlier.TryGetValue(document.Identity, out var ofId) ? ofId : (long?)null;
                    var coded = composer.Compose(document, duplicate is null ? null : table.Find(duplicate.Value)!.Document.Identity);
                    writer.Replace(was, coded, duplicate, arrival, file.FirstRow, file.LastRow);
                    outcome.Add(coded, was.Document, isNew: false);
                }
                else
                {
                    var inFile = watch.Observe(document);
                    var duplicate = earlier.TryGetValue(document.Identity, out var ofId) ? ofId : inFile is { } first ? ids[first] : (long?)null;
                    DocumentIdentity? identity = earlier.ContainsKey(document.Identity) ? table.Find(duplicate!.Value)!.Document.Identity : inFile;
                    var coded = composer.Compose(document, identity);
                    ids.Add(document.Identity, next);
                    writer.Insert(next++, coded, duplicate, arrival, file.FirstRow, file.LastRow);
                    outcome.Add(coded, null, isNew: true);
                }
            }
        }

        writer.Complete();
        arrivals.Says(arrival, outcome.Says.Select(s => (s.Key.Source, s.Key.Period, s.Value)));
        arrivals.Finish(arrival, outcome.Added, outcome.Updated, outcome.Unchanged);
        var answer = outcome.Answer(fileName, filed, problems, currency);
        if (!preview)
            new AuditTable(company).Add(work.Now, work.Who, "take in", $"arrival/{arrival}", null, new { fileName, answer.Documents, answer.Lines, answer.Added, answer.Updated, answer.Unchanged });
        return answer;
    }

    private static Document KeepDecisions(Document was, Document now)
    {
        var choices = was.Lines.Where(l => l.Account.Length > 0).ToDictionary(l => l.Number, l => l.Account);
        return now with
        {
            NotDuplicate = now.NotDuplicate || was.NotDuplicate,
            PaymentAccountChoice = was.PaymentAccountChoice,
            Lines = [.. now.Lines.Select(l => l.Account.Length == 0 && choices.TryGetValue(l.Number, out var account) ? l with { Account = account } : l)],
        };
    }

    private static TakeInAnswer Refused(string fileName, Problems problems) => new(
        fileName, 0, 0, 0, 0, 0, [], [], new(0, "0"), new(0, "0"), new(0, "0"), [], problems.Errors, problems.Count, problems.Notices);

    private sealed class Outcome(Currency company)
    {
        private readonly Dictionary<string, (string Detail, int Count)> reasons = [];
        private Tally coded, held, setAside;

        public int Added { get; private set; }

        public int Updated { get; private set; }

        public int Unchanged { get; set; }

        public List<string> Locked { get; } = [];

        public Dictionary<(string Source, string Period), Tally> Says { get; } = [];

        public void Add(Composition composition, Document? was, bool isNew)
        {
            if (isNew) Added++;
            else Updated++;
            var document = composition.Document;
            var tally = new Tally(1, Counted(document));
            if (composition.SetAside is not null) setAside += tally;
            else if (composition.IsCoded) coded += tally;
            else held += tally;
            foreach (var reason in composition.Held.Select(ReasonWords.Of).DistinctBy(r => r.Word))
                reasons[reason.Word] = reasons.TryGetValue(reason.Word, out var seen) ? (seen.Detail, seen.Count + 1) : (reason.Detail, 1);
            var key = (document.Identity.Source, Iso.Period(composition.EntryDate));
            Says[key] = Says.GetValueOrDefault(key) + new Tally(isNew ? 1 : 0, Counted(document) - (was is null ? 0 : Counted(was)));
        }

        // Money of another currency cannot be added.
        private long Counted(Document document) => document.Currency == company ? document.SignedTotal : 0;

        public TakeInAnswer Answer(string fileName, IReadOnlyList<FiledDocument> filed, Problems problems, Currency currency) => new(
            fileName, filed.Count, filed.Sum(f => f.Document.Lines.Count), Added, Updated, Unchanged, Locked,
            [.. filed.GroupBy(f => f.Document.Identity.Source).Select(g => new SourceTally(g.Key, g.Count(), AmountText.Format(g.Sum(f => Counted(f.Document)), currency.Digits)))],
            TallyText.Of(coded, currency), TallyText.Of(held, currency), TallyText.Of(setAside, currency),
            [.. reasons.OrderByDescending(r => r.Value.Count).Select(r => new ReasonTally(r.Key, r.Value.Detail, r.Value.Count))], [], 0, problems.Notices);
    }
}
