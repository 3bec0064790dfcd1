namespace Adnumera.Core.Documents;

/// <summary>Where a line of a document comes from: a line of its source, or a part of one.</summary>
/// <param name="Line">The source's number of it; 0 for a line that a person added.</param>
/// <param name="Part">Which part, from 1 on; 0 for the whole line.</param>
public readonly record struct LinePlace(long Line, int Part);

/// <summary>
/// What persons put right on a document, over what its source says. It holds, whatever the source sends later; what is not said here is as
/// the source says it.
/// </summary>
public sealed record DocumentEdits
{
    /// <summary>Nothing is put right.</summary>
    public static DocumentEdits None { get; } = new();

    /// <summary>Another supplier; none for the source's.</summary>
    public string? Supplier { get; init; }

    /// <summary>Another employee; none for the source's.</summary>
    public string? Employee { get; init; }

    /// <summary>Another reference; none for the source's.</summary>
    public string? Reference { get; init; }

    /// <summary>Another total, in minor units; none for the source's.</summary>
    public long? Total { get; init; }

    /// <summary>The day of its entry; none for the company's rule.</summary>
    public DateOnly? EntryDate { get; init; }

    /// <summary>Whether it is of the other kind, with all amounts turned: a bill of a negative total is a credit.</summary>
    public bool IsOtherKind { get; init; }

    /// <summary>What it comes to in the company's currency; none where nobody said.</summary>
    public ConvertedAmount? Converted { get; init; }

    /// <summary>What is put right on its lines.</summary>
    public IReadOnlyList<LineEdit> Lines { get; init; } = [];

    /// <summary>Which lines are split.</summary>
    public IReadOnlyList<LineSplit> Splits { get; init; } = [];

    /// <summary>The difference between total and lines that goes to an account; none where none does.</summary>
    public PostedDifference? Difference { get; init; }

    /// <summary>Why a person keeps it from being posted; blank for nothing.</summary>
    public string HeldBack { get; init; } = "";

    /// <summary>What persons noted; it changes nothing.</summary>
    public string Note { get; init; } = "";

    /// <summary>The document as it is with all of this.</summary>
    /// <param name="said">As its source says it.</param>
    public Document Apply(Document said)
    {
        var document = Turned(said);
        return document with
        {
            Supplier = Supplier ?? document.Supplier,
            IsSupplierPutRight = Supplier is not null,
            IsEmployeePutRight = Employee is not null,
            Employee = Employee ?? document.Employee,
            Reference = Reference ?? document.Reference,
            Total = Total ?? document.Total,
            EntryDateChoice = EntryDate,
            HeldBack = HeldBack,
            Lines = [.. InOrder(document).Select(l => l.Line)],
        };
    }

    /// <summary>The document as it is kept, with what of it persons put right: a standing decision is never over that.</summary>
    /// <param name="kept">As it is kept.</param>
    /// <param name="said">As its source says it.</param>
    public Document Mark(Document kept, Document said)
    {
        var lines = Apply(said).Lines;
        return kept with
        {
            IsSupplierPutRight = Supplier is not null,
            IsEmployeePutRight = Employee is not null,
            Lines = [.. kept.Lines.Zip(lines, (line, edited) => line with { PutRight = edited.PutRight })],
        };
    }

    /// <summary>From where each line of <see cref="Apply"/> comes, in their order.</summary>
    /// <param name="said">The document as its source says it.</param>
    public IReadOnlyList<LinePlace> PlacesOf(Document said) => [.. InOrder(Turned(said)).Select(l => l.Place)];

    /// <summary>The same with something more put right on a line; what was said of it before and is not said now stays.</summary>
    public DocumentEdits With(LineEdit edit)
    {
        var before = Lines.FirstOrDefault(l => l.Place == edit.Place);
        return this with { Lines = [.. Lines.Where(l => l.Place != edit.Place), before is null ? edit : before.Then(edit)] };
    }

    /// <summary>The same with a line split, or whole again.</summary>
    /// <param name="line">The line.</param>
    /// <param name="split">Its parts; none to make it whole.</param>
    public DocumentEdits WithSplit(long line, LineSplit? split) =>
        this with
        {
            Splits = [.. Splits.Where(s => s.Line != line), .. split is null ? [] : (LineSplit[])[split]],
            Lines = [.. Lines.Where(l => l.Place.Line != line || l.Place.Part == 0)],
        };

    /// <summary>The same without what only repeats the source, in the order of its lines.</summary>
    /// <param name="said">The document as its source says it.</param>
    public DocumentEdits Over(Document said)
    {
        var turned = Turned(said);
        return this with
        {
            Supplier = Supplier == turned.Supplier ? null : Supplier,
            Employee = Employee == turned.Employee ? null : Employee,
            Reference = Reference == turned.Reference ? null : Reference,
            Total = Total == turned.Total ? null : Total,
            Splits = [.. Splits.OrderBy(s => s.Line)],
            Lines =
            [
                .. Lines
                    .Select(l => turned.Lines.FirstOrDefault(t => t.Number == l.Place.Line) is { } line ? l.Over(WholeOf(l, line)) : l)
                    .Where(l => !l.IsBlank)
                    .OrderBy(l => l.Place.Line)
                    .ThenBy(l => l.Place.Part),
            ],
        };
    }

    /// <summary>Whether nothing is put right.</summary>
    public bool IsBlank =>
        this
            is {
                Supplier: null,
                Employee: null,
                Reference: null,
                Total: null,
                EntryDate: null,
                IsOtherKind: false,
                Converted: null,
                Difference: null,
                HeldBack: "",
                Note: "",
                Lines.Count: 0,
                Splits.Count: 0,
            };

    // A part says what differs from its whole line as that is put right.
    private DocumentLine WholeOf(LineEdit edit, DocumentLine line) =>
        edit.Place.Part > 0 && Lines.FirstOrDefault(l => l.Place == new LinePlace(line.Number, 0)) is { } whole ? whole.Apply(line) : line;

    private Document Turned(Document said)
    {
        var document = IsOtherKind ? said.OfOtherKind() : said;
        return Converted is { } converted ? converted.Apply(document) : document;
    }

    private IEnumerable<(LinePlace Place, DocumentLine Line)> InOrder(Document document) => LinesOf(document).OrderBy(l => l.Line.Number);

    // The first part of a line keeps its number; what is new is numbered behind all that the source has.
    private IEnumerable<(LinePlace Place, DocumentLine Line)> LinesOf(Document document)
    {
        var next = document.Lines.Count == 0 ? 1 : document.Lines.Max(l => l.Number) + 1;
        foreach (var said in document.Lines)
        {
            var whole = Edited(said, 0);
            if (Splits.FirstOrDefault(s => s.Line == said.Number) is not { } split)
            {
                yield return (new LinePlace(said.Number, 0), whole);
                continue;
            }

            foreach (var (part, index) in split.Apply(whole).Select((p, i) => (p, i + 1)))
                yield return (
                    new LinePlace(said.Number, index),
                    Edited(part with { Number = index == 1 ? said.Number : next++ }, index, said.Number)
                );
        }

        if (Difference is { } difference)
            yield return (default, difference.AsLine(next));
    }

    private DocumentLine Edited(DocumentLine line, int part, long? of = null)
    {
        var place = new LinePlace(of ?? line.Number, part);
        return Lines.FirstOrDefault(l => l.Place == place) is { } edit ? edit.Apply(line) : line;
    }
}
