using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Installation;

/// <summary>A session of a person.</summary>
/// <param name="Device">What it runs on, as the browser says.</param>
[method: ExplicitConstructor]
public sealed record Session(long Id, long PersonId, string Device, string StartedAt, string SeenAt);

/// <summary>Who is signed in, and where.</summary>
public sealed class SessionTable(SqliteConnection installation)
{
    private const string Columns = "select id, person_id as PersonId, device, started_at as StartedAt, seen_at as SeenAt from session";

    /// <summary>The session that a secret opens; none when there is none, or it has ended.</summary>
    /// <param name="secret">The secret.</param>
    /// <param name="seenSince">Sessions not seen since then have ended.</param>
    public Session? Find(string secret, DateTimeOffset seenSince) =>
        installation.QueryFirstOrDefault<Session>(
            $"{Columns} where secret_hash = @hash and seen_at >= @since",
            new { hash = Secret.Hash(secret), since = Iso.Text(seenSince) }
        );

    /// <summary>The sessions of a person that have not ended, the latest first.</summary>
    public IReadOnlyList<Session> Of(long person, DateTimeOffset seenSince) =>
        installation
            .Query<Session>(
                $"{Columns} where person_id = @person and seen_at >= @since order by seen_at desc, id desc",
                new { person, since = Iso.Text(seenSince) }
            )
            .AsList();

    /// <summary>Begins a session, and forgets those that ended by themselves.</summary>
    /// <returns>Its secret.</returns>
    public string Begin(long person, string device, DateTimeOffset at, DateTimeOffset seenSince)
    {
        var secret = Secret.New();
        installation.Execute("delete from session where seen_at < @since", new { since = Iso.Text(seenSince) });
        installation.Execute(
            "insert into session (secret_hash, person_id, device, started_at, seen_at) values (@hash, @person, @device, @at, @at)",
            new
            {
                hash = Secret.Hash(secret),
                person,
                device,
                at = Iso.Text(at),
            }
        );
        return secret;
    }

    /// <summary>Notes that a session is in use.</summary>
    public void Seen(long session, DateTimeOffset at) =>
        installation.Execute("update session set seen_at = @at where id = @session", new { session, at = Iso.Text(at) });

    /// <summary>Ends a session of a person.</summary>
    /// <returns>Whether there was such a one.</returns>
    public bool End(long person, long session) =>
        installation.Execute("delete from session where id = @session and person_id = @person", new { session, person }) > 0;

    /// <summary>Ends every session of a person.</summary>
    public void EndAll(long person) => installation.Execute("delete from session where person_id = @person", new { person });

    /// <summary>Ends every session of everybody.</summary>
    public void EndEverybodys() => installation.Execute("delete from session");
}
