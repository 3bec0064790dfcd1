using System.Net;
using System.Text;
using Dapper;
using static Adnumera.Web.Tests.Worlds;

namespace Adnumera.Web.Tests.Documents;

/// <summary>What came in is kept as it came, once, beside the books.</summary>
public sealed class OriginalTests() : ConnectedHouse("bookkeeper")
{
    private long Kept() => house.Company.Originals.Read(c => c.ExecuteScalar<long>("select count(*) from original"));

    [Fact]
    public async Task A_file_is_given_back_byte_by_byte_and_kept_once()
    {
        var file = Header + Bill(1);
        await client.TakeIn(file);
        var document = await client.Get("documents/1");
        Assert.True(document.GetProperty("hasOriginal").GetBoolean());
        var arrival = document.GetProperty("arrivalId").GetInt64();
        using var answer = await client.Send(HttpMethod.Get, Client.In($"arrivals/{arrival}/original"));
        Assert.Equal(file, Encoding.UTF8.GetString(await answer.Content.ReadAsByteArrayAsync()));
        Assert.Equal("attachment", answer.Content.Headers.ContentDisposition?.DispositionType);

        await client.TakeIn(file);
        Assert.Equal(1, Kept());
        await client.TakeIn(Header + Bill(2));
        Assert.Equal(2, Kept());
        Assert.Single(Directory.GetFiles(house.Folder, "*.files.sqlite", SearchOption.AllDirectories));
    }

    [Fact]
    public async Task A_preview_and_a_refused_file_keep_nothing()
    {
        await client.Preview(Header + Bill(1));
        await client.Refused(
            HttpMethod.Post,
            "arrivals?fileName=bad.csv",
            new StringContent("source,source_id\n", Encoding.UTF8, "text/csv")
        );
        Assert.Equal(0, Kept());
    }

    [Fact]
    public async Task A_file_that_is_not_here_is_not_found() =>
        Assert.Equal(HttpStatusCode.NotFound, (await client.Refused(HttpMethod.Get, "arrivals/99/original")).Status);
}
