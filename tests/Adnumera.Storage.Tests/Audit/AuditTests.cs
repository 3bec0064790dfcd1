using Adnumera.Core.Entries;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Companies;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Tests.Audit;

/// <summary>No statement on the application's own connection rewrites the record, and what another program does to its file
/// shows.</summary>
public sealed class AuditTests : IDisposable
{
    private const string ForgedRow =
        "insert into audit (at, who, what, subject, before, after, hash) select at, 'somebody else', what, subject, before, after, hash "
        + "from audit where id = 2";
    private readonly string folder = Directory.CreateTempSubdirectory("adnumera-audit-").FullName;
    private readonly CompanyFile file;
    private AuditAnchor? anchor;

    public AuditTests()
    {
        anchor = new AuditAnchor(0, 0, []);
        file = Sealed(7);
        file.SetUp(new Company("test", "Test", new CompositionSettings()));
        for (var i = 1; i <= 5; i++)
        {
            var number = i;
            file.InTransaction(c =>
            {
                new AuditTable(c).Add(DateTimeOffset.UnixEpoch, "Ines", "change", $"thing/{number}", "before", "after");
                return 0;
            });
        }
    }

    private string Path => System.IO.Path.Combine(folder, "company.sqlite");

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    [Theory]
    [InlineData("update audit set who = 'somebody else' where id = 2")]
    [InlineData("delete from audit where id = 2")]
    [InlineData("insert or replace into audit select id, at, 'somebody else', what, subject, before, after, hash from audit where id = 2")]
    [InlineData("replace into audit select id, at, 'somebody else', what, subject, before, after, hash from audit where id = 2")]
    [InlineData(
        "insert into audit select id, at, who, what, subject, before, after, hash from audit where id = 2 on conflict (id) do update "
            + "set who = 'somebody else'"
    )]
    [InlineData("drop table audit")]
    [InlineData(
        "pragma recursive_triggers = off; replace into audit select id, at, 'somebody else', what, subject, before, after, hash from audit "
            + "where id = 2"
    )]
    [InlineData("pragma writable_schema = on; update sqlite_schema set sql = '' where name like 'audit%'")]
    public void A_statement_on_the_applications_own_connection_is_refused(string statement)
    {
        Assert.Throws<SqliteException>(() => file.InTransaction(c => c.Execute(statement)));
        Assert.Equal(new AuditCheck(5, 0, ""), file.CheckAudit());
    }

    [Fact]
    public void Its_triggers_cannot_be_taken_away()
    {
        var triggers = file.Read(c =>
            c.Query<string>("select name from sqlite_schema where type = 'trigger' and tbl_name = 'audit'").AsList()
        );
        Assert.NotEmpty(triggers);
        Assert.All(triggers, t => Assert.Throws<SqliteException>(() => file.InTransaction(c => c.Execute($"drop trigger {t}"))));
    }

    [Fact]
    public void Another_program_that_changes_cuts_or_forges_is_seen()
    {
        var whole = File.ReadAllBytes(Copy());
        (string Statement, string Says)[] attacks =
        [
            ("update audit set who = 'somebody else' where id = 2", "Row 2 does not follow"),
            ("delete from audit where id = 2", "Row 3 does not follow"),
            ("delete from audit where id >= 4", "It ends too early: row 5"),
            ("delete from audit", "It ends too early: row 5"),
            (ForgedRow, "Row 6 does not follow"),
        ];
        foreach (var (statement, says) in attacks)
        {
            SqliteConnection.ClearAllPools();
            File.WriteAllBytes(Path, whole);
            using (var other = new SqliteConnection($"Data Source={Path};Pooling=False"))
            {
                other.Open();
                foreach (
                    var trigger in other
                        .Query<string>("select name from sqlite_schema where type = 'trigger' and tbl_name = 'audit'")
                        .AsList()
                )
                    other.Execute($"drop trigger {trigger}");
                other.Execute(statement);
                other.Execute("pragma wal_checkpoint(truncate)");
            }

            Assert.StartsWith(says, Sealed(7).CheckAudit().Problem, StringComparison.Ordinal);
        }
    }

    [Fact]
    public void Another_key_fits_nothing_and_a_chain_of_its_own_is_not_the_noted_one()
    {
        Assert.StartsWith("Row 1 does not follow", Sealed(8).CheckAudit().Problem, StringComparison.Ordinal);
        anchor = anchor! with { LastHash = [.. anchor.LastHash.Reverse()] };
        Assert.StartsWith("Row 5 is another", file.CheckAudit().Problem, StringComparison.Ordinal);
    }

    [Fact]
    public void What_must_stand_on_the_disk_is_written_through()
    {
        Assert.Equal(2, file.InTransaction(c => c.ExecuteScalar<long>("pragma synchronous"), durable: true)); // FULL
        Assert.Equal(1, file.InTransaction(c => c.ExecuteScalar<long>("pragma synchronous"))); // NORMAL
    }

    private CompanyFile Sealed(byte key) =>
        new(
            Path,
            new AuditSeal(
                [.. Enumerable.Repeat(key, 32)],
                () => anchor,
                (id, hash) => anchor = anchor! with { LastId = id, LastHash = hash }
            )
        );

    private string Copy()
    {
        file.InTransaction(c => 0);
        using (var own = new SqliteConnection($"Data Source={Path};Pooling=False"))
        {
            own.Open();
            own.Execute("pragma wal_checkpoint(truncate)");
        }

        return Path;
    }
}
