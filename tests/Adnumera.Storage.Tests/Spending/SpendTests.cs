using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Spending;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Entries;
using Adnumera.Storage.Mapping;
using CsCheck;
using static Adnumera.Storage.Tests.Books;

namespace Adnumera.Storage.Tests.Spending;

/// <summary>Spending by anything comes to the same total, and each figure opens exactly the documents that it counts.</summary>
public sealed class SpendTests : IDisposable
{
    private Books books = new();

    private static readonly Gen<Document> Any = Gen.Select(
        From(DocumentKind.Bill, DocumentKind.SupplierCredit, DocumentKind.CardCharge, DocumentKind.CardRefund, DocumentKind.Transfer),
        Gen.Int[0, 90],
        From("Hexham Tannery", "hexham  tannery", "Tarn Mill", ""),
        From("4417", "4418", "", "0931"),
        From(Currency.Usd, Currency.Usd, Currency.Usd, Currency.Of("EUR")),
        Gen.Select(From("Leather", "leather", "Sundries", ""), From("P1", "P2", ""), Gen.Int[-5, 60]).Array[1, 4],
        Gen.Int[0, 3],
        (kind, day, supplier, paid, currency, lines, off) =>
            Bill(1) with
            {
                Kind = kind,
                Date = new DateOnly(2026, 9, 1).AddDays(day),
                Supplier = supplier,
                PaymentAccount = paid,
                Currency = currency,
                Total = Math.Abs(lines.Sum(l => l.Item3)) + (off == 0 ? 7 : 0),
                Lines =
                [
                    .. lines.Select(
                        (l, i) =>
                            new DocumentLine
                            {
                                Number = i + 1,
                                Category = l.Item1,
                                Dimensions = Dimensions.Named("", project: l.Item2),
                                Net = l.Item3,
                            }
                    ),
                ],
            }
    );

    private static Gen<T> From<T>(params T[] of) => Gen.Int[0, of.Length - 1].Select(i => of[i]);

    private T Read<T>(Func<Microsoft.Data.Sqlite.SqliteConnection, T> work) => books.File.Read(work);

    // A fresh company for each.
    private void With(Document[] documents)
    {
        books.Dispose();
        books = new Books();
        books.File.InTransaction(c =>
        {
            foreach (
                var (name, holder, numbers) in new (string, string, PaymentNumber[])[]
                {
                    ("Studio card", "Ines Calder", [new("4417", null, new DateOnly(2026, 10, 15))]),
                    ("Bench card", "Maud Pennyroyal", [new("4417", new DateOnly(2026, 10, 16), null), new("4418", null, null)]),
                    ("Fair card", "", [new("4418", new DateOnly(2026, 11, 1), null)]),
                }
            )
                new PaymentAccountTable(c).Put(
                    null,
                    new PaymentAccount
                    {
                        Name = name,
                        Account = "2210",
                        Holder = holder,
                        Numbers = numbers,
                    }
                );
            return 0;
        });
        books.Add([.. documents.Select((d, i) => d with { Identity = new("bills", $"B{i}"), Reference = $"R{i}" })]);
    }

    [Fact]
    public void Every_grouping_comes_to_the_same_total_and_each_figure_opens_what_it_counts()
    {
        Any.Array[40]
            .Sample(
                made =>
                {
                    With(made);
                    books.File.InTransaction(c =>
                    {
                        using var writer = new CodingWriter(c);
                        foreach (var d in new DocumentTable(c).Load(Enumerable.Range(1, 40).Select(i => (long)i)))
                            if (d.Id % 9 == 0)
                                writer.Move(d, DocumentEvent.SetAside, setAside: SetAsideKind.Private, setAsideBy: "Ines");
                            else if (d is { State: DocumentState.Ready, Id: var id } && id % 2 == 0)
                                writer.Move(d, DocumentEvent.Planned);
                        foreach (var d in new DocumentTable(c).Load(Enumerable.Range(1, 40).Select(i => (long)i)))
                            if (d.State == DocumentState.OnItsWay)
                                writer.Move(d, DocumentEvent.Accepted, "L1");
                        writer.Complete();
                        return 0;
                    });
                    var (recount, kept) = Read(c => new SpendTable(c).Recount());
                    Assert.NotEmpty(kept);
                    Assert.Equal(recount, kept);

                    foreach (var scope in Enum.GetValues<SpendScope>())
                    foreach (var over in Enum.GetValues<SpendOver>())
                    foreach (var (from, to) in ((string?, string?)[])[(null, null), ("2026-10", "2026-10"), ("2026-11", null)])
                    {
                        var whole = List(new SpendNarrowing(null, "", over, from, to, scope));
                        Assert.True(scope == SpendScope.Arrived || whole.Documents < 40);
                        foreach (var by in Enum.GetValues<SpendBy>())
                        {
                            var groups = Read(c =>
                                SpendReport.Of(by, new SpendTable(c).Cells(by, over, from, to, scope), ChoiceTable.Of(c).PaymentAccounts)
                            );
                            Assert.Equal(whole.Money, groups.Sum(g => g.Total.Money));
                            Assert.All(groups, g => Assert.Equal(g.Total.Money, g.Months.Values.Sum(m => m.Money)));
                            foreach (var group in groups)
                                if (by != SpendBy.Month)
                                    Assert.Equal(
                                        (by, group.Value, group.Total.Documents),
                                        (by, group.Value, List(new SpendNarrowing(by, group.Value, over, from, to, scope)).Documents)
                                    );
                        }
                    }
                },
                iter: 2,
                threads: 1
            );
    }

    [Fact]
    public void A_list_adds_up_by_each_grouping_as_the_kept_totals_do() =>
        Any.Array[40].Sample(made => ListsAsKept(made), iter: 2, threads: 1);

    [Fact]
    public void The_lines_of_a_credit_that_comes_to_nothing_are_taken_back_too() =>
        ListsAsKept([
            Bill(1) with
            {
                Kind = DocumentKind.SupplierCredit,
                Total = 0,
                Lines =
                [
                    new DocumentLine
                    {
                        Number = 1,
                        Category = "Leather",
                        Net = 6,
                    },
                    new DocumentLine
                    {
                        Number = 2,
                        Category = "Sundries",
                        Net = -6,
                    },
                ],
            },
        ]);

    // All that arrived, once by the kept totals and once by a filter that leaves all.
    private void ListsAsKept(Document[] made)
    {
        With(made);
        SpendBy[] groupings =
        [
            SpendBy.PaymentAccount,
            SpendBy.Cardholder,
            SpendBy.Category,
            SpendBy.Supplier,
            SpendBy.Source,
            SpendBy.Month,
        ];
        foreach (var by in groupings)
        foreach (var over in Enum.GetValues<SpendOver>())
        {
            IReadOnlyList<(string, long, long)> Groups(DocumentFilter filter) =>
                Read(c =>
                    SpendReport
                        .Of(by, new SpendTable(c).Cells(filter, by, over), ChoiceTable.Of(c).PaymentAccounts)
                        .Select(g => (g.Value, g.Total.Documents, g.Total.Money))
                        .Order()
                        .ToList()
                );
            Assert.Equal(Groups(new DocumentFilter()), Groups(new DocumentFilter { Date = new DayRange(new DateOnly(2020, 1, 1), null) }));
            var held = new DocumentFilter { State = DocumentState.Held };
            Assert.Equal(Read(c => new DocumentList(c).Total(held)).Money, Groups(held).Sum(g => g.Item3));
        }
    }

    private ListTotal List(SpendNarrowing spend)
    {
        var filter = new DocumentFilter { Spend = spend };
        var total = Read(c => new DocumentList(c).Total(filter));
        var met = Read(c => new DocumentList(c, 0, 0).Page(filter, DocumentOrder.Earliest, null, 0, 100));
        Assert.Equal(total.Documents, met.Count);
        return total;
    }

    public void Dispose() => books.Dispose();
}
