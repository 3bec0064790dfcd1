using System.Runtime.InteropServices;
using System.Text;
using Adnumera.Bench;
using Adnumera.SourcesStandIn;
using Adnumera.Storage.Backups;
using Adnumera.Storage.Files;
using Adnumera.Web.Tests.Feeds;
using Dapper;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Attack;

/// <summary>Files that end or stop whoever reads them: they are refused one by one, and the server goes on.</summary>
public sealed partial class BadFileTests : FeedHouse
{
    private static readonly byte[] Circle = PdfBombs.All[0].Make();

    [Fact]
    public async Task A_PDF_that_refers_in_a_circle_is_refused_wherever_it_comes_and_the_server_goes_on()
    {
        var refused = await client.RefusedAt(
            HttpMethod.Post,
            Client.In("incomplete/picture?fileName=circle.pdf"),
            new ByteArrayContent(Circle)
        );
        Assert.Contains("breaks off", refused.Detail, StringComparison.Ordinal);
        Assert.Contains("Nothing was taken in", refused.Detail, StringComparison.Ordinal);
        Assert.Equal("picture", (await client.SendFile("arrivals/look?fileName=circle.pdf", Circle)).GetProperty("form").GetString());
        Assert.Empty((await client.Get("incomplete")).GetProperty("documents").EnumerateArray());
        Assert.Empty((await client.Get("arrivals")).GetProperty("files").EnumerateArray());

        var (watched, folder) = await Watch();
        Put(folder, "circle.pdf", Circle);
        Put(folder, "one.csv", Encoding.UTF8.GetBytes(Header + Bill(1)));
        Desks.Put(new MailedFile("F1", "arrived", "bills", "2026-11-11", "shop@example", "Bill", "circle.pdf"), "application/pdf", Circle);
        var mailbox = await Connect(Desk.Mailbox, "Mail");
        await Ours(mailbox, "bills");
        Assert.Equal("records 2, added 1, refused 1", Said(await Pull(watched)));
        Assert.Equal("records 1, refused 1", Said(await Pull(mailbox)));

        // None of them comes again by itself, also after a restart.
        await house.Restart();
        client.Dispose();
        client = await Client.Of(house, "administrator");
        Assert.Equal(("", ""), (Said(await Pull(watched)), Said(await Pull(mailbox, whole: true))));
        Assert.Single(await Documents());
        AssertSound(house);
    }

    [Fact]
    public async Task A_file_is_noted_before_it_is_opened_and_what_ended_the_application_is_not_opened_again()
    {
        var (feed, folder) = await Watch();
        Put(folder, "long.pdf", PdfBombs.All[2].Make());
        string Noted() =>
            house.Company.Read(c => c.ExecuteScalar<string>("select trouble from feed_file where feed_id = @feed", new { feed })) ?? "";
        var pull = Pull(feed);
        await Until(() => Noted().Length > 0);
        var (whileRead, isOver) = (Noted(), pull.IsCompleted);
        Assert.Equal(("the application stopped while it was read; it is not read again by itself", false), (whileRead, isOver));
        await pull;

        // As a kill would have left it.
        using (var writer = SqliteFile.Plain(house.Company.Path))
            writer.Execute("update feed_file set trouble = @whileRead, arrival_id = 0", new { whileRead });
        var again = await Pull(feed);
        Assert.Equal("", Said(again));
        Assert.Equal(whileRead, again.GetProperty("refused")[0].GetProperty("trouble").GetString());
    }

    [Fact]
    public async Task A_pipe_a_link_and_a_huge_file_among_watched_files_stop_nothing()
    {
        var (feed, folder) = await Watch();
        Assert.Equal(0, MakePipe(Path.Combine(folder, "pipe.csv"), 0x1B4));
        File.CreateSymbolicLink(Path.Combine(folder, "link.csv"), Path.Combine(house.Folder, DataFolder.InstallationFile));
        await using (var huge = File.Create(Path.Combine(folder, "huge.csv")))
            huge.SetLength(1L << 32);
        foreach (var file in new DirectoryInfo(folder).EnumerateFiles())
            File.SetLastWriteTimeUtc(file.FullName, DateTime.UtcNow.AddMinutes(-1));
        Put(folder, "one.csv", Encoding.UTF8.GetBytes(Header + Bill(1)));
        var pulled = await Pull(feed);
        Assert.Equal("records 1, added 1", Said(pulled));
        var trouble = pulled.GetProperty("pulls")[0].GetProperty("trouble").GetString();
        Assert.Contains("huge.csv", trouble, StringComparison.Ordinal);
        Assert.Contains("and 2 more", trouble, StringComparison.Ordinal);
        Assert.Equal(["B1"], (await Documents()).Keys);
    }

    [LibraryImport("libc", EntryPoint = "mkfifo", StringMarshalling = StringMarshalling.Utf8)]
    private static partial int MakePipe(string path, uint mode);
}
