using Adnumera.Storage.Installation;
using Adnumera.Web.Companies;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;

namespace Adnumera.Web.SignIn;

/// <summary>What a person keeps of their own: name, password, sessions.</summary>
internal static class OwnEndpoints
{
    public static void MapOwn(this WebApplication app)
    {
        var own = app.MapGroup("/api/own").WithTags("Own").AddEndpointFilter<RouteGroupBuilder, InputCheck>();
        own.MapPut("name", Rename).ProducesProblem(422);
        own.MapPut("password", ChangePassword).LimitsTries();
        own.MapGet("sessions", All);
        own.MapDelete("sessions", EndOthers);
        own.MapDelete("sessions/{session:long}", End);
    }

    private static IResult Rename(NameRequest request, HttpContext http, CompanyFiles companies)
    {
        var name = request.Name!.Trim();
        companies.Installation.InTransaction(c =>
        {
            new PersonTable(c).Rename(Sessions.Person(http.User)!.Value, name);
            return 0;
        });
        return Results.NoContent();
    }

    // Whoever has the password so far may be signed in elsewhere: every session ends, and this one begins anew.
    private static async Task<IResult> ChangePassword(PasswordRequest request, HttpContext http, CompanyFiles companies)
    {
        var id = Sessions.Person(http.User)!.Value;
        var person = companies.Installation.Read(c => new PersonTable(c).Find(id))!;
        if (!Passwords.Fits(person.PasswordHash, request.Current ?? ""))
            throw new RefusedException("password", "The password so far is another one. Nothing was changed; type it again.");
        var hash = Passwords.Chosen(request.Next, person.Name, person.SignIn);
        companies.Installation.InTransaction(c =>
        {
            new PersonTable(c).ChangePassword(id, hash);
            new SessionTable(c).EndAll(id);
            return 0;
        });
        await Sessions.Begin(http, person);
        return Results.NoContent();
    }

    private static List<OwnSession> All(HttpContext http, CompanyFiles companies, TimeProvider clock) =>
        companies.Installation.Read(c =>
            new SessionTable(c)
                .Of(Sessions.Person(http.User)!.Value, clock.GetUtcNow() - Sessions.Idle)
                .Select(s => new OwnSession(s.Id, s.Device, s.StartedAt, s.SeenAt, s.Id == Sessions.Current(http.User)))
                .ToList()
        );

    private static IResult End(long session, HttpContext http, CompanyFiles companies) =>
        companies.Installation.InTransaction(c => new SessionTable(c).End(Sessions.Person(http.User)!.Value, session))
            ? Results.NoContent()
            : throw RefusedException.NotFound("This session");

    private static IResult EndOthers(HttpContext http, CompanyFiles companies)
    {
        var person = Sessions.Person(http.User)!.Value;
        companies.Installation.InTransaction(c =>
        {
            var table = new SessionTable(c);
            foreach (var other in table.Of(person, DateTimeOffset.MinValue).Where(s => s.Id != Sessions.Current(http.User)))
                table.End(person, other.Id);
            return 0;
        });
        return Results.NoContent();
    }
}
