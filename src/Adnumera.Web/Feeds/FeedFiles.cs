using System.Text;
using Adnumera.Core.Feeds;
using Adnumera.Core.Sources;
using Adnumera.Formats.Layouts;
using Adnumera.Formats.Pdf;
using Adnumera.Formats.Pictures;
using Adnumera.PdfReader;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Feeds;
using Adnumera.Storage.Files;
using Adnumera.Web.Documents;
using Adnumera.Web.Incomplete;
using Adnumera.Web.Requests;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Feeds;

/// <summary>The files that a feed delivered: each is taken in as if a person had brought it, whole or not at all. One that cannot be
/// taken in is kept with what is wrong with it, and keeps no other from coming.</summary>
internal sealed class FeedFiles(CompanyBooks books, ArrivalReaders readers, FeedRow feed, FeedShares shares)
{
    // What a file says that was opened and of which nothing became known.
    private const string BrokeOff = "the application stopped while it was read; it is not read again by itself";

    /// <summary>Takes in what is new, and notes where the pull ended.</summary>
    public async Task TakeIn(Delivery delivery, CancellationToken cancel)
    {
        var known = books.File.Read(c => new FeedFileTable(c).Known(feed.Id, delivery.Files.Select(f => (f.Id, f.Hash))));
        var fresh = delivery.Files.Where(f => !known.Contains((f.Id, f.Hash))).ToList();
        var pull = FeedPullRow.Failed(feed.Id, Iso.Text(books.Now), books.Who, delivery.LeftOut) with { Records = fresh.Count };
        foreach (var file in fresh)
        {
            switch (shares.Of(file.Whose))
            {
                case FeedShare.Ours:
                    pull = Add(pull, await TakeIn(file, cancel));
                    break;
                case FeedShare.Undecided:
                    Wait(file, await file.Open(cancel));
                    pull = pull with { Waiting = pull.Waiting + 1 };
                    break;
                case FeedShare.Anothers:
                    pull = pull with { Others = pull.Others + 1 };
                    break;
            }
        }

        books.File.InTransaction(c =>
        {
            FeedPull.End(c, books, feed, delivery.Mark, delivery.LeftOut);
            new FeedTable(c).Add(pull);
            return 0;
        });
    }

    /// <summary>Takes in one file. It is noted before it is opened: whatever it does to its reader, it does once.</summary>
    public async Task<FeedPullRow> TakeIn(DeliveredFile delivered, CancellationToken cancel)
    {
        var file = await delivered.Open(cancel);
        books.File.Originals.Add(file.Hash, file.Content, books.Now);
        books.File.InTransaction(c => Note(c, delivered, 0, BrokeOff));
        var none = FeedPullRow.Failed(feed.Id, Iso.Text(books.Now), books.Who, "");
        try
        {
            await PdfFile.Prepare(file.Content, PdfPart.Attachments, cancel);
            if (PictureFile.IsWithoutData(file))
                return await Begin(delivered, file, none, cancel);
            var problems = new Problems();
            var arriving = ArrivingFile.Read(readers, file, books.File.Read(c => Choices(c, file)), problems);
            if (problems.Any)
                throw new FileFaultException("", problems.Errors[0].ToString());
            return books.File.InTransaction(c =>
            {
                var (answer, arrival) = Documents.TakeIn.Within(c, books, arriving, problems, Task.CompletedTask);
                Note(c, delivered, arrival, "");
                return none with
                {
                    Added = answer.Added,
                    Updated = answer.Updated,
                    Unchanged = answer.Unchanged,
                    Corrections = answer.Corrections,
                    Incomplete = answer.Incomplete,
                    Pending = arriving.Skipped.Count,
                    ArrivalId = arrival,
                };
            });
        }
        catch (FileFaultException e)
        {
            books.File.InTransaction(c => Note(c, delivered, 0, e.Place.Length > 0 ? $"{e.Place}: {e.Message}" : e.Message));
            return none with { Refused = 1 };
        }
        catch
        {
            // The file is not to blame: it comes at the next pull.
            books.File.InTransaction(c => new FeedFileTable(c).Forget(feed.Id, delivered.Id, delivered.Hash));
            throw;
        }
    }

    private async Task<FeedPullRow> Begin(DeliveredFile delivered, ArrivedFile file, FeedPullRow none, CancellationToken cancel)
    {
        await PdfFile.Prepare(file.Content, PdfPart.Rows, cancel);
        var text = BillText.Of(PdfText.Rows(file.Content), books.File.Read(c => new CompanyTable(c).Currency()));
        return books.File.InTransaction(c =>
        {
            var begun = Beginning.OfPicture(c, books, file, feed.Source, text);
            Note(c, delivered, begun?.Arrival ?? 0, "");
            return begun is { } made ? none with { Incomplete = 1, ArrivalId = made.Arrival } : none with { Unchanged = 1 };
        });
    }

    // As a person would choose: whose it is, and how a table like it was read the last time.
    private ReadingChoices Choices(SqliteConnection company, ArrivedFile file)
    {
        var currency = new CompanyTable(company).Currency();
        var form = readers.For(file)?.Form;
        if (form is null)
            throw new FileFaultException("", "it is of none of the forms that are read");
        if (form == ArrivalForm.DocumentsFile)
            return ReadingChoices.AsTheFileSays(currency) with { HoldsFaulty = true };
        var choices = new ReadingChoices(feed.Source, currency) { IsStrict = true, HoldsFaulty = true };
        if (form != ArrivalForm.Table)
            return choices;
        return new LayoutTable(company).Find(TableLook.Of(file).HeaderKey) is { } kept
            ? choices with
            {
                Layout = LayoutFile.ReadAny("The layout", Encoding.UTF8.GetBytes(kept.Content), new Problems()),
            }
            : throw new FileFaultException("", "no table like it was read before; take it in by hand once, and the next ones are known");
    }

    private void Wait(DeliveredFile delivered, ArrivedFile file)
    {
        books.File.Originals.Add(file.Hash, file.Content, books.Now);
        books.File.InTransaction(c =>
        {
            new FeedValueTable(c).Put([
                new FeedWaitingRow(
                    feed.Id,
                    delivered.Id,
                    delivered.Whose,
                    delivered.Name,
                    "",
                    delivered.From,
                    "",
                    "",
                    file.Hash,
                    Iso.Text(books.Now)
                ),
            ]);
            return 0;
        });
    }

    private int Note(SqliteConnection company, DeliveredFile file, long arrival, string trouble)
    {
        new FeedFileTable(company).Put(
            new FeedFileRow(feed.Id, file.Id, file.Hash, file.Name, Iso.Text(books.Now), arrival, trouble, "", "")
        );
        return 0;
    }

    private static FeedPullRow Add(FeedPullRow pull, FeedPullRow file) =>
        pull with
        {
            Added = pull.Added + file.Added,
            Updated = pull.Updated + file.Updated,
            Unchanged = pull.Unchanged + file.Unchanged,
            Corrections = pull.Corrections + file.Corrections,
            Incomplete = pull.Incomplete + file.Incomplete,
            Pending = pull.Pending + file.Pending,
            Refused = pull.Refused + file.Refused,
            ArrivalId = pull.ArrivalId == 0 ? file.ArrivalId : pull.ArrivalId,
        };
}
