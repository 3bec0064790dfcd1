using Adnumera.Core.Access;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Files;
using Adnumera.Storage.Installation;
using Adnumera.Web.Companies;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.People;

/// <summary>The people of a company: what they are there, who is invited, and their sessions.</summary>
internal static class PeopleEndpoints
{
    public static void MapPeople(this RouteGroupBuilder company)
    {
        var people = company.MapGroup("people").WithTags("People");
        people.MapGet("", All).NeedsCareOfPeople();
        people.MapPut("{person:long}", Put).NeedsCareOfPeople();
        people.MapPut("{person:long}/rights", Say).Needs(Right.Administer);
        people.MapDelete("{person:long}", Remove).NeedsCareOfPeople();
        people.MapDelete("{person:long}/sessions", EndSessions).NeedsCareOfPeople();
        var invitations = company.MapGroup("invitations").WithTags("People");
        invitations.MapPost("", Invite).NeedsCareOfPeople();
        invitations.MapDelete("{invitation:long}", Withdraw).NeedsCareOfPeople();
    }

    private static PeopleAnswer All(CompanyBooks books, CompanyFiles companies) =>
        companies.Installation.Read(c => Of(c, books.CompanyId, books.Now));

    private static PeopleAnswer Of(SqliteConnection installation, string company, DateTimeOffset now) =>
        new(
            [
                .. new MembershipTable(installation)
                    .In(company)
                    .Select(m => new MemberAnswer(
                        m.Id,
                        m.Name,
                        m.SignIn,
                        m.Role,
                        Rights.Allow(m.Role, Right.Read)
                            ? [.. Rights.Personal.Select(r => new PersonalRight(r, Rights.Allow(m.Role, r, m.Own)))]
                            : []
                    )),
            ],
            [
                .. new InvitationTable(installation)
                    .Open(company, now)
                    .Select(i => new InvitationRow(i.Id, i.Role, i.ForWhom, i.MadeBy, i.MadeAt, i.EndsAt)),
            ]
        );

    private static PeopleAnswer Put(long person, MemberRequest request, CompanyBooks books, CompanyFiles companies) =>
        Change(person, request.Role, books, companies);

    private static PeopleAnswer Remove(long person, CompanyBooks books, CompanyFiles companies) => Change(person, null, books, companies);

    // Whose pay and tax numbers anybody sees is for the company to say, not for whoever keeps the installation.
    private static PeopleAnswer Say(long person, PersonalRightRequest request, CompanyBooks books, CompanyFiles companies)
    {
        if (!Rights.Personal.Contains(request.Right))
            throw new RefusedException("right", "This right goes with the role. Nothing was changed; give the person another role.");
        var (answer, name) = companies.Installation.InTransaction(c =>
        {
            var table = new MembershipTable(c);
            var member = table.In(books.CompanyId).FirstOrDefault(m => m.Id == person) ?? throw RefusedException.NotFound("This person");
            if (!Rights.Allow(member.Role, Right.Read))
                throw new RefusedException("role", $"{member.Name} does not look at the books. Nothing was changed.");
            table.Say(person, books.CompanyId, request.Right, request.Has);
            return (Of(c, books.CompanyId, books.Now), member.SignIn);
        });
        Note(
            books,
            $"who may {Rights.All.First(r => r.Right == request.Right).Title}",
            $"person/{name}",
            null,
            request.Has is { } has ? (has ? "may" : "may not") : "by role"
        );
        return answer;
    }

    /// <summary>Makes a person something else in a company, or takes them out of it.</summary>
    /// <exception cref="RefusedException">There is no such person, or no administrator would be left.</exception>
    public static PeopleAnswer Change(long person, Role? next, CompanyBooks books, CompanyFiles companies)
    {
        var (answer, name, before) = companies.Installation.InTransaction(c =>
        {
            var table = new MembershipTable(c);
            var members = table.In(books.CompanyId);
            var known = new PersonTable(c).Find(person) ?? throw RefusedException.NotFound("This person");
            if (!Administrators.Remain(members.Select(m => (m.Id, m.Role)), person, next))
                throw new RefusedException(
                    "last-administrator",
                    $"{known.Name} is the last administrator here. Nothing was changed; make another one first."
                );
            if (next is { } role)
                table.Put(person, books.CompanyId, role);
            else
                table.Remove(person, books.CompanyId);
            return (Of(c, books.CompanyId, books.Now), known.SignIn, members.FirstOrDefault(m => m.Id == person)?.Role);
        });
        Note(books, next is null ? "leaves" : "role", $"person/{name}", Word(before), Word(next));
        return answer;
    }

    /// <summary>Invites somebody into a company.</summary>
    public static NewInvitation Invite(InvitationRequest request, CompanyBooks books, CompanyFiles companies)
    {
        var (role, whom, ends) = (request.Role!.Value, request.ForWhom!.Trim(), books.Now.AddDays(request.Days));
        var secret = companies.Installation.InTransaction(c =>
            new InvitationTable(c).Add(books.CompanyId, role, whom, books.Who, books.Now, ends)
        );
        Note(books, "invite", "people", null, $"{whom} as {Words<Role>.Of(role)}");
        return new NewInvitation(secret, Iso.Text(ends));
    }

    private static PeopleAnswer Withdraw(long invitation, CompanyBooks books, CompanyFiles companies)
    {
        var (answer, withdrawn) = companies.Installation.InTransaction(c =>
            new InvitationTable(c).Withdraw(invitation, books.CompanyId) is var open ? (Of(c, books.CompanyId, books.Now), open) : default
        );
        if (!withdrawn)
            throw RefusedException.NotFound("This invitation");
        Note(books, "take an invitation back", "people", null, null);
        return answer;
    }

    private static IResult EndSessions(long person, CompanyBooks books, CompanyFiles companies)
    {
        var signIn = companies.Installation.InTransaction(c =>
        {
            var member =
                new MembershipTable(c).In(books.CompanyId).FirstOrDefault(m => m.Id == person)
                ?? throw RefusedException.NotFound("This person");
            new SessionTable(c).EndAll(person);
            return member.SignIn;
        });
        Note(books, "end sessions", $"person/{signIn}", null, null);
        return Results.NoContent();
    }

    private static string? Word(Role? role) => role is { } of ? Words<Role>.Of(of) : null;

    private static void Note(CompanyBooks books, string what, string subject, string? before, string? after) =>
        books.File.InTransaction(c =>
        {
            new AuditTable(c).Add(books.Now, books.Who, what, subject, before, after);
            return 0;
        });
}
