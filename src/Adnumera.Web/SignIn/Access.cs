using System.Security.Claims;
using Microsoft.AspNetCore.Authorization;

namespace Adnumera.Web.SignIn;

/// <summary>What a role may do in a company. Checked on the server for each request; nothing is allowed that is not named.</summary>
public static class Access
{
    public const string Read = "read";
    public const string Keep = "keep";
    public const string Administer = "administer";

    /// <summary>Whether a role carries a right.</summary>
    public static bool Allows(string? role, string right) => (role, right) switch
    {
        ("administrator", Read or Keep or Administer) => true,
        ("bookkeeper", Read or Keep) => true,
        ("reader", Read) => true,
        _ => false,
    };

    public static IServiceCollection AddAccess(this IServiceCollection services)
    {
        services.AddSingleton<IAuthorizationHandler, Handler>();
        services.AddAuthorizationBuilder()
            .SetFallbackPolicy(new AuthorizationPolicyBuilder().RequireAuthenticatedUser().Build())
            .AddPolicy(Read, p => p.RequireAuthenticatedUser().AddRequirements(new Right(Read)))
            .AddPolicy(Keep, p => p.RequireAuthenticatedUser().AddRequirements(new Right(Keep)))
            .AddPolicy(Administer, p => p.RequireAuthenticatedUser().AddRequirements(new Right(Administer)));
        return services;
    }

    private sealed record Right(string Name) : IAuthorizationRequirement;

    // The company is that of the address; a person without a membership in it has no right at all.
    private sealed class Handler(Companies companies) : AuthorizationHandler<Right>
    {
        protected override Task HandleRequirementAsync(AuthorizationHandlerContext context, Right requirement)
        {
            if (context.Resource is HttpContext http && http.Request.RouteValues["companyId"] is string company
                && long.TryParse(context.User.FindFirstValue(ClaimTypes.NameIdentifier), out var person)
                && Allows(companies.Installation.Role(person, company), requirement.Name))
                context.Succeed(requirement);
            return Task.CompletedTask;
        }
    }
}
