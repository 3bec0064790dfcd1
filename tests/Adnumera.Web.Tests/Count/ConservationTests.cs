using Adnumera.Storage.Count;
using Adnumera.Ui.Driver;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Count;

/// <summary>Whatever is done in whatever order, nothing arrives twice and nothing disappears.</summary>
public sealed class ConservationTests
{
    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public async Task A_random_month_keeps_the_count(int seed)
    {
        var random = new Random(seed);
        await using var house = await House.Open(Furnishing.Connected);
        using var client = await Client.Of(house, "bookkeeper");
        string[] categories = ["Leather", "Nowhere", "Glue", "Marbling", "Sharpening"];
        string[] accounts = ["6420", "5120", "6990"];
        var next = 1;
        for (var step = 0; step < 25; step++)
        {
            switch (random.Next(6))
            {
                case 0 or 1:
                    var first = Math.Max(1, next - random.Next(3));
                    next = first + 1 + random.Next(8);
                    await client.TakeIn(
                        Header
                            + string.Concat(
                                Enumerable
                                    .Range(first, next - first)
                                    .Select(i =>
                                        Bill(
                                            i,
                                            categories[random.Next(categories.Length)],
                                            total: $"{random.Next(1, 500)}.00",
                                            day: $"2026-{random.Next(6, 12):00}-15"
                                        )
                                    )
                            )
                    );
                    break;
                case 2:
                    var account = random.Next(3) == 0 ? "" : accounts[random.Next(3)];
                    await client.Post(
                        "mapping/changes",
                        new
                        {
                            rows = new[]
                            {
                                new
                                {
                                    kind = "category",
                                    key = categories[random.Next(1, categories.Length)],
                                    account,
                                    remove = account.Length == 0,
                                },
                            },
                            confirmed = true,
                        }
                    );
                    break;
                case 3:
                    var document = random.Next(1, next + 1);
                    using (
                        await client.Send(
                            HttpMethod.Put,
                            Client.In($"documents/{document}/set-aside"),
                            System.Net.Http.Json.JsonContent.Create(new { reason = "private" })
                        )
                    ) { }
                    break;
                case 4:
                    if ((await client.Get("posting")).GetProperty("documents").GetInt64() > 0)
                        await client.Dispatch(house);
                    break;
                default:
                    if (house.Company.Read(c => new CountTable(c).Periods()).Count > 0)
                        await client.Post("proofs", new { period = "" });
                    break;
            }

            AssertSound(house);
        }

        Assert.Equal(house.Books.Latest(1000).Count, house.Books.Latest(1000).Select(e => e.SourceId).Distinct().Count());
    }

    [Fact]
    public async Task The_audit_cannot_be_changed_and_a_forged_row_shows()
    {
        await using var house = await House.Open(Furnishing.Connected);
        using var client = await Client.Of(house, "bookkeeper");
        await client.TakeIn(Header + Bill(1));
        using var file = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={house.Company.Path}");
        file.Open();
        using var command = file.CreateCommand();
        command.CommandText = "update audit set who = 'somebody else'";
        Assert.Throws<Microsoft.Data.Sqlite.SqliteException>(() => command.ExecuteNonQuery());
        command.CommandText =
            "insert into audit (at, who, what, subject, before, after, hash) values ('x', 'x', 'x', 'x', 'x', 'x', x'00')";
        command.ExecuteNonQuery();
        Assert.Contains("does not follow", house.Company.CheckAudit().Problem, StringComparison.Ordinal);
    }
}
