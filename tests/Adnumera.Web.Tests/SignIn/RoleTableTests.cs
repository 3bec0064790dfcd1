using System.Net;
using Adnumera.Core.Access;
using Adnumera.Storage.Installation;
using Adnumera.Ui.Driver;
using Adnumera.Web.Companies;
using Adnumera.Web.SignIn;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Http.Metadata;
using Microsoft.AspNetCore.Routing;
using Microsoft.AspNetCore.Routing.Patterns;
using Microsoft.Extensions.DependencyInjection;

namespace Adnumera.Web.Tests.SignIn;

/// <summary>Every role at every address of a company, over HTTP: refused exactly where its role lacks the right.</summary>
public sealed class RoleTableTests : IAsyncLifetime
{
    private const string Password = "nine-brass-lanterns";
    private House house = null!;

    public async ValueTask InitializeAsync() => house = await House.Open(Furnishing.Bare);

    public ValueTask DisposeAsync() => house.DisposeAsync();

    [Theory]
    [InlineData(null)]
    [InlineData(Role.Reader)]
    [InlineData(Role.Spender)]
    [InlineData(Role.Approver)]
    [InlineData(Role.Bookkeeper)]
    [InlineData(Role.Administrator)]
    public async Task A_role_gets_in_where_the_table_says(Role? role)
    {
        house
            .Services.GetRequiredService<CompanyFiles>()
            .Installation.InTransaction(c =>
            {
                var person = new PersonTable(c).Add("Somebody", "somebody@quillfern.example", Passwords.Hash(Password));
                if (role is { } of)
                    new MembershipTable(c).Put(person, "bindery", of);
                return 0;
            });
        using var client = await Client.SignedIn(house.Address, "somebody@quillfern.example", Password);
        var wrong = new List<string>();
        foreach (var (method, path, policy, takes) in Routes())
        {
            // Only who has no right is asked to change anything: the others would.
            var allowed = policy == "people" ? role == Role.Administrator : Rights.Allow(role, Words<Right>.Read(policy));
            if (allowed && method != HttpMethod.Get)
                continue;
            using var answer = await client.Send(
                method,
                path,
                method == HttpMethod.Get ? null : new StringContent("{}", System.Text.Encoding.UTF8, takes)
            );
            if (answer.StatusCode == HttpStatusCode.Forbidden == allowed)
                wrong.Add($"{method} {path}: {answer.StatusCode}");
        }

        Assert.Empty(wrong);
    }

    private IEnumerable<(HttpMethod Method, string Path, string Policy, string Takes)> Routes() =>
        house
            .Services.GetRequiredService<EndpointDataSource>()
            .Endpoints.OfType<RouteEndpoint>()
            .Where(e => e.RoutePattern.RawText!.Contains("{companyId}", StringComparison.Ordinal))
            .Select(e =>
                (
                    new HttpMethod(e.Metadata.GetMetadata<IHttpMethodMetadata>()!.HttpMethods[0]),
                    string.Join('/', e.RoutePattern.PathSegments.Select(s => PartOf(s.Parts[0]))),
                    e.Metadata.OfType<IAuthorizeData>().Last().Policy!,
                    e.Metadata.GetMetadata<IAcceptsMetadata>()?.ContentTypes[0] ?? "application/json"
                )
            );

    private static string PartOf(RoutePatternPart part) =>
        part switch
        {
            RoutePatternParameterPart { Name: "companyId" } => "bindery",
            RoutePatternLiteralPart literal => literal.Content,
            _ => "999",
        };
}
