using Adnumera.Core.Access;
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
        invitations.MapPost("", InviteOne).NeedsCareOfPeople();
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
                            : [],
                        m.TakenAt
                    )),
            ],
            [
                .. new InvitationTable(installation)
                    .Open(company, now)
                    .Select(i => new InvitationRow(i.Id, i.Role, i.ForWhom, i.MadeBy, i.MadeAt, i.EndsAt)),
            ]
        );

    private static PeopleAnswer Put(long person, MemberRequest request, HttpContext http, CompanyBooks books, CompanyFiles companies) =>
        Change(person, request.Role, books, companies, Sessions.Person(http.User));

    private static PeopleAnswer Remove(long person, HttpContext http, CompanyBooks books, CompanyFiles companies) =>
        Change(person, null, books, companies, Sessions.Person(http.User));

    // Whose pay and tax numbers anybody sees is for the company to say, not for whoever keeps the installation.
    private static PeopleAnswer Say(long person, PersonalRightRequest request, CompanyBooks books, CompanyFiles companies)
    {
        if (!Rights.Personal.Contains(request.Right))
            throw new RefusedException("right", "This right goes with the role. Nothing was changed; give the person another role.");
        return InTransaction(
            books,
            companies,
            c =>
            {
                var table = new MembershipTable(c);
                var member = Member(c, books, person);
                if (!Rights.Allow(member.Role, Right.Read))
                    throw new RefusedException("role", $"{member.Name} does not look at the books. Nothing was changed.");
                table.Say(person, books.CompanyId, request.Right, request.Has);
                Owe(
                    c,
                    books,
                    $"who may {Rights.All.First(r => r.Right == request.Right).Title}",
                    $"person/{member.SignIn}",
                    null,
                    request.Has is { } has ? (has ? "may" : "may not") : "by role"
                );
                return Of(c, books.CompanyId, books.Now);
            }
        );
    }

    /// <summary>Makes a person something else in a company, or takes them out of it; invitations that they may not make any more end with
    /// that.</summary>
    /// <param name="person">The person.</param>
    /// <param name="next">What they become; nothing when they leave.</param>
    /// <param name="books">The company.</param>
    /// <param name="companies">The installation.</param>
    /// <param name="by">Who does it; none for whoever has the machine.</param>
    /// <exception cref="RefusedException">There is no such person here, or no administrator would be left.</exception>
    public static PeopleAnswer Change(long person, Role? next, CompanyBooks books, CompanyFiles companies, long? by) =>
        InTransaction(
            books,
            companies,
            c =>
            {
                var (table, people) = (new MembershipTable(c), new PersonTable(c));
                var members = table.In(books.CompanyId);
                var before = members.FirstOrDefault(m => m.Id == person)?.Role;
                var byInstallation = by is not { } actor || people.Find(actor)!.IsAdministrator;
                // Whom else there is in the installation is nobody's business here.
                if (before is null && (next is null || !(byInstallation || table.Left(person, books.CompanyId))))
                    throw new RefusedException(
                        "not-found",
                        "This person does not belong to the company. Nothing was changed; invite them.",
                        StatusCodes.Status404NotFound
                    );
                var known = people.Find(person) ?? throw RefusedException.NotFound("This person");
                if (!Administrators.Remain(members.Select(m => (m.Id, m.Role)), person, next))
                    throw new RefusedException(
                        "last-administrator",
                        $"{known.Name} is the last administrator here. Nothing was changed; make another one first."
                    );
                if (next is { } role)
                    table.Put(person, books.CompanyId, role, person == by && before != Role.Administrator ? Iso.Text(books.Now) : "");
                else
                    table.Remove(person, books.CompanyId);
                Owe(c, books, next is null ? "leaves" : "role", $"person/{known.SignIn}", Word(before), Word(next));
                if (next != Role.Administrator && !known.IsAdministrator)
                    EndInvitations(c, person, books.CompanyId, (books.Now, books.Who));
                return Of(c, books.CompanyId, books.Now);
            }
        );

    /// <summary>Ends the invitations that a person made, within the caller's transaction.</summary>
    internal static void EndInvitations(SqliteConnection installation, long person, string company, (DateTimeOffset At, string Who) by)
    {
        foreach (var (_, whom) in new InvitationTable(installation).WithdrawThoseOf(person, company))
            new OwedRecordTable(installation).Add(company, by.At, by.Who, "take an invitation back", "people", whom, null);
    }

    /// <summary>Invites somebody into a company.</summary>
    /// <param name="request">Whom, and as what.</param>
    /// <param name="books">The company.</param>
    /// <param name="companies">The installation.</param>
    /// <param name="by">Who does it; none for whoever has the machine.</param>
    public static NewInvitation Invite(InvitationRequest request, CompanyBooks books, CompanyFiles companies, long? by)
    {
        var (role, whom, ends) = (request.Role!.Value, request.ForWhom!.Trim(), Iso.Text(books.Now.AddDays(request.Days)));
        // The same request again gets the same link: nobody else can make it.
        var secret = companies.SecretOf($"invitation {books.CompanyId} {by}", request.Mark!);
        InTransaction(
            books,
            companies,
            c =>
            {
                var invitation = new Invitation(0, books.CompanyId, role, whom, books.Who, Iso.Text(books.Now), ends);
                if (new InvitationTable(c).Add(invitation, by, secret, request.Mark!))
                    Owe(c, books, "invite", "people", null, $"{whom} as {Words<Role>.Of(role)}");
                return 0;
            }
        );
        return new NewInvitation(secret, ends);
    }

    private static NewInvitation InviteOne(InvitationRequest request, HttpContext http, CompanyBooks books, CompanyFiles companies) =>
        Invite(request, books, companies, Sessions.Person(http.User));

    private static PeopleAnswer Withdraw(long invitation, CompanyBooks books, CompanyFiles companies) =>
        InTransaction(
            books,
            companies,
            c =>
            {
                if (!new InvitationTable(c).Withdraw(invitation, books.CompanyId))
                    throw RefusedException.NotFound("This invitation");
                Owe(c, books, "take an invitation back", "people", null, null);
                return Of(c, books.CompanyId, books.Now);
            }
        );

    private static IResult EndSessions(long person, CompanyBooks books, CompanyFiles companies)
    {
        InTransaction(
            books,
            companies,
            c =>
            {
                var member = Member(c, books, person);
                new SessionTable(c).EndAll(person);
                Owe(c, books, "end sessions", $"person/{member.SignIn}", null, null);
                return 0;
            }
        );
        return Results.NoContent();
    }

    private static Member Member(SqliteConnection installation, CompanyBooks books, long person) =>
        new MembershipTable(installation).In(books.CompanyId).FirstOrDefault(m => m.Id == person)
        ?? throw RefusedException.NotFound("This person");

    private static string? Word(Role? role) => role is { } of ? Words<Role>.Of(of) : null;

    // What is done in the installation's file is written into the company's record from there.
    private static T InTransaction<T>(CompanyBooks books, CompanyFiles companies, Func<SqliteConnection, T> change)
    {
        var changed = companies.Installation.InTransaction(change);
        companies.CarryOver(books.CompanyId);
        return changed;
    }

    private static void Owe(
        SqliteConnection installation,
        CompanyBooks books,
        string what,
        string subject,
        string? before,
        string? after
    ) => new OwedRecordTable(installation).Add(books.CompanyId, books.Now, books.Who, what, subject, before, after);
}
