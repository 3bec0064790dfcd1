using Adnumera.Core.Access;
using Adnumera.Core.Documents;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Documents;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;

namespace Adnumera.Web.Documents;

/// <summary>The labels that a document is to have.</summary>
public sealed record LabelsRequest(IReadOnlyList<string> Labels);

/// <summary>Labels of documents. They change nothing of an entry, so also what is posted may be labelled.</summary>
internal static class LabelEndpoints
{
    /// <summary>How the audit calls it.</summary>
    public const string Labelled = "labels";

    public static void MapLabels(this RouteGroupBuilder company)
    {
        company
            .MapGet("labels", (CompanyBooks books) => books.File.Read(c => new LabelTable(c).All()))
            .WithTags("Documents")
            .Needs(Right.Read);
        company.MapPut("documents/{id:long}/labels", Put).WithTags("Documents").Needs(Right.Bookkeep);
    }

    private static DocumentAnswer Put(long id, LabelsRequest request, CompanyBooks books)
    {
        var labels = Labels.Of(request.Labels);
        if (Labels.Wrong(labels) is { } wrong)
            throw new RefusedException("label", $"{wrong} Nothing was changed.");
        books.File.InTransaction(c =>
        {
            if (new DocumentTable(c).Find(id) is null)
                throw RefusedException.NotFound("This document");
            var table = new LabelTable(c);
            var before = table.Of(id);
            table.Put(id, labels);
            new AuditTable(c).Add(
                books.Now,
                books.Who,
                Labelled,
                $"document/{id}",
                string.Join(", ", before),
                string.Join(", ", table.Of(id))
            );
            return 0;
        });
        return DocumentPage.Of(books, id, null);
    }
}
