using Adnumera.Core.Access;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Backups;
using Adnumera.Storage.Installation;
using Adnumera.Web.Companies;
using Adnumera.Web.People;
using Adnumera.Web.Refusals;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Installation;

/// <summary>What is done to the installation, by its pages and by its verbs alike; each leaves its row in the installation's
/// record.</summary>
internal static class Keeping
{
    /// <summary>Adds a company; whoever adds it, or is named, is its first administrator.</summary>
    /// <returns>Its short name.</returns>
    /// <exception cref="RefusedException">The request is not good, or the book is not for that person.</exception>
    public static string AddCompany(CompanyFiles companies, CompanyRequest request, long person, string who, DateTimeOffset at)
    {
        var known = companies.Installation.Read(c => new CompanyListTable(c).All());
        if (request.BookFrom is { Length: > 0 } from && !Rights.Allow(companies.Installation.RoleOf(person, from), Right.Read))
            throw new RefusedException(
                "book",
                "The mapping book of a company is for those who may read it. Nothing was changed.",
                StatusCodes.Status403Forbidden
            );
        var company = request.ToCompany(s => known.Any(k => k.Id == s));
        companies.Add(
            company,
            c =>
            {
                new MembershipTable(c).Put(person, company.Slug, Role.Administrator);
                new AuditTable(c).Add(at, who, "add a company", $"company/{company.Slug}", null, company.Name);
            },
            request.BookFrom ?? ""
        );
        return company.Slug;
    }

    /// <summary>Closes a company, or opens it again.</summary>
    /// <exception cref="RefusedException">There is no such company.</exception>
    public static void OpenOrClose(CompanyFiles companies, string company, bool open, string who, DateTimeOffset at)
    {
        companies.Installation.InTransaction(c =>
        {
            var table = new CompanyListTable(c);
            var known = table.Find(company) ?? throw RefusedException.NotFound("This company");
            if (open)
                table.Reopen(company);
            else
                table.Close(company, at);
            new AuditTable(c).Add(at, who, open ? "open a company again" : "close a company", $"company/{company}", null, known.Name);
            return 0;
        });
        companies.LetGo(company);
    }

    /// <summary>Brings a company in from an archive; a person of this installation is its first administrator here.</summary>
    /// <exception cref="ArchiveException">It cannot be brought in.</exception>
    public static ArchivedCompany BringIn(
        CompanyFiles companies,
        string archive,
        long person,
        string who,
        DateTimeOffset at,
        CancellationToken cancel
    ) =>
        companies.BringIn(
            archive,
            (c, id) =>
            {
                new MembershipTable(c).Put(person, id, Role.Administrator);
                new AuditTable(c).Add(at, who, "bring a company in", $"company/{id}", null, null);
            },
            cancel
        );

    /// <summary>Keeps in the record that something was done.</summary>
    public static void Note(CompanyFiles companies, string who, DateTimeOffset at, string what, string subject) =>
        companies.Installation.InTransaction(c =>
        {
            new AuditTable(c).Add(at, who, what, subject, null, null);
            return 0;
        });

    /// <summary>Gives or takes the care of the installation.</summary>
    /// <exception cref="RefusedException">There is no such person, or nobody would be left.</exception>
    public static void LetAdminister(SqliteConnection installation, long person, bool administers, string who, DateTimeOffset at)
    {
        var table = new PersonTable(installation);
        var known = table.Find(person) ?? throw RefusedException.NotFound("This person");
        if (!administers && !table.All().Any(p => p.Id != person && p.IsAdministrator))
            throw new RefusedException(
                "last-administrator",
                $"{known.Name} is the last one who looks after the installation. Nothing was changed; give it to another one first."
            );
        table.LetAdminister(person, administers);
        if (!administers)
            foreach (var company in new CompanyListTable(installation).All())
                if (new MembershipTable(installation).RoleOf(person, company.Id) != Role.Administrator)
                    PeopleEndpoints.EndInvitations(installation, person, company.Id, (at, who));
        new AuditTable(installation).Add(
            at,
            who,
            administers ? "give the installation" : "take the installation",
            $"person/{known.SignIn}",
            null,
            null
        );
    }
}
