using System.Net;
using System.Text;
using Adnumera.Core.Amounts;
using Adnumera.Core.Sources;
using Adnumera.Ui.Driver;
using Adnumera.Web.Documents;
using Dapper;
using Microsoft.Data.Sqlite;
using Microsoft.Extensions.DependencyInjection;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Attack;

/// <summary>A file that is being written, and files that leave the house.</summary>
public sealed class BusyTests
{
    [Fact]
    public async Task A_preview_reads_while_another_writes_and_whoever_would_write_is_told_when_to_try_again()
    {
        await using var house = await House.Open(Furnishing.Connected, s => s with { BusySeconds = 1 });
        using var client = await Client.Of(house, "bookkeeper");
        using var other = new SqliteConnection($"Data Source={house.Company.Path};Pooling=False");
        other.Open();
        other.Execute("begin immediate");
        Assert.Equal(1, (await client.Preview(Header + Bill(1))).GetProperty("added").GetInt32());
        using (var content = new StringContent(Header + Bill(1), Encoding.UTF8, "text/csv"))
        {
            using var busy = await client.Send(HttpMethod.Post, Client.In("arrivals?fileName=f.csv"), content);
            Assert.Equal(HttpStatusCode.ServiceUnavailable, busy.StatusCode);
            Assert.NotNull(busy.Headers.RetryAfter);
            Assert.Contains("\"busy\"", await busy.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        }

        other.Execute("rollback");
        await client.TakeIn(Header + Bill(1));
        AssertSound(house);
    }

    [Fact]
    public async Task A_preview_stops_when_nobody_waits_for_it_and_what_a_person_decided_is_done_all_the_same()
    {
        await using var house = await House.Open(Furnishing.Connected);
        var readers = house.Services.GetRequiredService<ArrivalReaders>();
        var file = new ArrivedFile("f.csv", Encoding.UTF8.GetBytes(Header + string.Concat(Enumerable.Range(1, 3000).Select(i => Bill(i)))));
        Assert.Throws<OperationCanceledException>(() =>
        {
            TakeIn.Preview(
                house.OpenBooks(),
                readers,
                file,
                ReadingChoices.AsTheFileSays(Currency.Usd),
                new CancellationToken(canceled: true)
            );
        });
        TakeIn.Run(house.OpenBooks(), readers, file, ReadingChoices.AsTheFileSays(Currency.Usd));
        Assert.Equal([3000], States(house, "ready"));
        Assert.Equal(file.Content, house.Company.Originals.Find(file.Hash));
    }

    [Fact]
    public async Task What_people_download_runs_nothing_and_the_pipelines_files_are_as_they_are_written()
    {
        await using var house = await House.Open(Furnishing.Connected);
        using var client = await Client.Of(house, "bookkeeper");
        await client.Post(
            "mapping/changes",
            new
            {
                rows = new[]
                {
                    new
                    {
                        kind = "category",
                        key = "=cmd|' /c'!A1",
                        account = "5120",
                    },
                },
            }
        );
        async Task<(string Text, string Name)> Get(string path)
        {
            using var answer = await client.Send(HttpMethod.Get, Client.In(path));
            return (await answer.Content.ReadAsStringAsync(), answer.Content.Headers.ContentDisposition!.FileName!.Trim('"'));
        }

        var (book, bookName) = await Get("mapping/book/files/mapping-book.csv");
        Assert.Contains("category,'=cmd|", book, StringComparison.Ordinal);
        var (pipeline, pipelineName) = await Get("mapping/pipeline/files/mapping.csv");
        Assert.Contains("category,=cmd|", pipeline, StringComparison.Ordinal);
        Assert.Equal(("mapping-book.csv", "pipeline-mapping.csv"), (bookName, pipelineName));

        // What was downloaded is taken in again as the same book.
        using var content = new StringContent(book, Encoding.UTF8, "text/csv");
        using var preview = await client.Send(HttpMethod.Post, Client.In("mapping/book/preview?fileName=mapping-book.csv"), content);
        Assert.Contains(
            "\"changes\":[]",
            (await preview.Content.ReadAsStringAsync()).Replace(" ", "", StringComparison.Ordinal),
            StringComparison.Ordinal
        );
    }
}
