using Adnumera.Core.Documents;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Mapping;
using Adnumera.Storage.Search;
using CsCheck;
using Dapper;
using static Adnumera.Storage.Tests.Books;

namespace Adnumera.Storage.Tests.Documents;

/// <summary>Lists find the same whichever way they go, none reads a company from end to end, and the search looks inside.</summary>
public sealed class DocumentListTests : IDisposable
{
    private static readonly string[] Suppliers = ["Hexham Tannery", "Larch Press", "Tarn Mill", "Tannery of the Glen"];
    private readonly Books books = new();

    public DocumentListTests()
    {
        books.Add([
            .. Enumerable
                .Range(1, 60)
                .Select(i =>
                    Bill(i, 100 * (1 + (i * 7 % 23)), i % 5 == 0 ? "Sharpening" : "Leather", reference: $"INV-{i % 9}/{i}") with
                    {
                        Supplier = Suppliers[i % Suppliers.Length],
                        Date = new DateOnly(2026, 9 + (i % 3), 1 + (i % 28)),
                        Notes = i % 11 == 0 ? "by the Quayside gate" : "",
                        DueDate = i % 3 == 0 ? null : new DateOnly(2026, 10, 1 + (i % 28)),
                        Employee = i % 6 == 0 ? "Maud Pennyroyal" : "",
                        PaymentAccount =
                            i % 4 == 0 ? "4417"
                            : i % 4 == 1 ? "4418"
                            : "",
                    }
                ),
        ]);
        books.File.InTransaction(c =>
        {
            new PaymentAccountTable(c).Put(
                null,
                new PaymentAccount
                {
                    Name = "Studio card",
                    Kind = PaymentAccountKind.CompanyCard,
                    Account = "2210",
                    Holder = "Ines Calder",
                    Numbers = [new("4417", null, new DateOnly(2026, 10, 15))],
                }
            );
            c.Execute("update document set payment_account_choice = 'Studio card' where id % 9 = 0");
            c.Execute(
                "insert into attachment (document_id, sha256, file_name, media, at, who) "
                    + "select id, 'x', 'x.pdf', 'pdf', '', '' from document where id % 7 = 0"
            );
            return 0;
        });
    }

    // Every order for the first filters and for all together, three for those that narrow by one thing more.
    private static DocumentOrder[] Orders(string names) =>
        names.Contains(' ', StringComparison.Ordinal) || names is "" or "state" or "text" or "account"
            ? Enum.GetValues<DocumentOrder>()
            : [DocumentOrder.Latest, DocumentOrder.Smallest, DocumentOrder.Due];

    private T Read<T>(Func<Microsoft.Data.Sqlite.SqliteConnection, T> work) => books.File.Read(work);

    private void FillTexts(int most = 7)
    {
        while (Read(c => new TextIndex(c).IsDue()))
            books.File.InTransaction(c =>
            {
                new TextIndex(c).Fill(most);
                return 0;
            });
    }

    public static TheoryData<string> Filters =>
        [
            "",
            "state",
            "period",
            "source",
            "kind",
            "state period",
            "account",
            "value",
            "value-supplier",
            "reason",
            "noticed",
            "text",
            "state text",
            "value reason",
            "supplier",
            "employee",
            "category",
            "paid from",
            "paid as said",
            "holder",
            "date",
            "due",
            "entry",
            "total",
            "attached",
            "not attached",
            "supplier category total not attached",
        ];

    private static DocumentFilter Of(string names)
    {
        var filter = new DocumentFilter();
        names = names.Replace("not a", "not-a", StringComparison.Ordinal).Replace("paid ", "paid-", StringComparison.Ordinal);
        foreach (var name in names.Split(' ', StringSplitOptions.RemoveEmptyEntries))
            filter = name switch
            {
                "supplier" => filter with { Supplier = "LARCH press" },
                "employee" => filter with { Employee = "maud pennyroyal" },
                "category" => filter with { Category = "Sharpening" },
                "paid-from" => filter with { PaymentAccount = "Studio card" },
                "paid-as" => filter with { PaymentAccount = "4417" },
                "holder" => filter with { Cardholder = "Ines Calder" },
                "date" => filter with { Date = new DayRange(new DateOnly(2026, 10, 1), new DateOnly(2026, 10, 20)) },
                "due" => filter with { Due = new DayRange(new DateOnly(2026, 10, 1), null) },
                "entry" => filter with { Entry = new DayRange(null, new DateOnly(2026, 10, 15)) },
                "total" => filter with { Total = new AmountRange(500, 1500) },
                "attached" => filter with { Attachment = true },
                "not-attached" => filter with { Attachment = false },
                "said" => filter,
                "state" => filter with { State = DocumentState.Held },
                "period" => filter with { Period = "2026-10" },
                "source" => filter with { Source = "bills" },
                "kind" => filter with { Kind = DocumentKind.Bill },
                "account" => filter with { Account = "5120" },
                "value" => filter with { KeyKind = KeyKind.Category, Key = "sharpening" },
                "value-supplier" => filter with { KeyKind = KeyKind.Supplier, Key = "Larch Press" },
                "reason" => filter with { Reason = HoldKind.Unmapped },
                "noticed" => filter with { NoticedOn = new DateOnly(2026, 11, 1) },
                _ => filter with { Text = "annery" },
            };
        return filter;
    }

    [Theory, MemberData(nameof(Filters))]
    public void Few_gathered_or_many_met_along_the_order_a_list_is_the_same_page_by_page(string names)
    {
        FillTexts();
        var filter = Of(names);
        foreach (var order in Orders(names))
        {
            List<long> Walk(int few, int some = DocumentList.Some) =>
                Read(c =>
                {
                    var (list, ids) = (new DocumentList(c, few, some), new List<long>());
                    (string? Key, long Id) after = (null, 0);
                    while (list.Page(filter, order, after.Key, after.Id, 7) is [.., var last] page)
                    {
                        ids.AddRange(page.Select(d => d.Id));
                        after = (last.SortKey, last.Id);
                    }

                    return ids;
                });
            var (gathered, met) = (Walk(DocumentList.Few), Walk(0));
            Assert.Equal(gathered, met);
            Assert.Equal(gathered, Walk(0, 0));
            Assert.Equal(gathered.Count, gathered.Distinct().Count());
            var total = Read(c => new DocumentList(c).Total(filter));
            Assert.Equal((gathered.Count, false), ((int)total.Documents, total.IsMore));
            Assert.Equal(total, Read(c => new DocumentList(c, 0).Total(filter)));
            Assert.Equal(total, Read(c => new DocumentList(c, 0, 0).Total(filter)));
            int[] places = [.. Enumerable.Range(0, gathered.Count).Where(i => i % 5 == 0 || i >= gathered.Count - 2)];
            foreach (var (few, steps) in ((int, int)[])[(DocumentList.Few, 500), (0, 500), (0, 1), (0, 9)])
                Assert.Equal(
                    places.Select(i => new ListPlace(
                        i == 0 ? null : gathered[i - 1],
                        i == gathered.Count - 1 ? null : gathered[i + 1],
                        i + 1,
                        total
                    )),
                    Read(c => places.Select(i => new DocumentList(c, few, steps: steps).Around(filter, order, gathered[i])).ToList())
                );
        }
    }

    [Theory, MemberData(nameof(Filters))]
    public void No_list_reads_a_company_from_end_to_end(string names)
    {
        FillTexts();
        foreach (var order in Orders(names))
        {
            // Many: along an index of the order, which sorts nothing.
            foreach (var some in (int[])[0, DocumentList.Some])
            {
                var met = Read(c => new DocumentList(c, 0, some).Plan(Of(names), order));
                Assert.Contains(
                    met,
                    p =>
                        p.StartsWith("SCAN d USING INDEX", StringComparison.Ordinal)
                        || p.Contains("document_by_", StringComparison.Ordinal)
                        || order == DocumentOrder.Arrived && p == "SCAN d"
                );
                Assert.DoesNotContain(met, p => p.Contains("TEMP B-TREE FOR ORDER BY", StringComparison.Ordinal));
            }

            // Few: by the index of what makes them few.
            if (names.Length > 0)
                Assert.Contains(
                    Read(c => new DocumentList(c).Plan(Of(names), order)),
                    p => p.StartsWith("SEARCH d USING", StringComparison.Ordinal)
                );
        }
    }

    [Fact]
    public void What_no_cell_counts_is_counted_up_to_a_thousand()
    {
        books.Add([.. Enumerable.Range(1000, 1001).Select(i => Bill(i, 5_00, "Sharpening", reference: $"Z{i}"))]);
        var many = Read(c => new DocumentList(c, 0).Total(Of("value")));
        Assert.Equal(new ListTotal(DocumentList.MostCounted, 0, true), many);
        Assert.Null(Read(c => new DocumentList(c, 0).Around(Of("value"), DocumentOrder.Latest, 1000)).Position);
        Assert.False(Read(c => new DocumentList(c, 0).Total(Of("state"))).IsMore); // a cell counts it
    }

    [Fact]
    public void The_search_looks_inside_and_finds_by_the_beginning_what_is_not_indexed_yet()
    {
        long[] Found(string text) =>
            Read(c => new DocumentList(c).Page(new DocumentFilter { Text = text }, DocumentOrder.Earliest, null, 0, 100))
                .Select(d => d.Id)
                .Order()
                .ToArray();
        Assert.NotEmpty(Found("Hexham"));
        Assert.Empty(Found("quayside"));
        books.File.InTransaction(c =>
        {
            new TextIndex(c).Fill(5);
            return 0;
        });
        Assert.Equal(Found("hexham").Length, Enumerable.Range(1, 60).Count(i => i % 4 == 0)); // each once, indexed or not
        FillTexts();
        Assert.Equal([11, 22, 33, 44, 55], Found("QUAYSIDE  gate"));
        Assert.Equal(Enumerable.Range(1, 60).Count(i => i % 4 is 0 or 3), Found("annery").Length);
        Assert.Equal((0, 60), (Found("/5").Length, Found("IN").Length)); // two characters: the beginning alone
        Assert.Equal([14], Found("INV-5/14"));
        Assert.Empty(Found("\" OR text : \"x"));
        Assert.Empty(Found("100%"));

        // What a source sends anew is indexed anew.
        books.Replace(Bill(11, 1_00, reference: "INV-2/11") with { Notes = "through the Mews" });
        Assert.True(Read(c => new TextIndex(c).IsDue()));
        FillTexts();
        Assert.Equal([22, 33, 44, 55], Found("quayside"));
        Assert.Equal([11], Found("the mews"));
    }

    [Fact]
    public void Whatever_is_inside_any_text_is_found_by_it()
    {
        FillTexts();
        Gen.Select(Gen.Int[1, 60], Gen.Int[0, 6], Gen.Int[3, 9])
            .Sample(
                (id, from, length) =>
                {
                    var name = Suppliers[id % Suppliers.Length];
                    var piece = name.Substring(from, Math.Min(length, name.Length - from)).Trim();
                    if (piece.Length < 3)
                        return;
                    foreach (var some in (int[])[0, DocumentList.Some])
                        Assert.Contains(
                            Read(c =>
                                new DocumentList(c, 0, some).Page(new DocumentFilter { Text = piece }, DocumentOrder.Latest, null, 0, 100)
                            ),
                            d => d.Id == id
                        );
                },
                iter: 60
            );
    }

    [Fact]
    public void A_dispatch_is_counted_by_the_statement_that_changes_it()
    {
        books.File.InTransaction(c =>
            c.Execute(
                """
                insert into dispatch (id, started_at, who) values (1, '', 'x');
                insert into instruction (dispatch_id, kind, revision, idempotency_key, content, state)
                  select 1, 'supplier', 1, value, 'n', 'planned' from json_each('["a","b","c","d"]');
                update instruction set state = 'sent' where idempotency_key in ('a', 'b');
                update instruction set state = 'accepted' where idempotency_key = 'a';
                update instruction set state = 'accepted' where idempotency_key = 'a';
                delete from instruction where idempotency_key = 'd';
                """
            )
        );
        Assert.Equal(
            Read(c => c.Query<(string, long)>("select state, count(*) from instruction group by state order by state").AsList()),
            Read(c =>
                c.Query<(string, long)>("select state, instructions from dispatch_cell where instructions <> 0 order by state").AsList()
            )
        );
    }

    public void Dispose() => books.Dispose();
}
