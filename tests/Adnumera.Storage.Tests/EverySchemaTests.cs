using Adnumera.Core.Access;
using Adnumera.Core.Proof;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Count;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Files;
using Adnumera.Storage.Installation;
using Adnumera.Storage.Mapping;
using Adnumera.Storage.Migrations;
using Adnumera.Storage.Posting;
using Adnumera.Storage.Proof;
using Adnumera.Storage.Search;
using Dapper;
using DbUp;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Tests;

/// <summary>Files of every older schema, with data in them, brought up to date: nothing is lost, and every total equals a
/// recount.</summary>
public sealed class EverySchemaTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("adnumera-schemas-").FullName;

    private static IReadOnlyList<string> Scripts(string of) =>
        [
            .. typeof(CompanyFile)
                .Assembly.GetManifestResourceNames()
                .Where(n => n.Contains($".Migrations.{of}.", StringComparison.Ordinal))
                .Order(StringComparer.Ordinal),
        ];

    public static TheoryData<int> Older(string of) => [.. Enumerable.Range(1, Scripts(of).Count - 1)];

    public static TheoryData<int> OlderCompanies => Older("Company");

    public static TheoryData<int> OlderInstallations => Older("Installation");

    // A file after its first scripts.
    private string After(string of, int scripts)
    {
        var path = Path.Combine(folder, $"{of}-{scripts}.sqlite");
        var before = DeployChanges
            .To.SqliteDatabase($"Data Source={path}")
            .WithScriptsEmbeddedInAssembly(typeof(CompanyFile).Assembly, Scripts(of).Take(scripts).Contains)
            .LogToNowhere()
            .Build()
            .PerformUpgrade();
        Assert.True(before.Successful, before.Error?.Message);
        return path;
    }

    // A row in the columns that its table had at the time; what it needed beside them is blank.
    private static void Insert(SqliteConnection file, string table, Dictionary<string, object> row)
    {
        var columns = file.Query<(string Name, string Type, long NotNull, string? Default)>(
                $"select name, type, \"notnull\", dflt_value from pragma_table_info('{table}')"
            )
            .AsList();
        if (columns.Count == 0)
            return;
        var values = columns
            .Where(c => row.ContainsKey(c.Name) || (c is { NotNull: 1, Default: null } && c.Name != "id"))
            .ToDictionary(
                c => c.Name,
                c => row.GetValueOrDefault(c.Name, c.Type.Equals("integer", StringComparison.OrdinalIgnoreCase) ? 0 : (object)"")
            );
        file.Execute(
            $"insert into {table} ({string.Join(", ", values.Keys.Select(k => $"\"{k}\""))}) "
                + $"values ({string.Join(", ", values.Keys.Select(k => $"@{k}"))})",
            new DynamicParameters(values)
        );
    }

    private string OldCompany(int scripts)
    {
        var path = After("Company", scripts);
        using (var file = SqliteFile.Plain(path))
        {
            Insert(
                file,
                "company",
                new()
                {
                    ["id"] = 1,
                    ["slug"] = "old",
                    ["name"] = "Old House",
                    ["currency"] = "USD",
                    ["rung_order"] = "category",
                    ["when_nothing_maps"] = "hold",
                    ["entry_date"] = "document_date",
                }
            );
            Insert(
                file,
                "arrival",
                new()
                {
                    ["id"] = 1,
                    ["file_name"] = "old.csv",
                    ["at"] = "2026-10-01T09:00:00.000Z",
                }
            );
            Insert(file, "dispatch", new() { ["id"] = 1, ["started_at"] = "2026-10-03T09:00:00.000Z" });
            for (var i = 1; i <= 4; i++)
            {
                Insert(
                    file,
                    "document",
                    new()
                    {
                        ["id"] = i,
                        ["source"] = "bills",
                        ["source_id"] = $"B{i}",
                        ["kind"] = i == 4 ? "card_charge" : "bill",
                        ["document_date"] = $"2026-{8 + i % 2:00}-02",
                        ["supplier"] = "Hexham",
                        ["supplier_key"] = "HEXHAM",
                        ["currency"] = "USD",
                        ["total"] = 100 * i,
                        ["signed_total"] = 100 * i,
                        ["arrival_id"] = 1,
                        ["entry_date"] = $"2026-{8 + i % 2:00}-02",
                        ["period"] = $"2026-{8 + i % 2:00}",
                        ["state"] = i == 1 ? "held" : "posted",
                    }
                );
                Insert(
                    file,
                    "document_line",
                    new()
                    {
                        ["document_id"] = i,
                        ["line"] = 1,
                        ["description"] = "Hide from the Quay",
                        ["category"] = "Leather",
                        ["category_key"] = "LEATHER",
                        ["net"] = 100 * i,
                        ["waiting"] = i == 1 ? 1 : 0,
                    }
                );
                if (i > 1)
                    Insert(
                        file,
                        "instruction",
                        new()
                        {
                            ["dispatch_id"] = 1,
                            ["kind"] = "entry",
                            ["document_id"] = i,
                            ["revision"] = 1,
                            ["idempotency_key"] = $"k{i}",
                            ["content"] = "{\"Lines\":[]}",
                            ["state"] = i == 2 ? "unknown" : "accepted",
                        }
                    );
            }

            Insert(
                file,
                "hold",
                new()
                {
                    ["document_id"] = 1,
                    ["line"] = 1,
                    ["reason"] = "unmapped",
                    ["value"] = "Leather",
                }
            );
            file.Execute(
                """
                insert into arrived_cell (source, period, documents, money) select source, period, count(*), sum(signed_total) from
                  document group by 1, 2;
                """
            );
            if (scripts >= 3)
                file.Execute(
                    "insert into dated_cell (source, day, documents, money) "
                        + "select source, document_date, count(*), sum(signed_total) from document group by 1, 2"
                );
            var kind = scripts >= 5 ? ", kind" : "";
            file.Execute(
                $"insert into count_cell (source, period, state{kind}, documents, money) "
                    + $"select source, period, state{kind}, count(*), sum(signed_total) from document group by source, period, state{kind}"
            );
            Insert(
                file,
                "proof",
                new()
                {
                    ["id"] = 1,
                    ["first_day"] = "2026-08-01",
                    ["last_day"] = "2026-09-30",
                }
            );
            foreach (var (of, kindOf, amount) in ((int, string, int)[])[(2, "account", 50), (2, "date", 20), (3, "voided", 300)])
                Insert(
                    file,
                    "difference",
                    new()
                    {
                        ["proof_id"] = 1,
                        ["document_id"] = of,
                        ["day"] = $"2026-{8 + of % 2:00}-02",
                        ["kind"] = kindOf,
                        ["amount"] = amount,
                    }
                );
            if (scripts >= 6)
                file.Execute(
                    "insert into difference_cell (proof_id, day, kind, differences, stake) "
                        + "select proof_id, day, kind, 1, iif(kind = 'date', 0, amount) from difference"
                );
            // From here on what writes a document keeps what was spent.
            if (scripts >= 22)
                foreach (var (by, key, standing, day, arrived, documents, money) in new SpendTable(file).Recount().Recount)
                    file.Execute(
                        "insert into spend_cell values (@by, @key, @standing, @day, @arrived, @documents, @money)",
                        new
                        {
                            by,
                            key,
                            standing,
                            day,
                            arrived,
                            documents,
                            money,
                        }
                    );
        }

        return path;
    }

    [Theory, MemberData(nameof(OlderCompanies))]
    public void A_company_of_every_older_schema_comes_up_to_date_with_every_total_as_a_recount_has_it(int scripts)
    {
        var file = new CompanyFile(OldCompany(scripts));
        Upgrade.Run(file);
        file.Read(c =>
        {
            Assert.Equal(4, new DocumentTable(c).Load([1, 2, 3, 4]).Count);
            var count = new CountTable(c);
            Assert.Equal(4, count.Kept().Sum(k => k.Documents));
            Assert.Equal(count.Recount(), count.Kept());
            Assert.Equal(count.Dated().Recount, count.Dated().Kept);
            Assert.NotEmpty(new MappingTable(c).Kept());
            Assert.Equal(ValueRecount.Of(c), new MappingTable(c).Kept());
            var (spent, keptSpent) = new SpendTable(c).Recount();
            Assert.NotEmpty(keptSpent);
            Assert.Equal(spent, keptSpent);
            var dispatch = new OutboxTable(c).Find(1)!;
            Assert.Equal((3, 2, 1), (dispatch.Planned, dispatch.Accepted, dispatch.Unknown));
            Assert.Equal(
                "",
                file.CheckAudit().Problem.Replace("Its end was never noted outside the company's file, so a cut could not be seen.", "")
            );
            Assert.True(new TextIndex(c).IsDue());

            // A document counts once among all that differs of it.
            Assert.Equal(
                [(DifferenceKind.Voided, 1L, 300L), (DifferenceKind.Account, 1L, 50L), (DifferenceKind.Date, 1L, 0L)],
                new ProofTable(c).Kinds(null, null).Select(k => (k.Kind, k.Differences, k.Stake))
            );
            return 0;
        });
        file.InTransaction(c =>
        {
            new TextIndex(c).Fill(100);
            return 0;
        });
        Assert.Equal(
            4,
            file.Read(c => new DocumentList(c).Page(new DocumentFilter { Text = "quay" }, DocumentOrder.Latest, null, 0, 9)).Count
        );
    }

    [Theory, MemberData(nameof(OlderInstallations))]
    public void An_installation_of_every_older_schema_keeps_its_people_and_somebody_looks_after_it(int scripts)
    {
        var path = After("Installation", scripts);
        using (var file = SqliteFile.Plain(path))
        {
            Insert(file, "company", new() { ["id"] = "a", ["name"] = "Alpha" });
            Insert(file, "company", new() { ["id"] = "b", ["name"] = "Beta" });
            foreach (
                var (id, name, company, role) in ((int, string, string, string)[])
                    [
                        (1, "Theo", "a", "administrator"),
                        (1, "Theo", "b", "administrator"),
                        (2, "Ines", "a", "bookkeeper"),
                        (3, "Maud", "b", "administrator"),
                    ]
            )
            {
                if (file.ExecuteScalar<long>("select count(*) from person where id = @id", new { id }) == 0)
                    Insert(
                        file,
                        "person",
                        new()
                        {
                            ["id"] = id,
                            ["name"] = name,
                            ["sign_in"] = name,
                            ["password_hash"] = "hash",
                        }
                    );
                Insert(
                    file,
                    "membership",
                    new()
                    {
                        ["person_id"] = id,
                        ["company_id"] = company,
                        ["role"] = role,
                    }
                );
            }

            // From the third on it is said of each person.
            if (scripts >= 3)
                file.Execute("update person set administers = 1 where id = 1");
        }

        new InstallationFile(path).Read(c =>
        {
            Assert.Equal(
                [("Ines", false), ("Maud", false), ("Theo", true)],
                new PersonTable(c).All().Select(p => (p.Name, p.IsAdministrator))
            );
            Assert.Equal(
                [("Alpha", Role.Administrator), ("Beta", Role.Administrator)],
                new MembershipTable(c).Of(1).Select(m => (m.CompanyName, m.Role))
            );
            Assert.Equal(Role.Bookkeeper, new MembershipTable(c).RoleOf(2, "a"));
            Assert.Null(new MembershipTable(c).RoleOf(2, "b"));
            Assert.All(new CompanyListTable(c).All(), l => Assert.True(l.IsOpen));
            return 0;
        });
    }

    [Fact]
    public void A_file_of_a_newer_version_is_not_opened()
    {
        var file = new CompanyFile(OldCompany(3));
        file.InTransaction(c => c.Execute("insert into SchemaVersions (ScriptName, Applied) values ('X.Company.9999-later.sql', '')"));
        SqliteConnection.ClearAllPools();
        var newer = Assert.Throws<NewerSchemaException>(() => new CompanyFile(file.Path));
        Assert.Contains("9999-later.sql", newer.Message, StringComparison.Ordinal);
    }

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }
}
