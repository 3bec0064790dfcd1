using System.Text.Json;
using Adnumera.Storage.Backups;
using Adnumera.Storage.Files;
using Adnumera.Ui.Driver;
using Dapper;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Attack;

/// <summary>What is done in the installation's file is owed to the company's record, and gets there; what fails once something is saved
/// undoes nothing and refuses nobody.</summary>
public sealed class OwedRecordTests : IAsyncLifetime
{
    private House house = null!;
    private Client client = null!;

    public async ValueTask InitializeAsync()
    {
        house = await House.Open(Furnishing.Connected, s => s with { BusySeconds = 1 });
        client = await Client.Of(house, "administrator");
    }

    public async ValueTask DisposeAsync()
    {
        client.Dispose();
        await house.DisposeAsync();
    }

    private async Task GiveInes(string role)
    {
        var ines = (await client.Get("people"))
            .GetProperty("members")
            .EnumerateArray()
            .Single(m => Text(m, "signIn").StartsWith("ines", StringComparison.Ordinal));
        await client.Put($"people/{ines.GetProperty("id").GetInt64()}", new { role });
    }

    private async Task<(string[] Owed, int Written)> Record()
    {
        var audit = await client.Get("audit");
        string[] Roles(string of) =>
            [.. audit.GetProperty(of).EnumerateArray().Where(r => Text(r, "what") == "role").Select(r => Text(r, "after"))];
        return (Roles("owed"), Roles("latest").Length);
    }

    private static string Text(JsonElement of, string name) => of.GetProperty(name).GetString()!;

    [Fact]
    public async Task A_role_that_is_given_while_the_companys_file_is_busy_is_shown_as_owed_and_stands_in_the_record_once()
    {
        using (var other = SqliteFile.Plain(house.Company.Path))
        {
            other.Execute("begin immediate");
            await GiveInes("reader");
            Assert.Equal(["reader"], (await Record()).Owed);
            other.Execute("rollback");
        }

        await house.Restart();
        client.Dispose();
        client = await Client.Of(house, "administrator");
        var (owed, written) = await Record();
        Assert.Empty(owed);
        Assert.Equal(1, written);

        // The next one takes along what is owed.
        using (var other = SqliteFile.Plain(house.Company.Path))
        {
            other.Execute("begin immediate");
            await GiveInes("bookkeeper");
            other.Execute("rollback");
        }

        await GiveInes("reader");
        (owed, written) = await Record();
        Assert.Empty(owed);
        Assert.Equal(3, written);
        Assert.Equal("", Text(await client.Post("audit/checks"), "problem"));
        AssertSound(house);
    }

    [Fact] // SQLITE_FULL as SQLite itself says it, where no page can be added any more (sqlite.org, pragma max_page_count).
    public async Task A_full_disk_refuses_in_its_own_words_changes_nothing_and_the_same_goes_once_there_is_room()
    {
        var bills = Header + string.Concat(Enumerable.Range(1, 500).Select(i => Bill(i)));
        var pool = Enumerable.Range(0, 12).Select(_ => house.Company.Open()).ToList();
        foreach (var connection in pool)
            connection.Execute("pragma max_page_count = 1");
        pool.ForEach(c => c.Dispose());
        var refused = await client.RefusedAt(
            HttpMethod.Post,
            Client.In("arrivals?fileName=f.csv"),
            new StringContent(bills, System.Text.Encoding.UTF8, "text/csv")
        );
        Assert.Equal((System.Net.HttpStatusCode.InsufficientStorage, "disk-full"), (refused.Status, refused.Type));
        Assert.Equal([0, 0], States(house, "ready", "held"));

        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Assert.Equal(500, (await client.TakeIn(bills)).GetProperty("added").GetInt32());
        AssertSound(house);
    }

    [Fact]
    public async Task What_fails_after_the_books_are_saved_refuses_nobody_and_the_same_again_doubles_nothing()
    {
        using (var installation = SqliteFile.Plain(Path.Combine(house.Folder, DataFolder.InstallationFile)))
            installation.Execute(
                "create trigger full before update on audit_anchor begin select raise(abort, 'database or disk is full'); end; "
                    + "create trigger full_too before insert on audit_anchor begin select raise(abort, 'database or disk is full'); end"
            );
        Assert.Equal(1, (await client.TakeIn(Header + Bill(1))).GetProperty("added").GetInt32());
        Assert.Equal(1, (await client.TakeIn(Header + Bill(1))).GetProperty("unchanged").GetInt32());
        await client.Dispatch(house);
        Assert.Equal([1], States(house, "posted"));
        Assert.Single(house.Books.Latest(10));

        using (var installation = SqliteFile.Plain(Path.Combine(house.Folder, DataFolder.InstallationFile)))
            installation.Execute("drop trigger full; drop trigger full_too");
        await client.TakeIn(Header + Bill(2));
        AssertSound(house);
    }
}
