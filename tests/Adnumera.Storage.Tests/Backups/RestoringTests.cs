using Adnumera.Storage.Backups;
using Adnumera.Storage.Files;
using Dapper;

namespace Adnumera.Storage.Tests.Backups;

/// <summary>Whatever ends a restore, and wherever: what was there and what comes are both whole, and the next start goes on.</summary>
public sealed class RestoringTests : IDisposable
{
    private static readonly DateTimeOffset At = new(2026, 11, 20, 9, 0, 0, TimeSpan.Zero);
    private readonly string root = Directory.CreateTempSubdirectory("adnumera-restoring-").FullName;

    public void Dispose() => Directory.Delete(root, recursive: true);

    // An installation of which each file says whose it is.
    private static void Install(string folder, string whose)
    {
        Directory.CreateDirectory(Path.Combine(folder, "companies"));
        Directory.CreateDirectory(Path.Combine(folder, "keys"));
        using (var installation = SqliteFile.Plain(Path.Combine(folder, DataFolder.InstallationFile)))
            installation.Execute("create table whose (name text); insert into whose values (@whose)", new { whose });
        File.WriteAllText(Path.Combine(folder, DataFolder.CompanyFile("bindery")), whose);
        File.WriteAllText(Path.Combine(folder, DataFolder.AuditKey), whose);
    }

    // Whose the files of a folder are: of one alone, or of nobody.
    private static string Whose(string folder)
    {
        if (!File.Exists(Path.Combine(folder, DataFolder.InstallationFile)))
            return "nobody";
        using var installation = SqliteFile.Plain(Path.Combine(folder, DataFolder.InstallationFile));
        return Assert.Single(
            new[]
            {
                installation.QuerySingle<string>("select name from whose"),
                File.ReadAllText(Path.Combine(folder, DataFolder.CompanyFile("bindery"))),
                File.ReadAllText(Path.Combine(folder, DataFolder.AuditKey)),
            }.Distinct()
        );
    }

    private string Folder(string name)
    {
        var folder = Path.Combine(root, name);
        Install(folder, "what was there");
        return folder;
    }

    private static void Check(string folder, string id)
    {
        Install(Path.Combine(folder, ".restore", "files"), "what comes");
        File.WriteAllText(
            Path.Combine(folder, ".restore", "plan.json"),
            System.Text.Json.JsonSerializer.Serialize(new RestorePlan(id, "", 1, []))
        );
    }

    // What a kill would leave before each step: the folder as it is then.
    private List<string> KilledAt(string folder, Action<Restoring> act)
    {
        var left = new List<string>();
        act(
            new Restoring(folder)
            {
                BeforeEachStep = () =>
                {
                    var copy = Path.Combine(root, $"killed-{left.Count}-{Path.GetFileName(folder)}");
                    foreach (var file in Directory.EnumerateFiles(folder, "*", SearchOption.AllDirectories))
                    {
                        var to = Path.Combine(copy, Path.GetRelativePath(folder, file));
                        Directory.CreateDirectory(Path.GetDirectoryName(to)!);
                        File.Copy(file, to);
                    }

                    left.Add(copy);
                },
            }
        );
        return left;
    }

    private static string KeptIn(string folder) => new Restoring(folder).Replaced is { } kept ? Whose(kept) : "nobody";

    [Fact]
    public void A_kill_at_each_step_of_a_restore_loses_nothing_of_either()
    {
        var folder = Folder("restored");
        Check(folder, "a");
        var kills = KilledAt(
            folder,
            r =>
            {
                r.Confirm("a", At);
                r.Apply();
            }
        );
        Assert.Equal(("what comes", "what was there"), (Whose(folder), KeptIn(folder)));
        Assert.InRange(kills.Count, 8, 20);
        foreach (var killed in kills)
        {
            var confirmed = Directory.EnumerateFiles(killed, ".restore-*").Any(f => !f.EndsWith("-begun", StringComparison.Ordinal));
            new Restoring(killed).Apply();
            Debris.Clear(killed);
            if (confirmed)
                Assert.Equal(("what comes", "what was there"), (Whose(killed), KeptIn(killed)));
            else
                Assert.Equal(("what was there", "what comes"), (Whose(killed), Whose(Path.Combine(killed, ".restore", "files"))));
        }
    }

    // It once moved the only copy of the books to where an upload that ended badly removed it.
    [Fact]
    public void A_kill_at_each_step_of_going_back_loses_nothing_and_nothing_that_is_forgotten_holds_the_books()
    {
        var folder = Folder("back");
        Install(Path.Combine(folder, "before-restore-20261119T090000"), "what comes");
        var kills = KilledAt(
            folder,
            r =>
            {
                r.GoBack(At);
                Assert.Throws<ArchiveException>(r.Discard);
                Assert.Throws<ArchiveException>(() => r.GoBack(At));
                Assert.Throws<ArchiveException>(() => r.Stage(Path.Combine(root, "none.zip"), "Theo", At));
                r.Apply();
            }
        );
        Assert.Equal(("what comes", "what was there"), (Whose(folder), KeptIn(folder)));
        foreach (var killed in kills)
        {
            var confirmed =
                File.Exists(Path.Combine(killed, ".restore-confirmed")) || File.Exists(Path.Combine(killed, ".restore-on-its-way"));
            if (!confirmed)
                new Restoring(killed).Discard();
            new Restoring(killed).Apply();
            Debris.Clear(killed);
            Assert.Equal(confirmed ? ("what comes", "what was there") : ("what was there", "what comes"), (Whose(killed), KeptIn(killed)));
        }
    }

    [Fact]
    public void What_was_checked_since_is_not_confirmed_by_who_looked_at_another_and_no_folder_but_a_checked_one_is_removed()
    {
        var folder = Folder("checked");
        Check(folder, "b");
        Assert.Throws<ArchiveException>(() => new Restoring(folder).Confirm("a", At));
        Assert.Equal("b", new Restoring(folder).Waiting!.Id);
        File.Delete(Path.Combine(folder, ".restore", "plan.json"));
        Assert.Throws<ArchiveException>(new Restoring(folder).Discard);
        Assert.Equal("what comes", Whose(Path.Combine(folder, ".restore", "files")));
    }

    [Fact]
    public void Two_at_once_wait_for_each_other()
    {
        var folder = Folder("at-once");
        Check(folder, "a");
        Parallel.For(0, 8, _ => Record.Exception(() => new Restoring(folder).Confirm("a", At)));
        Assert.Equal(
            "before-restore-20261120T090000",
            System
                .Text.Json.JsonDocument.Parse(File.ReadAllText(Path.Combine(folder, ".restore-confirmed")))
                .RootElement.GetProperty("Keep")
                .GetString()
        );
        Assert.NotNull(new Restoring(folder).Apply());
        Assert.Single(Directory.EnumerateDirectories(folder, "before-restore-*"));
    }

    [Fact]
    public void What_a_kill_left_goes_at_the_next_start_and_what_may_be_somebodys_books_is_put_aside()
    {
        var folder = Folder("debris");
        foreach (
            var name in (string[])
                [
                    ".restore-try-1/files/a",
                    ".making-1/companies/x.sqlite",
                    ".bring-in-1/companies/x.sqlite",
                    ".received-1",
                    "backups/a.zip.unfinished",
                    "backups/a.zip.unfinished.copy",
                ]
        )
        {
            Directory.CreateDirectory(Path.GetDirectoryName(Path.Combine(folder, name))!);
            File.WriteAllText(Path.Combine(folder, name), "half");
        }

        File.WriteAllText(Path.Combine(folder, "backups", "a.zip"), "whole");
        File.WriteAllText(Path.Combine(folder, DataFolder.CompanyFile("never-listed")), "books");
        Debris.Clear(folder);
        Assert.Equal([Path.Combine(folder, "unlisted", "never-listed.sqlite")], Debris.PutAside(folder, new HashSet<string> { "bindery" }));
        Assert.Equal(
            ["backups", "companies", "installation.sqlite", "keys", "unlisted"],
            Directory.EnumerateFileSystemEntries(folder).Select(Path.GetFileName).Order(StringComparer.Ordinal)
        );
        Assert.Equal(["a.zip"], Directory.EnumerateFiles(Path.Combine(folder, "backups")).Select(Path.GetFileName));
        Assert.Equal("what was there", Whose(folder));
    }
}
