using System.Security.Cryptography;
using System.Text;
using Adnumera.Core;
using Adnumera.Core.Amounts;
using Adnumera.Core.Count;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Formats.Documents;
using Adnumera.Formats.Tables;
using Adnumera.Storage;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Ledger;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Arrivals;

/// <summary>What a file would bring, or brought.</summary>
/// <param name="FileName">The file.</param>
/// <param name="Documents">Documents in it.</param>
/// <param name="Lines">Lines in it.</param>
/// <param name="Added">New ones.</param>
/// <param name="Updated">Those that arrived before and differ now.</param>
/// <param name="Unchanged">Those that arrived before and are the same.</param>
/// <param name="Locked">Those that differ now but are in the ledger or on the way there; they stay as they are, and what was sent anew waits as a proposed correction.</param>
/// <param name="Sources">Documents and money by source, and the days that they are dated.</param>
/// <param name="Coded">Of the new and updated ones, how many are coded.</param>
/// <param name="Held">How many are held.</param>
/// <param name="SetAside">How many are set aside.</param>
/// <param name="Reasons">Why they are held, most first.</param>
/// <param name="Noticed">What is worth noticing and holds nothing, most first.</param>
/// <param name="Errors">What is wrong with the file; then nothing is taken in.</param>
/// <param name="ErrorCount">How many errors there are in all.</param>
/// <param name="Notices">Worth knowing about the file.</param>
public sealed record TakeInAnswer(
    string FileName, int Documents, int Lines, int Added, int Updated, int Unchanged, IReadOnlyList<string> Locked, IReadOnlyList<SourceTally> Sources,
    TallyText Coded, TallyText Held, TallyText SetAside, IReadOnlyList<ReasonTally> Reasons, IReadOnlyList<ReasonTally> Noticed, IReadOnlyList<Problem> Errors, int ErrorCount,
    IReadOnlyList<Problem> Notices);

public sealed record SourceTally(string Source, long Documents, string Money, string FirstDay, string LastDay);

public sealed record ReasonTally(string Reason, string Detail, int Documents);

/// <summary>Takes a documents file in: checked as a whole, coded, and saved in one transaction or not at all.</summary>
internal static class TakeIn
{
    private const int Batch = 2000;

    /// <summary>Takes the file in, or only shows what it would bring: that reads, and keeps nobody from writing.</summary>
    /// <param name="work">The work.</param>
    /// <param name="fileName">The file's name, as it is said.</param>
    /// <param name="content">Its bytes.</param>
    /// <param name="preview">Whether it is only shown.</param>
    /// <param name="cancel">Stops a preview when nobody waits for it; what a person decided to take in is taken in wherever they have gone since.</param>
    /// <exception cref="RefusedException">The file has errors, and it was to be taken in.</exception>
    public static TakeInAnswer Run(Work work, string fileName, byte[] content, bool preview, CancellationToken cancel = default)
    {
        var currency = work.File.Read(CompanyFile.Of).Settings.Currency;
        var problems = new Problems();
        var documents = DocumentsFile.Read(fileName, content, currency, problems, strict: true);
        if (problems.Any) return preview ? Faulty(fileName, problems) : throw Upload.Refused(fileName, problems);
        return preview
            ? work.File.Read(c => Plan.Of(c, documents, work.Today, cancel).Answer(fileName, documents, problems, currency))
            : work.File.InTransaction(c => Save(c, work, fileName, content, documents, problems, currency));
    }

    private static TakeInAnswer Save(
        SqliteConnection company, Work work, string fileName, byte[] content, IReadOnlyList<FiledDocument> filed, Problems problems, Currency currency)
    {
        var arrivals = new ArrivalTable(company);
        var plan = Plan.Of(company, filed, work.Today, CancellationToken.None);
        var arrival = arrivals.Add(new ArrivalRow(
            0, fileName, Convert.ToHexString(SHA256.HashData(content)), Iso.Text(work.Now), work.Who, filed.Count, filed.Sum(f => f.Document.Lines.Count), plan.Added, plan.Updated, plan.Unchanged));
        var cause = new CodingCause(work.Now, work.Who, $"file {fileName}");
        using (var writer = new CodingWriter(company, cause))
        {
            foreach (var (file, coded, before, id, duplicateOf) in plan.Changes)
            {
                if (before is null) writer.Insert(id, coded, duplicateOf, arrival, file.FirstRow, file.LastRow);
                else writer.Replace(before, coded, duplicateOf, arrival, file.FirstRow, file.LastRow);
            }

            writer.Complete();
        }

        Propose(company, work, fileName, plan);
        var updated = plan.Changes.Where(c => c.Before is not null).ToList();
        if (updated.Count > 0) Coding.LookAgain(company, [.. updated.Select(c => (c.Id, c.Before!.Document)), .. updated.Select(c => (c.Id, c.Coded.Document))], cause);
        var spellings = plan.Changes.SelectMany(c => (string[])[c.Coded.Document.Supplier, c.Before?.Document.Supplier ?? ""]).Where(s => s.Length > 0).Distinct(Folded.Comparer).Except(plan.KnownSuppliers, Folded.Comparer).ToList();
        if (spellings.Count > 0) Coding.RefreshSuppliers(company, spellings, cause);
        var answer = plan.Answer(fileName, filed, problems, currency);
        new AuditTable(company).Add(work.Now, work.Who, "take in", $"arrival/{arrival}", null, new { fileName, answer.Documents, answer.Lines, answer.Added, answer.Updated, answer.Unchanged });
        return answer;
    }

    // What a source sends anew for a document that is posted stays open until somebody decides; what it sends as it was posted closes that again.
    private static void Propose(SqliteConnection company, Work work, string fileName, Plan plan)
    {
        var corrections = new CorrectionTable(company);
        foreach (var (id, document) in plan.Locked)
            corrections.Open(id, work.Now, work.Who, fileName, Text(document));
        foreach (var id in corrections.OpenAmong(plan.SameAsPosted))
            corrections.Decide(id, work.Now, work.Who, "the source sent it as it was posted");
    }

    private static string Text(Document document)
    {
        using var stream = new MemoryStream();
        using (var writer = new DocumentsWriter(stream)) writer.Write(document);
        return Encoding.UTF8.GetString(stream.ToArray());
    }

    private static TakeInAnswer Faulty(string fileName, Problems problems) => new(
        fileName, 0, 0, 0, 0, 0, [], [], new(0, "0"), new(0, "0"), new(0, "0"), [], [], problems.Errors, problems.Count, problems.Notices);

    /// <summary>A document that is new or differs, coded as it would be.</summary>
    internal sealed record Change(FiledDocument File, Composition Coded, StoredDocument? Before, long Id, long? DuplicateOf);

    /// <summary>What a file would change, worked out without writing.</summary>
    internal sealed class Plan
    {
        private readonly List<Change> changes = [];
        private readonly List<(long Id, Document Document)> locked = [];
        private readonly List<long> sameAsPosted = [];
        private readonly HashSet<string> knownSuppliers = new(Folded.Comparer);
        private DateOnly today;

        public IReadOnlyList<Change> Changes => changes;

        public IReadOnlyList<(long Id, Document Document)> Locked => locked;

        public IReadOnlyList<long> SameAsPosted => sameAsPosted;

        /// <summary>Suppliers of the file that arrived before in documents that are in use: nothing new is asked about them.</summary>
        public IReadOnlyCollection<string> KnownSuppliers => knownSuppliers;

        public int Added => changes.Count(c => c.Before is null);

        public int Updated => changes.Count(c => c.Before is not null);

        public int Unchanged { get; private set; }

        public static Plan Of(SqliteConnection company, IReadOnlyList<FiledDocument> filed, DateOnly today, CancellationToken cancel)
        {
            var plan = new Plan { today = today };
            var found = plan.Compare(company, filed, cancel);
            var world = World.Of(company);
            var suppliers = found.Select(f => f.Document.Supplier).Where(s => s.Length > 0).Distinct(Folded.Comparer).ToList();
            var proposals = new SupplierProposalTable(company);
            plan.knownSuppliers.UnionWith(proposals.AmongInUse(suppliers));
            var further = proposals.About([.. suppliers.Except(plan.knownSuppliers, Folded.Comparer)]);
            var questions = new Dictionary<string, string>(world.Settings.SupplierQuestions, Folded.Comparer);
            foreach (var (supplier, other) in SupplierProposalTable.QuestionsOf(further)) questions.TryAdd(supplier, other);
            var duplicates = new DuplicateTable(company, further.Select(p => (p.Left, p.Right))).Find([.. found.Select(f => (f.Id, f.Document))]);
            var names = new DocumentTable(company).Identities(duplicates.Values);
            var here = found.ToDictionary(f => f.Id, f => f.Document.Identity);
            var composer = (world with { Settings = world.Settings with { SupplierQuestions = questions } }).Composer();
            foreach (var (file, document, before, id) in found)
            {
                cancel.ThrowIfCancellationRequested();
                var duplicate = duplicates.TryGetValue(id, out var of) ? of : (long?)null;
                DocumentIdentity? earliest = duplicate is not { } one ? null : here.TryGetValue(one, out var inFile) ? inFile : names[one];
                plan.changes.Add(new Change(file, composer.Compose(document, earliest), before, id, duplicate));
            }

            return plan;
        }

        public TakeInAnswer Answer(string fileName, IReadOnlyList<FiledDocument> filed, Problems problems, Currency currency)
        {
            Tally coded = default, held = default, setAside = default;
            var (reasons, noticed) = (new Dictionary<string, (string Detail, int Count)>(), new Dictionary<string, (string Detail, int Count)>());
            foreach (var composition in changes.Select(c => c.Coded))
            {
                var tally = new Tally(1, Counted(composition.Document, currency));
                if (composition.SetAside is not null) setAside += tally;
                else if (composition.IsCoded) coded += tally;
                else held += tally;
                foreach (var reason in composition.Held.Select(ReasonWords.Of).DistinctBy(r => r.Word)) Note(reasons, reason.Word, reason.Detail);
                foreach (var notice in composition.Notices) Note(noticed, Words<DocumentNotice>.Of(notice), DocumentNotices.Says(notice));
                if (composition.Document.Date > today) Note(noticed, Words<DocumentNotice>.Of(DocumentNotice.DatedAhead), DocumentNotices.Says(DocumentNotice.DatedAhead));
            }

            return new TakeInAnswer(
                fileName, filed.Count, filed.Sum(f => f.Document.Lines.Count), Added, Updated, Unchanged, [.. locked.Select(l => l.Document.Identity.ToString())],
                [.. filed.GroupBy(f => f.Document.Identity.Source).Select(g => new SourceTally(
                    g.Key, g.Count(), AmountText.Format(g.Sum(f => Counted(f.Document, currency)), currency.Digits), Iso.Text(g.Min(f => f.Document.Date)), Iso.Text(g.Max(f => f.Document.Date))))],
                TallyText.Of(coded, currency), TallyText.Of(held, currency), TallyText.Of(setAside, currency), Sorted(reasons), Sorted(noticed), [], 0, problems.Notices);

            static void Note(Dictionary<string, (string Detail, int Count)> seen, string word, string detail) =>
                seen[word] = seen.TryGetValue(word, out var known) ? (known.Detail, known.Count + 1) : (detail, 1);
            static List<ReasonTally> Sorted(Dictionary<string, (string Detail, int Count)> seen) =>
                [.. seen.OrderByDescending(r => r.Value.Count).Select(r => new ReasonTally(r.Key, r.Value.Detail, r.Value.Count))];
        }

        // Money of another currency cannot be added.
        private static long Counted(Document document, Currency company) => document.Currency == company ? document.SignedTotal : 0;

        // Which documents are new or differ, each with the id that it has or will have.
        private List<(FiledDocument File, Document Document, StoredDocument? Before, long Id)> Compare(SqliteConnection company, IReadOnlyList<FiledDocument> filed, CancellationToken cancel)
        {
            var table = new DocumentTable(company);
            var next = new ArrivalTable(company).LastDocument() + 1;
            var found = new List<(FiledDocument, Document, StoredDocument?, long)>();
            foreach (var batch in filed.Chunk(Batch))
            {
                cancel.ThrowIfCancellationRequested();
                var before = table.Load(table.Known(batch.Select(f => f.Document.Identity)).Values).ToDictionary(d => d.Document.Identity);
                foreach (var file in batch)
                {
                    if (!before.TryGetValue(file.Document.Identity, out var was))
                    {
                        found.Add((file, file.Document, null, next++));
                        continue;
                    }

                    var same = SameDocument.Are(was.Document, file.Document);
                    if (same) Unchanged++;
                    if (same && was.State.IsSent()) sameAsPosted.Add(was.Id);
                    else if (!same && !was.MayBeCoded) locked.Add((was.Id, file.Document));
                    else if (!same) found.Add((file, KeepDecisions(was.Document, file.Document), was, was.Id));
                }
            }

            return found;
        }

        // What a person decided here is kept over what a file says.
        private static Document KeepDecisions(Document was, Document now)
        {
            var choices = was.Lines.Where(l => l.Account.Length > 0).ToDictionary(l => l.Number, l => l.Account);
            return now with
            {
                NotDuplicate = now.NotDuplicate || was.NotDuplicate,
                PaymentAccountChoice = was.PaymentAccountChoice,
                Private = was.Private,
                Lines = [.. now.Lines.Select(l => l.Account.Length == 0 && choices.TryGetValue(l.Number, out var account) ? l with { Account = account } : l)],
            };
        }
    }
}
