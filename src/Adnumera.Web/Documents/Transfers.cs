using System.Diagnostics.CodeAnalysis;
using Adnumera.Core.Documents;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Entries;
using Adnumera.Web.Coding;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Documents;

/// <summary>Transfers of which one side came: they wait some days for the other, are one with it when it comes, and are asked about when it
/// does not.</summary>
internal static class Transfers
{
    private const string OneTransfer = "one transfer with its other side";

    /// <summary>Makes one of the two sides that are here, within the caller's transaction: where the money arrives stays, the other side is
    /// set aside.</summary>
    public static void Pair(SqliteConnection company, CompanyBooks books, IEnumerable<Document> came)
    {
        var sides = came.Where(TransferSides.IsOne).ToList();
        if (sides.Count == 0)
            return;
        var (table, days) = (new TransferTable(company), ChoiceTable.Of(company).TransferDays);
        var stored = new DocumentTable(company).Load(table.Alike(sides, days)).Where(d => TransferSides.IsOne(d.Document)).ToList();
        var byId = stored.ToDictionary(d => d.Id);
        foreach (var (leaving, arriving) in TransferSides.Pairs([.. stored.Select(d => new OneSide(d.Id, d.Document))], days))
        {
            table.Pair(leaving.Id, arriving.Id);
            new PersonChoiceTable(company).SetPaymentAccount(arriving.Id, leaving.Account);
            Note(company, books, leaving.Id, arriving.Id, OneTransfer);
            using (var writer = new CodingWriter(company))
            {
                writer.Move(byId[leaving.Id], DocumentEvent.SetAside, setAside: SetAsideKind.OtherSide, setAsideBy: books.Who);
                writer.Complete();
            }

            Recoding.Recode(company, [arriving.Id], new CodingCause(books.Now, books.Who, OneTransfer));
        }
    }

    /// <summary>Takes the two sides of a transfer apart, within the caller's transaction: both are coded as if they had come
    /// alone.</summary>
    /// <param name="company">The company's file.</param>
    /// <param name="books">The books.</param>
    /// <param name="id">One of the two; without another side nothing happens.</param>
    /// <exception cref="RefusedException">The other one is in the ledger, or on its way there.</exception>
    public static void Part(SqliteConnection company, CompanyBooks books, long id)
    {
        if (!TryPart(company, books, id, out var other))
            throw new RefusedException(
                "locked",
                $"Its other side, {other.Document.Identity}, is in the ledger or on its way there. Nothing was changed.",
                StatusCodes.Status409Conflict
            );
    }

    /// <summary>The same; returns whether they could be taken apart: not once the other side is in the ledger or on its way
    /// there.</summary>
    public static bool TryPart(SqliteConnection company, CompanyBooks books, long id, [NotNullWhen(false)] out StoredDocument? other)
    {
        var (table, documents) = (new TransferTable(company), new DocumentTable(company));
        other = table.OtherSide(id) is { } otherId ? documents.Find(otherId) : null;
        if (other is null)
            return true;
        if (other.State.IsSent())
            return false;
        var (leaving, arriving) = other.SetAside == SetAsideKind.OtherSide ? (other.Id, id) : (id, other.Id);
        table.Part(leaving);
        new PersonChoiceTable(company).SetPaymentAccount(arriving, "");
        Note(company, books, leaving, arriving, "not one transfer with its other side");
        if (documents.Find(leaving) is { SetAside: SetAsideKind.OtherSide } aside)
        {
            using var writer = new CodingWriter(company);
            writer.Move(aside, DocumentEvent.TakenUp);
            writer.Complete();
        }

        Recoding.Recode(company, [leaving, arriving], new CodingCause(books.Now, books.Who, "its other side went"));
        return true;
    }

    /// <summary>Whether another day of transfers has waited long enough.</summary>
    public static bool IsDue(SqliteConnection company, CompanyBooks books) =>
        !(new TransferTable(company).AskedThrough() >= Through(company, books));

    /// <summary>Asks for the account of those that have waited long enough, within the caller's transaction.</summary>
    public static void Ask(SqliteConnection company, CompanyBooks books)
    {
        if (!IsDue(company, books))
            return;
        var (table, through) = (new TransferTable(company), Through(company, books));
        table.AskThrough(through);
        Recoding.Recode(
            company,
            table.WaitingThrough(through),
            new CodingCause(books.Now, books.Who, "its other side did not come in time")
        );
    }

    private static DateOnly Through(SqliteConnection company, CompanyBooks books) =>
        books.Today.AddDays(-ChoiceTable.Of(company).TransferDays - 1);

    private static void Note(SqliteConnection company, CompanyBooks books, long leaving, long arriving, string what)
    {
        foreach (var id in (long[])[leaving, arriving])
            new AuditTable(company).Add(books.Now, books.Who, what, $"document/{id}", null, new { leaving, arriving });
    }
}
