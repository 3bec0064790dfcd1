using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Installation;

/// <summary>A company of the installation.</summary>
/// <param name="ClosedAt">When it was closed; blank while it is open.</param>
/// <param name="BookFrom">The company whose mapping book it wants to begin with; blank for none.</param>
[method: ExplicitConstructor]
public sealed record ListedCompany(string Id, string Name, string ClosedAt, string BookFrom)
{
    /// <summary>Whether it is open.</summary>
    public bool IsOpen => ClosedAt.Length == 0;
}

/// <summary>The companies of the installation.</summary>
public sealed class CompanyListTable(SqliteConnection installation)
{
    private const string Columns = "select id, name, closed_at as ClosedAt, book_from as BookFrom from company";

    /// <summary>All, closed ones too.</summary>
    public IReadOnlyList<ListedCompany> All() => installation.Query<ListedCompany>($"{Columns} order by name, id").AsList();

    public ListedCompany? Find(string id) => installation.QueryFirstOrDefault<ListedCompany>($"{Columns} where id = @id", new { id });

    public void Add(string id, string name, string bookFrom = "") =>
        installation.Execute(
            "insert into company (id, name, book_from) values (@id, @name, @bookFrom)",
            new
            {
                id,
                name,
                bookFrom,
            }
        );

    /// <summary>Notes that the book it began with is here, or is not wanted.</summary>
    public void ForgetBook(string id) => installation.Execute("update company set book_from = '' where id = @id", new { id });

    /// <summary>Closes a company: nobody opens it, and nothing is done in it, until it is opened again.</summary>
    public void Close(string id, DateTimeOffset at) =>
        installation.Execute("update company set closed_at = @at where id = @id", new { id, at = Iso.Text(at) });

    /// <summary>Opens a closed company again.</summary>
    public void Reopen(string id) => installation.Execute("update company set closed_at = '' where id = @id", new { id });
}
