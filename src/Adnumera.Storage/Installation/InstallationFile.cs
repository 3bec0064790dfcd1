using Dapper;

namespace Adnumera.Storage.Installation;

/// <summary>A person who may sign in.</summary>
[method: ExplicitConstructor]
public sealed record Person(long Id, string Name, string SignIn, string PasswordHash, long Failed, string LockedUntil);

/// <summary>A company that a person may open, and as what.</summary>
[method: ExplicitConstructor]
public sealed record Membership(string Company, string CompanyName, string Role);

/// <summary>The installation's own file: who may sign in, and which companies there are.</summary>
public sealed class InstallationFile(string path) : SqliteFile(path, "Installation")
{
    private const string Columns = "select id, name, sign_in as SignIn, password_hash as PasswordHash, failed, locked_until as LockedUntil from person";

    public Person? FindBySignIn(string signIn) => Read(c => c.QueryFirstOrDefault<Person>($"{Columns} where sign_in = @signIn", new { signIn }));

    public Person? Find(long id) => Read(c => c.QueryFirstOrDefault<Person>($"{Columns} where id = @id", new { id }));

    public IReadOnlyList<Membership> Memberships(long person) => Read(c => c.Query<Membership>(
        "select m.company_id as Company, c.name as CompanyName, m.role as Role from membership m join company c on c.id = m.company_id where m.person_id = @person order by c.name", new { person }).AsList());

    public string? Role(long person, string company) => Read(c => c.QueryFirstOrDefault<string>("select role from membership where person_id = @person and company_id = @company", new { person, company }));

    public IReadOnlyList<string> Companies() => Read(c => c.Query<string>("select id from company order by id").AsList());

    public void AddCompany(string id, string name) => InTransaction(c => c.Execute("insert into company (id, name) values (@id, @name)", new { id, name }));

    public long AddPerson(string name, string signIn, string passwordHash) =>
        InTransaction(c => c.ExecuteScalar<long>("insert into person (name, sign_in, password_hash) values (@name, @signIn, @passwordHash) returning id", new { name, signIn, passwordHash }));

    public void Join(long person, string company, string role) =>
        InTransaction(c => c.Execute("insert into membership (person_id, company_id, role) values (@person, @company, @role)", new { person, company, role }));

    /// <summary>Notes a sign-in: a good one clears the failures, a bad one counts.</summary>
    public void SignedIn(long person, bool good, string lockedUntil) => InTransaction(c => c.Execute(
        good ? "update person set failed = 0, locked_until = '' where id = @person" : "update person set failed = failed + 1, locked_until = @lockedUntil where id = @person", new { person, lockedUntil }));
}
