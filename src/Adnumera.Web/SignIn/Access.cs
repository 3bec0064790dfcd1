using System.Security.Claims;
using Adnumera.Web.Companies;
using Microsoft.AspNetCore.Authorization;

namespace Adnumera.Web.SignIn;

/// <summary>What a person may do in a company.</summary>
public enum Right
{
    /// <summary>Look at everything.</summary>
    Read,

    /// <summary>Keep the books: take in, map, decide, post, prove.</summary>
    Bookkeep,

    /// <summary>Connect the ledger, choose for the company, look after its safety.</summary>
    Administer,
}

/// <summary>What a person is in a company.</summary>
public enum Role
{
    /// <summary>Looks at everything.</summary>
    Reader,

    /// <summary>Keeps the books.</summary>
    Bookkeeper,

    /// <summary>Does that, and decides for the company.</summary>
    Administrator,
}

/// <summary>Which role carries which rights. Checked on the server for each request; nothing is allowed that is not named.</summary>
public static class Access
{
    /// <summary>The rights of a role.</summary>
    public static IReadOnlyList<Right> Rights(this Role role) =>
        role switch
        {
            Role.Reader => [Right.Read],
            Role.Bookkeeper => [Right.Read, Right.Bookkeep],
            Role.Administrator => [Right.Read, Right.Bookkeep, Right.Administer],
        };

    /// <summary>Whether a role as it is kept carries a right; one that is not known carries none.</summary>
    public static bool Allows(string? role, Right right) =>
        Words<Role>.TryRead(role ?? "", out var known) && known.Rights().Contains(right);

    /// <summary>Allows an endpoint to whoever has a right in the company of the address, and to nobody else.</summary>
    public static TBuilder Needs<TBuilder>(this TBuilder endpoint, Right right)
        where TBuilder : IEndpointConventionBuilder => endpoint.RequireAuthorization(Words<Right>.Of(right));

    /// <summary>Registers a policy for each right; what names none is for whoever is signed in.</summary>
    public static IServiceCollection AddAccess(this IServiceCollection services)
    {
        services.AddSingleton<IAuthorizationHandler, Handler>();
        var builder = services
            .AddAuthorizationBuilder()
            .SetFallbackPolicy(new AuthorizationPolicyBuilder().RequireAuthenticatedUser().Build());
        foreach (var right in Enum.GetValues<Right>())
            builder.AddPolicy(Words<Right>.Of(right), p => p.RequireAuthenticatedUser().AddRequirements(new Requirement(right)));
        return services;
    }

    private sealed record Requirement(Right Right) : IAuthorizationRequirement;

    // The company is that of the address; a person without a membership in it has no right at all.
    private sealed class Handler(CompanyFiles companies) : AuthorizationHandler<Requirement>
    {
        protected override Task HandleRequirementAsync(AuthorizationHandlerContext context, Requirement requirement)
        {
            if (
                context.Resource is HttpContext http
                && http.Request.RouteValues["companyId"] is string company
                && long.TryParse(context.User.FindFirstValue(ClaimTypes.NameIdentifier), out var person)
                && Allows(companies.Installation.Role(person, company), requirement.Right)
            )
                context.Succeed(requirement);
            return Task.CompletedTask;
        }
    }
}
