using Adnumera.Core.Count;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Count;
using Adnumera.Storage.Files;
using Adnumera.Web.Requests;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Documents;

/// <summary>What sources themselves say that they sent: a person types it, or a statement says it by its balances.</summary>
internal static class StatementKeeping
{
    /// <summary>Keeps what a source says, within the caller's transaction.</summary>
    /// <param name="company">The company's file.</param>
    /// <param name="books">The books.</param>
    /// <param name="source">The source.</param>
    /// <param name="stated">What it says.</param>
    /// <param name="arrival">The file that says it; 0 for a person or a feed.</param>
    /// <param name="feed">The feed that says it; 0 for none.</param>
    public static void Keep(
        SqliteConnection company,
        CompanyBooks books,
        string source,
        SourceStatement stated,
        long arrival,
        long feed = 0
    )
    {
        var (first, last) = (Iso.Text(stated.First), Iso.Text(stated.Last));
        var (documents, money) = (stated.Tally.Documents, stated.Tally.Money);
        new StatementTable(company).Add(
            new StatementRow(0, source, first, last, documents, money, Iso.Text(books.Now), books.Who, arrival, feed)
        );
        new AuditTable(company).Add(
            books.Now,
            books.Who,
            "source says",
            $"source/{source}",
            null,
            new
            {
                first,
                last,
                documents,
                money,
            }
        );
    }
}
