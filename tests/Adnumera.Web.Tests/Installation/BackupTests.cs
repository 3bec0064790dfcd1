using System.IO.Compression;
using System.Net;
using System.Net.Http.Headers;
using System.Text.Json;
using Adnumera.Storage.Backups;
using Adnumera.Storage.Files;
using Adnumera.Ui.Driver;
using Adnumera.Web.Hosting;
using Adnumera.Web.Installation;
using Adnumera.Web.Posting;
using Adnumera.Web.Tests.InformationReturns;
using Dapper;
using Microsoft.Extensions.DependencyInjection;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Installation;

/// <summary>Backups while the application works, restored elsewhere, here, and back; and what is no archive.</summary>
public sealed class BackupTests() : ConnectedHouse("administrator")
{
    private const string Api = "api/installation";

    private const string NewerSchema =
        "insert into SchemaVersions (ScriptName, Applied) values ('Adnumera.Storage.Migrations.Company.9999-later.sql', '')";

    private async Task<string> Written(string path = "backups")
    {
        await client.Ask(HttpMethod.Post, $"{Api}/{path}");
        var run = house.Services.GetRequiredService<BackupRun>();
        await run.Over();
        Assert.Equal("", run.Failed);
        return run.Find(run.All()[0].Name);
    }

    private static ByteArrayContent Zip(string path) => Zip(File.ReadAllBytes(path));

    private static ByteArrayContent Zip(byte[] bytes) =>
        new(bytes) { Headers = { ContentType = new MediaTypeHeaderValue("application/zip") } };

    private async Task<string> RefusedArchive(byte[] bytes)
    {
        using var content = Zip(bytes);
        return (await client.RefusedAt(HttpMethod.Post, $"{Api}/restores", content)).Detail;
    }

    [Fact]
    public async Task A_backup_taken_while_a_dispatch_runs_is_restored_elsewhere_goes_on_there_and_proves_with_nothing_posted_twice()
    {
        await client.TakeIn(Header + string.Concat(Enumerable.Range(1, 30).Select(i => Bill(i))));
        house.Books.SetFaults(new LedgerStandIn.Faults(0, 3)); // each third answer is lost
        await client.Post("dispatches");
        var archive = await Written();
        await house.DispatchIsOver();

        var elsewhere = Directory.CreateTempSubdirectory("adnumera-elsewhere-").FullName;
        try
        {
            var restoring = new Restoring(elsewhere);
            var plan = restoring.Stage(archive, "a test", house.Clock.GetUtcNow());
            Assert.Equal((3, 30, ""), (plan.People, plan.Companies.Single().Documents, plan.Companies.Single().Audit.Problem));
            restoring.Confirm(plan.Id, house.Clock.GetUtcNow());
            await using var other = Application.Build(
                new WebSettings(elsewhere, house.LedgerAddress + "/", true) { Wakes = false },
                0,
                house.Clock
            );
            await other.StartAsync(TestContext.Current.CancellationToken);
            using var there = await Client.At(other.Urls.First(), "administrator");
            await other.Services.GetRequiredService<Dispatcher>().Completion("bindery");
            if ((await there.Get("posting")).GetProperty("documents").GetInt64() > 0)
            {
                await there.Post("dispatches");
                await other.Services.GetRequiredService<Dispatcher>().Completion("bindery");
            }

            await there.Post("proofs", new { });
            var states = (await there.Get("count")).GetProperty("together").GetProperty("states").EnumerateArray();
            Assert.Equal(30, states.Single(s => s.GetProperty("state").GetString() == "proved").GetProperty("documents").GetInt64());
            Assert.Equal(
                Enumerable.Range(1, 30).Select(i => $"B{i}").Order(StringComparer.Ordinal),
                house.Books.Latest(1000).Select(e => e.SourceId).Order(StringComparer.Ordinal)
            );
        }
        finally
        {
            Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
            Directory.Delete(elsewhere, recursive: true);
        }
    }

    [Fact]
    public async Task A_restore_is_looked_at_first_brings_everything_back_signs_everybody_out_and_can_be_taken_back()
    {
        await client.TakeIn(Header + Bill(1));
        var name = Path.GetFileName(await Written());
        await client.TakeIn(Header + Bill(2));
        var waiting = (await client.Ask(HttpMethod.Post, $"{Api}/restores/of/{name}")).GetProperty("waiting");
        Assert.Equal(1, waiting.GetProperty("companies")[0].GetProperty("documents").GetInt64());
        Assert.Equal(2, (await client.Get("documents")).GetProperty("documents").GetInt64()); // nothing is changed yet

        using (await client.Send(HttpMethod.Post, $"{Api}/restores/confirm?plan={waiting.GetProperty("id").GetString()}")) { }
        await house.FollowRestart();
        Assert.Equal(HttpStatusCode.Unauthorized, (await client.Refused(HttpMethod.Get, "documents")).Status);
        await SignInAgain();
        Assert.Equal(1, (await client.Get("documents")).GetProperty("documents").GetInt64());
        Assert.Equal("", (await client.Post("audit/checks")).GetProperty("problem").GetString());
        await client.Get("connection"); // its key can still be read
        await client.Post("connection/pulls");

        var backups = await client.Ask(HttpMethod.Get, $"{Api}/backups");
        Assert.StartsWith("before-restore-", backups.GetProperty("replaced").GetString(), StringComparison.Ordinal);
        using (await client.Send(HttpMethod.Post, $"{Api}/restores/back")) { }
        await house.FollowRestart();
        await SignInAgain();
        Assert.Equal(2, (await client.Get("documents")).GetProperty("documents").GetInt64());
        AssertSound(house);
    }

    [Fact]
    public async Task What_is_no_whole_archive_is_refused_and_nothing_is_changed()
    {
        await client.TakeIn(Header + Bill(1));
        var good = await File.ReadAllBytesAsync(await Written(), TestContext.Current.CancellationToken);
        Assert.Contains("no archive", await RefusedArchive([1, 2, 3]), StringComparison.Ordinal);
        Assert.Contains("no archive", await RefusedArchive(good[..(good.Length / 2)]), StringComparison.Ordinal);

        // One byte of the books is another.
        var bent = Altered(good, (archive, _) => Replace(archive, "companies/bindery.sqlite", b => b[5000] ^= 1));
        Assert.Contains("damaged in the archive", await RefusedArchive(bent), StringComparison.Ordinal);
        var foreign = Altered(
            good,
            (archive, manifest) =>
            {
                archive.CreateEntry("../../outside").Open().Dispose();
                return manifest with { Files = [.. manifest.Files, new ArchivedFile("../../outside", 0, Sha256([]))] };
            }
        );
        Assert.Contains("does not belong there", await RefusedArchive(foreign), StringComparison.Ordinal);
        var doubled = Altered(good, (_, manifest) => manifest with { Files = [.. manifest.Files, manifest.Files[0]] });
        Assert.Contains("twice", await RefusedArchive(doubled), StringComparison.Ordinal);
        var nameless = Altered(
            good,
            (_, manifest) => manifest with { Files = [.. manifest.Files, new ArchivedFile(null!, 0, Sha256([]))] }
        );
        Assert.NotEqual("", await RefusedArchive(nameless));
        var nothing = Altered(good, (_, manifest) => manifest with { Files = [.. manifest.Files, null!] });
        Assert.NotEqual("", await RefusedArchive(nothing));
        var ownerless = Altered(
            good,
            (archive, manifest) => With("delete from session; update person set administers = 0", archive, manifest, "installation.sqlite")
        );
        Assert.Contains("Nobody in the archive looks after", await RefusedArchive(ownerless), StringComparison.Ordinal);
        var newer = Altered(good, (archive, manifest) => With(NewerSchema, archive, manifest));
        Assert.Contains("newer version", await RefusedArchive(newer), StringComparison.Ordinal);
        var alone = await File.ReadAllBytesAsync(await Written("companies/bindery/archive"), TestContext.Current.CancellationToken);
        Assert.Contains("alone", await RefusedArchive(alone), StringComparison.Ordinal);
        using (var whole = Zip(good))
            Assert.Contains(
                "whole installation",
                (await client.RefusedAt(HttpMethod.Post, $"{Api}/companies/archives", whole)).Detail,
                StringComparison.Ordinal
            );

        Assert.Null(new Restoring(house.Folder).Waiting);
        Assert.Equal(1, (await client.Get("documents")).GetProperty("documents").GetInt64());
        Assert.Empty(Directory.EnumerateFileSystemEntries(house.Folder, ".re*"));
        AssertSound(house);
    }

    [Fact]
    public async Task Who_wrote_took_away_and_deleted_an_archive_is_in_the_record()
    {
        var name = Path.GetFileName(await Written());
        using (var taken = await client.Send(HttpMethod.Get, $"{Api}/backups/{name}"))
            Assert.Equal("application/zip", taken.Content.Headers.ContentType!.MediaType);
        await client.Ask(HttpMethod.Delete, $"{Api}/backups/{name}");
        var rows = (await client.Ask(HttpMethod.Get, $"{Api}/record")).GetProperty("rows").EnumerateArray().Take(3).ToList();
        Assert.Equal(["delete an archive", "download an archive", "write an archive"], rows.Select(r => r.GetProperty("what").GetString()));
        Assert.All(rows, r => Assert.Equal($"archive/{name}", r.GetProperty("subject").GetString()));
    }

    [Fact]
    public async Task An_archive_whose_record_does_not_hold_says_so_and_is_restored_only_by_who_means_it()
    {
        await client.TakeIn(Header + Bill(1));
        var good = await File.ReadAllBytesAsync(await Written(), TestContext.Current.CancellationToken);
        var plan = "";
        const string Rewritten = "drop trigger audit_is_not_changed; update audit set who = 'Nobody' where id = 1";
        using (var content = Zip(Altered(good, (archive, manifest) => With(Rewritten, archive, manifest))))
        {
            var waiting = (await client.Ask(HttpMethod.Post, $"{Api}/restores", content)).GetProperty("waiting");
            Assert.False(waiting.GetProperty("holds").GetBoolean());
            Assert.NotEqual("", waiting.GetProperty("companies")[0].GetProperty("audit").GetProperty("problem").GetString());
            plan = waiting.GetProperty("id").GetString()!;
        }

        Assert.Equal("audit", (await client.RefusedAt(HttpMethod.Post, $"{Api}/restores/confirm?plan={plan}")).Type);
        Assert.Equal(1, (await client.Get("documents")).GetProperty("documents").GetInt64());
        using (var meant = await client.Send(HttpMethod.Post, $"{Api}/restores/confirm?plan={plan}&anyway=true"))
            Assert.Equal(HttpStatusCode.Accepted, meant.StatusCode);
        await house.FollowRestart();
    }

    [Fact]
    public async Task A_company_is_taken_out_and_brought_into_another_installation_without_the_key_to_its_ledger()
    {
        await client.TakeIn(Header + Bill(1));
        await client.Dispatch(house);
        await ReturnsHouse.Know(client, ReturnsHouse.Details());
        var archive = await Written("companies/bindery/archive");
        using (var again = Zip(archive))
            Assert.Contains(
                "is here already",
                (await client.RefusedAt(HttpMethod.Post, $"{Api}/companies/archives", again)).Detail,
                StringComparison.Ordinal
            );

        await using var other = await House.Open(Furnishing.Empty);
        using var there = await People.PeopleTests.Begin(other);
        using (var content = Zip(archive))
            Assert.Equal("bindery", (await there.Ask(HttpMethod.Post, $"{Api}/companies/archives", content)).GetProperty("id").GetString());
        Assert.False((await there.Get("connection")).GetProperty("connected").GetBoolean());
        Assert.Equal("posted", (await there.Get("documents/1")).GetProperty("state").GetString());
        Assert.Equal("", (await there.Post("audit/checks")).GetProperty("problem").GetString());
        Assert.True((await there.Get("audit")).GetProperty("keyedAfter").GetInt64() > 0); // sealed anew from there on
        using (var original = await there.Send(HttpMethod.Get, Client.In("arrivals/1/original")))
            Assert.Equal(HttpStatusCode.OK, original.StatusCode); // its second file came along

        // The key to its tax numbers stays behind: what cannot be read any more is missing, and is entered again.
        Assert.True((await Supplier(there)).GetProperty("numberShown").GetString() is "" or "XXX-XX-6789");
        await ReturnsHouse.Know(there, ReturnsHouse.Details());
        Assert.Equal("XXX-XX-6789", (await Supplier(there)).GetProperty("numberShown").GetString());
        Assert.Equal(
            "123-45-6789",
            (await there.Post("information-returns/suppliers/TAMSIN%20ARKLEY/number")).GetProperty("number").GetString()
        );
    }

    private const string Tamsin = "information-returns/2026/suppliers/TAMSIN%20ARKLEY";

    private static Task<JsonElement> Supplier(Client by) => by.Get(Tamsin);

    private static string Sha256(byte[] bytes) => Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(bytes));

    private static byte[] Altered(byte[] archive, Func<ZipArchive, ArchiveManifest, ArchiveManifest> alter)
    {
        using var stream = new MemoryStream();
        stream.Write(archive);
        using (var zip = new ZipArchive(stream, ZipArchiveMode.Update, leaveOpen: true))
        {
            ArchiveManifest manifest;
            var entry = zip.GetEntry(ArchiveManifest.FileName)!;
            using (var read = entry.Open())
                manifest = JsonSerializer.Deserialize<ArchiveManifest>(read)!;
            manifest = alter(zip, manifest);
            entry.Delete();
            using var write = zip.CreateEntry(ArchiveManifest.FileName).Open();
            JsonSerializer.Serialize(write, manifest);
        }

        return stream.ToArray();
    }

    private static byte[] Altered(byte[] archive, Action<ZipArchive, ArchiveManifest> alter) =>
        Altered(
            archive,
            (zip, manifest) =>
            {
                alter(zip, manifest);
                return manifest;
            }
        );

    private static byte[] Replace(ZipArchive archive, string name, Action<byte[]> change)
    {
        var entry = archive.GetEntry(name)!;
        using var bytes = new MemoryStream();
        using (var read = entry.Open())
            read.CopyTo(bytes);
        var changed = bytes.ToArray();
        change(changed);
        entry.Delete();
        using var write = archive.CreateEntry(name).Open();
        write.Write(changed);
        return changed;
    }

    private static ArchiveManifest With(string sql, ZipArchive archive, ArchiveManifest manifest, string name = "companies/bindery.sqlite")
    {
        var path = Path.GetTempFileName();
        try
        {
            archive.GetEntry(name)!.ExtractToFile(path, overwrite: true);
            using (var file = SqliteFile.Plain(path))
                file.Execute(sql);
            var bytes = File.ReadAllBytes(path);
            archive.GetEntry(name)!.Delete();
            using (var write = archive.CreateEntry(name).Open())
                write.Write(bytes);
            return manifest with
            {
                Files = [.. manifest.Files.Select(f => f.Name == name ? new ArchivedFile(name, bytes.Length, Sha256(bytes)) : f)],
            };
        }
        finally
        {
            File.Delete(path);
        }
    }
}
