using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Entries;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Tests;

/// <summary>A company's file of its own, with a small chart and book.</summary>
internal sealed class Books : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("adnumera-storage-").FullName;

    public static LedgerRecords Records(
        IReadOnlyList<Account> accounts,
        IReadOnlyList<LedgerSupplier>? suppliers = null,
        IReadOnlyList<LedgerTaxCode>? taxCodes = null
    ) =>
        new()
        {
            Organisation = new LedgerOrganisation("o", "Organisation", "USD"),
            Accounts = accounts,
            Suppliers = suppliers ?? [],
            TaxCodes = taxCodes ?? [],
        };

    public Books()
    {
        File = new CompanyFile(Path.Combine(folder, "company.sqlite"));
        File.SetUp(
            new Company(
                "test",
                "Test",
                new CompositionSettings
                {
                    RoundingTolerance = 2,
                    StartDate = new DateOnly(2026, 7, 1),
                    Order = [Rung.Category, Rung.Item],
                }
            )
        );
        File.InTransaction(c =>
        {
            new LedgerTable(c).Replace(
                Records(
                    [
                        Of("2100", AccountKind.Liability, AccountRole.PayablesControl),
                        Of("2210", AccountKind.Liability, AccountRole.Card),
                        Of("5120", AccountKind.Expense),
                        Of("6420", AccountKind.Expense),
                    ],
                    [new("S1", "Hexham Tannery")],
                    [new("RC", "Reclaimable", 5.25m)]
                ),
                DateTimeOffset.UnixEpoch
            );
            new MappingTable(c).Put(
                new MappingRow
                {
                    Kind = KeyKind.Category,
                    Key = "Leather",
                    Account = "5120",
                }
            );
            return 0;
        });
    }

    public CompanyFile File { get; }

    public static Document Bill(
        int id,
        long total = 100_00,
        string category = "Leather",
        string supplier = "Hexham Tannery",
        string reference = "",
        int day = 10
    ) =>
        new()
        {
            Identity = new DocumentIdentity("bills", $"B{id}"),
            Kind = DocumentKind.Bill,
            Date = new DateOnly(2026, 11, day),
            Supplier = supplier,
            Reference = reference.Length > 0 ? reference : $"R{id}",
            Currency = Currency.Usd,
            Total = total,
            Lines =
            [
                new DocumentLine
                {
                    Number = 1,
                    Net = total,
                    Category = category,
                    Description = "Thing",
                    Quantity = 1.50m,
                },
            ],
        };

    /// <summary>Takes documents in with the ids 1, 2, …</summary>
    public void Add(params Document[] documents) =>
        File.InTransaction(c =>
        {
            var composer = Composer(c);
            var arrivals = new ArrivalTable(c);
            var arrival = arrivals.Add(
                new ArrivalRow(
                    0,
                    "f.csv",
                    "",
                    "2026-11-20T09:00:00.000Z",
                    "Ines",
                    documents.Length,
                    documents.Length,
                    documents.Length,
                    0,
                    0,
                    "",
                    "documents_file",
                    "",
                    "",
                    0,
                    0
                )
            );
            var next = arrivals.LastDocument() + 1;
            using var writer = new CodingWriter(c);
            foreach (var document in documents)
                writer.Insert(next++, composer.Compose(document), new ArrivalPlace(arrival, "row 2", null));
            writer.Complete();
            return 0;
        });

    /// <summary>Takes a document in anew that its source sent before.</summary>
    public void Replace(Document document) =>
        File.InTransaction(c =>
        {
            var (table, composer) = (new DocumentTable(c), Composer(c));
            var before = table.Load([c.ExecuteScalar<long>("select id from document where source_id = @SourceId", document.Identity)])[0];
            using var writer = new CodingWriter(c);
            writer.Replace(before, composer.Compose(document), new ArrivalPlace(1, "row 2", null), document);
            writer.Complete();
            return 0;
        });

    public static Composer Composer(SqliteConnection c) => new(new LedgerTable(c).Chart(), new MappingTable(c).Book(), ChoiceTable.Of(c));

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    private static Account Of(string id, AccountKind kind, AccountRole role = AccountRole.None) =>
        new()
        {
            Id = id,
            Number = id,
            Name = $"Account {id}",
            Kind = kind,
            Role = role,
        };
}
