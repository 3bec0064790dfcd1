using Adnumera.Core.Access;
using Adnumera.Core.Documents;
using Adnumera.Core.InformationReturns;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Web.Documents;

namespace Adnumera.Web.Vocabulary;

/// <summary>The fixed words, for whoever is signed in.</summary>
internal static class VocabularyEndpoints
{
    private static readonly VocabularyAnswer All = new(
        [.. DocumentKinds.All.Select(k => new DocumentKindAnswer(k.Kind, k.Title, k.Side, k.Reverses))],
        [.. KeyKinds.All.Select(k => new KeyKindAnswer(k.Kind, k.Title, k.Plural, k.Side, k.Target, k.HasGroup, k.Dimension?.Word ?? ""))],
        [.. DocumentKind.Bill.Row().Forms.Select(f => new FormAnswer(f, f.Title()))],
        [.. Enum.GetValues<ReturnBox>().Select(b => new BoxAnswer(b, b.Text(), b.Title()))],
        Rights.All,
        Rights.Roles,
        Enum.GetValues<HoldKind>(),
        Enum.GetValues<ListColumn>(),
        MappingRow.LeaveOut
    );

    public static void MapVocabulary(this WebApplication app) => app.MapGet("/api/vocabulary", () => All).WithTags("Session");
}
