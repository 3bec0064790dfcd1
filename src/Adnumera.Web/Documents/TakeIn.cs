using System.Text;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Sources;
using Adnumera.Formats.Documents;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Companies;
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
    /// <param name="cancel">Stops it when nobody waits for it.</param>
    public static TakeInAnswer Preview(CompanyBooks books, ArrivalReaders readers, ArrivedFile file, CancellationToken cancel)
    {
        var currency = books.File.Read(c => new CompanyTable(c).Currency());
        var problems = new Problems();
        var documents = Read(readers, file, currency, problems);
        var today = books.Today;
        return problems.Any
            ? TakeInAnswer.Faulty(file.Name, problems)
            : books.File.Read(c => TakeInAnswer.Of(ArrivalPlan.Of(c, documents, cancel), file.Name, documents, problems, currency, today));
    }

    /// <summary>Takes a file in. What a person decided to take in is taken in wherever they have gone since.</summary>
    /// <exception cref="RefusedException">The file has errors.</exception>
    public static TakeInAnswer Run(CompanyBooks books, ArrivalReaders readers, ArrivedFile file)
    {
        using var work = Telemetry.Work.StartActivity("take in");
        var currency = books.File.Read(c => new CompanyTable(c).Currency());
        var problems = new Problems();
        var documents = Read(readers, file, currency, problems);
        if (problems.Any)
            throw Upload.Refused(file.Name, problems);

        // Beside the planning, and there before an arrival names it.
        var original = Task.Run(() => books.File.Originals.Add(file.Hash, file.Content, books.Now));
        var today = books.Today;
        Telemetry.TakenIn.Add(documents.Count);
        return books.File.InTransaction(c =>
        {
            var plan = ArrivalPlan.Of(c, documents, CancellationToken.None);
            original.GetAwaiter().GetResult();
            Save(c, books, file, documents, plan);
            var answer = TakeInAnswer.Of(plan, file.Name, documents, problems, currency, today);
            new AuditTable(c).Add(
                books.Now,
                books.Who,
                "take in",
                $"arrival/{plan.Arrival}",
                null,
                new
                {
                    fileName = file.Name,
                    answer.Documents,
                    answer.Lines,
                    answer.Added,
                    answer.Updated,
                    answer.Unchanged,
                }
            );
            return answer;
        });
    }

    private static IReadOnlyList<FiledDocument> Read(ArrivalReaders readers, ArrivedFile file, Currency currency, Problems problems) =>
        readers.For(file) is { } reader
            ? reader.Read(file, currency, problems)
            : throw new RefusedException(
                "not-readable",
                $"{file.Name} is of a form that is not read here. Nothing was taken in; what is read is {readers.Reads}."
            );

    private static void Save(
        SqliteConnection company,
        CompanyBooks books,
        ArrivedFile file,
        IReadOnlyList<FiledDocument> filed,
        ArrivalPlan plan
    )
    {
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
                plan.Unchanged
            )
        );
        var cause = new CodingCause(books.Now, books.Who, $"file {file.Name}");
        var indexes = IndexesAside.While(company, plan.Added);
        using (var writer = new CodingWriter(company, cause))
        {
            foreach (var change in plan.Changes)
            {
                var at = new ArrivalPlace(plan.Arrival, change.File.FirstRow, change.File.LastRow, change.DuplicateOf);
                if (change.Before is null)
                    writer.Insert(change.Id, change.Composed, at);
                else
                    writer.Replace(change.Before, change.Composed, at);
            }

            writer.Complete();
        }

        indexes.Restore();

        Propose(company, books, file.Name, plan);
        var updated = plan.Changes.Where(c => c.Before is not null).ToList();
        if (updated.Count > 0)
            Recoding.LookAgain(
                company,
                [.. updated.Select(c => (c.Id, c.Before!.Document)), .. updated.Select(c => (c.Id, c.Composed.Document))],
                cause
            );
        var spellings = plan.NewSpellings();
        if (spellings.Count > 0)
            Recoding.RefreshSuppliers(company, spellings, cause, plan.Changes.Select(c => c.Id).ToHashSet());
    }

    // What a source sends anew for a document that is posted stays open until somebody decides; what it sends as it was posted closes that
    // again.
    private static void Propose(SqliteConnection company, CompanyBooks books, string fileName, ArrivalPlan plan)
    {
        var corrections = new CorrectionTable(company);
        foreach (var (id, document) in plan.Corrections)
            corrections.Open(id, books.Now, books.Who, fileName, Text(document));
        foreach (var id in corrections.OpenAmong(plan.SameAsPosted))
            corrections.Decide(id, books.Now, books.Who, "the source sent it as it was posted");
    }

    private static string Text(Document document)
    {
        using var stream = new MemoryStream();
        using (var writer = new DocumentsWriter(stream))
            writer.Write(document);
        return Encoding.UTF8.GetString(stream.ToArray());
    }
}
