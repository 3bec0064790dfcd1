using Adnumera.Storage.Mapping;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Mapping;

/// <summary>What a rehearsal says is what saving then does, and what is undone is as it was.</summary>
public sealed class RehearsalTests() : ConnectedHouse("bookkeeper")
{
    private async Task<string> Book() =>
        await (await client.Send(HttpMethod.Get, Client.In("mapping/book/files/mapping-book.csv"))).Content.ReadAsStringAsync();

    private string Accounts() =>
        house.Company.Read(c =>
            string.Join(
                '\n',
                Dapper.SqlMapper.Query<string>(
                    c,
                    "select d.id || ' ' || d.state || ' ' || group_concat(l.decided_account) from document d "
                        + "join document_line l on l.document_id = d.id group by d.id order by d.id"
                )
            )
        );

    [Theory] // Generated books and documents, several rounds of each seed.
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public async Task A_rehearsal_predicts_what_saving_does_and_undo_restores_the_book_byte_for_byte(int seed)
    {
        var random = new Random(seed);
        string[] categories = ["Leather", "Glue", "Sharpening", "Odd", "Boxes"],
            accounts = ["5120", "6420", "6990", "5110"];
        await client.TakeIn(
            Header
                + string.Concat(
                    Enumerable
                        .Range(1, 40)
                        .Select(i =>
                            Bill(
                                i,
                                categories[random.Next(categories.Length)],
                                i % 3 == 0 ? "Marrow & Oake" : "Hexham Tannery",
                                $"{random.Next(10, 900)}.00",
                                $"2026-{random.Next(9, 12):00}-{random.Next(1, 28):00}"
                            )
                        )
                )
        );
        await client.Dispatch(house);
        await client.TakeIn(
            Header
                + string.Concat(
                    Enumerable
                        .Range(41, 40)
                        .Select(i =>
                            Bill(
                                i,
                                categories[random.Next(categories.Length)],
                                total: $"{random.Next(10, 900)}.00",
                                day: $"2026-{random.Next(9, 12):00}-{random.Next(1, 28):00}"
                            )
                        )
                )
        );
        var posted = Accounts().Split('\n').Where(l => l.Contains(" posted ", StringComparison.Ordinal)).ToList();
        for (var round = 0; round < 6; round++)
        {
            var rows = Enumerable
                .Range(0, random.Next(1, 6))
                .Select(_ => new
                {
                    kind = random.Next(4) == 0 ? "supplier" : "category",
                    key = random.Next(4) == 0 ? "Hexham Tannery" : categories[random.Next(categories.Length)],
                    account = accounts[random.Next(accounts.Length)],
                    effectiveFrom = random.Next(2) == 0 ? "" : $"2026-{random.Next(9, 12):00}-10",
                    forSource = random.Next(5) == 0 ? "Supplier bills" : "",
                    remove = random.Next(5) == 0,
                })
                .ToArray();
            var (book, before, states) = (await Book(), Accounts(), States(house, "held", "ready"));
            var rehearsal = (await client.Post("mapping/rehearsals", new { rows, confirmed = true })).GetProperty("rehearsal");
            Assert.Equal(before, Accounts());

            var saved = await client.Post("mapping/changes", new { rows, confirmed = true });
            int Tally(string outcome) => rehearsal.GetProperty(outcome).GetProperty("tally").GetProperty("documents").GetInt32();
            var after = States(house, "held", "ready");
            Assert.Equal(states[0] - Tally("comeFree") + Tally("becomeHeld"), after[0]);
            Assert.Equal(states[1] + Tally("comeFree") - Tally("becomeHeld"), after[1]);
            Assert.Equal(
                before.Split('\n').Zip(Accounts().Split('\n')).Count(p => p.First != p.Second),
                rehearsal.GetProperty("changed").GetProperty("documents").GetInt32()
            );
            // Effective dates never change a posted document.
            Assert.All(posted, p => Assert.Contains(p, Accounts(), StringComparison.Ordinal));
            AssertSound(house);

            if (saved.GetProperty("setId").GetInt64() == 0 || random.Next(2) == 0)
                continue;
            await client.Post($"mapping/history/{saved.GetProperty("setId").GetInt64()}/undo");
            Assert.Equal(book, await Book());
            Assert.Equal(before, Accounts());
            AssertSound(house);
        }

        // The book of a day is that of now with every later change taken back.
        Assert.Equal(
            house.Company.Read(c => Core.Mapping.BookChanges.InOrder(new MappingTable(c).All())),
            house.Company.Read(c => new ChangeTable(c).AsOf(DateTimeOffset.MaxValue.AddDays(-1)))
        );
        Assert.Empty(house.Company.Read(c => new ChangeTable(c).AsOf(DateTimeOffset.UnixEpoch)));
    }

    [Fact]
    public async Task A_set_that_was_changed_again_since_is_not_taken_back_and_nothing_is_half_done()
    {
        async Task<long> Save(params (string Key, string Account)[] rows) => (
                await client.Post(
                    "mapping/changes",
                    new
                    {
                        rows = rows.Select(r => new
                        {
                            kind = "category",
                            key = r.Key,
                            account = r.Account,
                            remove = false,
                        }),
                        confirmed = true,
                    }
                )
            ).GetProperty("setId").GetInt64();
        var first = await Save(("Sharpening", "6420"), ("Odd", "6990"));
        await client.Post($"mapping/history/{first}/0/undo"); // one change of the set
        Assert.DoesNotContain("Sharpening", await Book(), StringComparison.Ordinal);
        Assert.Contains("Odd", await Book(), StringComparison.Ordinal);
        Assert.Equal("not-found", (await client.Refused(HttpMethod.Post, $"mapping/history/{first}/7/undo")).Type);
        await Save(("Sharpening", "6420"), ("Odd", "5110"));
        var book = await Book();
        var refused = await client.Refused(HttpMethod.Post, $"mapping/history/{first}/undo");
        Assert.Equal("changed-since", refused.Type);
        Assert.Contains("category “Odd” changed again since", refused.Detail, StringComparison.Ordinal);
        Assert.Equal(book, await Book());
    }

    [Fact]
    public async Task A_row_that_cannot_be_saved_is_named_and_none_of_the_set_is_saved()
    {
        var book = await Book();
        var rows = new[]
        {
            new
            {
                kind = "category",
                key = "Good",
                account = "5120",
            },
            new
            {
                kind = "category",
                key = "Bad",
                account = "2100",
            },
        };
        Assert.Contains(
            "category “Bad”: 2100 Accounts payable is a control account",
            (await client.Refused(HttpMethod.Post, "mapping/changes", new { rows, confirmed = true })).Detail,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "belongs to a payment account",
            (
                await client.Refused(
                    HttpMethod.Post,
                    "mapping/changes",
                    new
                    {
                        rows = new[]
                        {
                            new
                            {
                                kind = "payment_account",
                                key = "4417",
                                account = "1050",
                            },
                        },
                    }
                )
            ).Detail,
            StringComparison.Ordinal
        );
        Assert.Equal(
            "managed",
            (
                await client.Refused(
                    HttpMethod.Post,
                    "mapping/changes",
                    new
                    {
                        rows = new[]
                        {
                            new
                            {
                                kind = "payment_account",
                                key = "4417",
                                remove = true,
                            },
                        },
                    }
                )
            ).Type
        );
        Assert.Contains(
            "has no group",
            (
                await client.Refused(
                    HttpMethod.Post,
                    "mapping/changes",
                    new
                    {
                        rows = new[]
                        {
                            new
                            {
                                kind = "item",
                                key = "X",
                                account = "5120",
                                group = "G",
                            },
                        },
                    }
                )
            ).Detail,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "locations off",
            (
                await client.Refused(
                    HttpMethod.Post,
                    "mapping/changes",
                    new
                    {
                        rows = new[]
                        {
                            new
                            {
                                kind = "category",
                                key = "X",
                                account = "5120",
                                dimensions = new { location = "Shop" },
                            },
                        },
                    }
                )
            ).Detail,
            StringComparison.Ordinal
        );
        Assert.Equal(book, await Book());
    }
}
