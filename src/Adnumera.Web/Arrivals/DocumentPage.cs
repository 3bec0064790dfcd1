using System.Globalization;
using System.Text;
using System.Text.Json;
using Adnumera.Core;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Formats.Documents;
using Adnumera.Storage;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Posting;
using Adnumera.Storage.Proof;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Arrivals;

/// <summary>A document with its lines, the journal it becomes, why, and its path.</summary>
public sealed record DocumentAnswer(
    long Id, string Source, string SourceId, string Kind, string KindTitle, string Date, string DueDate, string EntryDate, string Reference, string Supplier, string Employee,
    string PaymentAccount, string PaymentAccountChoice, IReadOnlyList<string> PaymentAccountChoices, string Form, string EntryReference, string Settlement, string Currency, string Total, string Notes, string State, int Milestones, string SetAside, string SetAsideBy, string LedgerEntry,
    bool MayBeCoded, bool IsPrivate, string DuplicateOf, long DuplicateOfId, string FileName, string ArrivedAt, long FirstRow, long LastRow, IReadOnlyList<LineAnswer> Lines, IReadOnlyList<JournalLine> Journal,
    IReadOnlyList<UndecidedLine> Undecided, string Debit, string Credit, bool Balanced, IReadOnlyList<ReasonAnswer> Reasons, IReadOnlyList<NoticeAnswer> Notices, CorrectionAnswer? Correction,
    IReadOnlyList<PathStep> Path, IReadOnlyList<DocumentDifference> Differences, NeighboursAnswer? Neighbours);

/// <summary>A line that nothing decides yet, on the side on which it will stand.</summary>
public sealed record UndecidedLine(string Title, string Debit, string Credit);

public sealed record NoticeAnswer(string Notice, string Detail);

/// <summary>What the source sent anew for a document that is in the ledger, and nobody has decided about.</summary>
public sealed record CorrectionAnswer(string At, string Who, string FileName, IReadOnlyList<FieldChange> Changes);

public sealed record DocumentDifference(long Id, string Kind, string Detail, string Amount);

public sealed record LineAnswer(
    long Number, string Description, string Category, string Item, string CostCode, string Quantity, string UnitPrice, string Net, string TaxCode, string Tax, string Department,
    string Location, string Project, string ChosenAccount, string Account, string AccountTitle, bool Waits, IReadOnlyList<RungAnswer> Ladder);

public sealed record RungAnswer(string Rung, string Value, string Finding, string Account, string AccountTitle, bool Decides);

public sealed record JournalLine(string Account, string AccountTitle, string Debit, string Credit, string TaxCode, string Dimensions, string Memo, string Rung, string Because, long DocumentLine);

public sealed record ReasonAnswer(string Reason, string Value, string Detail, long Line);

public sealed record PathStep(string At, string Who, string What);

public sealed record NeighboursAnswer(long? Previous, long? Next, long Position, long Count);

internal static class DocumentPage
{
    public static DocumentAnswer Of(Work work, long id, ListQuery? list) => work.File.Read(company => Of(company, id, list, work.Today));

    private static DocumentAnswer Of(SqliteConnection company, long id, ListQuery? list, DateOnly today)
    {
        var table = new DocumentTable(company);
        var stored = table.Find(id) ?? throw RefusedException.NotFound("This document");
        var document = stored.Document;
        var chart = new Storage.Ledger.LedgerTable(company).Chart();
        var currency = CompanyFile.Of(company).Settings.Currency;
        var composer = Coding.Composer(company);
        var outbox = new OutboxTable(company).OfDocument(id);

        // What was sent is shown as it was sent; what is open, as it would be composed now.
        var sent = stored.State.IsSent() ? outbox.LastOrDefault(i => i.Revision == stored.Revision)?.Entry : null;
        var composed = composer.Compose(document, stored.DuplicateOf);
        var journal = sent is null ? Composed(composed, chart) : Sent(sent, composed, chart);
        var decisions = composed.Decisions.ToDictionary(d => d.Line);
        var arrival = new ArrivalTable(company).Find(stored.ArrivalId)!;
        var undecided = sent is null && stored.MayBeCoded ? Undecided(document, composed) : [];
        string Money(long minor) => AmountText.Format(minor, document.Currency.Digits);
        var (debit, credit) = (journal.Sum(j => j.Signed > 0 ? j.Signed : 0), journal.Sum(j => j.Signed < 0 ? -j.Signed : 0));
        return new DocumentAnswer(
            id, document.Identity.Source, document.Identity.SourceId, Words<DocumentKind>.Of(document.Kind), document.Kind.Title(), Iso.Text(document.Date), Iso.Text(sent is null ? composed.DueDate : sent.DueDate),
            Iso.Text(stored.EntryDate), document.Reference, document.Supplier, document.Employee, document.PaymentAccount,
            document.PaymentAccountChoice, document.Kind.IsCard() ? Choices(company, document) : [], Words<LedgerForm>.Of(sent?.Form ?? composed.Form), sent?.Reference ?? composed.Reference, document.Settlement, document.Currency.Code,
            Money(document.Total), document.Notes, Words<DocumentState>.Of(stored.State), stored.State.Milestones(), stored.SetAside, stored.SetAsideBy, stored.LedgerEntry,
            stored.MayBeCoded, document.IsPrivateCharge, stored.DuplicateOf?.ToString() ?? "", stored.DuplicateOf is { } other ? table.Known([other]).GetValueOrDefault(other) : 0,
            arrival.FileName, arrival.At, stored.FirstRow, stored.LastRow,
            [.. document.Lines.Select(l =>
            {
                var decided = decisions.TryGetValue(l.Number, out var d) ? d.Account : "";
                return new LineAnswer(
                    l.Number, l.Description, l.Category, l.Item, l.CostCode, Free(l.Quantity), Free(l.UnitPrice), Money(l.Net), l.TaxCode, Money(l.Tax), l.Dimensions.Department,
                    l.Dimensions.Location, l.Dimensions.Project, l.Account, decided, decided.Length > 0 ? chart.Title(decided) : "", !l.IsZero && decided.Length == 0 && stored.MayBeCoded,
                    Ladder(composer, document, l, chart));
            })],
            [.. journal.Select(j => j.ToAnswer(document.Currency))],
            [.. undecided.Select(u => new UndecidedLine(u.Title, Money(Math.Max(u.Signed, 0)), Money(Math.Max(-u.Signed, 0))))],
            Money(debit), Money(credit), debit == credit && debit != 0 && undecided.Count == 0,
            [.. company.Hold(id).Select(h => new ReasonAnswer(h.Reason, h.Value, h.Detail, h.Line))],
            Noticed(stored, today), Correction(company, document, id),
            Path(company, stored, arrival, outbox, chart), [.. new ProofTable(company).OfDocument(id).Select(d => new DocumentDifference(d.Id, d.Kind, d.Detail, Money(d.Amount)))], Neighbours(company, list, id, currency, today));
    }

    // Where several accounts claim the number on that day, these; otherwise all, the claiming one first.
    private static IReadOnlyList<string> Choices(SqliteConnection company, Document document)
    {
        var accounts = CompanyFile.Of(company).Settings.PaymentAccounts;
        var claiming = accounts.Claiming(document.PaymentAccount, document.Date).Select(a => a.Name).ToList();
        return claiming.Count > 1 ? claiming : [.. claiming, .. accounts.All.Select(a => a.Name).Except(claiming)];
    }

    private static List<RungAnswer> Ladder(Composer composer, Document document, DocumentLine line, Chart chart) =>
        [.. composer.Ladder.Explain(document, line).Select(t =>
        {
            var account = t.Finding != RungFinding.Decides ? "" : t.Row?.Account ?? (t.Rung is Rung.Person or Rung.Original ? t.Value : "");
            return new RungAnswer(Words<Rung>.Of(t.Rung), t.Rung == Rung.Person ? "" : t.Value, Words<RungFinding>.Of(t.Finding), account, account.Length > 0 ? chart.Title(account) : "", t.Finding == RungFinding.Decides);
        })];

    private static NeighboursAnswer? Neighbours(SqliteConnection company, ListQuery? list, long id, Currency currency, DateOnly today)
    {
        if (list is null) return null;
        var (previous, next, position, count) = new DocumentList(company).Around(list.Filter(currency, today), list.OrderValue, id);
        return new NeighboursAnswer(previous, next, position, count);
    }

    // Where the money of a line goes that nothing decides: on its true side, without the tax that is recovered anyway.
    private static List<(string Title, long Signed)> Undecided(Document document, Composition composed)
    {
        if (composed.SetAside is not null) return [];
        var side = document.Kind.Reverses() ? -1 : 1;
        var decided = composed.Decisions.Where(d => d.Account.Length > 0).Select(d => d.Line).ToHashSet();
        return [.. document.Lines.Where(l => !l.IsZero && !decided.Contains(l.Number)).Select(l => (
            l.Description.Length > 0 ? l.Description : $"line {l.Number}",
            side * (l.Net + l.Tax) - composed.Lines.Where(e => e.Rung == EntryRung.Tax && e.DocumentLine == l.Number).Sum(e => e.Signed)))];
    }

    private static List<NoticeAnswer> Noticed(StoredDocument stored, DateOnly today) =>
        [.. stored.Notices.Concat(stored.Document.Date > today ? [DocumentNotice.DatedAhead] : []).Select(n => new NoticeAnswer(Words<DocumentNotice>.Of(n), DocumentNotices.Says(n)))];

    private static CorrectionAnswer? Correction(SqliteConnection company, Document posted, long id)
    {
        if (new CorrectionTable(company).Of(id).LastOrDefault(c => c.Decision.Length == 0) is not { } open) return null;
        var sent = DocumentsFile.Read(open.FileName, Encoding.UTF8.GetBytes(open.Content), posted.Currency, new Formats.Tables.Problems());
        return new CorrectionAnswer(open.At, open.Who, open.FileName, sent is [var one] ? DocumentDifferences.Of(posted, one.Document) : []);
    }

    private static List<PathStep> Path(SqliteConnection company, StoredDocument stored, ArrivalRow arrival, IReadOnlyList<InstructionRow> outbox, Chart chart)
    {
        var rows = stored.FirstRow == stored.LastRow ? $"row {stored.FirstRow}" : $"rows {stored.FirstRow}–{stored.LastRow}";
        var steps = new List<PathStep> { new(arrival.At, arrival.Who, $"arrived, file {arrival.FileName}, {rows}") };
        steps.AddRange(new AuditTable(company).Of($"document/{stored.Id}").Select(a => new PathStep(a.At, a.Who, Decided(a, chart))));
        steps.AddRange(new DocumentChangeTable(company).Of(stored.Id).GroupBy(c => (c.At, c.Who, c.Cause)).Select(g => new PathStep(g.Key.At, g.Key.Who, $"{g.Key.Cause}: {string.Join("; ", g.Select(c => Changed(c, chart)))}")));
        foreach (var correction in new CorrectionTable(company).Of(stored.Id))
        {
            steps.Add(new PathStep(correction.At, correction.Who, $"the source sent it anew, file {correction.FileName}; a proposed correction"));
            if (correction.Decision.Length > 0 && correction.Decision != "kept as posted") steps.Add(new PathStep(correction.DecidedAt, correction.DecidedBy, $"the proposed correction: {correction.Decision}"));
        }

        foreach (var instruction in outbox)
        {
            if (instruction.SentAt.Length > 0) steps.Add(new PathStep(instruction.SentAt, "", $"sent to the ledger{(instruction.Attempts > 1 ? $", {instruction.Attempts} times with the same key" : "")}"));
            if (instruction.AskedAt.Length > 0) steps.Add(new PathStep(instruction.AskedAt, "", $"the ledger said that it does not have it{(instruction.Absent > 1 ? $", {instruction.Absent} times" : "")}; asked again over time"));
            if (instruction.AnsweredAt.Length == 0) continue;
            steps.Add(new PathStep(instruction.AnsweredAt, "", instruction.StateValue switch
            {
                Core.Posting.InstructionState.Accepted => $"the ledger took it as {instruction.LedgerId}{(instruction.RefusalText.Length > 0 ? $". {instruction.RefusalText}" : "")}",
                Core.Posting.InstructionState.Refused => $"the ledger refused it: {instruction.RefusalText}",
                Core.Posting.InstructionState.Planned => "the ledger turned it away and did not look at it",
                _ => "no clear answer came; the ledger is asked for its key",
            }));
        }

        return [.. steps.OrderBy(s => s.At, StringComparer.Ordinal)];
    }

    private static string Decided(AuditRow row, Chart chart) => row.What switch
    {
        "set aside" => $"set aside: {row.After.Replace('_', ' ')}",
        "proof" => row.After,
        Decisions.ChoseAccount when Account(row.Before) is { } before && Account(row.After) is { } after =>
            after.Account.Length == 0 ? $"line {after.Line}: the choice {Named(before.Account, chart)} taken back" : $"line {after.Line}: {Named(before.Account, chart)} → {chart.Title(after.Account)}, chosen",
        Decisions.ChosePaymentAccount => $"payment account: {Filled(row.Before)} → {(row.After.Length > 0 ? row.After : "what the source says")}",
        _ => row.What,
    };

    private static string Changed(DocumentChange change, Chart chart) => change.Field switch
    {
        DocumentChange.Account => $"line {change.Line}: {Named(change.Before, chart)} → {Named(change.After, chart)}",
        DocumentChange.State => $"{change.Before.Replace('_', ' ')} → {change.After.Replace('_', ' ')}",
        _ => $"{string.Join(", ", ((string[])[change.Line > 0 ? $"line {change.Line}" : "", change.Field]).Where(t => t.Length > 0))}: {Filled(change.Before)} → {Filled(change.After)}",
    };

    private static Decisions.LineAccount? Account(string json) => json.StartsWith('{') ? JsonSerializer.Deserialize<Decisions.LineAccount>(json) : null;

    private static string Named(string account, Chart chart) => account.Length == 0 ? "not decided" : chart.Title(account);

    private static string Filled(string text) => text.Length == 0 ? "nothing" : text;

    private static List<Shown> Composed(Composition composed, Chart chart) =>
        [.. composed.Lines.Select(l => new Shown(l.Account, chart.Title(l.Account), l.Signed, l.TaxCode, l.Dimensions, l.Memo, Words<EntryRung>.Of(l.Rung), l.Because, l.DocumentLine ?? 0))];

    // The reasons of what was sent are those of today's book only where they lead to the same account.
    private static List<Shown> Sent(Core.Posting.EntryInstruction entry, Composition composed, Chart chart) =>
        [.. entry.Lines.Select((l, i) =>
        {
            var today = i < composed.Lines.Count && composed.Lines[i].Account == l.Account && composed.Lines[i].Signed == l.Signed ? composed.Lines[i] : null;
            return new Shown(l.Account, chart.Title(l.Account), l.Signed, l.TaxCode, new Dimensions(l.Department, l.Location, l.Project), l.Memo,
                today is null ? "" : Words<EntryRung>.Of(today.Rung), today?.Because ?? "As it was mapped when it was sent.", today?.DocumentLine ?? 0);
        })];

    private static string Free(decimal? number) => number?.ToString(CultureInfo.InvariantCulture) ?? "";

    private sealed record Shown(string Account, string Title, long Signed, string TaxCode, Dimensions Dimensions, string Memo, string Rung, string Because, long DocumentLine)
    {
        public JournalLine ToAnswer(Currency currency) => new(
            Account, Title, AmountText.Format(Math.Max(Signed, 0), currency.Digits), AmountText.Format(Math.Max(-Signed, 0), currency.Digits), TaxCode,
            string.Join(" · ", ((string[])[Dimensions.Department, Dimensions.Location, Dimensions.Project]).Where(d => d.Length > 0)), Memo, Rung, Because, DocumentLine);
    }
}
