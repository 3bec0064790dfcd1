using Adnumera.Core.Amounts;
using Adnumera.Core.Count;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Sources;
using Adnumera.Web.Requests;

namespace Adnumera.Web.Documents;

/// <summary>What a file brings of one source, and the days that it is dated.</summary>
public sealed record SourceTally(string Source, long Documents, string Money, string FirstDay, string LastDay);

/// <summary>Why documents are held, and how many.</summary>
public sealed record ReasonTally(HoldKind Reason, string Detail, int Documents);

/// <summary>What is worth noticing and holds nothing, and how many.</summary>
public sealed record NoticeTally(DocumentNotice Notice, string Detail, int Documents);

/// <summary>What a statement says of itself by its balances; it is kept as what its source says.</summary>
public sealed record StatedTally(string FirstDay, string LastDay, long Documents, string Money);

/// <summary>How many records are no document, and why.</summary>
public sealed record SkipTally(SkipReason Reason, int Records);

/// <summary>A document of a file, in short.</summary>
/// <param name="Account">What it is paid from, or goes to.</param>
/// <param name="Who">The supplier or employee.</param>
/// <param name="What">The description of its first line.</param>
public sealed record DocumentSample(
    string Place,
    DocumentKind Kind,
    string Date,
    string Who,
    string What,
    string Reference,
    string Account,
    string Total,
    string Currency,
    int Lines
);

/// <summary>Why a person may want to see a document of a file.</summary>
public enum NamedFor
{
    /// <summary>It was here before, and says something else now.</summary>
    Changed,

    /// <summary>It is in the ledger or on its way there: what is sent anew waits as a proposed correction.</summary>
    ProposedCorrection,

    /// <summary>It may be the same as another one.</summary>
    PossibleDuplicate,
}

/// <summary>A document of a file that a person may want to see.</summary>
/// <param name="Document">What it is called by its source.</param>
/// <param name="OtherId">The document that is here: itself, or the one that it may be the same as; 0 where that comes with this
/// file.</param>
/// <param name="Other">What that one is called.</param>
public sealed record NamedDocument(NamedFor For, string Document, string Who, string Total, string Currency, long OtherId, string Other)
{
    internal static IEnumerable<NamedDocument> Of(ArrivalPlan plan)
    {
        var fresh = plan.Changes.Where(c => c.Before is null).Select(c => c.Id).ToHashSet();
        return
        [
            .. plan.Corrections.Select(c => Of(NamedFor.ProposedCorrection, c.Document, c.Id, "")),
            .. plan
                .Changes.Where(c => c.DuplicateOf is not null)
                .Select(c =>
                    Of(
                        NamedFor.PossibleDuplicate,
                        c.Composed.Document,
                        fresh.Contains(c.DuplicateOf!.Value) ? 0 : c.DuplicateOf.Value,
                        c.DuplicateName?.ToString() ?? ""
                    )
                ),
            .. plan
                .Changes.Where(c => c.Before is not null && c.DuplicateOf is null)
                .Select(c => Of(NamedFor.Changed, c.Composed.Document, c.Id, "")),
        ];
    }

    private static NamedDocument Of(NamedFor why, Document d, long otherId, string other) =>
        new(
            why,
            d.Identity.ToString(),
            d.Supplier.Length > 0 ? d.Supplier : d.Employee,
            AmountText.Format(d.Total, d.Currency.Digits),
            d.Currency.Code,
            otherId,
            other
        );
}

/// <summary>What a file would bring, or brought.</summary>
/// <param name="FileName">The file.</param>
/// <param name="Form">Its form; none where it is of none that is read.</param>
/// <param name="Documents">Documents in it.</param>
/// <param name="Lines">Lines in it.</param>
/// <param name="Added">New ones.</param>
/// <param name="Updated">Those that arrived before and differ now.</param>
/// <param name="Unchanged">Those that arrived before and are the same.</param>
/// <param name="Corrections">Those that differ now but are in the ledger or on the way there; they stay as they are, and what was sent anew
/// waits as a proposed correction.</param>
/// <param name="Sources">Documents and money by source, and the days that they are dated.</param>
/// <param name="Coded">Of the new and updated ones, how many are coded.</param>
/// <param name="Held">How many are held.</param>
/// <param name="SetAside">How many are set aside.</param>
/// <param name="Reasons">Why they are held, most first.</param>
/// <param name="Noticed">What is worth noticing and holds nothing, most first.</param>
/// <param name="Skipped">Records that are no document, by why; they are kept and shown with the file.</param>
/// <param name="Cancelled">Documents of earlier files that it cancels, and those of its own that were cancelled before.</param>
/// <param name="Stated">What its statements say of themselves.</param>
/// <param name="First">The first documents, as they would come.</param>
/// <param name="Named">Documents that a person may want to see one by one: the first that are changed, are proposed corrections, or may be
/// duplicates.</param>
/// <param name="Incomplete">Records that cannot be read, and can be held until they are completed; 0 where the file itself is
/// wrong.</param>
/// <param name="Waiting">Of these, how many came before and wait already, or were decided about.</param>
/// <param name="Errors">What is wrong with the file, or with records of it.</param>
/// <param name="ErrorCount">How many errors there are in all.</param>
/// <param name="Notices">Worth knowing about the file.</param>
public sealed record TakeInAnswer(
    string FileName,
    ArrivalForm? Form,
    int Documents,
    int Lines,
    int Added,
    int Updated,
    int Unchanged,
    int Corrections,
    IReadOnlyList<SourceTally> Sources,
    TallyText Coded,
    TallyText Held,
    TallyText SetAside,
    IReadOnlyList<ReasonTally> Reasons,
    IReadOnlyList<NoticeTally> Noticed,
    IReadOnlyList<SkipTally> Skipped,
    int Cancelled,
    IReadOnlyList<StatedTally> Stated,
    IReadOnlyList<DocumentSample> First,
    IReadOnlyList<NamedDocument> Named,
    int Incomplete,
    int Waiting,
    IReadOnlyList<Problem> Errors,
    int ErrorCount,
    IReadOnlyList<Problem> Notices
)
{
    private const int Samples = 8;
    private const int MostNamed = 25;

    internal static TakeInAnswer Faulty(string fileName, ArrivalForm? form, Problems problems) =>
        new(
            fileName,
            form,
            0,
            0,
            0,
            0,
            0,
            0,
            [],
            new(0, "0"),
            new(0, "0"),
            new(0, "0"),
            [],
            [],
            [],
            0,
            [],
            [],
            [],
            0,
            0,
            problems.Errors,
            problems.Count,
            problems.Notices
        );

    /// <param name="plan">What it changes.</param>
    /// <param name="arriving">The file.</param>
    /// <param name="waiting">How many of its faulty records are here already.</param>
    /// <param name="cancelled">How many documents that are here it cancels.</param>
    /// <param name="problems">Its notices.</param>
    /// <param name="currency">The company's currency.</param>
    /// <param name="today">Today.</param>
    internal static TakeInAnswer Of(
        ArrivalPlan plan,
        ArrivingFile arriving,
        int waiting,
        int cancelled,
        Problems problems,
        Currency currency,
        DateOnly today
    )
    {
        var filed = arriving.Taken;
        Tally coded = default,
            held = default,
            setAside = default;
        foreach (var composed in plan.Changes.Select(c => c.Composed))
        {
            var tally = new Tally(1, Counted(composed.Document, currency));
            if (composed is Composition.SetAside)
                setAside += tally;
            else if (composed is Composition.Held)
                held += tally;
            else
                coded += tally;
        }

        var reasons = plan
            .Changes.SelectMany(c => c.Composed.Reasons.DistinctBy(r => r.Kind))
            .GroupBy(r => r.Kind)
            .Select(g => new ReasonTally(g.Key, ReasonWords.Of(g.First()).Detail, g.Count()));
        var noticed = plan
            .Changes.SelectMany(c => c.Composed.Notices.Concat(c.Composed.Document.Date > today ? [DocumentNotice.DatedAhead] : []))
            .GroupBy(n => n)
            .Select(g => new NoticeTally(g.Key, g.Key.Sentence(), g.Count()));
        return new TakeInAnswer(
            arriving.File.Name,
            arriving.Form,
            filed.Count,
            filed.Sum(f => f.Document.Lines.Count),
            plan.Added,
            plan.Updated,
            plan.Unchanged,
            plan.Corrections.Count,
            [
                .. filed
                    .GroupBy(f => f.Document.Identity.Source)
                    .Select(g => new SourceTally(
                        g.Key,
                        g.Count(),
                        AmountText.Format(g.Sum(f => Counted(f.Document, currency)), currency.Digits),
                        Day.Text(g.Min(f => f.Document.Date)),
                        Day.Text(g.Max(f => f.Document.Date))
                    )),
            ],
            TallyText.Of(coded, currency),
            TallyText.Of(held, currency),
            TallyText.Of(setAside, currency),
            [.. reasons.OrderByDescending(r => r.Documents)],
            [.. noticed.OrderByDescending(n => n.Documents)],
            [.. arriving.Skipped.GroupBy(s => s.Reason).Select(g => new SkipTally(g.Key, g.Count()))],
            cancelled,
            [
                .. arriving.Stated.Select(s => new StatedTally(
                    Day.Text(s.First),
                    Day.Text(s.Last),
                    s.Documents,
                    AmountText.Format(s.Money, currency.Digits)
                )),
            ],
            [.. filed.Take(Samples).Select(Sample)],
            [.. NamedDocument.Of(plan).Take(MostNamed)],
            arriving.Faulty.Count,
            waiting,
            [.. arriving.Faulty.SelectMany(f => f.Said).Take(Problems.Most)],
            arriving.Faulty.Sum(f => f.Said.Count),
            problems.Notices
        );
    }

    private static DocumentSample Sample(ArrivedRecord.Taken record)
    {
        var d = record.Document;
        return new DocumentSample(
            record.Place,
            d.Kind,
            Day.Text(d.Date),
            d.Supplier.Length > 0 ? d.Supplier : d.Employee,
            d.Lines.Count > 0 ? d.Lines[0].Description : "",
            d.Reference,
            d.PaidFrom.Length > 0 ? d.PaidFrom : d.ToAccount,
            AmountText.Format(d.Total, d.Currency.Digits),
            d.Currency.Code,
            d.Lines.Count
        );
    }

    // Money of another currency cannot be added.
    private static long Counted(Document document, Currency company) => document.Currency == company ? document.SignedTotal : 0;
}
