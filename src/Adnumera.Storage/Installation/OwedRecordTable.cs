using Adnumera.Storage.Audit;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Installation;

/// <summary>What is owed to the record of a company, because it was done in the installation's file: people, roles, invitations.</summary>
public sealed class OwedRecordTable(SqliteConnection installation)
{
    /// <summary>Owes a row, within the transaction that does it.</summary>
    public void Add(string company, DateTimeOffset at, string who, string what, string subject, string? before, string? after) =>
        installation.Execute(
            """
            insert into owed_record (company_id, mark, at, who, what, subject, before, after)
            values (@company, @mark, @at, @who, @what, @subject, @before, @after)
            """,
            new
            {
                company,
                mark = Guid.NewGuid().ToString("N"),
                at = Iso.Text(at),
                who,
                what,
                subject,
                before = before ?? "",
                after = after ?? "",
            }
        );

    /// <summary>What is owed to a company, in the order in which it happened. Walks owed_record_by_company.</summary>
    public IReadOnlyList<OwedRecord> Of(string company) =>
        installation
            .Query<OwedRecord>(
                "select mark, at, who, what, subject, before, after from owed_record where company_id = @company order by id",
                new { company }
            )
            .AsList();

    /// <summary>Forgets rows that stand in the company's record.</summary>
    public void Remove(IEnumerable<OwedRecord> carried) => installation.Execute("delete from owed_record where mark = @Mark", carried);
}

/// <summary>A row that is owed.</summary>
/// <param name="Mark">What tells it from any other.</param>
[method: ExplicitConstructor]
public sealed record OwedRecord(string Mark, string At, string Who, string What, string Subject, string Before, string After)
{
    /// <summary>Writes it into a company's record, once, within the caller's transaction.</summary>
    public void Carry(SqliteConnection company)
    {
        if (company.Execute("insert into carried_record (mark) values (@Mark) on conflict do nothing", this) == 1)
            new AuditTable(company).Add(Iso.Instant(At), Who, What, Subject, Before, After);
    }

    /// <summary>As the record shows it until it stands there.</summary>
    public AuditRow ToRow() => new(0, At, Who, What, Subject, Before, After);
}
