using Adnumera.Core.Access;
using Adnumera.Core.Documents;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Documents;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using FluentValidation;

namespace Adnumera.Web.Documents;

/// <summary>The labels that a document is to have.</summary>
/// <param name="Before">Those that were read.</param>
public sealed record LabelsRequest(IReadOnlyList<string> Labels, IReadOnlyList<string> Before);

/// <summary>What labels may be.</summary>
internal sealed class LabelRules : AbstractValidator<LabelsRequest>
{
    public LabelRules() =>
        RuleFor(r => r.Labels)
            .Cascade(CascadeMode.Stop)
            .NotNull()
            .WithErrorCode("labels")
            .WithMessage("Say which labels the document is to have; none is an empty list.")
            .Must(l => Labels.Wrong(Labels.Of(l)) is null)
            .WithErrorCode("labels")
            .WithMessage(r => Labels.Wrong(Labels.Of(r.Labels))!);
}

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
        books.File.InTransaction(c =>
        {
            if (new DocumentTable(c).Find(id) is null)
                throw RefusedException.NotFound("This document");
            var table = new LabelTable(c);
            var before = table.Of(id);
            Revision.Require(Revision.Of(request.Before), Revision.Of(before), "The labels of this document", before);
            table.Put(id, Labels.Of(request.Labels));
            var after = table.Of(id);
            if (!after.SequenceEqual(before))
                new AuditTable(c).Add(
                    books.Now,
                    books.Who,
                    Labelled,
                    $"document/{id}",
                    string.Join(", ", before),
                    string.Join(", ", after)
                );
            return 0;
        });
        return DocumentPage.Of(books, id, null);
    }
}
