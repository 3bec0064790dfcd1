using Adnumera.Core.Documents;
using Adnumera.Core.Sources;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Files;
using Adnumera.Web.Requests;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Incomplete;

/// <summary>How a document begins that a person completes.</summary>
internal static class Beginning
{
    /// <summary>The source of what a person types.</summary>
    public const string TypedSource = "Typed";

    /// <summary>Begins one that is typed, within the caller's transaction.</summary>
    /// <param name="company">The company's file.</param>
    /// <param name="books">The books.</param>
    /// <param name="kind">The word of its kind.</param>
    public static long Typed(SqliteConnection company, CompanyBooks books, string kind)
    {
        var arrival = Arrive(company, books, "typed", "", ArrivalForm.Typed);
        return Add(company, books, arrival, "", new Dictionary<string, string> { ["source"] = TypedSource, ["kind"] = kind })!.Value;
    }

    /// <summary>Begins one from a picture whose original is kept, within the caller's transaction.</summary>
    /// <param name="company">The company's file.</param>
    /// <param name="books">The books.</param>
    /// <param name="file">The picture.</param>
    /// <param name="source">Whose it is.</param>
    /// <param name="text">What its text proposes.</param>
    /// <returns>Its id and its arrival; none where the same picture was begun before.</returns>
    public static (long Id, long Arrival)? OfPicture(
        SqliteConnection company,
        CompanyBooks books,
        ArrivedFile file,
        string source,
        (TypedDocument Typed, IReadOnlyList<string> Proposed) text
    )
    {
        if (new IncompleteTable(company).Like(file.Hash) is not null)
            return null;
        var arrival = Arrive(company, books, file.Name, file.Hash, ArrivalForm.Picture);
        var head = new Dictionary<string, string>(text.Typed.Head) { ["source"] = source, ["attachment"] = file.Name };
        head.TryAdd("kind", Words<DocumentKind>.Of(DocumentKind.Bill));
        return (Add(company, books, arrival, file.Hash, head, text.Typed.Lines, text.Proposed)!.Value, arrival);
    }

    private static long Arrive(SqliteConnection company, CompanyBooks books, string fileName, string hash, ArrivalForm form)
    {
        var arrival = new ArrivalTable(company).Add(
            new ArrivalRow(
                0,
                fileName,
                hash,
                Iso.Text(books.Now),
                books.Who,
                0,
                0,
                0,
                0,
                0,
                "",
                Words<ArrivalForm>.Of(form),
                "",
                "",
                0,
                0,
                Original: hash.Length > 0 ? 1 : 0
            )
        );
        new AuditTable(company).Add(books.Now, books.Who, "take in", $"arrival/{arrival}", null, new { fileName, incomplete = 1 });
        return arrival;
    }

    private static long? Add(
        SqliteConnection company,
        CompanyBooks books,
        long arrival,
        string fingerprint,
        IReadOnlyDictionary<string, string> head,
        IReadOnlyList<IReadOnlyDictionary<string, string>>? lines = null,
        IReadOnlyList<string>? proposed = null
    ) =>
        new IncompleteTable(company).Add(
            arrival,
            "",
            fingerprint,
            new TypedDocument(head, lines ?? [new Dictionary<string, string>()]),
            [],
            proposed ?? [],
            (Iso.Text(books.Now), books.Who)
        );
}
