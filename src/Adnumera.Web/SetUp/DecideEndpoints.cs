using System.Globalization;
using Adnumera.Core;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Storage;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Documents;
using Adnumera.Web.Mapping;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.SetUp;

/// <param name="Order">The rungs in force, in order; one left out is off.</param>
/// <param name="Schedule">The time of day at which a dispatch starts by itself, such as 18:30; blank for by hand.</param>
/// <param name="PrivateAccount">Where private charges on a company's card go; blank for the role due from employees.</param>
public sealed record Choices(
    IReadOnlyList<string>? Order, string? WhenNothingMaps, string? RoundingTolerance, bool? MergeLines, string? StartDate, string? LockedThrough, string? EntryDate, string? Schedule, IReadOnlyList<KindChoiceText>? Kinds, string? PrivateAccount = null, bool Confirmed = false);

/// <summary>What is decided for a kind of document.</summary>
public sealed record KindChoiceText(string? Kind, string? Form, string? EntryDay, string? Reference, string? Notes, IReadOnlyList<string>? Requires);

/// <param name="Forms">The forms that it may take, each with what stands against it.</param>
/// <param name="Example">A reference built of a document that is here; blank when there is none.</param>
/// <param name="OffsetAccount">Where its other side goes, as people say it.</param>
public sealed record KindInfo(string Kind, string Title, IReadOnlyList<FormInfo> Forms, string Example, int LongestReference, string OffsetAccount, string OffsetRole);

public sealed record FormInfo(string Form, string Title, string Problem);

public sealed record DecideAnswer(Choices Choices, IReadOnlyList<KindInfo> Kinds, IReadOnlyList<string> AllRungs, IReadOnlyList<string> ReferenceFields, string Currency, bool Administers, string LedgerLockedThrough);

public sealed record ImpossibleAnswer(string Kind, string Field, string Reason);

/// <param name="Impossible">What cannot be chosen, and why; then nothing can be saved.</param>
/// <param name="Examples">By kind of document, the reference that the proposed pattern makes of the latest one.</param>
/// <param name="Asks">What is unusual about a choice, to be confirmed.</param>
/// <param name="BehindLock">What the lock would leave behind it; null when the lock does not move.</param>
public sealed record DecideRehearsal(IReadOnlyList<ImpossibleAnswer> Impossible, IReadOnlyList<ExampleAnswer> Examples, RehearsalAnswer? Rehearsal, IReadOnlyList<string> Asks, BehindLockAnswer? BehindLock);

/// <summary>Documents whose entry lies in the period that a lock would close.</summary>
/// <param name="Unposted">Not in the ledger yet: they would be held, or go on the first open day.</param>
/// <param name="Unproved">In the ledger or on the way there, and not proved.</param>
public sealed record BehindLockAnswer(string Through, OutcomeTally Unposted, OutcomeTally Unproved);

public sealed record ExampleAnswer(string Kind, string Reference, int Length, int Longest);

/// <summary>What a company decides once: forms, dates, references, the ladder's order, what happens when nothing maps.</summary>
internal static class DecideEndpoints
{
    private const int MostBehind = 40;

    public static void MapDecide(this RouteGroupBuilder company)
    {
        var decide = company.MapGroup("choices").WithTags("Choices");
        decide.MapGet("", (Work work) => work.File.Read(Current)).RequireAuthorization(Access.Read);
        decide.MapPost("rehearsals", (Choices choices, Work work) => work.File.Read(c => Rehearse(c, choices))).RequireAuthorization(Access.Administer);
        decide.MapPut("", (Choices choices, Work work) => work.File.InTransaction(c => Save(c, work, choices))).RequireAuthorization(Access.Administer);
    }

    private static DecideAnswer Current(SqliteConnection company)
    {
        var world = World.Of(company);
        var (settings, capabilities) = (world.Settings, world.Ledger?.Capabilities ?? LedgerCapabilities.Everything);
        return new DecideAnswer(
            new Choices(
                [.. settings.Order.Select(Words<Rung>.Of)], Words<WhenNothingMaps>.Of(settings.WhenNothingMaps), AmountText.Format(settings.RoundingTolerance, settings.Currency.Digits), settings.MergeLines,
                Iso.Text(settings.StartDate), Iso.Text(settings.LockedThrough), Words<EntryDateRule>.Of(settings.EntryDate), CompanyFile.Schedule(company),
                [.. Enum.GetValues<DocumentKind>().Select(k => TextOf(k, settings))], settings.PrivateAccount),
            [.. Enum.GetValues<DocumentKind>().Select(k =>
            {
                var (offset, role) = OffsetOf(k, world);
                return new KindInfo(
                    Words<DocumentKind>.Of(k), k.Title(),
                    [.. FormTable.For(k).Select(f => new FormInfo(Words<LedgerForm>.Of(f), f == LedgerForm.Journal ? "journal entry" : Words<LedgerForm>.Of(f).Replace('_', ' '),
                        string.Join(' ', ChoiceCheck.Of(k, new KindChoice { Form = f }, capabilities).Select(i => i.Reason))))],
                    Example(company, k, settings.Choice(k).Reference), capabilities.LongestReference, offset, role);
            })],
            [.. Ladder.UsualOrder.Select(Words<Rung>.Of)], [.. ReferencePattern.FieldNames], settings.Currency.Code, true, Iso.Text(settings.LedgerLockedThrough));
    }

    private static (string Title, string Role) OffsetOf(DocumentKind kind, World world)
    {
        AccountRole? role = kind switch
        {
            DocumentKind.Bill or DocumentKind.SupplierCredit => AccountRole.PayablesControl,
            DocumentKind.ExpenseClaim => world.Settings.FormOf(kind) == LedgerForm.Bill ? AccountRole.PayablesControl : AccountRole.EmployeePayable,
            _ => null,
        };
        if (role is not { } needed) return ("the account of the card or cash that paid", "");
        return (world.Chart.Role(needed) is RoleHolder.One one ? one.Account.Title : $"no account for {ReasonWords.RoleTitle(needed)} yet", Words<AccountRole>.Of(needed));
    }

    private static string Example(SqliteConnection company, DocumentKind kind, string pattern) =>
        ReferencePattern.Problem(pattern) is null && new DocumentTable(company).Latest(kind) is { } latest ? ReferencePattern.Build(pattern, latest.Document) : "";

    private static KindChoiceText TextOf(DocumentKind kind, CompositionSettings settings)
    {
        var choice = settings.Choice(kind);
        return new KindChoiceText(
            Words<DocumentKind>.Of(kind), Words<LedgerForm>.Of(settings.FormOf(kind)), Words<EntryDay>.Of(choice.EntryDay), choice.Reference, Words<NotesPlace>.Of(choice.Notes), [.. choice.Requires.Select(Words<DimensionKind>.Of)]);
    }

    private static DecideRehearsal Rehearse(SqliteConnection company, Choices choices)
    {
        var world = World.Of(company);
        var then = Read(world.Settings, choices);
        var capabilities = world.Ledger?.Capabilities ?? LedgerCapabilities.Everything;
        var impossible = Impossible(then, capabilities, world.Chart);
        var examples = Enum.GetValues<DocumentKind>().Select(k => (Kind: k, Reference: Example(company, k, then.Choice(k).Reference)))
            .Select(e => new ExampleAnswer(Words<DocumentKind>.Of(e.Kind), e.Reference, e.Reference.Length, capabilities.LongestReference)).ToList();
        if (choices.Schedule is { } schedule) TimeOfDay(schedule);
        if (impossible.Count > 0) return new DecideRehearsal(impossible, examples, null, [], null);
        var rehearsal = world.Rehearse(company, world with { Settings = then }, new DocumentTable(company).AllOpen());
        return new DecideRehearsal(
            [], examples, RehearsalAnswer.Of(rehearsal, world.Chart, world.Settings.Currency), Asks(then, world), then.LockedThrough is { } lockThrough && lockThrough != world.Settings.LockedThrough ? Behind(company, lockThrough, then.Currency) : null);
    }

    // Moving a lock past what is not posted, or not proved, is seen before it is done.
    private static BehindLockAnswer Behind(SqliteConnection company, DateOnly through, Currency currency)
    {
        var table = new DocumentTable(company);
        OutcomeTally Of(IReadOnlyList<DocumentState> states)
        {
            var (count, money, first) = table.DatedThrough(through, states, MostBehind);
            return new OutcomeTally(TallyText.Of(new Core.Count.Tally(count, money), currency), [.. table.Load(first).Select(d => DocumentNote.Of(d.Id, d.Document, d.Document.SignedTotal))]);
        }

        return new BehindLockAnswer(Iso.Text(through), Of([DocumentState.Held, DocumentState.ToApprove, DocumentState.Ready]), Of([DocumentState.OnItsWay, DocumentState.Posted]));
    }

    private static IReadOnlyList<string> Asks(CompositionSettings then, World now) =>
        then.PrivateAccount != now.Settings.PrivateAccount && now.Chart.TryFind(then.PrivateAccount, out var account)
        && Targets.AsksOfCost(account) is { Length: > 0 } ask ? [ask] : [];

    private static void TimeOfDay(string schedule)
    {
        if (schedule.Length > 0 && !TimeOnly.TryParseExact(schedule, "HH:mm", CultureInfo.InvariantCulture, DateTimeStyles.None, out _))
            throw new RefusedException("schedule", $"{Quote.Of(schedule)} is not a time of day such as 18:30. Nothing was changed.", 400);
    }

    internal static DecideAnswer Save(SqliteConnection company, Work work, Choices choices)
    {
        var world = World.Of(company);
        var then = Read(world.Settings, choices);
        if (Impossible(then, world.Ledger?.Capabilities ?? LedgerCapabilities.Everything, world.Chart) is [var first, ..]) throw new RefusedException(first.Field, $"{first.Reason} Nothing was changed.");
        if (Asks(then, world) is [var ask, ..] && !choices.Confirmed) throw new RefusedException("confirm", $"{ask} Nothing was changed; confirm it to save.", StatusCodes.Status409Conflict);
        var before = Current(company).Choices;
        CompanyFile.Keep(company, then);
        foreach (var (kind, choice) in then.Kinds) KindChoiceTable.Keep(company, kind, choice);
        if (choices.Schedule is { } schedule)
        {
            TimeOfDay(schedule);
            CompanyFile.KeepSchedule(company, schedule);
        }

        var recoded = Coding.Recode(company, new DocumentTable(company).AllOpen(), new CodingCause(work.Now, work.Who, "the company's choices"));
        var after = Current(company);
        new AuditTable(company).Add(work.Now, work.Who, "choose", "choices", before, new { after.Choices, recoded });
        return after;
    }

    private static List<ImpossibleAnswer> Impossible(CompositionSettings settings, LedgerCapabilities ledger, Chart chart)
    {
        var found = Enum.GetValues<DocumentKind>().SelectMany(k => ChoiceCheck.Of(k, settings.Choice(k), ledger).Select(i => new ImpossibleAnswer(Words<DocumentKind>.Of(k), i.Field, i.Reason))).ToList();
        if (settings.WhenNothingMaps == WhenNothingMaps.Suspense && chart.Role(AccountRole.Suspense) is not RoleHolder.One)
            found.Add(new ImpossibleAnswer("", "when_nothing_maps", "Lines cannot go to suspense: no account has that role, or several have. Choose one under Required accounts first."));
        if (settings.RoundingTolerance > 0 && chart.Role(AccountRole.Rounding) is not RoleHolder.One)
            found.Add(new ImpossibleAnswer("", "rounding_tolerance", "Rounding differences cannot be posted: no account has the role rounding, or several have. Choose one under Required accounts first."));
        if (settings.PrivateAccount.Length > 0 && Targets.BrokenForCost(chart, settings.PrivateAccount) is { } broken)
            found.Add(new ImpossibleAnswer("", "private_account", $"Private charges cannot go there: {chart.Title(settings.PrivateAccount)} {ReasonWords.Because(broken)}."));
        return found;
    }

    // What is left out of the choices stays as it is.
    private static CompositionSettings Read(CompositionSettings now, Choices choices)
    {
        var tolerance = now.RoundingTolerance;
        if (choices.RoundingTolerance is { } text && (AmountText.Read(text.Trim(), now.Currency.Digits, out tolerance) != AmountText.Fault.None || tolerance < 0))
            throw new RefusedException("rounding_tolerance", $"{Quote.Of(text)} is not an amount such as {AmountText.Format(2, now.Currency.Digits)}. Nothing was changed.", 400);
        var order = choices.Order?.Select(r => Words<Rung>.TryRead(r, out var rung) && Ladder.UsualOrder.Contains(rung) ? rung : throw new RefusedException("order", $"{Quote.Of(r)} is not a rung that can be ordered. Nothing was changed.", 400)).ToList();
        if (order is not null && order.Distinct().Count() != order.Count) throw new RefusedException("order", "A rung stands twice in the order. Nothing was changed.", 400);
        var kinds = choices.Kinds?.Select(k => (Kind: Word<DocumentKind>(k.Kind ?? "", default), k)).ToList();
        if (kinds is not null && kinds.DistinctBy(k => k.Kind).Count() != kinds.Count) throw new RefusedException("kinds", "A kind of document stands twice. Nothing was changed.", 400);
        return now with
        {
            PrivateAccount = choices.PrivateAccount?.Trim() ?? now.PrivateAccount,
            Order = order ?? now.Order,
            WhenNothingMaps = Word(choices.WhenNothingMaps, now.WhenNothingMaps),
            RoundingTolerance = tolerance,
            MergeLines = choices.MergeLines ?? now.MergeLines,
            StartDate = Day(choices.StartDate, now.StartDate),
            LockedThrough = Day(choices.LockedThrough, now.LockedThrough),
            EntryDate = Word(choices.EntryDate, now.EntryDate),
            Kinds = kinds is null ? now.Kinds : kinds.ToDictionary(k => k.Kind, k => new KindChoice
            {
                Form = Word(k.k.Form, FormTable.For(k.Kind)[0]),
                EntryDay = Word<EntryDay>(k.k.EntryDay, default),
                Reference = k.k.Reference?.Trim() ?? ReferencePattern.Usual,
                Notes = Word<NotesPlace>(k.k.Notes, default),
                Requires = [.. (k.k.Requires ?? []).Select(r => Word<DimensionKind>(r, default))],
            }),
        };
    }

    private static T Word<T>(string? word, T absent) where T : struct, Enum => word is null ? absent
        : Words<T>.TryRead(word, out var value) ? value : throw new RefusedException("word", $"{Quote.Of(word)} is none of {string.Join(", ", Words<T>.All)}. Nothing was changed.", 400);

    private static DateOnly? Day(string? text, DateOnly? absent) => text is null ? absent : Dates.DayOrNone(text);
}
