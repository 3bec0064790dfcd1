using Adnumera.Core.Access;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Installation;

/// <summary>An invitation into a company, open until it is used, taken back, or ends.</summary>
/// <param name="ForWhom">Whom it is for, as the person who made it noted.</param>
public sealed record Invitation(long Id, string Company, Role Role, string ForWhom, string MadeBy, string MadeAt, string EndsAt);

/// <summary>The invitations of the installation.</summary>
public sealed class InvitationTable(SqliteConnection installation)
{
    private const string Columns =
        "select id, company_id as Company, role, for_whom as ForWhom, made_by as MadeBy, made_at as MadeAt, ends_at as EndsAt from "
        + "invitation";

    /// <summary>Makes one, unless it was made under the same mark.</summary>
    /// <param name="invitation">What it lets in, by whom, and until when.</param>
    /// <param name="person">Who makes it; none for whoever has the machine.</param>
    /// <param name="secret">What lets in whoever has it.</param>
    /// <param name="mark">What tells the request from any other.</param>
    /// <returns>Whether it was made now.</returns>
    public bool Add(Invitation invitation, long? person, string secret, string mark) =>
        installation.Execute(
            """
            insert into invitation (secret_hash, company_id, role, for_whom, made_by, made_by_person, made_at, ends_at, mark)
            values (@hash, @Company, @role, @ForWhom, @MadeBy, @person, @MadeAt, @EndsAt, @mark) on conflict do nothing
            """,
            new
            {
                hash = Secret.Hash(secret),
                invitation.Company,
                role = Words<Role>.Of(invitation.Role),
                invitation.ForWhom,
                invitation.MadeBy,
                person,
                invitation.MadeAt,
                invitation.EndsAt,
                mark,
            }
        ) == 1;

    /// <summary>The open invitations into a company, the one that ends first in front.</summary>
    public IReadOnlyList<Invitation> Open(string company, DateTimeOffset now) =>
        [
            .. installation
                .Query<Row>(
                    $"{Columns} where company_id = @company and ends_at > @now and used_at = '' order by ends_at, id",
                    new { company, now = Iso.Text(now) }
                )
                .Select(r => r.ToInvitation()),
        ];

    /// <summary>The open invitation of a secret; none when it was used or taken back, or has ended.</summary>
    public Invitation? Find(string secret, DateTimeOffset now) =>
        installation
            .QueryFirstOrDefault<Row>(
                $"{Columns} where secret_hash = @hash and ends_at > @now and used_at = ''",
                new { hash = Secret.Hash(secret), now = Iso.Text(now) }
            )
            ?.ToInvitation();

    /// <summary>Notes that it was used.</summary>
    public void Use(long id, string by, DateTimeOffset at) =>
        installation.Execute(
            "update invitation set used_by = @by, used_at = @at where id = @id",
            new
            {
                id,
                by,
                at = Iso.Text(at),
            }
        );

    /// <summary>Takes one back.</summary>
    /// <returns>Whether it was open.</returns>
    public bool Withdraw(long id, string company) =>
        installation.Execute("delete from invitation where id = @id and company_id = @company and used_at = ''", new { id, company }) > 0;

    /// <summary>Takes back what a person made that is still open, since they may not invite any more. Walks invitation_by_person.</summary>
    /// <param name="person">The person.</param>
    /// <param name="company">Into which company; none for all.</param>
    /// <returns>Whom they were for, and into which company.</returns>
    public IReadOnlyList<(string Company, string ForWhom)> WithdrawThoseOf(long person, string? company) =>
        installation
            .Query<(string, string)>(
                """
                delete from invitation where made_by_person = @person and used_at = '' and (@company is null or company_id = @company)
                returning company_id, for_whom
                """,
                new { person, company }
            )
            .AsList();

    [method: ExplicitConstructor]
    private sealed record Row(long Id, string Company, string Role, string ForWhom, string MadeBy, string MadeAt, string EndsAt)
    {
        public Invitation ToInvitation() => new(Id, Company, Words<Role>.Read(Role), ForWhom, MadeBy, MadeAt, EndsAt);
    }
}
