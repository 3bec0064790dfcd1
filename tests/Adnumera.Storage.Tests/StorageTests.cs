using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Posting;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Count;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Entries;
using Adnumera.Storage.Files;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Adnumera.Storage.Posting;
using Microsoft.Data.Sqlite;
using static Adnumera.Storage.Tests.Books;

namespace Adnumera.Storage.Tests;

public sealed class StorageTests : IDisposable
{
    private readonly Books books = new();

    public void Dispose() => books.Dispose();

    private T Read<T>(Func<SqliteConnection, T> read) => books.File.Read(read);

    private void AssertCount(params (string State, long Documents, long Money)[] expected)
    {
        Assert.Equal(
            expected.Order(),
            Read(c => new CountTable(c).Kept())
                .GroupBy(k => k.State)
                .Select(g => (g.Key, g.Sum(k => k.Documents), g.Sum(k => k.Money)))
                .Order()
        );
        Assert.Equal(Read(c => new CountTable(c).Recount()), Read(c => new CountTable(c).Kept()));
        var (recount, kept) = Read(c => new CountTable(c).Causes());
        Assert.Equal(recount, kept);
        Assert.All(Read(c => new CountTable(c).BySource(null)), s => Assert.True(s.Totals.IsConserved));
    }

    [Fact]
    public void A_companys_choices_come_back_as_they_went_in()
    {
        var settings = Read(ChoiceTable.Of);
        Assert.Equal((2, new DateOnly(2026, 7, 1), Currency.Usd), (settings.RoundingTolerance, settings.StartDate, settings.Currency));
        Assert.Equal([Rung.Category, Rung.Item], settings.Order);
    }

    [Fact]
    public void A_document_comes_back_as_it_arrived()
    {
        var bill = Bill(1) with
        {
            DueDate = new DateOnly(2026, 12, 10),
            Notes = "two\nlines",
            Settlement = "On account",
            Lines =
            [
                new DocumentLine
                {
                    Number = 1,
                    Net = 60_00,
                    Tax = 3_00,
                    TaxCode = "RC",
                    Item = "Goatskin",
                    CostCode = "03-1",
                    UnitPrice = 12.3456m,
                    Dimensions = Dimensions.Named("Bench", "", "Folio"),
                    OriginalAccount = "5120",
                },
                new DocumentLine
                {
                    Number = 7,
                    Net = 37_00,
                    Category = "Ünicode",
                    Account = "6420",
                },
            ],
        };
        books.Add(bill);
        var read = Read(c => new DocumentTable(c).Find(1))!;
        Assert.Equal(bill, read.Document, new HeadsOnly());
        Assert.Equal(bill.Lines, read.Document.Lines);
        Assert.Equal((DocumentState.Held, "2026-11", 1), (read.State, read.Period, read.Revision));
    }

    [Fact]
    public void The_count_follows_a_document_through_its_states()
    {
        books.Add(Bill(1), Bill(2, 50_00, "Nowhere"));
        AssertCount(("ready", 1, 100_00), ("held", 1, 50_00));
        Move(1, DocumentEvent.Planned);
        Move(1, DocumentEvent.Accepted);
        Move(2, DocumentEvent.SetAside);
        AssertCount(("posted", 1, 100_00), ("set_aside", 1, 50_00));
        Move(1, DocumentEvent.FoundAsIntended);
        AssertCount(("proved", 1, 100_00), ("set_aside", 1, 50_00));

        void Move(long id, DocumentEvent happens) =>
            books.File.InTransaction(c =>
            {
                using var writer = new CodingWriter(c);
                writer.Move(new DocumentTable(c).Find(id)!, happens);
                writer.Complete();
                return 0;
            });
    }

    [Fact]
    public void A_cause_counts_a_document_once_and_is_gone_with_it_even_before_it_was_added_up()
    {
        var bill = Bill(1, 70_00, "Sharpening");
        bill = bill with { Total = 100_00, Lines = [bill.Lines[0], bill.Lines[0] with { Number = 2, Net = 30_00 }] };
        books.Add(bill);
        AssertCount(("held", 1, 100_00));
        Assert.Equal(
            [(1L, 100_00L)],
            Read(c => new CountTable(c).Causes()).Kept.Where(k => k.Period == "").Select(k => (k.Documents, k.Money))
        );
        books.File.InTransaction(c =>
        {
            using var writer = new CodingWriter(c);
            var stored = new DocumentTable(c).Find(1)!;
            var (held, coded) = (
                Composer(c).Compose(stored.Document),
                Composer(c).Compose(bill with { Lines = [.. bill.Lines.Select(l => l with { Category = "Leather" })] })
            );
            writer.Recode(stored, held);
            writer.Recode(stored, coded);
            writer.Complete();
            return 0;
        });
        Assert.Empty(Read(c => new CountTable(c).Causes()).Kept);
    }

    [Fact]
    public void Coding_anew_moves_count_holds_and_waiting_money_together()
    {
        books.Add(Bill(1, 70_00, "Sharpening"));
        Assert.Equal((HoldKind.Unmapped, "Sharpening"), Read(c => HoldTable.Of(c, 1)).Select(h => (h.Reason, h.Value)).Single());
        Assert.Equal(70_00, Read(c => new MappingTable(c).Arriving(KeyKind.Category, 10)).Single().Waiting);
        books.File.InTransaction(c =>
        {
            new MappingTable(c).Put(
                new MappingRow
                {
                    Kind = KeyKind.Category,
                    Key = " sharpening",
                    Account = "6420",
                }
            );
            var stored = new DocumentTable(c).Find(
                Assert.Single(new AffectedTable(c).Touched([new RowIdentity(KeyKind.Category, "SHARPENING", "", null)]))
            )!;
            using var writer = new CodingWriter(c);
            writer.Recode(stored, Composer(c).Compose(stored.Document));
            writer.Complete();
            return 0;
        });
        AssertCount(("ready", 1, 70_00));
        Assert.Empty(Read(c => HoldTable.Of(c, 1)));
        Assert.Equal(0, Read(c => new MappingTable(c).Arriving(KeyKind.Category, 10)).Single().Waiting);
    }

    [Fact]
    public void A_transaction_that_fails_leaves_nothing()
    {
        Assert.Throws<InvalidOperationException>(() =>
            books.File.InTransaction<int>(c =>
            {
                new MappingTable(c).Put(
                    new MappingRow
                    {
                        Kind = KeyKind.Item,
                        Key = "X",
                        Account = "6420",
                    }
                );
                throw new InvalidOperationException("in the middle");
            })
        );
        Assert.Empty(Read(c => new MappingTable(c).OfKind(KeyKind.Item)));
    }

    [Theory]
    [InlineData(KeyKind.Category, "leather", 2)]
    [InlineData(KeyKind.Supplier, "HEXHAM  TANNERY", 2)]
    [InlineData(KeyKind.Source, "bills", 3)]
    [InlineData(KeyKind.Source, "Bills", 0)]
    [InlineData(KeyKind.Item, "", 0)]
    [InlineData(KeyKind.CostCodeGroup, "03", 0)]
    [InlineData(KeyKind.PaymentAccount, "4417", 0)]
    public void Only_what_a_key_may_touch_is_touched(KeyKind kind, string key, int documents)
    {
        books.Add(Bill(1), Bill(2, category: "Other", supplier: "Hexham tannery"), Bill(3, supplier: "Marrow"));
        Assert.Equal(documents, Read(c => new AffectedTable(c).Touched([new RowIdentity(kind, kind.Fold(key), "", null)])).Count);
    }

    [Fact]
    public void The_earliest_possible_duplicate_is_found_by_reference_or_by_date_and_total()
    {
        books.Add(
            Bill(1, reference: "A"),
            Bill(2, reference: "a"),
            Bill(3, 7_00, reference: "B", day: 12),
            Bill(4, supplier: "Marrow", reference: "A")
        );
        long? Of(Document document) => Read(c => new DuplicateTable(c).Find([(100, document)])).TryGetValue(100, out var id) ? id : null;
        Assert.Equal(1, Of(Bill(9, 1, reference: " A ")));
        Assert.Equal(3, Of(Bill(9, 7_00, day: 12) with { Reference = "" }));
        Assert.Null(Of(Bill(9, 7_00, day: 12)));
        Assert.Null(Of(Bill(9, 7_00, day: 12) with { Reference = "", Currency = Currency.Of("EUR") }));
        Assert.Null(Of(Bill(9, reference: "A") with { Supplier = "" }));
        Assert.Null(Of(Bill(9, reference: "A") with { Kind = DocumentKind.SupplierCredit }));
    }

    [Fact]
    public void Mapping_rows_replace_the_one_for_the_same_key_source_and_day_only()
    {
        void Put(string key, string account, string source = "", DateOnly? from = null) =>
            books.File.InTransaction(c =>
            {
                new MappingTable(c).Put(
                    new MappingRow
                    {
                        Kind = KeyKind.Category,
                        Key = key,
                        Account = account,
                        ForSource = source,
                        EffectiveFrom = from,
                    }
                );
                return 0;
            });
        Put("LEATHER", "6420");
        Put("Leather", "5120", "cards");
        Put("Leather", "6420", from: new DateOnly(2026, 11, 1));
        var rows = Read(c => new MappingTable(c).Of(KeyKind.Category, " leather "));
        Assert.Equal(
            ["cards|5120|", "|6420|", "|6420|2026-11-01"],
            rows.Select(r => $"{r.ForSource}|{r.Account}|{Iso.Text(r.EffectiveFrom)}").Order(StringComparer.Ordinal)
        );
        books.File.InTransaction(c =>
        {
            new MappingTable(c).Write([
                new RowChange(
                    new MappingRow
                    {
                        Kind = KeyKind.Category,
                        Key = "leather",
                        EffectiveFrom = new DateOnly(2026, 11, 1),
                    },
                    null
                ),
            ]);
            return 0;
        });
        Assert.Equal(2, Read(c => new MappingTable(c).Of(KeyKind.Category, "Leather")).Count);
    }

    [Fact]
    public void A_tax_code_keeps_its_percentage_exactly()
    {
        books.File.InTransaction(c =>
        {
            new MappingTable(c).Put(
                new MappingRow
                {
                    Kind = KeyKind.TaxCode,
                    Key = "H",
                    RecoverablePercent = 47.125m,
                }
            );
            return 0;
        });
        Assert.Equal(47.125m, Read(c => new MappingTable(c).OfKind(KeyKind.TaxCode)).Single().RecoverablePercent);
        Assert.Equal(5.25m, Read(c => new LedgerTable(c).TaxCodes()).Single().Percent);
    }

    [Fact]
    public void Payment_accounts_wait_by_the_money_of_their_documents()
    {
        Document Charge(int id, string card, long total) =>
            Bill(id, total) with
            {
                Kind = DocumentKind.CardCharge,
                PaymentAccount = card,
                Supplier = "",
            };
        books.Add(Charge(1, "7730", 5_00), Charge(2, " 7730", 6_00), Charge(3, "4417", 1_00));
        Assert.Equal(
            [("7730", 2, 11_00), ("4417", 1, 1_00)],
            Read(c => new MappingTable(c).Arriving(KeyKind.PaymentAccount, 10)).Select(v => (v.Value.Trim(), v.WaitingLines, v.Waiting))
        );
        Assert.Equal(2, Read(c => new MappingTable(c).ValuesWaiting(KeyKind.PaymentAccount)));
    }

    [Fact]
    public void Money_of_another_currency_counts_but_is_not_added()
    {
        books.Add(Bill(1), Bill(2, 310_00) with { Currency = Currency.Of("EUR") });
        AssertCount(("ready", 1, 100_00), ("held", 1, 0));
        Assert.Equal(("EUR", 1, 310_00), Read(c => new CountTable(c).OtherCurrencies()).Single());
        Assert.Equal(new ListTotal(2, 100_00, false), Read(c => new DocumentList(c).Total(new DocumentFilter())));
    }

    [Fact]
    public void What_waits_is_gathered_by_cause_most_money_first()
    {
        books.Add(
            Bill(1, 5_00, "Sharpening"),
            Bill(2, 6_00, "Sharpening", reference: "X"),
            Bill(3, 900_00, "Stand"),
            Bill(4, 1_00) with
            {
                Supplier = "",
            }
        );
        var causes = Read(c => new CountTable(c).Waiting(null, 10));
        Assert.Equal(
            [("unmapped", "Stand", 1, 900_00, 3, 1), ("unmapped", "Sharpening", 2, 11_00, 1, 1), ("supplier_missing", "", 1, 1_00, 4, 0)],
            causes.Select(w => (w.Reason, w.Value, w.Documents, w.Money, w.FirstDocument, w.FirstLine))
        );
        Assert.Empty(Read(c => new CountTable(c).Waiting("2026-10", 10)));
    }

    [Fact]
    public void Neighbours_follow_the_list_that_one_came_from()
    {
        books.Add(Bill(1, 5_00, "X"), Bill(2, 9_00, "X"), Bill(3, 7_00, "X"), Bill(4, 8_00));
        var held = new DocumentFilter { State = DocumentState.Held };
        var all = new ListTotal(3, 21_00, false);
        Assert.Equal(new ListPlace(2, 1, 2, all), Read(c => new DocumentList(c).Around(held, DocumentOrder.Largest, 3)));
        Assert.Equal(new ListPlace(null, 3, 1, all), Read(c => new DocumentList(c).Around(held, DocumentOrder.Largest, 2)));
        Assert.Equal(
            (1L, 2L),
            Read(c => new DocumentList(c).Around(held, DocumentOrder.Smallest, 3)) is var a ? (a.Previous!.Value, a.Next!.Value) : default
        );
    }

    [Fact]
    public void Lists_narrow_by_each_of_their_filters()
    {
        books.Add(
            Bill(1),
            Bill(2, 55_00, "Other", "Marrow", "ZZ-9"),
            Bill(3) with
            {
                Kind = DocumentKind.ExpenseClaim,
                Employee = "Maud Pennyroyal",
            }
        );
        long Count(DocumentFilter filter) => Read(c => new DocumentList(c).Total(filter)).Documents;
        Assert.Equal(1, Count(new DocumentFilter { Text = "zz" }));
        Assert.Equal(1, Count(new DocumentFilter { Text = "55", Amount = 55_00 }));
        Assert.Equal(1, Count(new DocumentFilter { Text = "maud" }));
        Assert.Equal(1, Count(new DocumentFilter { Text = "B2" }));
        Assert.Equal(1, Count(new DocumentFilter { Kind = DocumentKind.ExpenseClaim }));
        Assert.Equal(1, Count(new DocumentFilter { Reason = HoldKind.Unmapped, ReasonValue = "Other" }));
        Assert.Equal(0, Count(new DocumentFilter { Reason = HoldKind.Unmapped, ReasonValue = "Else" }));
        Assert.Equal(2, Count(new DocumentFilter { Account = "5120" }));
        Assert.Equal(2, Count(new DocumentFilter { KeyKind = KeyKind.Category, Key = "LEATHER" }));
        Assert.Equal(0, Count(new DocumentFilter { Period = "2026-10" }));
        Assert.Equal(0, Count(new DocumentFilter { Text = "'; drop table document; --" }));
    }

    [Fact]
    public void The_outbox_gives_suppliers_first_and_only_what_has_no_answer()
    {
        books.Add(Bill(1), Bill(2));
        var at = DateTimeOffset.UnixEpoch;
        EntryInstruction Entry(long id) =>
            new()
            {
                IdempotencyKey = $"k{id}",
                Identity = new("bills", $"B{id}"),
                Form = LedgerForm.Bill,
                Date = new DateOnly(2026, 11, 10),
                Currency = "USD",
                Lines = [],
            };
        books.File.InTransaction(c =>
        {
            var outbox = new OutboxTable(c);
            var dispatch = outbox.Start(at, "Ines");
            outbox.PlanEntry(dispatch, "o", 1, 1, Entry(1), "");
            outbox.PlanEntry(dispatch, "o", 2, 1, Entry(2), "");
            outbox.PlanSupplier(dispatch, "o", 1, "s1", "Marrow");
            Assert.Equal(new PlannedSupplier(1, UnderWay: true), outbox.Suppliers("o")["MARROW"]);
            Assert.Empty(outbox.Suppliers("another"));
            return 0;
        });
        string[] Answer(InstructionState state)
        {
            var next = Read(c => new OutboxTable(c).NextPlanned(1) ?? new OutboxTable(c).Unanswered("o")[0]);
            books.File.InTransaction(c =>
            {
                new OutboxTable(c).Sent(next.Id, at);
                new OutboxTable(c).Answered(next.Id, state, at, state == InstructionState.Accepted ? "L" : "");
                return 0;
            });
            return [next.Kind, next.IdempotencyKey];
        }

        Assert.Equal(["supplier", "s1"], Answer(InstructionState.Accepted));
        Assert.Equal(["entry", "k1"], Answer(InstructionState.Unknown));
        Assert.Equal(["entry", "k2"], Answer(InstructionState.Refused));
        Assert.Empty(Read(c => new OutboxTable(c).Unanswered("another")));
        Assert.Equal(["entry", "k1"], Answer(InstructionState.Accepted));
        Assert.Null(Read(c => new OutboxTable(c).NextPlanned(1)));
        // What the ledger said of a key before says nothing of what is sent under it once more.
        books.File.InTransaction(c =>
        {
            new OutboxTable(c).NotThere(1, new Absence(3, at, at + Outbox.AbsentFor));
            Assert.Equal(PostingStep.Send, Outbox.Next(InstructionState.Unknown, new OutboxTable(c).Unanswered("o")[0].Absence));
            new OutboxTable(c).Sent(1, at);
            Assert.Equal(default, new OutboxTable(c).Unanswered("o")[0].Absence);
            new OutboxTable(c).Answered(1, InstructionState.Accepted, at, "L");
            return 0;
        });
        Assert.Equal(0, Read(c => new OutboxTable(c).CountUnknown()));
        var latest = Read(c => new OutboxTable(c).Latest())!;
        Assert.Equal((3, 2, 1, 0), (latest.Planned, latest.Accepted, latest.Refused, latest.Unknown));
        Assert.Throws<SqliteException>(() =>
            books.File.InTransaction(c =>
            {
                new OutboxTable(c).PlanEntry(1, "o", 1, 1, Entry(1), ""); // the same key is never planned twice
                return 0;
            })
        );
    }

    [Fact]
    public void A_pull_replaces_what_the_ledger_owns_and_keeps_what_is_ours()
    {
        books.Add(Bill(1));
        books.File.InTransaction(c =>
        {
            new LedgerTable(c).Replace(Records([new Account { Id = "1", Kind = AccountKind.Asset }]), DateTimeOffset.UnixEpoch);
            return 0;
        });
        Assert.Equal("1", Read(c => new LedgerTable(c).Accounts()).Single().Id);
        Assert.Empty(Read(c => new LedgerTable(c).SupplierList()));
        Assert.Single(Read(c => new MappingTable(c).All()));
        Assert.NotNull(Read(c => new DocumentTable(c).Find(1)));
    }

    [Fact]
    public void The_audit_is_a_chain_by_subject()
    {
        for (var i = 0; i < 3; i++)
        {
            var step = i;
            books.File.InTransaction(c =>
            {
                new AuditTable(c).Add(
                    DateTimeOffset.UnixEpoch,
                    "Ines",
                    "map",
                    $"mapping/{step % 2}",
                    step == 0 ? null : new { step },
                    new { step }
                );
                return 0;
            });
        }

        Assert.Equal(["", "{\"step\":2}"], Read(c => new AuditTable(c).Of("mapping/0")).Select(a => a.Before));
        Assert.Equal(
            new AuditCheck(3, 0, "Its end was never noted outside the company's file, so a cut could not be seen."),
            books.File.CheckAudit()
        );
    }

    [Fact]
    public void Opening_again_keeps_everything_and_a_damaged_file_is_not_opened()
    {
        books.Add(Bill(1));
        SqliteConnection.ClearAllPools();
        Assert.NotNull(new CompanyFile(books.File.Path).Read(c => new DocumentTable(c).Find(1)));
        var broken = books.File.Path + ".broken";
        File.WriteAllBytes(broken, [.. "SQLite format 3\0"u8, .. new byte[5000]]);
        Assert.Throws<SqliteException>(() => new CompanyFile(broken));
    }

    // Two lists are equal as records only when they are the same list; here only the heads are compared.
    private sealed class HeadsOnly : IEqualityComparer<Document>
    {
        public bool Equals(Document? x, Document? y) => x! with { Lines = y!.Lines } == y;

        public int GetHashCode(Document document) => document.Identity.GetHashCode();
    }
}
