using Adnumera.Core;
using Adnumera.Core.Amounts;
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
/// <param name="Rehearsal">What taking it over would do to open documents.</param>
/// <param name="Recoded">How many documents were coded anew.</param>
public sealed record PullAnswer(
    bool TakenOver, string Organisation, bool OtherOrganisation, string At, string Who, int Accounts, int Suppliers, IReadOnlyList<ChangeAnswer> Changes, IReadOnlyList<BreakAnswer> Breaks,
    RehearsalAnswer? Rehearsal, int Recoded);

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
    public static async Task<PullAnswer> Run(Work work, ILedger ledger, LedgerTurns turns, CancellationToken cancel)
    {
        using var turn = turns.Take(work.CompanyId, "a pull");
        var records = await ledger.Records(cancel);
        return work.File.InTransaction(company =>
        {
            var found = Compare(company, records, Iso.Text(work.Now), work.Who);
            if (found.Breaks.Count == 0 && !found.OtherOrganisation && (found.Rehearsal?.BecomeHeld.Tally.Documents ?? 0) == 0) return TakeOver(company, work, records, found, []);
            new PendingPullTable(company).Keep(work.Now, work.Who, records);
            new AuditTable(company).Add(work.Now, work.Who, "pull", "ledger", null, new { waits = true, breaks = found.Breaks.Count });
            return found;
        });
    }

    /// <summary>The pull that waits, compared anew with what is here now; null when none does.</summary>
    public static PullAnswer? Waiting(SqliteConnection company) => new PendingPullTable(company).Find() is { } pending ? Compare(company, pending.Records, pending.At, pending.Who) : null;

    /// <summary>Takes the pull over that waits, with the accounts that follow those it breaks.</summary>
    public static PullAnswer TakeOver(Work work, LedgerTurns turns, IReadOnlyList<Replacement> replacements)
    {
        using var turn = turns.Take(work.CompanyId, "a pull");
        return work.File.InTransaction(company =>
        {
            var pending = new PendingPullTable(company).Find() ?? throw new RefusedException("no-pull-waits", "No pull waits any more. Nothing was changed.", StatusCodes.Status409Conflict);
            var chart = new Chart(pending.Records.Accounts);
            var chosen = replacements.Where(r => !string.IsNullOrEmpty(r.Successor) && r.Successor != r.Account).ToDictionary(r => r.Account ?? "", r => r.Successor!);
            foreach (var successor in chosen.Values)
                if (!chart.TryFind(successor, out var account) || !account.Active)
                    throw new RefusedException("account-unknown", $"{chart.Title(successor)} is not an open account of the ledger. Nothing was changed; choose another.");
            return TakeOver(company, work, pending.Records, Compare(company, pending.Records, pending.At, pending.Who), chosen);
        });
    }

    public static void Discard(Work work) => work.File.InTransaction(company =>
    {
        new PendingPullTable(company).Discard();
        new AuditTable(company).Add(work.Now, work.Who, "discard pull", "ledger", null, null);
        return 0;
    });

    private static PullAnswer Compare(SqliteConnection company, LedgerRecords records, string at, string who)
    {
        var table = new LedgerTable(company);
        if (table.Records() is not { } before) return new PullAnswer(false, records.Organisation.Name, false, at, who, records.Accounts.Count, records.Suppliers.Count, [], [], null, 0);
        var world = World.Of(company);
        var other = before.Organisation.Id != records.Organisation.Id;
        var then = world with
        {
            Chart = new Chart(records.Accounts, table.RoleChoices()),
            Ledger = new ConnectedLedger(records.Capabilities, records.Dimensions, records.Terms),
            Rows = [.. WithItems(world.Rows, records.Items)],
        };
        var changes = PullComparison.Between(before, records);
        var matters = other || changes.Any(c => c.Record is not (RecordKind.Supplier or RecordKind.Employee or RecordKind.Customer) && c.Change is not (RecordChange.Added or RecordChange.Renamed));
        var rehearsal = matters ? world.Rehearse(company, then, new DocumentTable(company).AllOpen()) : new Rehearsal([], 0);
        var address = new Uri(table.Connection()?.Address ?? "http://127.0.0.1/");
        return new PullAnswer(
            false, records.Organisation.Name, other, at, who, records.Accounts.Count, records.Suppliers.Count,
            [.. changes.Select(c => new ChangeAnswer(
                Words<RecordKind>.Of(c.Record).Replace('_', ' '), c.Id, Words<RecordChange>.Of(c.Change).Replace('_', ' '), c.Before, c.After, HttpLedger.RecordPage(address, records.Organisation.Id, c.Record, c.Id).ToString()))],
            Breaks(company, world, then, rehearsal, other), matters ? RehearsalAnswer.Of(rehearsal, then.Chart, world.Settings.Currency) : null, 0);
    }

    private static List<BreakAnswer> Breaks(SqliteConnection company, World now, World then, Rehearsal rehearsal, bool other)
    {
        var uses = now.Rows.Where(r => r.Account.Length > 0).Select(r => (r.Account, Use: $"{r.Kind.Title()} “{r.Key}”{(r.ForSource.Length > 0 ? $" of {r.ForSource}" : "")}", Row: (MappingRow?)r))
            .Concat(new LedgerTable(company).RoleChoices().Select(c => (Account: c.Value, Use: $"the role {ReasonWords.RoleTitle(c.Key)}", Row: (MappingRow?)null)))
            .Concat(new DocumentTable(company).ChosenAccounts().Select(c => (c.Account, Use: $"a person's choice on {c.Lines} open {(c.Lines == 1 ? "line" : "lines")}", Row: (MappingRow?)null)));
        var lost = rehearsal.Documents.SelectMany(d => d.Moves.Where(m => m.To.Length == 0).Select(m => (d.Id, m.From, m.Money))).ToLookup(m => m.From);
        return [.. uses.GroupBy(u => u.Account).Select(use =>
        {
            var was = now.Chart.TryFind(use.Key, out var known) ? known : new Account { Id = use.Key, Kind = AccountKind.Expense };
            var why = use.Select(u => u.Row is { } row && Targets.Broken(now.Chart, row) is null ? Targets.Broken(then.Chart, row) : u.Row is null && !(then.Chart.TryFind(use.Key, out var a) && a.Active) ? BrokenBecause.Closed : null).FirstOrDefault(b => b is not null);
            var same = then.Chart.TryFind(use.Key, out var after) && after.Number == was.Number && after.Name == was.Name && after.Kind == was.Kind;
            if (why is null && !other) return null;
            var successors = Targets.Successors(was, then.Chart).Select(s => new SuccessorAnswer(s.Account.Id, s.Account.Title, (int)Math.Round(s.Likeness * 100)));
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

        var matters = found.Rehearsal is not null || replacements.Count > 0 || before == 0 || changes.Count > 0;
        var recoded = matters ? Coding.Recode(company, new DocumentTable(company).AllOpen()) : 0;
        var answer = found with { TakenOver = true, Recoded = recoded };
        new AuditTable(company).Add(work.Now, work.Who, "pull", "ledger", new { accounts = before }, new { records.Organisation.Id, accounts = records.Accounts.Count, changes = found.Changes.Count, replacements, recoded });
        return answer;
    }

    // A row whose target is an item of the ledger follows it when it brings another account.
    private static IEnumerable<MappingRow> WithItems(IEnumerable<MappingRow> rows, IReadOnlyList<LedgerItem> items)
    {
        var accounts = items.ToDictionary(i => i.Id, i => i.Account);
        return rows.Select(r => r.LedgerItem.Length > 0 && accounts.TryGetValue(r.LedgerItem, out var account) ? r with { Account = account } : r);
    }
}
