using System.Text.Json;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Posting;
using Adnumera.Core.Sources;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Feeds;
using Adnumera.Storage.Posting;
using Adnumera.Storage.Proof;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Documents;

/// <summary>All that happened to a document, in the order of time: who, when, before, after.</summary>
internal static class DocumentPath
{
    private const string Kept = "kept as posted";

    public static IReadOnlyList<PathStep> Of(
        SqliteConnection company,
        StoredDocument stored,
        ArrivalRow arrival,
        IReadOnlyList<InstructionRow> outbox,
        Chart chart
    )
    {
        List<PathStep> steps =
        [
            new(
                arrival.At,
                arrival.Who,
                arrival.Form == Words<ArrivalForm>.Of(ArrivalForm.Typed) ? "begun to be typed"
                    : arrival.Form == Words<ArrivalForm>.Of(ArrivalForm.Feed) ? $"arrived from {arrival.Source}, {stored.FoundAt}"
                    : $"arrived, file {arrival.FileName}{(stored.FoundAt.Length > 0 ? $", {stored.FoundAt}" : "")}"
            ),
            .. new AuditTable(company).Of($"document/{stored.Id}").Select(a => new PathStep(a.At, a.Who, Decided(a, chart))),
            .. new DocumentChangeTable(company)
                .Of(stored.Id)
                .GroupBy(c => (c.At, c.Who, c.Cause))
                .Select(g => new PathStep(g.Key.At, g.Key.Who, $"{g.Key.Cause}: {string.Join("; ", g.Select(c => Changed(c, chart)))}")),
            .. new CorrectionTable(company).Of(stored.Id).SelectMany(Corrected),
            .. outbox.SelectMany(Sent),
            .. new PaymentTable(company).Of([stored.Id])[stored.Id].Select(p => Paid(p, stored.Document)),
            .. new FeedNewsTable(company).Of(stored.Id).Where(n => n.ToldAt.Length > 0).Select(n => Told(n, stored.Document)),
        ];
        return [.. steps.OrderBy(s => s.At, StringComparer.Ordinal)];
    }

    private static PathStep Paid(PaymentRow payment, Document document)
    {
        string Money(long minor) => AmountText.Format(minor, document.Currency.Digits);
        return new PathStep(
            payment.At,
            "",
            $"the ledger has a payment of {payment.Day}: {Money(payment.Amount)}, {payment.Reference}; {Money(payment.Open)} open"
        );
    }

    private static PathStep Told(FeedNewsRow news, Document document) =>
        new(news.ToldAt, "", $"{document.Identity.Source} was told: {news.News.Sentence}");

    private static IEnumerable<PathStep> Corrected(CorrectionRow correction)
    {
        yield return new PathStep(
            correction.At,
            correction.Who,
            $"the source sent it anew, file {correction.FileName}; a proposed correction"
        );
        if (correction.Decision.Length > 0 && correction.Decision != Kept)
            yield return new PathStep(correction.DecidedAt, correction.DecidedBy, $"the proposed correction: {correction.Decision}");
    }

    private static IEnumerable<PathStep> Sent(InstructionRow instruction)
    {
        if (instruction.SentAt.Length > 0)
            yield return new PathStep(
                instruction.SentAt,
                "",
                $"sent to the ledger{(instruction.Attempts > 1 ? $", {instruction.Attempts} times with the same key" : "")}"
            );
        if (instruction.AskedAt.Length > 0)
        {
            var times = instruction.Absent > 1 ? $", {instruction.Absent} times" : "";
            yield return new PathStep(instruction.AskedAt, "", $"the ledger said that it does not have it{times}; asked again over time");
        }

        if (instruction.AnsweredAt.Length == 0)
            yield break;
        yield return new PathStep(
            instruction.AnsweredAt,
            "",
            instruction.StateValue switch
            {
                InstructionState.Accepted => "the ledger took it as "
                    + $"{instruction.LedgerId}{(instruction.RefusalText.Length > 0 ? $". {instruction.RefusalText}" : "")}",
                InstructionState.Refused => $"the ledger refused it: {instruction.RefusalText}",
                InstructionState.Planned => "the ledger turned it away and did not look at it",
                InstructionState.Sent or InstructionState.Unknown => "no clear answer came; the ledger is asked for its key",
            }
        );
    }

    private static string Decided(AuditRow row, Chart chart) =>
        row.What switch
        {
            "proof" => row.After,
            Deciding.Word => Said(Changes(row.After), chart),
            LabelEndpoints.Labelled => $"labels: {Filled(row.Before)} → {Filled(row.After)}",
            _ => row.What,
        };

    private static string Changed(DocumentChange change, Chart chart) =>
        change.Field switch
        {
            DocumentChange.Account => $"line {change.Line}: {Named(change.Before, chart)} → {Named(change.After, chart)}",
            DocumentChange.State => $"{change.Before.Replace('_', ' ')} → {change.After.Replace('_', ' ')}",
            _ => $"{Place(change.Line, change.Field)}: {Filled(change.Before)} → {Filled(change.After)}",
        };

    private static string Place(long line, string field) =>
        string.Join(", ", ((string[])[line > 0 ? $"line {line}" : "", field]).Where(t => t.Length > 0));

    private static FieldChange[] Changes(string json) => JsonSerializer.Deserialize<FieldChange[]>(json) ?? [];

    /// <summary>What a decision changed, as people say it.</summary>
    public static string Said(IEnumerable<FieldChange> changes, Chart chart) => string.Join("; ", changes.Select(c => Said(c, chart)));

    private static string Said(FieldChange change, Chart chart) =>
        change switch
        {
            { Field: DecidedChanges.Account, After: "" } => $"line {change.Line}: the choice {Named(change.Before, chart)} taken back",
            { Field: DecidedChanges.Account } => $"line {change.Line}: {Named(change.Before, chart)} → {chart.Title(change.After)}, chosen",
            { Field: DecidedChanges.SetAside, After: "" } => "reopened",
            { Field: DecidedChanges.SetAside } => $"set aside: {change.After}",
            _ => $"{Place(change.Line, change.Field)}: {Filled(change.Before)} → {Filled(change.After)}",
        };

    private static string Named(string account, Chart chart) => account.Length == 0 ? "not decided" : chart.Title(account);

    private static string Filled(string text) => text.Length == 0 ? "nothing" : text;
}
