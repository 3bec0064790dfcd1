using Adnumera.Core.Documents;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Files;
using Adnumera.Web.Coding;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Documents;

/// <summary>A document with what persons decide on it from now on.</summary>
/// <param name="Before">The document as it stands.</param>
/// <param name="After">All that is decided on it.</param>
internal sealed record Decided(StoredDocument Before, PersonsChoices After);

/// <summary>The one place where what persons decide on documents is written, however many are decided at once: so many at once are the same
/// as each alone. Each is kept with what stood before it, in the audit, and can be taken back.</summary>
internal static class Deciding
{
    /// <summary>The word of the audit for it.</summary>
    internal const string Word = "decided";

    /// <summary>Writes decisions, within the caller's transaction.</summary>
    /// <param name="company">The company's file.</param>
    /// <param name="books">Who decides, and when.</param>
    /// <param name="all">The decisions, each on another document.</param>
    /// <param name="batch">With which others they are made; none for one alone.</param>
    /// <returns>How many of them are decided otherwise than before.</returns>
    /// <exception cref="RefusedException">A document cannot be decided on where it is.</exception>
    public static int Put(SqliteConnection company, CompanyBooks books, IReadOnlyList<Decided> all, long? batch = null)
    {
        foreach (var one in all)
            if (Problem(one) is { } problem)
                throw new RefusedException(problem.Type, $"{problem.Why} Nothing was changed.");
        var changed = Write(company, books, all);
        new DecisionTable(company).Add(
            changed.Select(c => (c.Before.Id, c.Before.Choices, c.After)),
            batch,
            Iso.Text(books.Now),
            books.Who
        );
        return changed.Count;
    }

    /// <summary>Takes a decision back: what stood before it stands again, whole.</summary>
    /// <param name="company">The company's file, in a transaction.</param>
    /// <param name="books">Who takes it back.</param>
    /// <param name="decisions">The decisions, each on another document.</param>
    /// <returns>The documents that are decided otherwise since, and so stay as they are.</returns>
    public static IReadOnlyList<long> Undo(SqliteConnection company, CompanyBooks books, IReadOnlyList<DecisionRow> decisions)
    {
        var documents = new DocumentTable(company).Load(decisions.Select(d => d.Document)).ToDictionary(d => d.Id);
        var may = decisions
            .Where(d =>
                documents.TryGetValue(d.Document, out var now)
                && DecisionTable.AreSame(now.Choices, d.After)
                && MayStandAgain(d.Before)
                && Problem(new Decided(now, d.Before)) is null
            )
            .ToList();
        Write(company, books, [.. may.Select(d => new Decided(documents[d.Document], d.Before))]);
        new DecisionTable(company).Undone(may.Select(d => d.Id), Iso.Text(books.Now));
        return [.. decisions.Select(d => d.Document).Except(may.Select(d => d.Document))];
    }

    /// <summary>Why a document cannot be decided on where it is; none where it can.</summary>
    public static (string Type, string Why)? Problem(Decided decided)
    {
        var (was, becomes) = (decided.Before.Choices.Aside, decided.After.Aside);
        var happens =
            was is not null && becomes is null ? DocumentEvent.TakenUp
            : was is null && becomes is not null ? DocumentEvent.SetAside
            : DocumentEvent.Coded;
        return DocumentLife
            .After(decided.Before.Standing, happens)
            .Match<(string, string)?>(_ => null, why => (happens == DocumentEvent.TakenUp ? "not-set-aside" : "locked", why));
    }

    /// <summary>Whether what stood decided can stand again: two sides of a transfer that were taken apart stay so.</summary>
    public static bool MayStandAgain(PersonsChoices choices) => choices.Aside?.Kind != SetAsideKind.OtherSide;

    /// <summary>A document as it is with what is decided on it; what was found by itself stays with its lines.</summary>
    public static Document With(StoredDocument stored, PersonsChoices choices)
    {
        var (found, places) = (stored.Document.Lines.ToDictionary(l => l.Number), choices.Edits.PlacesOf(stored.AsItCame));
        var document = choices.Apply(stored.AsItCame);
        return document with
        {
            Lines =
            [
                .. document.Lines.Select(
                    (l, i) =>
                        found.TryGetValue(places[i].Line, out var was)
                            ? l with
                            {
                                FoundAccount = was.FoundAccount,
                                PriceBefore = was.PriceBefore,
                            }
                            : l
                ),
            ],
        };
    }

    // What only repeats what stands is no decision.
    private static List<Decided> Write(SqliteConnection company, CompanyBooks books, IReadOnlyList<Decided> all)
    {
        var changed = all.Select(d => d with { After = d.After with { Edits = d.After.Edits.Over(d.Before.AsItCame) } })
            .Where(d => !DecisionTable.AreSame(d.Before.Choices, d.After))
            .ToList();
        if (changed.Count == 0)
            return changed;
        var documents = changed.ToDictionary(d => d.Before.Id, d => With(d.Before, d.After));
        var audit = new AuditTable(company);
        foreach (var (before, after) in changed)
            audit.Add(
                books.Now,
                books.Who,
                Word,
                $"document/{before.Id}",
                null,
                DecidedChanges.Between(
                    new DecidedDocument(before.Document, before.Choices, before.Decided),
                    new DecidedDocument(documents[before.Id], after)
                )
            );
        TakeUp(
            company,
            books,
            [.. changed.Where(d => d.Before.Choices.Aside is not null && d.After.Aside is null).Select(d => d.Before.Id)]
        );
        Code(company, books, changed, documents);
        SetAside(company, books, [.. changed.Where(d => d.Before.Choices.Aside is null && d.After.Aside is not null)]);
        FollowUp(company, books, changed, documents);
        return changed;
    }

    private static void TakeUp(SqliteConnection company, CompanyBooks books, IReadOnlyList<long> ids)
    {
        if (ids.Count == 0)
            return;
        foreach (var id in ids)
            Transfers.Part(company, books, id);
        using var writer = new CodingWriter(company);
        foreach (var document in new DocumentTable(company).Load(ids).Where(d => d.State == DocumentState.SetAside))
            writer.Move(document, DocumentEvent.TakenUp);
        writer.Complete();
    }

    private static void SetAside(SqliteConnection company, CompanyBooks books, List<Decided> aside)
    {
        if (aside.Count == 0)
            return;
        var why = aside.ToDictionary(d => d.Before.Id, d => d.After.Aside!);
        using var writer = new CodingWriter(company);
        foreach (var document in new DocumentTable(company).Load(why.Keys))
            writer.Move(
                document,
                DocumentEvent.SetAside,
                setAside: why[document.Id].Kind,
                setAsideBy: books.Who,
                setAsideNote: why[document.Id].Note
            );
        writer.Complete();
    }

    // What is only set aside is not coded anew.
    private static void Code(SqliteConnection company, CompanyBooks books, List<Decided> changed, Dictionary<long, Document> documents)
    {
        var coded = changed.Where(d => !DecisionTable.AreSame(d.Before.Choices with { Aside = d.After.Aside }, d.After)).ToList();
        var takenUp = changed.Where(d => d.Before.Choices.Aside is not null && d.After.Aside is null).Select(d => d.Before.Id).ToHashSet();
        coded.AddRange(changed.Where(d => takenUp.Contains(d.Before.Id)).Except(coded));
        if (coded.Count == 0)
            return;
        var now = takenUp.Count == 0 ? [] : new DocumentTable(company).Load(takenUp).ToDictionary(d => d.Id);
        var edited = coded.Where(d => !d.Before.Edits.IsBlank || !d.After.Edits.IsBlank).Select(d => d.Before.Id).ToList();
        var prices = PriceWatch.See(company, edited.Select(id => (id, documents[id])), edited);
        var composer = Recoding.Composer(company);
        using (var writer = new CodingWriter(company))
        {
            foreach (var (before, after) in coded)
            {
                var document = prices.Moved.GetValueOrDefault(before.Id, documents[before.Id]);
                writer.Decide(now.GetValueOrDefault(before.Id, before), after, composer.Compose(document, before.DuplicateOf));
            }

            writer.Complete();
        }

        if (edited.Count > 0)
            PriceWatch.Keep(company, prices, edited, new CodingCause(books.Now, books.Who, Word));
    }

    // What else is true now: refunds follow, duplicates are looked for under other keys, and suppliers may be the same as others.
    private static void FollowUp(SqliteConnection company, CompanyBooks books, List<Decided> changed, Dictionary<long, Document> documents)
    {
        var cause = new CodingCause(books.Now, books.Who, "another document was decided otherwise");
        Recoding.Recode(company, Reversing.Follow(company, [.. changed.Select(d => d.Before.Id)]), cause);
        var rekeyed = changed
            .Where(d => !DuplicateRule.StandsUnder(d.Before.Document).SequenceEqual(DuplicateRule.StandsUnder(documents[d.Before.Id])))
            .ToList();
        if (rekeyed.Count > 0)
            Recoding.LookAgain(
                company,
                [.. rekeyed.Select(d => d.Before.Id)],
                [.. rekeyed.SelectMany(d => new[] { (d.Before.Id, d.Before.Document), (d.Before.Id, documents[d.Before.Id]) })],
                cause
            );
        var spellings = changed
            .Where(d =>
                d.Before.Document.Supplier != documents[d.Before.Id].Supplier || d.Before.Choices.Aside is null != d.After.Aside is null
            )
            .SelectMany(d => new[] { d.Before.Document.Supplier, documents[d.Before.Id].Supplier })
            .Where(s => s.Length > 0)
            .Distinct(Folded.Comparer)
            .ToList();
        if (spellings.Count > 0)
            Recoding.RefreshSuppliers(company, spellings, cause);
    }
}
