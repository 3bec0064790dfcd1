using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Entries;
using Adnumera.Storage.Files;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Adnumera.Storage.Suppliers;
using Microsoft.Data.Sqlite;
using static Adnumera.Storage.Tests.Books;

namespace Adnumera.Storage.Tests;

/// <summary>What the set-up keeps: the ledger's records, choices, payment accounts, history, the totals under values.</summary>
public sealed class SetUpStorageTests : IDisposable
{
    private static readonly DateTimeOffset Noon = new(2026, 11, 12, 12, 0, 0, TimeSpan.Zero);
    private readonly Books books = new();

    public void Dispose() => books.Dispose();

    private T Read<T>(Func<SqliteConnection, T> read) => books.File.Read(read);

    private void Do(Action<SqliteConnection> act) =>
        books.File.InTransaction(c =>
        {
            act(c);
            return 0;
        });

    [Fact]
    public void Everything_that_the_ledger_owns_comes_back_as_it_was_pulled()
    {
        var records = new LedgerRecords
        {
            Organisation = new LedgerOrganisation("o2", "Other", "USD"),
            Accounts =
            [
                new Account
                {
                    Id = "a",
                    Number = "1",
                    Name = "One",
                    Kind = AccountKind.Income,
                    Role = AccountRole.Bank,
                    Parent = "p",
                    Active = false,
                    Requires = Dimension.Project,
                },
            ],
            Suppliers = [new("S1", "Hexham Tannery", "00-1", "a@b.example", "1 Lane")],
            Employees = [new("E1", "Ines", "i@b.example", false)],
            Dimensions =
            [
                new(Dimension.Department, "D1", "Bench", true),
                new(Dimension.Customer, "K1", "Ottery", false),
                new(Dimension.Of("season"), "Y1", "Spring list", true),
            ],
            Terms = [new("T1", "10th", TermRule.DayOfNextMonth, 10)],
            Items = [new("I1", "Hide", "a", true)],
            TaxCodes = [new("RC", "Reclaimable", 8.25m)],
            Features = [LedgerFeature.Projects, LedgerFeature.Journals],
            OwnDimensions = [new(Dimension.Of("season"), true), new(Dimension.Of("press"), false)],
            History = [new("Hexham Tannery", "a", 3, new DateOnly(2026, 5, 6))],
        };
        Do(c => new LedgerTable(c).Replace(records, Noon));
        var read = Read(c => new LedgerTable(c).Records())!;
        Assert.Empty(PullComparison.Between(records, read));
        Assert.Equal(
            (records.Organisation.Id, records.Suppliers[0], records.History[0]),
            (read.Organisation.Id, read.Suppliers[0], read.History[0])
        );
        Assert.True(read.Capabilities.Can(LedgerFeature.Projects) && !read.Capabilities.Can(LedgerFeature.Tax));
        Assert.Equal([Dimension.Project, Dimension.Of("season")], read.Capabilities.Dimensions);
    }

    [Fact]
    public void A_pull_that_waits_is_kept_whole_and_gone_once_another_counts()
    {
        var records = Records(
            [
                new Account
                {
                    Id = "a",
                    Kind = AccountKind.Asset,
                    Requires = Dimension.Location,
                },
            ],
            [new("S", "One")],
            [new("RC", "R", 5.25m)]
        );
        Do(c => new PendingPullTable(c).Save(Noon, "Ines", records));
        var kept = Read(c => new PendingPullTable(c).Find())!;
        Assert.Empty(PullComparison.Between(records, kept.Records));
        Assert.Equal("Ines", kept.Who);
        Do(c => new LedgerTable(c).Replace(records, Noon));
        Assert.False(Read(c => new PendingPullTable(c).Exists()));
    }

    [Fact]
    public void Choices_for_kinds_of_document_and_the_schedule_come_back()
    {
        var choice = new KindChoice
        {
            Form = LedgerForm.Journal,
            EntryDay = EntryDay.EndOfMonth,
            Reference = "{month}",
            Notes = NotesPlace.Nowhere,
            Demands = new Dictionary<Dimension, DimensionDemand>
            {
                [Dimension.Department] = DimensionDemand.Required,
                [Dimension.Project] = DimensionDemand.Required,
            },
        };
        Do(c =>
        {
            KindChoiceTable.Save(c, DocumentKind.Bill, choice);
            ChoiceTable.Save(
                c,
                ChoiceTable.Of(c) with
                {
                    Order = [Rung.Supplier],
                    MergeLines = true,
                    LockedThrough = new DateOnly(2026, 9, 30),
                }
            );
            new CompanyTable(c).SetSchedule("18:30");
        });
        var settings = Read(ChoiceTable.Of);
        Assert.Equal(
            (choice.Form, choice.EntryDay, choice.Reference, choice.Notes),
            (
                settings.Choice(DocumentKind.Bill).Form,
                settings.Choice(DocumentKind.Bill).EntryDay,
                settings.Choice(DocumentKind.Bill).Reference,
                settings.Choice(DocumentKind.Bill).Notes
            )
        );
        Assert.Equal(choice.Demands, settings.Choice(DocumentKind.Bill).Demands);
        Assert.Equal(LedgerForm.SupplierCredit, settings.FormOf(DocumentKind.SupplierCredit));
        Assert.Equal(
            ([Rung.Supplier], true, new DateOnly(2026, 9, 30), "18:30"),
            (settings.Order.ToArray(), settings.MergeLines, settings.LockedThrough, Read(c => new CompanyTable(c).Schedule())),
            new Same()
        );
    }

    private sealed class Same : IEqualityComparer<(Rung[] Order, bool Merge, DateOnly? Locked, string Schedule)>
    {
        public bool Equals(
            (Rung[] Order, bool Merge, DateOnly? Locked, string Schedule) x,
            (Rung[] Order, bool Merge, DateOnly? Locked, string Schedule) y
        ) => x.Order.SequenceEqual(y.Order) && (x.Merge, x.Locked, x.Schedule) == (y.Merge, y.Locked, y.Schedule);

        public int GetHashCode((Rung[] Order, bool Merge, DateOnly? Locked, string Schedule) obj) => 0;
    }

    [Fact]
    public void A_payment_account_keeps_its_numbers_in_order_and_takes_them_with_it()
    {
        var card = new PaymentAccount
        {
            Name = "Bench card",
            Kind = PaymentAccountKind.PrepaidCard,
            Account = "2210",
            Holder = "Ines",
            OtherHolders = ["Theo, the elder", "Maud"],
            Numbers = [new("7730", new DateOnly(2026, 1, 2), null), new("0001", null, new DateOnly(2026, 1, 1))],
        };
        var id = books.File.InTransaction(c => new PaymentAccountTable(c).Put(null, card));
        var kept = Assert.Single(Read(c => new PaymentAccountTable(c).All()));
        Assert.Equal(card.Numbers, kept.Account.Numbers);
        Assert.Equal(card.OtherHolders, kept.Account.OtherHolders);
        Do(c => new PaymentAccountTable(c).Put(id, card with { Name = "Press card", Numbers = [] }));
        Assert.Equal(
            ("Press card", 0),
            (
                Read(c => new PaymentAccountTable(c).All()).Single().Account.Name,
                Read(c => new PaymentAccountTable(c).All()).Single().Account.Numbers.Count
            )
        );
        Do(c => new PaymentAccountTable(c).Remove(id));
        Assert.Empty(Read(c => new PaymentAccountTable(c).All()));
    }

    [Fact]
    public void The_history_keeps_rows_whole_and_knows_the_book_of_any_instant()
    {
        MappingRow Row(string account) =>
            new()
            {
                Kind = KeyKind.Category,
                Key = "Foil & \"leaf\"",
                Account = account,
                TaxCode = "RC",
                Dimensions = Dimensions.Named("Bench", "", "Atlas"),
                EffectiveFrom = new DateOnly(2026, 11, 1),
                LedgerItem = "I1",
            };
        void Make(DateTimeOffset at, MappingRow? before, MappingRow? after) =>
            Do(c =>
            {
                var change = new RowChange(before, after);
                new MappingTable(c).Write([change]);
                new ChangeTable(c).Add(at, "Ines", "by hand", [change]);
            });
        var start = Read(c => BookChanges.InOrder(new MappingTable(c).All()));
        Make(Noon, null, Row("5120"));
        Make(Noon.AddHours(1), Row("5120"), Row("6420"));
        Make(Noon.AddHours(2), Row("6420"), null);
        Assert.Equal(
            [Row("6420"), Row("5120")],
            Read(c => new ChangeTable(c).Of(KeyKind.Category, " foil & \"LEAF\"")).Select(h => h.Change.Before).OfType<MappingRow>()
        );
        Assert.Contains(Row("6420"), Read(c => new ChangeTable(c).AsOf(Noon.AddHours(1.5))));
        Assert.Contains(Row("5120"), Read(c => new ChangeTable(c).AsOf(Noon)));
        Assert.Equal(start, Read(c => new ChangeTable(c).AsOf(Noon.AddHours(-1))));
        Assert.Equal([3, 2, 1], Read(c => new ChangeTable(c).Sets(null, 10)).Select(s => (int)s.Id));
        Assert.Equal([1], Read(c => new ChangeTable(c).Sets(2, 10)).Select(s => (int)s.Id));
    }

    [Fact]
    public void The_totals_under_values_equal_a_recount_through_every_move()
    {
        void Holds() => Assert.Equal(Read(c => ValueRecount.Of(c)), Read(c => new MappingTable(c).Kept()));
        books.Add(
            Bill(1, 70_00, "Sharpening"),
            Bill(2),
            Bill(3, 5_00, " leather "),
            Bill(4, 9_00) with
            {
                Kind = DocumentKind.SupplierCredit,
            }
        );
        Holds();
        Assert.Equal(
            ("Leather", 3, 96_00),
            Read(c => new MappingTable(c).Arriving(KeyKind.Category, 10))
                .Where(v => v.Value == "Leather")
                .Select(v => (v.Value, (int)v.Lines, v.Money))
                .Single()
        );
        Do(c =>
        {
            using var writer = new CodingWriter(c);
            writer.Move(new DocumentTable(c).Find(1)!, DocumentEvent.SetAside, setAside: SetAsideKind.Private, setAsideBy: "Ines");
            writer.Move(new DocumentTable(c).Find(2)!, DocumentEvent.Planned);
            writer.Move(new DocumentTable(c).Find(2)!, DocumentEvent.Accepted, "E1");
            writer.Complete();
        });
        Holds();
        Assert.Equal(0, Read(c => new MappingTable(c).ValuesWaiting(KeyKind.Category))); // what is set aside does not wait
        Do(c =>
        {
            using var writer = new CodingWriter(c);
            writer.Move(new DocumentTable(c).Find(1)!, DocumentEvent.TakenUp);
            writer.Complete();
        });
        Holds();
        Assert.Equal(1, Read(c => new MappingTable(c).ValuesWaiting(KeyKind.Category)));
    }

    [Theory]
    [InlineData("2026-11-11", "", 0)] // a later day
    [InlineData("2026-11-10", "", 1)]
    [InlineData("", "bills", 1)]
    [InlineData("", "cards", 0)] // another source
    public void A_change_touches_only_documents_of_its_days_and_source(string from, string source, int documents)
    {
        books.Add(Bill(1));
        var row = new RowIdentity(KeyKind.Category, "LEATHER", source, Iso.DayOrNone(from));
        Assert.Equal(documents, Read(c => new AffectedTable(c).Touched([row])).Count);
        Assert.Empty(Read(c => new AffectedTable(c).SentUnder([row])));
    }

    [Fact]
    public void Links_and_pairs_kept_apart_compare_folded()
    {
        Do(c =>
        {
            new SupplierLinkTable(c).Link(new SupplierLink("Hexham Ltd", "S1", "Hexham Tannery", "alike", "Ines", "2026"));
            new SupplierLinkTable(c).KeepApart("A & B", "A and B", "Ines", Noon);
            new HiddenTable(c).Hide("category", "Old  Thing");
        });
        Assert.Equal("Hexham Tannery", Read(c => new SupplierLinkTable(c).Directory().NameOf(" hexham  LTD")));
        Assert.Contains(("A & B", "A AND B"), Read(c => new SupplierLinkTable(c).Apart()));
        Assert.Contains("OLD THING", Read(c => new HiddenTable(c).Of("category")));
        Do(c =>
        {
            Assert.Equal(1, new SupplierLinkTable(c).Unlink("HEXHAM ltd"));
            new HiddenTable(c).Show("category", "old thing");
        });
        Assert.Empty(Read(c => new HiddenTable(c).Of("category")));
    }
}
