using Adnumera.Core.Access;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Files;
using Dapper;

namespace Adnumera.Storage.Installation;

/// <summary>A person who may sign in. The stamp is in each of their sessions: one that carries another has ended.</summary>
[method: ExplicitConstructor]
public sealed record Person(long Id, string Name, string SignIn, string PasswordHash, long Failed, string LockedUntil, string Stamp);

/// <summary>A company that a person may open, and as what.</summary>
public sealed record Membership(string Company, string CompanyName, Role Role);

/// <summary>A person of a company.</summary>
public sealed record Member(long Id, string Name, string SignIn, Role Role);

/// <summary>Something that went wrong without anybody there.</summary>
public sealed record TroubleRow(Unattended What, string At, string Detail);

/// <summary>What is done without anybody there.</summary>
public enum Unattended
{
    /// <summary>Going on with what a stop cut off.</summary>
    Start,

    /// <summary>The dispatch of a schedule.</summary>
    Schedule,
}

/// <summary>The installation's own file: who may sign in, which companies there are, and where their audits end.</summary>
public sealed class InstallationFile(string path, int busySeconds = 10) : SqliteFile(path, "Installation", busySeconds)
{
    private const string Columns =
        "select id, name, sign_in as SignIn, password_hash as PasswordHash, failed, locked_until as LockedUntil, stamp from person";

    public Person? FindBySignIn(string signIn) =>
        Read(c => c.QueryFirstOrDefault<Person>($"{Columns} where sign_in = @signIn", new { signIn }));

    public Person? Find(long id) => Read(c => c.QueryFirstOrDefault<Person>($"{Columns} where id = @id", new { id }));

    public IReadOnlyList<Membership> Memberships(long person) =>
        Read(c =>
            c.Query<(string Company, string Name, string Role)>(
                    "select m.company_id, c.name, m.role from membership m join company c on c.id = m.company_id "
                        + "where m.person_id = @person order by c.name",
                    new { person }
                )
                .Select(m => new Membership(m.Company, m.Name, Words<Role>.Read(m.Role)))
                .ToList()
        );

    /// <summary>Who belongs to a company.</summary>
    public IReadOnlyList<Member> Members(string company) =>
        Read(c =>
            c.Query<(long Id, string Name, string SignIn, string Role)>(
                    "select p.id, p.name, p.sign_in, m.role from membership m join person p on p.id = m.person_id "
                        + "where m.company_id = @company order by p.name",
                    new { company }
                )
                .Select(m => new Member(m.Id, m.Name, m.SignIn, Words<Role>.Read(m.Role)))
                .ToList()
        );

    /// <summary>What a person is in a company; nothing when they have no part in it.</summary>
    public Role? RoleOf(long person, string company) =>
        Read(c =>
            c.QueryFirstOrDefault<string>(
                "select role from membership where person_id = @person and company_id = @company",
                new { person, company }
            )
        )
            is { } role
            ? Words<Role>.Read(role)
            : null;

    public IReadOnlyList<string> Companies() => Read(c => c.Query<string>("select id from company order by id").AsList());

    public void AddCompany(string id, string name) =>
        InTransaction(c => c.Execute("insert into company (id, name) values (@id, @name)", new { id, name }));

    public long AddPerson(string name, string signIn, string passwordHash) =>
        InTransaction(c =>
            c.ExecuteScalar<long>(
                "insert into person (name, sign_in, password_hash, stamp) "
                    + "values (@name, @signIn, @passwordHash, lower(hex(randomblob(16)))) returning id",
                new
                {
                    name,
                    signIn,
                    passwordHash,
                }
            )
        );

    public void Join(long person, string company, string role) =>
        InTransaction(c =>
            c.Execute(
                "insert into membership (person_id, company_id, role) values (@person, @company, @role)",
                new
                {
                    person,
                    company,
                    role,
                }
            )
        );

    /// <summary>Notes a sign-in: a good one clears the failures, a bad one counts.</summary>
    /// <param name="person">Who.</param>
    /// <param name="failed">How many failures there are now.</param>
    /// <param name="lockedUntil">Until when nobody gets in under this name; blank for not at all.</param>
    public void SignedIn(long person, int failed, string lockedUntil) =>
        InTransaction(c =>
            c.Execute(
                "update person set failed = @failed, locked_until = @lockedUntil where id = @person",
                new
                {
                    person,
                    failed,
                    lockedUntil,
                }
            )
        );

    /// <summary>Ends every session of a person.</summary>
    public void EndSessions(long person) =>
        InTransaction(c => c.Execute("update person set stamp = lower(hex(randomblob(16))) where id = @person", new { person }));

    /// <summary>Gives a person another password, and ends every session of theirs.</summary>
    public void ChangePassword(long person, string passwordHash) =>
        InTransaction(c =>
            c.Execute(
                "update person set password_hash = @passwordHash, failed = 0, locked_until = '', stamp = lower(hex(randomblob(16))) "
                    + "where id = @person",
                new { person, passwordHash }
            )
        );

    /// <summary>Where a company's audit ends, as far as it was noted.</summary>
    public AuditAnchor? Anchor(string company) =>
        Read(c =>
            c.QueryFirstOrDefault<(long After, long Id, byte[]? Hash)>(
                "select keyed_after, last_id, last_hash from audit_anchor where company_id = @company",
                new { company }
            )
        )
            is { Hash: { } hash } row
            ? new AuditAnchor(row.After, row.Id, hash)
            : null;

    /// <summary>Notes where a company's audit ends; an earlier end never takes the place of a later one.</summary>
    public void NoteAnchor(string company, long id, byte[] hash, DateTimeOffset at) =>
        InTransaction(c =>
            c.Execute(
                """
                insert into audit_anchor (company_id, keyed_after, last_id, last_hash, at) values (@company, 0, @id, @hash, @at)
                on conflict (company_id) do update set last_id = @id, last_hash = @hash, at = @at where last_id < @id
                """,
                new
                {
                    company,
                    id,
                    hash,
                    at = Iso.Text(at),
                }
            )
        );

    /// <summary>Begins the anchor of an audit whose rows so far were written before the chain was keyed.</summary>
    public void BeginAnchor(string company, long id, byte[] hash, DateTimeOffset at) =>
        InTransaction(c =>
            c.Execute(
                "insert or ignore into audit_anchor (company_id, keyed_after, last_id, last_hash, at) "
                    + "values (@company, @id, @id, @hash, @at)",
                new
                {
                    company,
                    id,
                    hash,
                    at = Iso.Text(at),
                }
            )
        );

    /// <summary>Keeps what went wrong without anybody there, until it goes well again.</summary>
    public void Trouble(string company, Unattended what, DateTimeOffset at, string detail) =>
        InTransaction(c =>
            c.Execute(
                "insert into trouble (company_id, what, at, detail) values (@company, @what, @at, @detail) on conflict do update "
                    + "set at = @at, detail = @detail",
                new
                {
                    company,
                    what = Words<Unattended>.Of(what),
                    at = Iso.Text(at),
                    detail,
                }
            )
        );

    /// <summary>It went well again.</summary>
    public void Well(string company, Unattended what) =>
        InTransaction(c =>
            c.Execute(
                "delete from trouble where company_id = @company and what = @what",
                new { company, what = Words<Unattended>.Of(what) }
            )
        );

    public IReadOnlyList<TroubleRow> Troubles(string company) =>
        Read(c =>
            c.Query<(string What, string At, string Detail)>(
                    "select what, at, detail from trouble where company_id = @company order by at desc",
                    new { company }
                )
                .Select(t => new TroubleRow(Words<Unattended>.Read(t.What), t.At, t.Detail))
                .ToList()
        );
}
