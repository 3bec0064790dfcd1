using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Entries;
using Adnumera.Storage.InformationReturns;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Adnumera.Storage.Migrations;
using Dapper;
using DbUp;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Tests;

/// <summary>A company's file as it was kept before dimensions were a list, with data in it, brought up to date.</summary>
public sealed class UpgradeTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("adnumera-upgrade-").FullName;

    // A file as it was before a script.
    private string Before(string script)
    {
        const string Of = ".Migrations.Company.";
        var path = Path.Combine(folder, $"{script}.sqlite");
        var before = DeployChanges
            .To.SqliteDatabase($"Data Source={path}")
            .WithScriptsEmbeddedInAssembly(
                typeof(CompanyFile).Assembly,
                name =>
                    name.IndexOf(Of, StringComparison.Ordinal) is >= 0 and var at
                    && string.CompareOrdinal(name[(at + Of.Length)..], script) < 0
            )
            .LogToNowhere()
            .Build()
            .PerformUpgrade();
        Assert.True(before.Successful, before.Error?.Message);
        return path;
    }

    [Fact]
    public void Boxes_that_stood_on_suppliers_stand_on_the_accounts_that_they_were_paid_for()
    {
        var path = Before("0027");
        using (var company = new SqliteConnection($"Data Source={path}"))
        {
            company.Open();
            company.Execute(
                """
                insert into mapping (key_kind, key, key_folded, for_source, account, "group", group_folded, tax_code, recoverable_percent,
                  effective_from, value)
                  values ('supplier_box', 'Tamsin Arkley', 'TAMSIN ARKLEY', '', '', '', '', '', '', '', 'NEC-1'),
                         ('supplier', 'Tamsin Arkley', 'TAMSIN ARKLEY', '', '6050', '', '', '', '', '', '');
                insert into ledger_history (supplier_key, supplier, account, lines, last) values
                  ('TAMSIN ARKLEY', 'Tamsin Arkley', '6050', 3, '2026-10-02'), ('TAMSIN ARKLEY', 'Tamsin Arkley', '6110', 1, '2025-02-01'),
                  ('OTHER', 'Other', '6050', 1, '2026-01-01');
                """
            );
        }

        SqliteConnection.ClearAllPools();
        var file = new CompanyFile(path);
        Assert.Equal(
            [(2025, "6110", "Tamsin Arkley", "NEC-1"), (2026, "6050", "Tamsin Arkley", "NEC-1")],
            file.Read(c => new BoxTable(c).All()).Select(r => (r.Year, r.Account, r.Supplier, $"{r.Choice}"))
        );
        Assert.Equal(["6050"], file.Read(c => new MappingTable(c).All()).Select(r => r.Account));
    }

    [Fact]
    public void Forms_that_were_here_signed_and_dated_count()
    {
        var path = Before("0028");
        using (var company = new SqliteConnection($"Data Source={path}"))
        {
            company.Open();
            foreach (var (name, received, signed, dated) in Forms)
                company.Execute(
                    """
                    insert into return_supplier values (@key, @name, '', '', '', 0, '', '', '', '', '', '', '', 0, 0, 0, 0, '', '', 0, 0,
                      @received, @signed, @dated, '', '', '2026-11-02T09:00:00.000Z', 'Ines')
                    """,
                    new
                    {
                        key = Folded.Of(name),
                        name,
                        received,
                        signed,
                        dated,
                    }
                );
        }

        SqliteConnection.ClearAllPools();
        Assert.Equal(
            ["ALL"],
            new CompanyFile(path).Read(c => c.Query<string>("select supplier_key from return_supplier where w9_counts = 1")).AsList()
        );
    }

    private static readonly (string Name, string Received, int Signed, string Dated)[] Forms =
    [
        ("All", "2026-11-02", 1, "2026-11-01"),
        ("No form", "", 1, "2026-11-01"),
        ("No hand", "2026-11-02", 0, "2026-11-01"),
        ("No day", "2026-11-02", 1, ""),
    ];

    private string Old()
    {
        var path = Before("0004");
        using var company = new SqliteConnection($"Data Source={path}");
        company.Open();
        company.Execute(
            """
            insert into company (id, slug, name, currency, rung_order, when_nothing_maps, rounding_tolerance, merge_lines, entry_date)
              values (1, 'old', 'Old House', 'USD', 'category', 'hold', 2, 0, 'document_date');
            insert into arrival (id, file_name, sha256, at, who, documents, lines, added, updated, unchanged)
              values (1, 'old.csv', 'X', '2026-10-01T09:00:00.000Z', 'Ines', 1, 2, 1, 0, 0);
            insert into document (id, source, source_id, kind, document_date, due_date, reference, reference_key, supplier, supplier_key,
              employee, party_key, payment_account, payment_account_key, settlement, settlement_key, currency, total, signed_total, notes,
              not_duplicate, arrival_id, first_row, last_row, entry_date, period, state)
              values (1, 'bills', 'B1', 'bill', '2026-10-02', '', 'R1', 'R1', 'Hexham', 'HEXHAM', '', '', '', '', '', '', 'USD', 300, 300,
              '', 0, 1, 2, 3, '2026-10-02', '2026-10', 'posted');
            insert into document_line (document_id, line, description, category, category_key, item, item_key, cost_code, cost_code_key,
              quantity, unit_price, net, tax_code, tax, department, location, project, account, original_account)
              values (1, 1, 'Hide', 'Leather', 'LEATHER', '', '', '', '', '', '', 100, '', 0, 'Bench  side', '', 'Atlas', '', ''),
                     (1, 2, 'Glue', 'Glue', 'GLUE', '', '', '', '', '', '', 200, '', 0, '', '', '', '', '');
            insert into mapping (key_kind, key, key_folded, for_source, account, "group", group_folded, tax_code, department, location,
              project, recoverable_percent, effective_from)
              values ('category', 'Leather', 'LEATHER', '', '5120', '', '', '', 'Bench', '', 'Atlas', '', '');
            insert into kind_choice (kind, form, entry_day, reference, notes, requires)
              values ('bill', 'bill', 'document_date', '{reference}', 'entry_memo', 'department project');
            insert into dispatch (id, started_at, who) values (1, '2026-10-03T09:00:00.000Z', 'Ines');
            insert into instruction (id, dispatch_id, kind, document_id, revision, idempotency_key, content, state)
              values (1, 1, 'entry', 1,
              1, 'k1', '{"Lines":[{"Account":"5120","Signed":100,"Department":"Bench","Location":"","Project":"Atlas"},
              {"Account":"2100","Signed":-100,"Department":"","Location":"","Project":""}]}', 'accepted');
            """
        );
        SqliteConnection.ClearAllPools();
        return path;
    }

    [Fact]
    public void What_was_three_columns_is_a_list_and_nothing_else_changed()
    {
        var file = new CompanyFile(Old());
        Upgrade.Run(file);
        file.Read(c =>
        {
            var document = new DocumentTable(c).Load([1])[0].Document;
            Assert.Equal([("Hide", 1_00), ("Glue", 2_00)], document.Lines.Select(l => (l.Description, l.Net)));
            Assert.Equal(["Bench  side · Atlas", ""], document.Lines.Select(l => l.Dimensions.ToString()));
            Assert.Equal(
                ["ATLAS", Folded.Of("Bench  side")],
                c.Query<string>("select value_key from line_dimension order by value_key").AsList()
            );

            var row = new MappingTable(c).All().Single();
            Assert.Equal((KeyKind.Category, "5120", "Bench · Atlas"), (row.Kind, row.Account, row.Dimensions.ToString()));

            var settings = ChoiceTable.Of(c);
            Assert.Equal(
                [(Dimension.Department, DimensionDemand.Required), (Dimension.Project, DimensionDemand.Required)],
                settings.Choice(DocumentKind.Bill).Demands.OrderBy(d => d.Key).Select(d => (d.Key, d.Value))
            );
            Assert.Equal("Etc/UTC", new CompanyTable(c).TimeZone().Id);

            var content = c.ExecuteScalar<string>("select content from instruction")!;
            Assert.Contains("\"Dimensions\":{\"department\":\"Bench\",\"project\":\"Atlas\"}", content, StringComparison.Ordinal);
            Assert.DoesNotContain("\"Department\"", content, StringComparison.Ordinal);
            return 0;
        });
    }

    [Fact]
    public void Tax_numbers_of_the_ledgers_suppliers_are_marks_from_then_on()
    {
        var file = new CompanyFile(Old());
        LedgerSupplier[] suppliers =
        [
            new("S1", "Larkspur Thread Co.", "00-5550112"),
            new("S2", "Larkspur Threads", "005550112"),
            new("S3", "Mill"),
        ];
        file.InTransaction(c =>
        {
            foreach (var supplier in suppliers)
                new LedgerTable(c).AddSupplier(supplier);
            new PendingPullTable(c).Save(
                DateTimeOffset.UnixEpoch,
                "Wren",
                new LedgerRecords
                {
                    Organisation = new LedgerOrganisation("O", "Mill", "USD"),
                    Accounts = [],
                    Suppliers = suppliers,
                }
            );
            return 0;
        });
        Upgrade.Run(file);
        var marks = file.Read(c => new LedgerTable(c).SupplierList()).Select(s => s.TaxNumber).ToArray();
        Assert.Equal((marks[0], ""), (marks[1], marks[2]));
        Assert.Equal(64, marks[0].Length);
        Assert.Equal(marks, file.Read(c => new PendingPullTable(c).Find())!.Records.Suppliers.Select(s => s.TaxNumber));
    }

    [Fact]
    public void Bringing_it_up_to_date_again_changes_nothing()
    {
        var file = new CompanyFile(Old());
        Upgrade.Run(file);
        string Kept() =>
            file.Read(c =>
                string.Join('|', c.Query<string>("select content from instruction union all select value_key from line_dimension").AsList())
            );
        var once = Kept();
        Upgrade.Run(file);
        Upgrade.Run(new CompanyFile(file.Path));
        Assert.Equal(once, Kept());
    }

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }
}
