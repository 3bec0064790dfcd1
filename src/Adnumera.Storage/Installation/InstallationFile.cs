using Adnumera.Core.Access;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Installation;

/// <summary>Something that went wrong without anybody there.</summary>
public sealed record TroubleRow(Unattended What, string At, string Detail);

/// <summary>What is done without anybody there.</summary>
public enum Unattended
{
    /// <summary>Going on with what a stop cut off.</summary>
    Start,

    /// <summary>The dispatch of a schedule.</summary>
    Schedule,

    /// <summary>Pulling feeds, and telling sources what became of their documents.</summary>
    Feeds,

    /// <summary>Reading the payments of the 1099 year.</summary>
    Payments,
}

/// <summary>The installation's own file: who may sign in, which companies there are, and where their audits end.</summary>
/// <param name="path">The file.</param>
/// <param name="seal">What keeps its record from being rewritten.</param>
/// <param name="busySeconds">How long a piece of work waits for another one that writes.</param>
public sealed class InstallationFile(string path, AuditSeal? seal = null, int busySeconds = 10)
    : SqliteFile(path, "Installation", busySeconds)
{
    private readonly AuditSeal seal = seal ?? AuditSeal.None;

    /// <summary>The companies that are open.</summary>
    public IReadOnlyList<string> OpenCompanies() =>
        Read(c => new CompanyListTable(c).All().Where(l => l.IsOpen).Select(l => l.Id).Order(StringComparer.Ordinal).ToList());

    /// <summary>Whether a person has a right in an open company.</summary>
    public bool Allows(long person, string company, Right right) => Read(c => new MembershipTable(c).Allows(person, company, right));

    /// <summary>What a person is in an open company; nothing when they have no part in it.</summary>
    public Role? RoleOf(long person, string company) => Read(c => new MembershipTable(c).RoleOf(person, company));

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

    /// <inheritdoc/>
    protected override void Prepare(SqliteConnection connection) => seal.Prepare(connection);
}
