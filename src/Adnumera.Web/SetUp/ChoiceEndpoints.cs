using Adnumera.Core.Access;
using Adnumera.Core.Amounts;
using Adnumera.Core.Count;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Rehearsals;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Entries;
using Adnumera.Storage.Rehearsals;
using Adnumera.Web.Coding;
using Adnumera.Web.Ledger;
using Adnumera.Web.Mapping;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.SetUp;

/// <summary>What a company decides once: forms, dates, references, dimensions, the ladder's order, what happens when nothing
/// maps.</summary>
internal static class ChoiceEndpoints
{
    private const int MostBehind = 40;

    public static void MapChoices(this RouteGroupBuilder company)
    {
        var choices = company.MapGroup("choices").WithTags("Choices");
        choices.MapGet("", Get).Needs(Right.Read);
        choices.MapPost("rehearsals", PostRehearsals).Needs(Right.Administer);
        choices.MapPut("", Put).Needs(Right.Administer);
    }

    private static ChoicesAnswer Get(CompanyBooks books) => books.File.Read(Current);

    private static ChoicesRehearsal PostRehearsals(Choices proposed, CompanyBooks books) => books.File.Read(c => Rehearse(c, proposed));

    private static ChoicesAnswer Put(Choices proposed, CompanyBooks books) =>
        books.File.InTransaction(c =>
        {
            if (proposed.Revision is { } read && Current(c) is var stands)
                Revision.Require(read, stands.Choices.Revision!, "What the company decided", stands.Choices);
            return Save(c, books, proposed);
        });

    private static ChoicesAnswer Current(SqliteConnection company)
    {
        var basis = BasisTable.Of(company);
        var (settings, capabilities) = (basis.Settings, Capabilities(basis));
        var choices = ChoiceReading.Text(settings, new CompanyTable(company));
        return new ChoicesAnswer(
            choices with
            {
                Revision = Revision.Of(choices),
            },
            [.. DocumentKinds.All.Where(k => k.Side != DocumentSide.Payroll).Select(k => Info(company, k, basis))],
            Ladder.UsualOrder,
            [.. ReferencePattern.FieldNames],
            [.. capabilities.Dimensions.Select(d => new DimensionAnswer(d, d.Title))],
            ChoiceReading.TimeZones,
            settings.Currency.Code,
            Day.Text(settings.LedgerLockedThrough)
        );
    }

    private static KindInfo Info(SqliteConnection company, DocumentKindRow kind, CodingBasis basis)
    {
        var capabilities = Capabilities(basis);
        var role = OffsetRoles.Of(kind.Kind, basis.Settings.FormOf(kind.Kind));
        return new KindInfo(
            kind.Kind,
            kind.Title,
            [
                .. kind.Forms.Select(f => new FormInfo(
                    f,
                    f.Title(),
                    string.Join(' ', ChoiceCheck.Of(kind.Kind, new KindChoice { Form = f }, capabilities).Select(i => i.Reason))
                )),
            ],
            Example(company, kind.Kind, basis.Settings.Choice(kind.Kind).Reference),
            capabilities.LongestReference,
            role is not { } needed ? "the account of the card or cash that paid"
                : basis.Chart.Role(needed) is RoleHolder.Filled filled ? filled.Account.Title
                : $"no account for {ReasonWords.RoleTitle(needed)} yet",
            role
        );
    }

    private static string Example(SqliteConnection company, DocumentKind kind, string pattern) =>
        ReferencePattern.Problem(pattern) is null && new DocumentTable(company).Latest(kind) is { } latest
            ? ReferencePattern.Build(pattern, latest.Document)
            : "";

    private static ChoicesRehearsal Rehearse(SqliteConnection company, Choices choices)
    {
        var basis = BasisTable.Of(company);
        var then = ChoiceReading.Read(basis.Settings, choices);
        var capabilities = Capabilities(basis);
        var impossible = ChoiceCheck.Of(then, capabilities, basis.Chart);
        var examples = DocumentKinds
            .All.Select(k => (k.Kind, Reference: Example(company, k.Kind, then.Choice(k.Kind).Reference)))
            .Select(e => new ExampleAnswer(e.Kind, e.Reference, e.Reference.Length, capabilities.LongestReference))
            .ToList();
        if (impossible.Count > 0)
            return new ChoicesRehearsal(impossible, examples, null, [], null);
        var rehearsal = basis.Rehearse(company, basis with { Settings = then }, new AffectedTable(company).AllOpen());
        var behind =
            then.LockedThrough is { } through && through != basis.Settings.LockedThrough ? Behind(company, through, then.Currency) : null;
        return new ChoicesRehearsal(
            [],
            examples,
            RehearsalAnswer.Of(rehearsal, basis.Chart, basis.Settings.Currency),
            Asks(then, basis),
            behind
        );
    }

    // Moving a lock past what is not posted, or not proved, is seen before it is done.
    private static BehindLockAnswer Behind(SqliteConnection company, DateOnly through, Currency currency)
    {
        return new BehindLockAnswer(
            Day.Text(through),
            Of([DocumentState.Held, DocumentState.ToApprove, DocumentState.Ready]),
            Of([DocumentState.OnItsWay, DocumentState.Posted])
        );

        OutcomeTally Of(IReadOnlyList<DocumentState> states)
        {
            var (count, money, first) = new AffectedTable(company).DatedThrough(through, states, MostBehind);
            var sample = new DocumentTable(company).Load(first).Select(d => DocumentNote.Of(d.Id, d.Document, d.Document.SignedTotal));
            return new OutcomeTally(TallyText.Of(new Tally(count, money), currency), [.. sample]);
        }
    }

    private static IReadOnlyList<string> Asks(CompositionSettings then, CodingBasis now) =>
        then.PrivateAccount != now.Settings.PrivateAccount
        && now.Chart.TryFind(then.PrivateAccount, out var account)
        && Targets.AsksOfCost(account) is { Length: > 0 } ask
            ? [ask]
            : [];

    internal static ChoicesAnswer Save(SqliteConnection company, CompanyBooks books, Choices choices)
    {
        var basis = BasisTable.Of(company);
        var then = ChoiceReading.Read(basis.Settings, choices);
        if (ChoiceCheck.Of(then, Capabilities(basis), basis.Chart) is [var first, ..])
            throw new RefusedException(Words<ChoiceField>.Of(first.Field), $"{first.Reason} Nothing was changed.");
        if (Asks(then, basis) is [var ask, ..] && !choices.Confirmed)
            throw new RefusedException("confirm", $"{ask} Nothing was changed; confirm it to save.", StatusCodes.Status409Conflict);
        var itself = new CompanyTable(company);
        var before = ChoiceReading.Text(basis.Settings, itself);
        ChoiceTable.Save(company, then);
        if (then.TransfersAskedThrough is { } asked)
            new TransferTable(company).AskThrough(asked);
        foreach (var (kind, choice) in then.Kinds)
            KindChoiceTable.Save(company, kind, choice);
        if (choices.Schedule is { } schedule)
            itself.SetSchedule(schedule);
        if (choices.TimeZone is { } zone)
            itself.MoveTo(ChoiceReading.Zone(zone));
        var recoded = Recoding.RecodeOpen(company, new CodingCause(books.Now, books.Who, "the company's choices"));
        new AuditTable(company).Add(
            books.Now,
            books.Who,
            "choose",
            "choices",
            before,
            new { Choices = ChoiceReading.Text(then, itself), recoded = recoded.All }
        );
        return Current(company);
    }

    private static LedgerCapabilities Capabilities(CodingBasis basis) => basis.Ledger?.Capabilities ?? LedgerCapabilities.Everything;
}
