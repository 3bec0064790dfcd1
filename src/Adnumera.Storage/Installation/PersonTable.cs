using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Installation;

/// <summary>A person who may sign in.</summary>
/// <param name="Administers">1 for whoever looks after the installation itself.</param>
[method: ExplicitConstructor]
public sealed record Person(long Id, string Name, string SignIn, string PasswordHash, long Failed, string LockedUntil, long Administers)
{
    /// <summary>Whether they look after the installation itself.</summary>
    public bool IsAdministrator => Administers != 0;
}

/// <summary>The people of the installation.</summary>
public sealed class PersonTable(SqliteConnection installation)
{
    private const string Columns =
        "select id, name, sign_in as SignIn, password_hash as PasswordHash, failed, locked_until as LockedUntil, administers from person";

    /// <summary>Everybody, by name.</summary>
    public IReadOnlyList<Person> All() => installation.Query<Person>($"{Columns} order by name, id").AsList();

    /// <summary>Whether there is anybody at all.</summary>
    public bool Any() => installation.ExecuteScalar<bool>("select exists (select 1 from person)");

    /// <summary>The person of a sign-in, whatever its case.</summary>
    public Person? FindBySignIn(string signIn) =>
        installation.QueryFirstOrDefault<Person>($"{Columns} where sign_in = @signIn", new { signIn });

    public Person? Find(long id) => installation.QueryFirstOrDefault<Person>($"{Columns} where id = @id", new { id });

    public long Add(string name, string signIn, string passwordHash, bool administers = false) =>
        installation.ExecuteScalar<long>(
            "insert into person (name, sign_in, password_hash, administers) values (@name, @signIn, @passwordHash, @administers) "
                + "returning id",
            new
            {
                name,
                signIn,
                passwordHash,
                administers,
            }
        );

    public void Rename(long person, string name) =>
        installation.Execute("update person set name = @name where id = @person", new { person, name });

    /// <summary>Gives or takes the care of the installation.</summary>
    public void LetAdminister(long person, bool administers) =>
        installation.Execute("update person set administers = @administers where id = @person", new { person, administers });

    /// <summary>Gives a person another password; their sessions are ended apart.</summary>
    public void ChangePassword(long person, string passwordHash) =>
        installation.Execute(
            "update person set password_hash = @passwordHash, failed = 0, locked_until = '' where id = @person",
            new { person, passwordHash }
        );

    /// <summary>Counts a try to sign in before its password is looked at, so that many at once are as many. What was counted before a lock
    /// ended with it.</summary>
    /// <param name="person">Who.</param>
    /// <param name="most">So many, and nobody gets in under this name.</param>
    /// <param name="now">The instant.</param>
    /// <param name="until">Until when, then.</param>
    /// <returns>Whether the try counts; not while the name is locked.</returns>
    public bool Try(long person, int most, DateTimeOffset now, DateTimeOffset until) =>
        installation.Execute(
            """
            update person set failed = case when locked_until = '' then failed + 1 else 1 end,
              locked_until = case when locked_until = '' and failed + 1 >= @most then @until else '' end
            where id = @person and locked_until <= @now
            """,
            new
            {
                person,
                most,
                now = Iso.Text(now),
                until = Iso.Text(until),
            }
        ) == 1;

    /// <summary>Somebody signed in: what was counted is over.</summary>
    public void SignedIn(long person) =>
        installation.Execute("update person set failed = 0, locked_until = '' where id = @person", new { person });
}
