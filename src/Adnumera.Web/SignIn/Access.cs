using Adnumera.Core.Access;
using Adnumera.Storage.Installation;
using Adnumera.Web.Companies;
using Adnumera.Web.Refusals;
using Microsoft.AspNetCore.Authorization;

namespace Adnumera.Web.SignIn;

/// <summary>Rights checked on the server for each request; deny by default.</summary>
public static class Access
{
    private const string People = "people";
    private const string Installation = "installation";

    /// <summary>Allows an endpoint to whoever has a right in the company of the address, and to nobody else.</summary>
    public static TBuilder Needs<TBuilder>(this TBuilder endpoint, Right right)
        where TBuilder : IEndpointConventionBuilder => endpoint.RequireAuthorization(Words<Right>.Of(right));

    /// <summary>Allows an endpoint to whoever looks after a company's people: its administrators, and the installation's.</summary>
    public static TBuilder NeedsCareOfPeople<TBuilder>(this TBuilder endpoint)
        where TBuilder : IEndpointConventionBuilder => endpoint.RequireAuthorization(People);

    /// <summary>Allows an endpoint to whoever looks after the installation.</summary>
    public static TBuilder NeedsCareOfInstallation<TBuilder>(this TBuilder endpoint)
        where TBuilder : IEndpointConventionBuilder => endpoint.RequireAuthorization(Installation);

    /// <summary>Whether whoever asks has a right in the company of the address: for what one sees more or less of.</summary>
    internal static bool May(this HttpContext http, CompanyFiles companies, Right right) =>
        Sessions.Person(http.User) is { } person
        && http.Request.RouteValues["companyId"] is string company
        && companies.Installation.Allows(person, company, right);

    /// <summary>Refuses whoever may keep the books and not see who is paid what, where the answer would say it.</summary>
    /// <exception cref="RefusedException">They may not.</exception>
    internal static void MustSeePay(this HttpContext http, CompanyFiles companies) =>
        http.Must(companies, Right.SeePay, "That is for those who may see pay by name.");

    /// <summary>Refuses whoever may keep the books and not decide for the company, where what is done is an administrator's.</summary>
    /// <exception cref="RefusedException">They may not.</exception>
    internal static void MustAdminister(this HttpContext http, CompanyFiles companies) =>
        http.Must(companies, Right.Administer, "That is for an administrator.");

    private static void Must(this HttpContext http, CompanyFiles companies, Right right, string refusal)
    {
        if (!http.May(companies, right))
            throw new RefusedException("not-allowed", $"{refusal} Nothing was changed.", StatusCodes.Status403Forbidden);
    }

    /// <summary>Registers a policy for each right; what names none is for whoever is signed in.</summary>
    public static IServiceCollection AddAccess(this IServiceCollection services)
    {
        services.AddSingleton<IAuthorizationHandler, Handler>();
        var builder = services
            .AddAuthorizationBuilder()
            .SetFallbackPolicy(new AuthorizationPolicyBuilder().RequireAuthenticatedUser().Build())
            .AddPolicy(People, p => p.RequireAuthenticatedUser().AddRequirements(new Requirement(Right.Administer, true)))
            .AddPolicy(Installation, p => p.RequireAuthenticatedUser().AddRequirements(new Requirement(null, true)));
        foreach (var right in Enum.GetValues<Right>())
            builder.AddPolicy(Words<Right>.Of(right), p => p.RequireAuthenticatedUser().AddRequirements(new Requirement(right, false)));
        return services;
    }

    private sealed record Requirement(Right? Right, bool OrInstallation) : IAuthorizationRequirement;

    // The company is that of the address; a person without a membership in it has no right at all.
    private sealed class Handler(CompanyFiles companies) : AuthorizationHandler<Requirement>
    {
        protected override Task HandleRequirementAsync(AuthorizationHandlerContext context, Requirement requirement)
        {
            if (
                context.Resource is HttpContext http
                && Sessions.Person(context.User) is { } person
                && (
                    (requirement.Right is { } right && http.May(companies, right))
                    || (
                        requirement.OrInstallation
                        && companies.Installation.Read(c => new PersonTable(c).Find(person)) is { IsAdministrator: true }
                    )
                )
            )
                context.Succeed(requirement);
            return Task.CompletedTask;
        }
    }
}
