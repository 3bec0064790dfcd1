using Adnumera.Formats.Documents;
using FluentValidation;

namespace Adnumera.Web.Incomplete;

/// <summary>What is typed has fields that are known, of a length that is kept; what else is wrong is said beside each.</summary>
internal sealed class TypedRules : AbstractValidator<TypedRequest>
{
    private const int MostLines = 500;

    public TypedRules()
    {
        RuleFor(r => r.Lines.Count).LessThanOrEqualTo(MostLines).WithErrorCode("lines").WithMessage($"It has more than {MostLines} lines.");
        RuleFor(r => r.Head)
            .Must(h => AreKnown(h, ofLine: false))
            .WithErrorCode("field")
            .WithMessage("A field of the document is not known, or has more than is kept.");
        RuleForEach(r => r.Lines)
            .Must(l => AreKnown(l, ofLine: true))
            .WithErrorCode("field")
            .WithMessage("A field of a line is not known, or has more than is kept.");
        RuleFor(r => r.Proposed.Count)
            .LessThanOrEqualTo(MostLines * 10)
            .WithErrorCode("field")
            .WithMessage("It has too many proposed fields.");
    }

    private static bool AreKnown(IReadOnlyDictionary<string, string> fields, bool ofLine) =>
        fields.All(f =>
            DocumentsFile.ColumnNames.Contains(f.Key)
            && DocumentsFile.IsOfLine(f.Key) == ofLine
            && (f.Value ?? "").Length <= PlainText.MostOfNotes
        );
}
