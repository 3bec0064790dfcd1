using Adnumera.Core.Amounts;
using Adnumera.Core.Count;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Feeds;
using Adnumera.Core.Mapping;
using Adnumera.Core.Spending;
using Adnumera.Core.Standing;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Count;
using Adnumera.Storage.Feeds;
using Adnumera.Storage.Files;
using Adnumera.Storage.Mapping;
using Adnumera.Storage.Standing;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>Where a document stands in what arrived.</summary>
/// <param name="Arrival">The arrival.</param>
/// <param name="Place">Where it stands there, as people say it.</param>
/// <param name="DuplicateOf">The earliest document that it may be a duplicate of; none for most.</param>
public readonly record struct ArrivalPlace(long Arrival, string Place, long? DuplicateOf);

/// <summary>
/// Writes documents and what was decided about them, and keeps the count and the values' totals in step. All within the caller's
/// transaction; the count is written when the writer is completed. States follow <see cref="DocumentLife"/> alone.
/// </summary>
public sealed class CodingWriter : IDisposable
{
    private readonly CountChanges count;
    private readonly ValueChanges values;
    private readonly SpendChanges spend;
    private readonly PostingRows postings;
    private readonly Currency currency;
    private readonly CodingCause? cause;
    private readonly DocumentRows rows;
    private readonly FeedNewsTable news;
    private readonly StandingUseTable uses;
    private readonly LabelTable labels;
    private readonly EditTable edits;
    private readonly Lazy<bool> listens;
    private readonly Prepared insertChange,
        setState;

    /// <param name="company">The company's file, in a transaction.</param>
    /// <param name="cause">Who or what codes documents anew, for the path of each that changes; none where the audit names it
    /// itself.</param>
    public CodingWriter(SqliteConnection company, CodingCause? cause = null)
    {
        this.cause = cause;
        currency = new CompanyTable(company).Currency();
        (count, values, rows) = (new CountChanges(company), new ValueChanges(company, currency), new DocumentRows(company));
        (spend, postings) = (new SpendChanges(company, currency), new PostingRows(company));
        (news, uses, labels) = (new FeedNewsTable(company), new StandingUseTable(company), new LabelTable(company));
        edits = new EditTable(company);
        listens = new Lazy<bool>(news.AnyListens);
        insertChange = Prepared.Insert(company, "document_change", "document_id at who cause line field before after");
        setState = new Prepared(
            company,
            "update document set state = @state, ledger_entry = @entry, set_aside = @setAside, set_aside_by = @by, "
                + "set_aside_note = @note, revision = @revision "
                + "where id = @id",
            "id state entry setAside by note revision"
        );
    }

    /// <summary>Adds a document that arrived.</summary>
    public void Insert(long id, Composition coded, ArrivalPlace at)
    {
        var d = coded.Document;
        var (state, period) = (DocumentLife.Begin(coded.Event), Iso.Period(coded.EntryDate));
        rows.Insert(id, coded, state, period, at);
        count.Arrive(d.Identity.Source, period, TallyOf(d));
        count.Date(d.Identity.Source, d.Date, TallyOf(d));
        count.Stand(d.Identity.Source, period, state, d.Kind, TallyOf(d));
        values.Add(Place(coded, state, period));
        var accounts = Spends.Accounts(coded);
        postings.Replace(id, [], accounts);
        spend.Add(d, accounts, state, spend.ArrivedIn(at.Arrival));
        Use(id, [], coded.Uses);
    }

    /// <summary>Takes over what a later file says of a document that is not in the ledger yet; what persons put right stays.</summary>
    /// <param name="before">As it is here.</param>
    /// <param name="coded">What becomes of it.</param>
    /// <param name="at">Where it came from.</param>
    /// <param name="said">As the file says it.</param>
    public void Replace(StoredDocument before, Composition coded, ArrivalPlace at, Document said)
    {
        rows.Replace(before.Id, coded, at);
        Date(before.Document, coded.Said);
        if (!before.Edits.IsBlank)
            edits.Put(before.Id, before.Edits, said);
        if (cause is not null)
            foreach (var change in DocumentDifferences.Of(before.AsItCame, said))
                Note(before.Id, cause, change);
        Recode(before, coded, lines: false, spend.ArrivedIn(at.Arrival));
    }

    /// <summary>Takes over what a person decided.</summary>
    /// <param name="before">The document as it stands.</param>
    /// <param name="after">All that persons decided on it from now on; whether it is set aside is for <see cref="Move"/>.</param>
    /// <param name="coded">What becomes of it.</param>
    public void Decide(StoredDocument before, PersonsChoices after, Composition coded)
    {
        rows.Choose(before.Id, coded.Said);
        var isEdited = !before.Edits.IsBlank || !after.Edits.IsBlank;
        if (isEdited)
        {
            edits.Put(before.Id, after.Edits, before.AsItCame);
            rows.Edit(before.Id, coded);
            Date(before.Document, coded.Said);
        }
        else if (coded.Said.PaidFrom != before.Document.PaidFrom)
            rows.Rekey(before.Id, coded.Said);

        Recode(before, coded, lines: !isEdited, before.ArrivedIn);
    }

    /// <summary>Takes a document out that came by mistake, with everything that was noted about it but the audit.</summary>
    public void Remove(StoredDocument document)
    {
        var (d, none) = (document.Document, default(Tally) - TallyOf(document.Document));
        values.Take(document.Place());
        spend.Take(document.AsDecided, document.Accounts, document.State, document.ArrivedIn);
        count.Stand(d.Identity.Source, document.Period, document.State, d.Kind, none);
        count.Date(d.Identity.Source, d.Date, none);
        count.Arrive(d.Identity.Source, document.Period, none);
        rows.Remove(document.Id);
    }

    /// <summary>Writes anew under which keys others find a document as a duplicate.</summary>
    public void Rekey(long id, Document document) => rows.Rekey(id, document);

    /// <summary>Writes what is decided now about a document that is there.</summary>
    public void Recode(StoredDocument before, Composition coded) => Recode(before, coded, lines: true, before.ArrivedIn);

    /// <summary>Moves a document on by what happened to it, without coding it anew.</summary>
    /// <param name="document">The document.</param>
    /// <param name="happens">What happens to it.</param>
    /// <param name="ledgerEntry">The ledger's id; as it was when left out.</param>
    /// <param name="setAside">Why it is left out, if it is.</param>
    /// <param name="setAsideBy">Who sets it aside; blank for a rule.</param>
    /// <param name="revision">Another revision; as it was when left out.</param>
    /// <param name="setAsideNote">Why, in words of a person's own.</param>
    public void Move(
        StoredDocument document,
        DocumentEvent happens,
        string? ledgerEntry = null,
        SetAsideKind? setAside = null,
        string setAsideBy = "",
        int? revision = null,
        string setAsideNote = ""
    )
    {
        var state = DocumentLife.Next(document.Standing, happens);
        if (state.IsOpen() != document.State.IsOpen())
        {
            values.Take(document.Place());
            values.Add(document.Place() with { IsOpen = state.IsOpen() });
        }

        var accounts = state == DocumentState.SetAside ? [] : document.Accounts;
        postings.Replace(document.Id, document.Accounts, accounts);
        spend.Take(document.AsDecided, document.Accounts, document.State, document.ArrivedIn);
        spend.Add(document.AsDecided, accounts, state, document.ArrivedIn);
        setState.Run(
            document.Id,
            Words<DocumentState>.Of(state),
            ledgerEntry ?? document.LedgerEntry,
            setAside is { } why ? Words<SetAsideKind>.Of(why) : "",
            setAsideBy,
            setAsideNote,
            revision ?? document.Revision
        );
        if (state != DocumentState.Held)
            rows.Holds.Remove(document.Id);
        if (listens.Value && FeedNews.Of(happens, ledgerEntry ?? "", setAside ?? document.SetAside) is { } told)
            news.Note(document.Id, document.Document.Identity, told);
        var tally = TallyOf(document.Document);
        count.Stand(document.Document.Identity.Source, document.Period, document.State, document.Document.Kind, default(Tally) - tally);
        count.Stand(document.Document.Identity.Source, document.Period, state, document.Document.Kind, tally);
    }

    /// <summary>Holds a document that the ledger refused.</summary>
    public void Refuse(StoredDocument document, HoldReason.Refused refused)
    {
        // A new revision: what is sent next is another instruction, with a key of its own.
        Move(document, DocumentEvent.Refused, revision: document.Revision + 1);
        rows.Holds.Write(document.Id, document.Document, document.Period, [refused]);
    }

    /// <summary>Writes the count.</summary>
    public void Complete()
    {
        count.Save();
        values.Save();
        spend.Save();
        rows.Holds.Save();
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        rows.Dispose();
        postings.Dispose();
        insertChange.Dispose();
        setState.Dispose();
    }

    private void Recode(StoredDocument before, Composition coded, bool lines, string arrived)
    {
        var d = coded.Document;
        var (state, period) = (DocumentLife.Next(before.Standing, coded.Event), Iso.Period(coded.EntryDate));
        rows.Recode(before.Id, coded, state, period, lines);
        if (lines && cause is not null)
            NoteChanges(before, coded, state, cause);

        values.Take(before.Place());
        values.Add(Place(coded, state, period));
        var accounts = Spends.Accounts(coded);
        postings.Replace(before.Id, before.Accounts, accounts);
        spend.Take(before.AsDecided, before.Accounts, before.State, before.ArrivedIn);
        spend.Add(d, accounts, state, arrived);
        Use(before.Id, before.Uses, coded.Uses);
        var (was, now) = (TallyOf(before.Document), TallyOf(d));
        count.Stand(d.Identity.Source, before.Period, before.State, before.Document.Kind, default(Tally) - was);
        count.Stand(d.Identity.Source, period, state, d.Kind, now);
        if (before.Period == period && was == now)
            return;
        count.Arrive(d.Identity.Source, before.Period, default(Tally) - was);
        count.Arrive(d.Identity.Source, period, now);
    }

    private void Date(Document before, Document now)
    {
        count.Date(now.Identity.Source, before.Date, default(Tally) - TallyOf(before));
        count.Date(now.Identity.Source, now.Date, TallyOf(now));
    }

    // What was used is kept with the document; a label comes once, when the decision acts for the first time: a person may take it off.
    private void Use(long id, IReadOnlyList<StandingUse> before, IReadOnlyList<StandingUse> now)
    {
        if (before.Count == 0 && now.Count == 0 || before.ToHashSet().SetEquals(now))
            return;
        uses.Put(id, now);
        foreach (var use in now.Except(before))
            if (use is { Won: true, Effect.Field: StandingField.Label })
                labels.Add(id, use.Effect.Value);
    }

    private static PlacedDocument Place(Composition coded, DocumentState state, string period) =>
        new(
            coded.Document,
            period,
            DecidedLines.Waiting(coded),
            coded.Reasons.Count == 0 ? [] : [.. coded.Reasons.Select(r => new KeptHold(r.OnLine ?? 0, r.Kind, r.Value))],
            state.IsOpen()
        );

    // Line by line where the money goes elsewhere; on no line where the document goes to another state.
    private void NoteChanges(StoredDocument before, Composition coded, DocumentState state, CodingCause why)
    {
        var decided = new DecidedLines(coded);
        for (var i = 0; i < coded.Document.Lines.Count; i++)
        {
            var (was, now) = (i < before.Decided.Count ? before.Decided[i] : "", decided.Of(coded.Document.Lines[i]).Account);
            if (was != now)
                Note(before.Id, why, new FieldChange(coded.Document.Lines[i].Number, DocumentChange.Account, was, now));
        }

        if (state != before.State)
            Note(
                before.Id,
                why,
                new FieldChange(0, DocumentChange.State, Words<DocumentState>.Of(before.State), Words<DocumentState>.Of(state))
            );
    }

    private void Note(long id, CodingCause why, FieldChange change) =>
        insertChange.Run(id, Iso.Text(why.At), why.Who, why.Why, change.Line, change.Field, change.Before, change.After);

    // Money of another currency cannot be added: such a document counts, its money does not.
    private Tally TallyOf(Document document) => new(1, document.Currency == currency ? document.SignedTotal : 0);
}
