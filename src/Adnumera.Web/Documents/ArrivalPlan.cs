using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Sources;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Rehearsals;
using Adnumera.Storage.Suppliers;
using Adnumera.Web.Coding;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Documents;

/// <summary>A document that is new or differs, composed as it would be.</summary>
/// <param name="File">As the file has it.</param>
/// <param name="Composed">What becomes of it.</param>
/// <param name="Before">As it is here; none when it is new.</param>
/// <param name="Id">The id that it has or will have.</param>
/// <param name="DuplicateOf">The earliest document that it may be a duplicate of.</param>
/// <param name="DuplicateName">What that one is called.</param>
internal sealed record ArrivalChange(
    ArrivedRecord.Taken File,
    Composition Composed,
    StoredDocument? Before,
    long Id,
    long? DuplicateOf,
    DocumentIdentity? DuplicateName
);

/// <summary>What a file would change, worked out without writing.</summary>
internal sealed class ArrivalPlan
{
    private const int Batch = 2000;
    private readonly List<ArrivalChange> changes = [];
    private readonly List<(long Id, Document Document)> corrections = [];
    private readonly List<long> sameAsPosted = [];
    private readonly HashSet<string> knownSuppliers = new(Folded.Comparer);
    private Action<int, int> report = (_, _) => { };

    /// <summary>The arrival that it became; 0 before.</summary>
    public long Arrival { get; set; }

    public IReadOnlyList<ArrivalChange> Changes => changes;

    /// <summary>What differs and stays as it is here: proposed corrections.</summary>
    public IReadOnlyList<(long Id, Document Document)> Corrections => corrections;

    public IReadOnlyList<long> SameAsPosted => sameAsPosted;

    /// <summary>What was seen of its prices.</summary>
    public PricesSeen Prices { get; private set; } = PricesSeen.None;

    /// <summary>The documents that it changes and that are here already.</summary>
    public IReadOnlyCollection<long> Here => [.. changes.Where(c => c.Before is not null).Select(c => c.Id)];

    public int Added => changes.Count(c => c.Before is null);

    public int Updated => changes.Count(c => c.Before is not null);

    public int Unchanged { get; private set; }

    /// <summary>Works it out.</summary>
    /// <param name="company">The company's file.</param>
    /// <param name="filed">What the file has.</param>
    /// <param name="cancel">Stops it.</param>
    /// <param name="report">Told how far it is: each document is looked at once for itself and once for its entry.</param>
    /// <param name="past">How many older versions it has beside these; they change nothing.</param>
    public static ArrivalPlan Of(
        SqliteConnection company,
        IReadOnlyList<ArrivedRecord.Taken> filed,
        CancellationToken cancel,
        Action<int, int>? report = null,
        int past = 0
    )
    {
        var plan = new ArrivalPlan { report = report ?? ((_, _) => { }), Unchanged = past };
        // The day of an entry is chosen here, by a person; a file of another house does not.
        if (filed.Any(f => f.Document.EntryDateChoice is not null))
            filed = [.. filed.Select(f => f with { Document = f.Document with { EntryDateChoice = null } })];
        var decided = new SourceChoiceTable(company).All().ToDictionary(c => c.Source);
        if (decided.Count > 0)
            filed =
            [
                .. filed.Select(f =>
                    decided.TryGetValue(f.Document.Identity.Source, out var choice) ? f with { Document = choice.Apply(f.Document) } : f
                ),
            ];
        plan.Compose(company, plan.Compare(company, filed, cancel), cancel);
        return plan;
    }

    /// <summary>Spellings of suppliers that came or went; nothing new is asked about those that arrived before in documents that are in
    /// use.</summary>
    public IReadOnlyList<string> NewSpellings() =>
        [
            .. changes
                .SelectMany(c => (string[])[c.Composed.Said.Supplier, c.Before?.Document.Supplier ?? ""])
                .Where(s => s.Length > 0)
                .Distinct(Folded.Comparer)
                .Except(knownSuppliers, Folded.Comparer),
        ];

    // Which documents are new or differ, each with the id that it has or will have.
    private List<(ArrivedRecord.Taken File, Document Document, StoredDocument? Before, long Id)> Compare(
        SqliteConnection company,
        IReadOnlyList<ArrivedRecord.Taken> filed,
        CancellationToken cancel
    )
    {
        var table = new DocumentTable(company);
        var next = new ArrivalTable(company).LastDocument() + 1;
        var found = new List<(ArrivedRecord.Taken, Document, StoredDocument?, long)>();
        var looked = 0;
        foreach (var batch in filed.Chunk(Batch))
        {
            cancel.ThrowIfCancellationRequested();
            report(looked += batch.Length, 2 * filed.Count);
            var before = table.Load(table.Known(batch.Select(f => f.Document.Identity)).Values).ToDictionary(d => d.Document.Identity);
            foreach (var file in batch)
            {
                var was = before.GetValueOrDefault(file.Document.Identity);
                switch (DocumentVersions.Effect(was?.AsItCame, was?.Standing ?? default, file.Document))
                {
                    case ArrivalEffect.Added:
                        found.Add((file, file.Document, null, next++));
                        break;
                    case ArrivalEffect.Updated:
                        found.Add((file, was!.Choices.Kept(file.Document), was, was.Id));
                        break;
                    case ArrivalEffect.Unchanged:
                        Unchanged++;
                        if (was!.State.IsSent())
                            sameAsPosted.Add(was.Id);
                        break;
                    case ArrivalEffect.ProposedCorrection:
                        corrections.Add((was!.Id, file.Document));
                        break;
                }
            }
        }

        return found;
    }

    private void Compose(
        SqliteConnection company,
        List<(ArrivedRecord.Taken File, Document Document, StoredDocument? Before, long Id)> found,
        CancellationToken cancel
    )
    {
        var basis = BasisTable.Of(company);
        Prices = PriceWatch.See(
            company,
            found.Select(f => (f.Id, f.Document)),
            [.. found.Where(f => f.Before is not null).Select(f => f.Id)]
        );
        var suppliers = found.Select(f => f.Document.Supplier).Where(s => s.Length > 0).Distinct(Folded.Comparer).ToList();
        var proposals = new SupplierProposalTable(company);
        knownSuppliers.UnionWith(proposals.AmongInUse(suppliers));
        var further = proposals.About([.. suppliers.Except(knownSuppliers, Folded.Comparer)]);
        var questions = new Dictionary<string, string>(basis.Settings.SupplierQuestions, Folded.Comparer);
        foreach (var (supplier, other) in SupplierProposalTable.QuestionsOf(further))
            questions.TryAdd(supplier, other);
        var duplicates = new DuplicateTable(company, further.Select(p => (p.Left, p.Right))).Find([
            .. found.Select(f => (f.Id, f.Document)),
        ]);
        var names = new DocumentTable(company).Identities(duplicates.Values);
        var here = found.ToDictionary(f => f.Id, f => f.Document.Identity);
        var composer = (basis with { Settings = basis.Settings with { SupplierQuestions = questions } }).Composer();
        foreach (var (index, (file, document, before, id)) in found.Index())
        {
            cancel.ThrowIfCancellationRequested();
            if (index % Batch == 0)
                report(found.Count + index, 2 * found.Count);
            var duplicate = duplicates.TryGetValue(id, out var of) ? of : (long?)null;
            DocumentIdentity? earliest =
                duplicate is not { } other ? null
                : here.TryGetValue(other, out var inFile) ? inFile
                : names[other];
            changes.Add(
                new ArrivalChange(
                    file,
                    composer.Compose(Prices.Moved.GetValueOrDefault(id, document), earliest),
                    before,
                    id,
                    duplicate,
                    earliest
                )
            );
        }
    }
}
