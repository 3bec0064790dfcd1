using System.Security.Claims;
using Adnumera.Core.Access;
using Adnumera.Web.Companies;
using Microsoft.AspNetCore.Authorization;

namespace Adnumera.Web.SignIn;

/// <summary>Rights checked on the server for each request; deny by default.</summary>
public static class Access
{
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
                && Rights.Allow(companies.Installation.RoleOf(person, company), requirement.Right)
            )
                context.Succeed(requirement);
            return Task.CompletedTask;
        }
    }
}
