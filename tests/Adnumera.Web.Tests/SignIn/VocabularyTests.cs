using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Adnumera.Core.Documents;
using Adnumera.Core.Mapping;

namespace Adnumera.Web.Tests.SignIn;

/// <summary>The fixed words and rights, as pages get them.</summary>
public sealed class VocabularyTests() : ConnectedHouse("reader")
{
    private async Task<JsonElement> Ask(string path)
    {
        using var answer = await client.Send(HttpMethod.Get, path);
        return await answer.Content.ReadFromJsonAsync<JsonElement>();
    }

    private static string[] Words(JsonElement list, string property) =>
        [.. list.EnumerateArray().Select(e => e.GetProperty(property).GetString()!)];

    [Fact]
    public async Task Every_kind_stands_in_it_once_with_what_follows_from_it()
    {
        var vocabulary = await Ask("api/vocabulary");
        Assert.Equal(Words<DocumentKind>.All.Order(), Words(vocabulary.GetProperty("documentKinds"), "kind").Order());
        Assert.Equal(Words<KeyKind>.All.Order(), Words(vocabulary.GetProperty("keyKinds"), "kind").Order());
        Assert.All(
            vocabulary.GetProperty("keyKinds").EnumerateArray(),
            k => Assert.Equal(k.GetProperty("target").GetString() == "dimension", k.GetProperty("dimension").GetString() != "")
        );
        Assert.Equal(
            ["category", "supplier"],
            vocabulary
                .GetProperty("keyKinds")
                .EnumerateArray()
                .Where(k => k.GetProperty("hasGroup").GetBoolean())
                .Select(k => k.GetProperty("kind").GetString()!)
                .Order()
        );
        Assert.Contains("NEC-1", Words(vocabulary.GetProperty("boxes"), "word"));
    }

    [Theory]
    [InlineData("reader", "read")]
    [InlineData("bookkeeper", "read spend bookkeep see_pay")]
    [InlineData("administrator", "read spend approve bookkeep see_pay see_tax_numbers administer")]
    public async Task A_session_says_what_one_may_do(string role, string rights)
    {
        using var person = await Client.Of(house, role);
        using var answer = await person.Send(HttpMethod.Get, "api/session");
        var company = (await answer.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("companies")[0];
        Assert.Equal(role, company.GetProperty("role").GetString());
        Assert.Equal(rights, string.Join(' ', company.GetProperty("rights").EnumerateArray().Select(r => r.GetString())));
    }

    [Fact]
    public async Task Nobody_who_is_not_signed_in_gets_the_description()
    {
        using var somebody = Client.Anonymous(house);
        using var answer = await somebody.Send(HttpMethod.Get, "openapi/v1.json");
        Assert.Equal(HttpStatusCode.Unauthorized, answer.StatusCode);
    }

    [Theory]
    [InlineData("documents", "state", typeof(DocumentState))]
    [InlineData("documents", "kind", typeof(DocumentKind))]
    [InlineData("documents", "reason", typeof(HoldKind))]
    [InlineData("documents", "keyKind", typeof(KeyKind))]
    [InlineData("mapping/{kind}/values", "kind", typeof(KeyKind))]
    public async Task The_description_lists_the_words_that_an_address_may_carry(string path, string name, Type words)
    {
        var description = await Ask("openapi/v1.json");
        var parameters = description
            .GetProperty("paths")
            .GetProperty($"/api/companies/{{companyId}}/{path}")
            .GetProperty("get")
            .GetProperty("parameters");
        var schema = parameters.EnumerateArray().Single(p => p.GetProperty("name").GetString() == name).GetProperty("schema");
        Assert.Equal(
            Enum.GetNames(words).Select(JsonNamingPolicy.SnakeCaseLower.ConvertName).Order(),
            schema.GetProperty("enum").EnumerateArray().Select(w => w.GetString()!).Order()
        );
    }

    [Fact]
    public async Task Nobody_else_gets_it()
    {
        using var nobody = Client.Anonymous(house);
        using var answer = await nobody.Send(HttpMethod.Get, "api/vocabulary");
        Assert.Equal(System.Net.HttpStatusCode.Unauthorized, answer.StatusCode);
    }
}
