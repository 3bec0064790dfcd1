using System.CommandLine;
using Adnumera.Core.Access;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Installation;
using Adnumera.Web.Companies;
using Adnumera.Web.Installation;
using Adnumera.Web.People;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.CommandLine;

/// <summary><c>person …</c>: what the pages do with people, and the way in when nobody can sign in any more.</summary>
internal static class PersonVerb
{
    private const int InvitationDays = 7;

    private static readonly Argument<string> SignIn = new("SIGN-IN") { Description = "What the person signs in with." };
    private static readonly Argument<string> Company = new("COMPANY") { Description = "The company's short name." };
    private static readonly Argument<string> RoleWord = new("ROLE") { Description = $"One of {string.Join(", ", Words<Role>.All)}." };
    private static readonly Argument<string> Whom = new("WHOM") { Description = "Whom the invitation is for, as a note." };
    private static readonly Option<bool> Take = new("--take") { Description = "Take it instead." };

    public static void AddTo(RootCommand root)
    {
        var person = new Command("person", "The people of the installation.");
        FilesVerb.Add(person, "list", "Who may sign in, and as what.", [], (_, files) => List(files));
        FilesVerb.Add(person, "invite", "Prints an invitation for one person; it ends after a week.", [Company, RoleWord, Whom], Invite);
        FilesVerb.Add(
            person,
            "role",
            "Makes a person something in a company.",
            [SignIn, Company, RoleWord],
            (p, files) => Become(p, files, Read(p.GetValue(RoleWord)!))
        );
        FilesVerb.Add(person, "leave", "Takes a person out of a company.", [SignIn, Company], (p, files) => Become(p, files, null));
        FilesVerb.Add(person, "administrator", "Gives a person the care of the installation.", [SignIn, Take], Administer);
        FilesVerb.Add(person, "password", "Gives a person a new password, read from the standard input.", [SignIn], Password);
        FilesVerb.Add(person, "end-sessions", "Ends every session of a person.", [SignIn], EndSessions);
        root.Subcommands.Add(person);
    }

    private static string List(CompanyFiles files) =>
        files.Installation.Read(c =>
            string.Join(
                Environment.NewLine,
                new PersonTable(c)
                    .All()
                    .Select(p =>
                        $"{p.SignIn}  {p.Name}{(p.IsAdministrator ? "  (the installation)" : "")}"
                        + string.Concat(new MembershipTable(c).Of(p.Id).Select(m => $"  {m.Company}: {Words<Role>.Of(m.Role)}"))
                    )
            )
        );

    private static string Invite(ParseResult parsed, CompanyFiles files)
    {
        var request = new InvitationRequest(
            Read(parsed.GetValue(RoleWord)!),
            parsed.GetValue(Whom),
            InvitationDays,
            Guid.NewGuid().ToString("N")
        );
        var made = PeopleEndpoints.Invite(request, Books(parsed, files), files, by: null);
        return $"Open the pages at  #/-/invitation/{made.Secret}  until {made.EndsAt}. It is shown once, and lets one person in.";
    }

    private static string Become(ParseResult parsed, CompanyFiles files, Role? role)
    {
        var person = files.Installation.Read(c => Find(c, parsed.GetValue(SignIn)!));
        PeopleEndpoints.Change(person.Id, role, Books(parsed, files), files, by: null);
        return role is { } now ? $"{person.Name} is {Words<Role>.Of(now)} now." : $"{person.Name} has left the company.";
    }

    private static string Administer(ParseResult parsed, CompanyFiles files)
    {
        var gives = !parsed.GetValue(Take);
        var person = files.Installation.InTransaction(c =>
        {
            var person = Find(c, parsed.GetValue(SignIn)!);
            Keeping.LetAdminister(c, person.Id, gives, FilesVerb.Who, TimeProvider.System.GetUtcNow());
            return person;
        });
        return gives ? $"{person.Name} looks after the installation now." : $"{person.Name} does not look after the installation any more.";
    }

    private static string Password(ParseResult parsed, CompanyFiles files)
    {
        var person = files.Installation.Read(c => Find(c, parsed.GetValue(SignIn)!));
        Console.Error.Write($"New password for {person.Name}: ");
        var hash = Passwords.Chosen(Console.In.ReadLine(), person.Name, person.SignIn);
        return Change(files, person, "new password", c => new PersonTable(c).ChangePassword(person.Id, hash))
            + "The password is changed, and every session has ended.";
    }

    private static string EndSessions(ParseResult parsed, CompanyFiles files)
    {
        var person = files.Installation.Read(c => Find(c, parsed.GetValue(SignIn)!));
        return Change(files, person, "end sessions", _ => { }) + "Every session has ended.";
    }

    private static string Change(CompanyFiles files, Person person, string what, Action<SqliteConnection> change) =>
        files.Installation.InTransaction(c =>
        {
            change(c);
            new SessionTable(c).EndAll(person.Id);
            new AuditTable(c).Add(TimeProvider.System.GetUtcNow(), FilesVerb.Who, what, $"person/{person.SignIn}", null, null);
            return "";
        });

    private static CompanyBooks Books(ParseResult parsed, CompanyFiles files)
    {
        var company = parsed.GetValue(Company)!;
        return new CompanyBooks(files.Open(company), company, FilesVerb.Who, TimeProvider.System);
    }

    private static Person Find(SqliteConnection installation, string signIn) =>
        new PersonTable(installation).FindBySignIn(signIn) ?? throw RefusedException.NotFound($"A person {Quote.Of(signIn)}");

    private static Role Read(string word) => new Word<Role>(word).Read("role");
}
