using Adnumera.Storage.Installation;
using Adnumera.Web.Companies;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.People;

/// <summary>Invitations as whoever holds one sees them. The secret travels in the body, so that no log has it.</summary>
internal static class InvitationEndpoints
{
    public static void MapInvitations(this WebApplication app)
    {
        var invitations = app.MapGroup("/api/invitations").WithTags("People").AddEndpointFilter<RouteGroupBuilder, InputCheck>();
        invitations.MapPost("look", Look).AllowAnonymous().LimitsTries().ProducesProblem(404);
        invitations.MapPost("accept", Accept).AllowAnonymous().LimitsTries().ProducesProblem(404);
    }

    private static InvitationAnswer Look(SecretRequest request, CompanyFiles companies, TimeProvider clock) =>
        companies.Installation.Read(c =>
        {
            var invitation = Open(c, request.Secret, clock.GetUtcNow());
            return new InvitationAnswer(
                invitation.Company,
                new CompanyListTable(c).Find(invitation.Company)!.Name,
                invitation.Role,
                invitation.MadeBy,
                invitation.EndsAt
            );
        });

    private static async Task<IResult> Accept(AcceptRequest request, HttpContext http, CompanyFiles companies, TimeProvider clock)
    {
        var (now, signedIn) = (clock.GetUtcNow(), Sessions.Person(http.User));

        // Hashing takes long, by intent, and nothing waits for it inside the transaction.
        var (name, signIn) = (request.Name?.Trim() ?? "", request.SignIn?.Trim() ?? "");
        companies.Installation.Read(c => Open(c, request.Secret, now));
        if (signedIn is null && new AcceptRules().Validate(request) is { IsValid: false } wrong)
            throw new RefusedException(wrong.Errors[0].ErrorCode, $"{wrong.Errors[0].ErrorMessage} Nothing was changed.", 400);
        var hash = signedIn is null ? Passwords.Chosen(request.Password, name, signIn) : "";
        var (person, invitation) = companies.Installation.InTransaction(c =>
        {
            var invitation = Open(c, request.Secret, now);
            var people = new PersonTable(c);
            if (signedIn is null && people.FindBySignIn(signIn) is not null)
                throw new RefusedException(
                    "sign-in",
                    $"{Quote.Of(signIn)} belongs to somebody here. Nothing was changed; sign in with it first if that is you, "
                        + "and open the invitation again, or choose another one."
                );
            if (signedIn is { } member && new MembershipTable(c).In(invitation.Company).FirstOrDefault(m => m.Id == member) is { } already)
                throw new RefusedException(
                    "member",
                    $"You are {Words<Core.Access.Role>.Of(already.Role)} in this company already. Nothing was changed; an administrator "
                        + "gives another role there."
                );
            var id = signedIn ?? people.Add(name, signIn, hash);
            new MembershipTable(c).Put(id, invitation.Company, invitation.Role);
            var person = people.Find(id)!;
            new InvitationTable(c).Use(invitation.Id, person.SignIn, now);
            new OwedRecordTable(c).Add(
                invitation.Company,
                now,
                person.Name,
                "joins",
                $"person/{person.SignIn}",
                null,
                Words<Core.Access.Role>.Of(invitation.Role)
            );
            return (person, invitation);
        });
        companies.CarryOver(invitation.Company);
        if (signedIn is null)
            await Sessions.Begin(http, person);
        return Results.NoContent();
    }

    private static Invitation Open(SqliteConnection installation, string? secret, DateTimeOffset now) =>
        new InvitationTable(installation).Find(secret ?? "", now) is { } invitation
        && new CompanyListTable(installation).Find(invitation.Company) is { IsOpen: true }
            ? invitation
            : throw new RefusedException(
                "invitation",
                "This invitation was used or taken back, or has ended. Nothing was changed; ask whoever sent it for another one.",
                StatusCodes.Status404NotFound
            );
}
