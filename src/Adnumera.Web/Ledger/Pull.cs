using Adnumera.Core;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Posting;
using Adnumera.LedgerClient;
using Adnumera.Storage;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Adnumera.Web.Mapping;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Ledger;

/// <summary>What a pull found, compared with the last one.</summary>
/// <param name="TakenOver">Whether it counts already; otherwise it waits for a person, because it breaks something.</param>
/// <param name="Organisation">Whose ledger it is.</param>
/// <param name="OtherOrganisation">Whether it is another organisation than before, so that each account has to be matched anew.</param>
/// <param name="Changes">Every record that changed.</param>
/// <param name="Breaks">Accounts in use that cannot be used any more, each with the mappings to it and who may follow.</param>
/// <param name="Rehearsal">What taking it over would do to open documents, or did; null when nothing was pulled before.</param>
/// <param name="Changed">How many open documents change, or changed.</param>
/// <param name="Choices">The open accounts of the new chart, to choose who follows from.</param>
public sealed record PullAnswer(
    bool TakenOver, string Organisation, bool OtherOrganisation, string At, string Who, int Accounts, int Suppliers, IReadOnlyList<ChangeAnswer> Changes, IReadOnlyList<BreakAnswer> Breaks,
    RehearsalAnswer? Rehearsal, long Changed, IReadOnlyList<SuccessorChoice> Choices);

public sealed record SuccessorChoice(string Account, string Title, string Kind);

public sealed record ChangeAnswer(string Record, string Id, string Change, string Before, string After, string Link);

/// <param name="Account">The account in use.</param>
/// <param name="Why">Why it cannot be used.</param>
/// <param name="Mappings">What leads to it.</param>
/// <param name="Documents">Open documents that it breaks.</param>
/// <param name="Money">Their money.</param>
/// <param name="Successors">Who may follow, the likeliest first.</param>
public sealed record BreakAnswer(string Account, string Title, string Why, IReadOnlyList<string> Mappings, long Documents, string Money, IReadOnlyList<SuccessorAnswer> Successors);

public sealed record SuccessorAnswer(string Account, string Title, int Likeness);

/// <summary>The account that follows another; blank leaves what leads to it broken, and its documents held.</summary>
public sealed record Replacement(string? Account, string? Successor);

/// <summary>Takes over what the ledger owns. What breaks something is shown first, and waits for a person.</summary>
internal static class Pull
{
    public const string UnderWay = "under-way";

    public static async Task<PullAnswer> Run(Work work, ILedger ledger, LedgerTurns turns, CancellationToken cancel)
    {
        using var turn = turns.Take(work.CompanyId, "a pull");
        var records = await ledger.Records(cancel);
        return work.File.InTransaction(company =>
        {
            RefuseUnderWay(company);
            var found = Compare(company, records, Iso.Text(work.Now), work.Who, []);
            if (found.Breaks.Count == 0 && !found.OtherOrganisation && (found.Rehearsal?.BecomeHeld.Tally.Documents ?? 0) == 0) return TakeOver(company, work, records, found, []);
            new PendingPullTable(company).Keep(work.Now, work.Who, records);
            new AuditTable(company).Add(work.Now, work.Who, "pull", "ledger", null, new { waits = true, breaks = found.Breaks.Count });
            return found;
        });
    }

    /// <summary>What is planned or sent goes to the ledger that it was planned for: until then that ledger, and what is known of it, stay.</summary>
    public static void RefuseUnderWay(SqliteConnection company)
    {
        if (new Storage.Posting.OutboxTable(company).CountUnderWay() is > 0 and var count)
            throw new RefusedException(UnderWay, $"{(count == 1 ? "One instruction is" : $"{count} instructions are")} planned or sent for the ledger that is connected now. Nothing was changed; under Posting, go on with what is planned, or take it back.", StatusCodes.Status409Conflict);
    }

    /// <inheritdoc cref="RefuseUnderWay(SqliteConnection)"/>
    public static void RefuseUnderWay(CompanyFile file) => file.Read(company =>
    {
        RefuseUnderWay(company);
        return 0;
    });

    /// <summary>The pull that waits, compared anew with what is here now, with the accounts that are chosen to follow; null when none waits.</summary>
    public static PullAnswer? Waiting(SqliteConnection company, IReadOnlyList<Replacement> replacements) =>
        new PendingPullTable(company).Find() is { } pending ? Compare(company, pending.Records, pending.At, pending.Who, Chosen(pending.Records, replacements)) : null;

    /// <summary>Takes the pull over that waits, with the accounts that follow those it breaks.</summary>
    public static PullAnswer TakeOver(Work work, LedgerTurns turns, IReadOnlyList<Replacement> replacements)
    {
        using var turn = turns.Take(work.CompanyId, "a pull");
        return work.File.InTransaction(company =>
        {
            RefuseUnderWay(company);
            var pending = new PendingPullTable(company).Find() ?? throw new RefusedException("no-pull-waits", "No pull waits any more. Nothing was changed.", StatusCodes.Status409Conflict);
            var chosen = Chosen(pending.Records, replacements);
            return TakeOver(company, work, pending.Records, Compare(company, pending.Records, pending.At, pending.Who, chosen), chosen);
        });
    }

    public static void Discard(Work work) => work.File.InTransaction(company =>
    {
        new PendingPullTable(company).Discard();
        new AuditTable(company).Add(work.Now, work.Who, "discard pull", "ledger", null, null);
        return 0;
    });

    private static Dictionary<string, string> Chosen(LedgerRecords records, IReadOnlyList<Replacement> replacements)
    {
        var chart = new Chart(records.Accounts);
        var chosen = new Dictionary<string, string>();
        foreach (var (account, successor) in replacements.Select(r => (r.Account ?? "", r.Successor ?? "")).Where(r => r.Item2.Length > 0 && r.Item1 != r.Item2))
        {
            if (!chosen.TryAdd(account, successor)) throw new RefusedException("successor", $"{chart.Title(account)} has two accounts to follow it. Nothing was changed; choose one.", 400);
            if (!chart.TryFind(successor, out var found) || !found.Active) throw new RefusedException("account-unknown", $"{chart.Title(successor)} is not an open account of the ledger. Nothing was changed; choose another.");
        }

        return chosen;
    }

    // The world before against the world after: whatever the ledger changed counts, be it a name, a switch or a lock.
    private static PullAnswer Compare(SqliteConnection company, LedgerRecords records, string at, string who, Dictionary<string, string> replacements)
    {
        var table = new LedgerTable(company);
        List<SuccessorChoice> choices = [.. records.Accounts.Where(a => a.Active).Select(a => new SuccessorChoice(a.Id, a.Title, Words<AccountKind>.Of(a.Kind)))];
        if (table.Records() is not { } before) return new PullAnswer(false, records.Organisation.Name, false, at, who, records.Accounts.Count, records.Suppliers.Count, [], [], null, 0, choices);
        var world = World.Of(company);
        var other = before.Organisation.Id != records.Organisation.Id;
        var documents = new DocumentTable(company).AllOpen();
        var then = After(company, world, before, records, []);
        var broken = world.Rehearse(company, then, documents);
        var rehearsal = broken;
        if (replacements.Count > 0)
        {
            then = After(company, world, before, records, replacements);
            rehearsal = world.Rehearse(company, then, documents, d => Following(d, replacements));
        }

        var address = new Uri(table.Connection()?.Address ?? "http://127.0.0.1/");
        return new PullAnswer(
            false, records.Organisation.Name, other, at, who, records.Accounts.Count, records.Suppliers.Count,
            [.. PullComparison.Between(before, records).Select(c => new ChangeAnswer(
                Words<RecordKind>.Of(c.Record).Replace('_', ' '), c.Id, Words<RecordChange>.Of(c.Change).Replace('_', ' '), c.Before, c.After, HttpLedger.RecordPage(address, records.Organisation.Id, c.Record, c.Id).ToString()))],
            Breaks(company, world, then.Chart, broken, other), RehearsalAnswer.Of(rehearsal, then.Chart, world.Settings.Currency), rehearsal.Documents.Count, choices);
    }

    private static World After(SqliteConnection company, World now, LedgerRecords before, LedgerRecords records, Dictionary<string, string> replacements)
    {
        var table = new LedgerTable(company);
        string Follows(string account) => replacements.GetValueOrDefault(account, account);
        return now with
        {
            Chart = new Chart(records.Accounts, table.RoleChoices().ToDictionary(c => c.Key, c => Follows(c.Value))),
            Ledger = new ConnectedLedger(records.Capabilities, records.Dimensions, records.Terms, records.Employees, records.TaxCodes),
            Rows = [.. WithItems(now.Rows, records.Items).Select(r => r with { Account = Follows(r.Account) })],
            Settings = now.Settings with
            {
                LedgerLockedThrough = records.Organisation.LockedThrough,
                PrivateAccount = Follows(now.Settings.PrivateAccount),
                SupplierQuestions = before.Suppliers.SequenceEqual(records.Suppliers) ? now.Settings.SupplierQuestions : SupplierProposalTable.QuestionsOf(new SupplierProposalTable(company).Against(records.Suppliers)),
            },
        };
    }
    // A document whose lines a person sent to accounts that others follow.
    private static Document Following(Document document, Dictionary<string, string> replacements)
    {
        string Follows(string account) => replacements.GetValueOrDefault(account, account);
        return document.Lines.Any(l => replacements.ContainsKey(l.Account) || replacements.ContainsKey(l.OriginalAccount))
            ? document with { Lines = [.. document.Lines.Select(l => l with { Account = Follows(l.Account), OriginalAccount = Follows(l.OriginalAccount) })] }
            : document;
    }

    private static List<BreakAnswer> Breaks(SqliteConnection company, World now, Chart then, Rehearsal rehearsal, bool other)
    {
        var uses = now.Rows.Where(r => r.Account.Length > 0).Select(r => (r.Account, Use: $"{r.Kind.Title()} “{r.Key}”{(r.ForSource.Length > 0 ? $" of {r.ForSource}" : "")}", Row: (MappingRow?)r))
            .Concat(new LedgerTable(company).RoleChoices().Select(c => (Account: c.Value, Use: $"the role {ReasonWords.RoleTitle(c.Key)}", Row: (MappingRow?)null)))
            .Concat(new DocumentTable(company).ChosenAccounts().Select(c => (c.Account, Use: $"a person's choice on {c.Lines} open {(c.Lines == 1 ? "line" : "lines")}", Row: (MappingRow?)null)));
        var lost = rehearsal.Documents.SelectMany(d => d.Moves.Where(m => m.To.Length == 0).Select(m => (d.Id, m.From, m.Money))).ToLookup(m => m.From);
        return [.. uses.GroupBy(u => u.Account).Select(use =>
        {
            var was = now.Chart.TryFind(use.Key, out var known) ? known : new Account { Id = use.Key, Kind = AccountKind.Expense };
            var why = use.Select(u => u.Row is { } row && Targets.Broken(now.Chart, row) is null ? Targets.Broken(then, row) : u.Row is null && !(then.TryFind(use.Key, out var a) && a.Active) ? BrokenBecause.Closed : null).FirstOrDefault(b => b is not null);
            var same = then.TryFind(use.Key, out var after) && after.Number == was.Number && after.Name == was.Name && after.Kind == was.Kind;
            if (why is null && !other) return null;
            var successors = Targets.Successors(was, then).Select(s => new SuccessorAnswer(s.Account.Id, s.Account.Title, (int)Math.Round(s.Likeness * 100)));
            if (other && same) successors = successors.Prepend(new SuccessorAnswer(use.Key, after!.Title, 100));
            return new BreakAnswer(
                use.Key, was.Title, why is { } broken ? ReasonWords.Because(broken) : same ? "has the same number and name there" : "is another account there", [.. use.Select(u => u.Use)],
                lost[use.Key].Select(l => l.Id).Distinct().Count(), AmountText.Format(lost[use.Key].Sum(l => l.Money), now.Settings.Currency.Digits), [.. successors]);
        }).OfType<BreakAnswer>().OrderByDescending(b => b.Documents).ThenBy(b => b.Title, StringComparer.Ordinal)];
    }

    private static PullAnswer TakeOver(SqliteConnection company, Work work, LedgerRecords records, PullAnswer found, Dictionary<string, string> replacements)
    {
        var table = new LedgerTable(company);
        var before = table.Accounts().Count;
        table.Replace(records, work.Now);
        var mapping = new MappingTable(company);
        var rows = mapping.All();
        var wanted = WithItems(rows, records.Items).Select(r => replacements.TryGetValue(r.Account, out var successor) ? r with { Account = successor } : r);
        var changes = BookChanges.Between(rows, wanted.Select(ProposedRow.Put));
        if (changes.Count > 0)
        {
            mapping.Write(changes);
            new ChangeTable(company).Add(work.Now, work.Who, "a pull of the ledger", changes);
        }

        var accounts = new PaymentAccountTable(company);
        foreach (var (id, account) in accounts.All())
            if (replacements.TryGetValue(account.Account, out var successor)) accounts.Put(id, account with { Account = successor });
        foreach (var (role, account) in table.RoleChoices())
            if (replacements.TryGetValue(account, out var successor)) table.ChooseRole(role, successor);
        new DocumentTable(company).ReplaceChosen(replacements);

        var settings = CompanyFile.Of(company).Settings;
        if (replacements.TryGetValue(settings.PrivateAccount, out var owed)) CompanyFile.Keep(company, settings with { PrivateAccount = owed });
        var cause = new CodingCause(work.Now, work.Who, "a pull of the ledger");
        Coding.RefreshSuppliers(company, null, cause);
        Coding.Recode(company, new DocumentTable(company).AllOpen(), cause);
        new AuditTable(company).Add(work.Now, work.Who, "pull", "ledger", new { accounts = before }, new { records.Organisation.Id, accounts = records.Accounts.Count, changes = found.Changes.Count, replacements, documents = found.Changed });
        return found with { TakenOver = true };
    }

    // A row whose target is an item of the ledger follows it when it brings another account.
    private static IEnumerable<MappingRow> WithItems(IEnumerable<MappingRow> rows, IReadOnlyList<LedgerItem> items)
    {
        var accounts = items.ToDictionary(i => i.Id, i => i.Account);
        return rows.Select(r => r.LedgerItem.Length > 0 && accounts.TryGetValue(r.LedgerItem, out var account) ? r with { Account = account } : r);
    }
}
