using Adnumera.Core.Access;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Installation;

/// <summary>A company that a person may open, and as what.</summary>
public sealed record Membership(string Company, string CompanyName, Role Role, OwnRights Own);

/// <summary>A person of a company.</summary>
/// <param name="TakenAt">When they gave themselves the role, looking after the installation; blank where an administrator of the company
/// did, or confirmed it.</param>
public sealed record Member(long Id, string Name, string SignIn, Role Role, OwnRights Own, string TakenAt);

/// <summary>Who is what in which company.</summary>
public sealed class MembershipTable(SqliteConnection installation)
{
    /// <summary>The open companies of a person.</summary>
    public IReadOnlyList<Membership> Of(long person) =>
        [
            .. installation
                .Query<(string Company, string Name, string Role, string SeesPay, string SeesTaxNumbers)>(
                    "select m.company_id, c.name, m.role, m.see_pay, m.see_tax_numbers from membership m join company c on c.id = "
                        + "m.company_id "
                        + "where m.person_id = @person and c.closed_at = '' order by c.name",
                    new { person }
                )
                .Select(m => new Membership(m.Company, m.Name, Words<Role>.Read(m.Role), Own(m.SeesPay, m.SeesTaxNumbers))),
        ];

    /// <summary>Who belongs to a company.</summary>
    public IReadOnlyList<Member> In(string company) =>
        [
            .. installation
                .Query<(long Id, string Name, string SignIn, string Role, string SeesPay, string SeesTaxNumbers, string TakenAt)>(
                    "select p.id, p.name, p.sign_in, m.role, m.see_pay, m.see_tax_numbers, m.taken_at from membership m join person p on "
                        + "p.id = "
                        + "m.person_id "
                        + "where m.company_id = @company order by p.name",
                    new { company }
                )
                .Select(m => new Member(m.Id, m.Name, m.SignIn, Words<Role>.Read(m.Role), Own(m.SeesPay, m.SeesTaxNumbers), m.TakenAt)),
        ];

    /// <summary>What a person is in an open company; nothing when they have no part in it.</summary>
    public Role? RoleOf(long person, string company) =>
        installation.QueryFirstOrDefault<string>(
            "select m.role from membership m join company c on c.id = m.company_id "
                + "where m.person_id = @person and m.company_id = @company and c.closed_at = ''",
            new { person, company }
        )
            is { } role
            ? Words<Role>.Read(role)
            : null;

    /// <summary>Whether a person has a right in an open company.</summary>
    public bool Allows(long person, string company, Right right) =>
        installation.QueryFirstOrDefault<(string? Role, string SeesPay, string SeesTaxNumbers)>(
            "select m.role, m.see_pay, m.see_tax_numbers from membership m join company c on c.id = m.company_id "
                + "where m.person_id = @person and m.company_id = @company and c.closed_at = ''",
            new { person, company }
        )
            is ({ } role, var pay, var numbers)
        && Rights.Allow(Words<Role>.Read(role), right, Own(pay, numbers));

    /// <summary>Says whether a person has one of the rights that are said of persons; none leaves it to their role.</summary>
    public void Say(long person, string company, Right right, bool? sees) =>
        installation.Execute(
            $"update membership set {Words<Right>.Of(right)} = @sees where person_id = @person and company_id = @company",
            new
            {
                person,
                company,
                sees = sees is { } said ? (said ? "yes" : "no") : "",
            }
        );

    private static OwnRights Own(string pay, string numbers) => new(YesOrNo(pay), YesOrNo(numbers));

    private static bool? YesOrNo(string text) => text.Length == 0 ? null : text == "yes";

    /// <summary>Makes a person something in a company, whatever they were there.</summary>
    /// <param name="person">The person.</param>
    /// <param name="company">The company.</param>
    /// <param name="role">What they become.</param>
    /// <param name="takenAt">When they gave it to themselves, looking after the installation; blank for no.</param>
    public void Put(long person, string company, Role role, string takenAt = "") =>
        installation.Execute(
            """
            insert into membership (person_id, company_id, role, taken_at) values (@person, @company, @role, @takenAt)
              on conflict (person_id, company_id) do update set role = excluded.role, taken_at = excluded.taken_at;
            delete from left_membership where person_id = @person and company_id = @company
            """,
            new
            {
                person,
                company,
                role = Words<Role>.Of(role),
                takenAt,
            }
        );

    /// <summary>Takes a person out of a company; they can be taken back.</summary>
    public void Remove(long person, string company) =>
        installation.Execute(
            """
            insert or replace into left_membership (person_id, company_id, role)
              select person_id, company_id, role from membership where person_id = @person and company_id = @company;
            delete from membership where person_id = @person and company_id = @company
            """,
            new { person, company }
        );

    /// <summary>Whether somebody belonged to a company and was taken out of it.</summary>
    public bool Left(long person, string company) =>
        installation.ExecuteScalar<bool>(
            "select exists (select 1 from left_membership where person_id = @person and company_id = @company)",
            new { person, company }
        );
}
