using Adnumera.Core.Access;
using Adnumera.Core.Count;
using Adnumera.Core.Documents;
using Adnumera.Core.Standing;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Files;
using Adnumera.Storage.Rehearsals;
using Adnumera.Storage.Standing;
using Adnumera.Web.Coding;
using Adnumera.Web.Mapping;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Standing;

/// <summary>What is decided once and decides itself from then on: always the whole list in its order, so that a rehearsal and its undo are
/// of the same kind.</summary>
internal static class StandingEndpoints
{
    private const int Samples = 25;

    public static void MapStanding(this RouteGroupBuilder company)
    {
        var standing = company.MapGroup("standing-decisions").WithTags("Standing decisions");
        standing.MapGet("", Get).Needs(Right.Read);
        standing.MapPost("rehearsals", Try).Needs(Right.Bookkeep);
        standing.MapPut("", Put).Needs(Right.Bookkeep);
        standing.MapGet("about/{document:long}", About).Needs(Right.Read);
    }

    private static StandingsAnswer Get(CompanyBooks books) => books.File.Read(c => All(c, default));

    private static StandingsRehearsal Try(StandingsRequest request, CompanyBooks books) => books.File.Read(c => Rehearse(c, request));

    /// <summary>Tries other decisions against all that has arrived.</summary>
    internal static StandingsRehearsal Rehearse(SqliteConnection c, StandingsRequest request)
    {
        var basis = BasisTable.Of(c);
        var currency = basis.Settings.Currency;
        var then = StandingReading.Read(request.Decisions!, currency);
        var changed = Changed(basis.Settings.Standing, then);
        Tally fits = default,
            sent = default;
        var latest = new Queue<StandingMatch>();
        foreach (var match in new StandingScan(c).Matching(changed.Now))
        {
            var tally = new Tally(1, match.Document.Currency == currency ? match.Document.SignedTotal : 0);
            fits += tally;
            if (match.State.IsSent())
                sent += tally;
            latest.Enqueue(match);
            if (latest.Count > Samples)
                latest.Dequeue();
        }

        var rehearsal = basis.Rehearse(c, basis with { Settings = basis.Settings with { Standing = then } }, Touched(c, changed));
        return new StandingsRehearsal(
            TallyText.Of(fits, currency),
            TallyText.Of(sent, currency),
            [.. latest.Reverse().Select(m => DocumentNote.Of(m.Id, m.Document, m.Document.SignedTotal))],
            RehearsalAnswer.Of(rehearsal, basis.Chart, currency)
        );
    }

    private static StandingsAnswer Put(StandingsRequest request, CompanyBooks books) =>
        books.File.InTransaction(c =>
        {
            var table = new StandingTable(c);
            var currency = new CompanyTable(c).Currency();
            var stands = All(c, default);
            Revision.Require(request.Revision, stands.Revision, "The list of standing decisions", stands);
            var before = table.Decisions();
            var then = table.Put(StandingReading.Read(request.Decisions!, currency), Iso.Text(books.Now), books.Who);
            var recoded = Recoding.Recode(
                c,
                Touched(c, Changed(before, then)),
                new CodingCause(books.Now, books.Who, "standing decisions")
            );
            new AuditTable(c).Add(
                books.Now,
                books.Who,
                "standing decisions",
                "standing",
                before.Select(d => StandingReading.Text(d, currency)),
                then.Select(d => StandingReading.Text(d, currency))
            );
            return All(c, recoded);
        });

    // A decision that begins with what a document says: of its supplier, card and kind.
    private static StandingText About(long document, CompanyBooks books) =>
        books.File.Read(c =>
        {
            var d = (new DocumentTable(c).Find(document) ?? throw RefusedException.NotFound("This document")).Document;
            var who = d.Supplier.Length > 0 ? d.Supplier : d.Employee;
            return StandingReading.Text(
                new StandingDecision(
                    0,
                    who.Length > 0 ? who : d.Kind.Title(),
                    new StandingCondition
                    {
                        Source = d.Identity.Source,
                        Supplier = d.Supplier,
                        Employee = d.Supplier.Length > 0 ? "" : d.Employee,
                        MerchantCode = d.Supplier.Length > 0 ? "" : d.MerchantCode,
                    },
                    []
                ),
                new CompanyTable(c).Currency()
            );
        });

    private static StandingsAnswer All(SqliteConnection company, Recoded recoded)
    {
        var (table, currency) = (new StandingTable(company), new CompanyTable(company).Currency());
        var counts = table.Counts();
        List<StandingAnswer> decisions =
        [
            .. table
                .All()
                .Select(r =>
                {
                    var count = counts.GetValueOrDefault(r.Decision.Id);
                    return new StandingAnswer(StandingReading.Text(r.Decision, currency), r.At, r.Who, count.Documents, count.Won);
                }),
        ];
        return new StandingsAnswer(
            decisions,
            currency.Code,
            recoded.Documents,
            recoded.Later,
            Revision.Of(decisions.Select(d => d.Decision))
        );
    }

    // What differs between two lists, and where: one that only moved may win or lose against others.
    private static (IReadOnlyList<long> Before, IReadOnlyList<StandingCondition> Now) Changed(
        IReadOnlyList<StandingDecision> before,
        IReadOnlyList<StandingDecision> now
    )
    {
        bool Same(StandingDecision one, StandingDecision other) =>
            one.Id == other.Id
            && one.Name == other.Name
            && one.IsOn == other.IsOn
            && one.When == other.When
            && one.Then.SequenceEqual(other.Then);
        var begins = 0;
        while (begins < before.Count && begins < now.Count && Same(before[begins], now[begins]))
            begins++;
        var ends = 0;
        while (ends < before.Count - begins && ends < now.Count - begins && Same(before[^(ends + 1)], now[^(ends + 1)]))
            ends++;
        return (
            [.. before.Take(before.Count - ends).Skip(begins).Select(d => d.Id)],
            [.. now.Take(now.Count - ends).Skip(begins).Where(d => d.IsOn).Select(d => d.When)]
        );
    }

    private static IReadOnlyList<long> Touched(
        SqliteConnection company,
        (IReadOnlyList<long> Before, IReadOnlyList<StandingCondition> Now) changed
    )
    {
        var touched = new SortedSet<long>(new StandingTable(company).OpenOf(changed.Before));
        touched.UnionWith(new StandingScan(company).Matching(changed.Now, openOnly: true).Select(m => m.Id));
        return [.. touched];
    }
}
