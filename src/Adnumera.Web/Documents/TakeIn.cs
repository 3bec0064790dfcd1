using System.Text;
using Adnumera.Core.Count;
using Adnumera.Core.Documents;
using Adnumera.Core.Payroll;
using Adnumera.Core.Sources;
using Adnumera.Formats.Documents;
using Adnumera.Formats.Layouts;
using Adnumera.Formats.Payroll;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Count;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Files;
using Adnumera.Web.Coding;
using Adnumera.Web.Hosting;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Documents;

/// <summary>Takes a file in: checked as a whole, coded, and saved in one transaction or not at all. Its original is kept.</summary>
internal static class TakeIn
{
    /// <summary>Shows what a file would bring: that reads, and keeps nobody from writing.</summary>
    /// <param name="books">The company's books.</param>
    /// <param name="readers">The forms that can be read.</param>
    /// <param name="file">The file.</param>
    /// <param name="choices">How it is read.</param>
    /// <param name="cancel">Stops it when nobody waits for it.</param>
    /// <param name="report">Told how far it is.</param>
    public static TakeInAnswer Preview(
        CompanyBooks books,
        ArrivalReaders readers,
        ArrivedFile file,
        ReadingChoices choices,
        CancellationToken cancel,
        Action<int, int>? report = null
    )
    {
        var problems = new Problems();
        var arriving = ArrivingFile.Read(readers, file, choices with { HoldsFaulty = true }, problems);
        return problems.Any
            ? TakeInAnswer.Faulty(file.Name, arriving.Form, problems)
            : books.File.Read(c =>
            {
                arriving = arriving.AsTheCompanyWants(c);
                var settled = Settle(c, arriving, problems);
                return TakeInAnswer.Of(
                    ArrivalPlan.Of(c, settled.Taken, cancel, report, settled.Past.Count),
                    arriving,
                    Waiting(c, arriving),
                    settled.Cancelled.Count,
                    problems,
                    choices.Company,
                    books.Today
                );
            });
    }

    /// <summary>Takes a file in. What a person decided to take in is taken in wherever they have gone since. Where the choices hold records
    /// that cannot be read, these wait to be completed.</summary>
    /// <exception cref="RefusedException">The file has errors.</exception>
    public static TakeInAnswer Run(
        CompanyBooks books,
        ArrivalReaders readers,
        ArrivedFile file,
        ReadingChoices choices,
        Action<int, int>? report = null
    )
    {
        using var work = Telemetry.Work.StartActivity("take in");
        var problems = new Problems();
        var arriving = ArrivingFile.Read(readers, file, choices, problems);
        if (problems.Any)
            throw Upload.Refused(file.Name, problems);

        // Beside the planning, and there before an arrival names it.
        var original = Task.Run(() => books.File.Originals.Add(file.Hash, file.Content, books.Now));
        return books.File.InTransaction(c => Within(c, books, arriving, problems, original, report).Answer);
    }

    /// <summary>Takes in what was read, within the caller's transaction.</summary>
    /// <param name="company">The company's file.</param>
    /// <param name="books">The books.</param>
    /// <param name="arriving">What was read, without errors.</param>
    /// <param name="problems">Where notices go.</param>
    /// <param name="original">Keeps its original, beside the planning.</param>
    /// <param name="report">Told how far it is.</param>
    public static (TakeInAnswer Answer, long Arrival) Within(
        SqliteConnection company,
        CompanyBooks books,
        ArrivingFile arriving,
        Problems problems,
        Task original,
        Action<int, int>? report = null
    )
    {
        arriving = arriving.AsTheCompanyWants(company);
        Telemetry.TakenIn.Add(arriving.Taken.Count);
        var (file, choices) = (arriving.File, arriving.Choices);
        Transfers.Ask(company, books);
        Reviving.Run(company, books, arriving);
        var settled = Settle(company, arriving, problems);
        var plan = ArrivalPlan.Of(company, settled.Taken, CancellationToken.None, report, settled.Past.Count);
        original.GetAwaiter().GetResult();
        var waiting = Waiting(company, arriving);
        Save(company, books, arriving, settled, plan);
        var answer = TakeInAnswer.Of(plan, arriving, waiting, settled.Cancelled.Count, problems, choices.Company, books.Today);
        new AuditTable(company).Add(
            books.Now,
            books.Who,
            "take in",
            $"arrival/{plan.Arrival}",
            null,
            new
            {
                fileName = file.Name,
                choices.Source,
                answer.Documents,
                answer.Lines,
                answer.Added,
                answer.Updated,
                answer.Unchanged,
                skipped = arriving.Skipped.Count,
                incomplete = arriving.Faulty.Count,
            }
        );
        return (answer, plan.Arrival);
    }

    private static SettledRecords Settle(SqliteConnection company, ArrivingFile arriving, Problems problems)
    {
        var settled = SettledRecords.Of(company, arriving);
        foreach (var (record, by) in settled.Past)
            problems.Notice(
                new Problem(
                    record.File,
                    0,
                    record.Place,
                    $"{Quote.Of(record.SourceId)} was replaced at its source by {Quote.Of(by.SourceId)}; the older version changes nothing"
                )
            );
        return settled;
    }

    private static void Save(SqliteConnection company, CompanyBooks books, ArrivingFile arriving, SettledRecords settled, ArrivalPlan plan)
    {
        var (file, filed, choices) = (arriving.File, arriving.Taken, arriving.Choices);
        plan.Arrival = new ArrivalTable(company).Add(
            new ArrivalRow(
                0,
                file.Name,
                file.Hash,
                Iso.Text(books.Now),
                books.Who,
                filed.Count,
                filed.Sum(f => f.Document.Lines.Count),
                plan.Added,
                plan.Updated,
                plan.Unchanged,
                choices.Source.Length > 0 ? choices.Source : OneSource(filed),
                Words<ArrivalForm>.Of(arriving.Form!.Value),
                arriving.Account,
                choices.PaymentAccount,
                filed.Where(f => f.Document.Currency == choices.Company).Sum(f => f.Document.SignedTotal),
                arriving.Skipped.Count
            )
        );
        new SkippedTable(company).Add(plan.Arrival, choices.Source, arriving.Skipped);
        new SupersededTable(company).Add(plan.Arrival, settled.Superseded);
        KeepStated(company, books, arriving, plan.Arrival);
        var incomplete = new IncompleteTable(company);
        foreach (var faulty in arriving.Faulty)
            incomplete.Add(
                plan.Arrival,
                faulty.Place,
                FingerprintOf(faulty),
                faulty.Typed,
                faulty.Said,
                [],
                (Iso.Text(books.Now), books.Who)
            );
        if (choices.Layout is { } layout && arriving.Form is ArrivalForm.Table or ArrivalForm.Register)
            new LayoutTable(company).Keep(
                new LayoutRow(
                    TableLook.Of(file, layout).HeaderKey,
                    choices.Source,
                    LayoutFile.Write(layout.Remembered),
                    Iso.Text(books.Now),
                    books.Who
                )
            );
        Write(company, books, file.Name, plan);
        Summarise(company, books, plan);
        if (arriving.Form == ArrivalForm.PdfInvoice)
            foreach (var change in plan.Changes)
                new AttachmentTable(company).Add(
                    change.Id,
                    new AttachmentRow(file.Hash, file.Name, AttachmentEndpoints.Pdf, Iso.Text(books.Now), books.Who)
                );
        Cancelling.Run(company, books, file.Name, plan.Arrival, settled.Cancelled);
        incomplete.CameAs(plan.Changes.Select(c => (c.Composed.Document.Identity, c.Id)), Iso.Text(books.Now), books.Who);
    }

    /// <summary>Writes what a plan changes, within the caller's transaction.</summary>
    /// <param name="company">The company's file.</param>
    /// <param name="books">The books.</param>
    /// <param name="fileName">The file that it came with.</param>
    /// <param name="plan">The plan, with its arrival.</param>
    public static void Write(SqliteConnection company, CompanyBooks books, string fileName, ArrivalPlan plan)
    {
        var cause = new CodingCause(books.Now, books.Who, $"file {fileName}");
        var indexes = IndexesAside.While(company, plan.Added);
        using (var writer = new CodingWriter(company, cause))
        {
            foreach (var change in plan.Changes)
            {
                var at = new ArrivalPlace(plan.Arrival, change.File.Place, change.DuplicateOf);
                if (change.Before is null)
                    writer.Insert(change.Id, change.Composed, at);
                else
                    writer.Replace(change.Before, change.Composed, at, change.File.Document);
            }

            writer.Complete();
        }

        PriceWatch.Keep(company, plan.Prices, plan.Here, cause);
        indexes.Restore();
        Propose(company, books, fileName, plan);
        var updated = plan.Changes.Where(c => c.Before is not null).ToList();
        if (updated.Count > 0)
            Recoding.LookAgain(
                company,
                [.. updated.Select(c => (c.Id, c.Before!.Document)), .. updated.Select(c => (c.Id, c.Composed.Said))],
                cause
            );
        var spellings = plan.NewSpellings();
        if (spellings.Count > 0)
            Recoding.RefreshSuppliers(company, spellings, cause, plan.Changes.Select(c => c.Id).ToHashSet());
        Reversing.Find(company, [.. plan.Changes.Select(c => (c.Id, c.Composed.Said.Kind))], cause);
        Transfers.Pair(company, books, plan.Changes.Select(c => c.Composed.Said));
    }

    // What a run comes to stands beside its entry; who is paid what does not.
    private static void Summarise(SqliteConnection company, CompanyBooks books, ArrivalPlan plan)
    {
        foreach (var change in plan.Changes)
            if (change.Composed.Said.Register is { Kind: PayRunKind.Pay } run)
            {
                var summary = new ArrivedFile(RegisterSummary.NameOf(run), RegisterSummary.Write(run));
                books.File.Originals.Add(summary.Hash, summary.Content, books.Now);
                new AttachmentTable(company).Replace(
                    change.Id,
                    new AttachmentRow(summary.Hash, summary.Name, AttachmentEndpoints.Pdf, Iso.Text(books.Now), books.Who)
                );
            }
    }

    // What is stated of these days already stays: the same statement again, or what a person typed.
    private static void KeepStated(SqliteConnection company, CompanyBooks books, ArrivingFile arriving, long arrival)
    {
        var source = arriving.Choices.Source;
        foreach (var said in arriving.Stated)
        {
            var stated = new SourceStatement(said.First, said.Last, new Tally(said.Documents, said.Money));
            if (!new StatementTable(company).Of(source).Any(s => s.Statement.Overlaps(stated)))
                StatementKeeping.Keep(company, books, source, stated, arrival);
        }
    }

    private static int Waiting(SqliteConnection company, ArrivingFile arriving)
    {
        var known = arriving.Faulty.Count > 0 ? new IncompleteTable(company).Known(arriving.Faulty.Select(FingerprintOf)) : null;
        return known is null ? 0 : arriving.Faulty.Count(f => known.Contains(FingerprintOf(f)));
    }

    private static string FingerprintOf(ArrivedRecord.Faulty faulty) => IncompleteTable.FingerprintOf(faulty.Typed["source"], faulty.Typed);

    private static string OneSource(IReadOnlyList<ArrivedRecord.Taken> filed) =>
        filed.Select(f => f.Document.Identity.Source).Distinct().Take(2).ToList() is [var one] ? one : "";

    // What a source sends anew for a document that is posted stays open until somebody decides; what it sends as it was posted closes that
    // again.
    private static void Propose(SqliteConnection company, CompanyBooks books, string fileName, ArrivalPlan plan)
    {
        var corrections = new CorrectionTable(company);
        foreach (var (id, document) in plan.Corrections)
            corrections.Open(id, plan.Arrival, books.Now, books.Who, fileName, Text(document));
        foreach (var id in corrections.OpenAmong(plan.SameAsPosted))
            corrections.Decide(id, books.Now, books.Who, "the source sent it as it was posted");
    }

    private static string Text(Document document)
    {
        using var stream = new MemoryStream();
        if (document.Register is { } run)
            RegisterFile.Write(stream, [run]);
        else
        {
            using var writer = new DocumentsWriter(stream);
            writer.Write(document);
        }

        return Encoding.UTF8.GetString(stream.ToArray());
    }
}
