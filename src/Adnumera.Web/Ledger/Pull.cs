using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Posting;
using Adnumera.Core.Rehearsals;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Entries;
using Adnumera.Storage.Files;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Adnumera.Storage.Posting;
using Adnumera.Storage.Rehearsals;
using Adnumera.Storage.Suppliers;
using Adnumera.Web.Coding;
using Adnumera.Web.Mapping;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
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
    bool TakenOver,
    string Organisation,
    bool OtherOrganisation,
    string At,
    string Who,
    int Accounts,
    int Suppliers,
    IReadOnlyList<ChangeAnswer> Changes,
    IReadOnlyList<BreakAnswer> Breaks,
    RehearsalAnswer? Rehearsal,
    long Changed,
    IReadOnlyList<SuccessorChoice> Choices
);

public sealed record SuccessorChoice(string Account, string Title, AccountKind Kind);

/// <summary>A record of the ledger that changed.</summary>
public sealed record ChangeAnswer(RecordKind Record, string Id, RecordChange Change, string Before, string After, string Link);

/// <param name="Account">The account in use.</param>
/// <param name="Why">Why it cannot be used.</param>
/// <param name="Mappings">What leads to it.</param>
/// <param name="Documents">Open documents that it breaks.</param>
/// <param name="Money">Their money.</param>
/// <param name="Successors">Who may follow, the likeliest first.</param>
public sealed record BreakAnswer(
    string Account,
    string Title,
    string Why,
    IReadOnlyList<string> Mappings,
    long Documents,
    string Money,
    IReadOnlyList<SuccessorAnswer> Successors
);

public sealed record SuccessorAnswer(string Account, string Title, int Likeness);

/// <summary>The account that follows another; blank leaves what leads to it broken, and its documents held.</summary>
public sealed record Replacement(string? Account, string? Successor);

/// <summary>Takes over what the ledger owns. What breaks something is shown first, and waits for a person.</summary>
internal static class Pull
{
    public const string UnderWay = "under-way";

    public static async Task<PullAnswer> Run(CompanyBooks books, LedgerAccess ledgers, LedgerTurns turns, CancellationToken cancel)
    {
        using var turn = turns.Take(books.CompanyId, "a pull");
        var (ledger, organisation, name) = ledgers.Connected(books.File);
        var records = await Records(books, ledger, organisation, name, cancel);
        return books.File.InTransaction(company =>
        {
            if (new LedgerTable(company).Connection()?.Organisation != organisation)
                throw NotTheirs(name);
            return Found(company, books, ledgers, records);
        });
    }

    /// <summary>Connects another ledger, or the same one anew. A connection counts only with its pull: where that fails, the one before
    /// stays; what was pulled by it and waits goes.</summary>
    /// <param name="books">The books.</param>
    /// <param name="ledgers">Reaching ledgers.</param>
    /// <param name="turns">Whose turn it is.</param>
    /// <param name="row">The connection.</param>
    /// <param name="ledger">The ledger, by that connection.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RefusedException">Something is planned or sent for the ledger that is connected now, or another one talks to
    /// it.</exception>
    public static async Task<PullAnswer> Connect(
        CompanyBooks books,
        LedgerAccess ledgers,
        LedgerTurns turns,
        ConnectionRow row,
        ILedger ledger,
        CancellationToken cancel
    )
    {
        using var turn = turns.Take(books.CompanyId, "connecting");
        var records = await Records(books, ledger, row.Organisation, row.OrganisationName, cancel);
        return books.File.InTransaction(company =>
        {
            RefuseUnderWay(company);
            var table = new LedgerTable(company);
            var before = table.Connection();
            table.Connect(row);
            new PendingPullTable(company).Discard();
            new AuditTable(company).Add(books.Now, books.Who, "connect", "ledger", before?.OrganisationName, row.OrganisationName);
            return Found(company, books, ledgers, records);
        });
    }

    /// <summary>Refuses to send where what is known here is of another organisation than the one that is connected.</summary>
    /// <exception cref="RefusedException">It is.</exception>
    public static void RefuseOther(SqliteConnection company, string organisation)
    {
        if (new LedgerTable(company).Pulled() is { } pulled && pulled.Id != organisation)
            throw new RefusedException(
                "other-organisation",
                $"What is known here of accounts and suppliers is {pulled.Name}’s, and another ledger is connected. Nothing was sent; pull "
                    + "that one and take it over, or connect the one before again, under Set-up.",
                StatusCodes.Status409Conflict
            );
    }

    private static async Task<LedgerRecords> Records(
        CompanyBooks books,
        ILedger ledger,
        string organisation,
        string name,
        CancellationToken cancel
    )
    {
        var told = await ledger.Records(cancel);
        return told.Organisation.Id == organisation
            ? told with
            {
                Suppliers = [.. told.Suppliers.Select(books.File.Kept)],
            }
            : throw NotTheirs(name);
    }

    private static RefusedException NotTheirs(string name) =>
        new(
            "other-organisation",
            $"The ledger at this address is not {name}’s any more. Nothing was changed; connect it again under Set-up.",
            StatusCodes.Status409Conflict
        );

    // What breaks nothing counts at once; the rest waits for a person.
    private static PullAnswer Found(SqliteConnection company, CompanyBooks books, LedgerAccess ledgers, LedgerRecords records)
    {
        RefuseUnderWay(company);
        var found = Compare(company, ledgers, records, Iso.Text(books.Now), books.Who, []);
        if (found.Breaks.Count == 0 && !found.OtherOrganisation && (found.Rehearsal?.BecomeHeld.Tally.Documents ?? 0) == 0)
            return TakeOver(company, books, records, found, []);
        new PendingPullTable(company).Save(books.Now, books.Who, records);
        new AuditTable(company).Add(books.Now, books.Who, "pull", "ledger", null, new { waits = true, breaks = found.Breaks.Count });
        return found;
    }

    /// <summary>What is planned or sent goes to the ledger that it was planned for: until then that ledger, and what is known of it,
    /// stay.</summary>
    public static void RefuseUnderWay(SqliteConnection company)
    {
        if (new OutboxTable(company).CountUnderWay() is > 0 and var count)
            throw new RefusedException(
                UnderWay,
                $"{(count == 1 ? "One instruction is" : $"{count} instructions are")} planned or sent for the ledger that is connected "
                    + "now. Nothing was changed; under Posting, go on with what is planned, or take it back.",
                StatusCodes.Status409Conflict
            );
    }

    /// <inheritdoc cref="RefuseUnderWay(SqliteConnection)"/>
    public static void RefuseUnderWay(CompanyFile file) =>
        file.Read(company =>
        {
            RefuseUnderWay(company);
            return 0;
        });

    /// <summary>The pull that waits, compared anew with what is here now, with the accounts that are chosen to follow; null when none
    /// waits.</summary>
    public static PullAnswer? Waiting(SqliteConnection company, LedgerAccess ledgers, IReadOnlyList<Replacement> replacements) =>
        new PendingPullTable(company).Find() is { } pending
            ? Compare(company, ledgers, pending.Records, pending.At, pending.Who, Chosen(pending.Records, replacements))
            : null;

    /// <summary>Takes the pull over that waits, with the accounts that follow those it breaks.</summary>
    public static PullAnswer TakeOver(CompanyBooks books, LedgerAccess ledgers, LedgerTurns turns, IReadOnlyList<Replacement> replacements)
    {
        using var turn = turns.Take(books.CompanyId, "a pull");
        return books.File.InTransaction(company =>
        {
            RefuseUnderWay(company);
            var pending =
                new PendingPullTable(company).Find()
                ?? throw new RefusedException(
                    "no-pull-waits",
                    "No pull waits any more. Nothing was changed.",
                    StatusCodes.Status409Conflict
                );
            if (pending.Records.Organisation.Id != new LedgerTable(company).Connection()?.Organisation)
                throw NotTheirs(pending.Records.Organisation.Name);
            var chosen = Chosen(pending.Records, replacements);
            return TakeOver(
                company,
                books,
                pending.Records,
                Compare(company, ledgers, pending.Records, pending.At, pending.Who, chosen),
                chosen
            );
        });
    }

    public static void Discard(CompanyBooks books) =>
        books.File.InTransaction(company =>
        {
            new PendingPullTable(company).Discard();
            new AuditTable(company).Add(books.Now, books.Who, "discard pull", "ledger", null, null);
            return 0;
        });

    private static Dictionary<string, string> Chosen(LedgerRecords records, IReadOnlyList<Replacement> replacements)
    {
        var chart = new Chart(records.Accounts);
        var chosen = new Dictionary<string, string>();
        foreach (
            var (account, successor) in replacements
                .Select(r => (r.Account ?? "", r.Successor ?? ""))
                .Where(r => r.Item2.Length > 0 && r.Item1 != r.Item2)
        )
        {
            if (!chosen.TryAdd(account, successor))
                throw new RefusedException(
                    "successor",
                    $"{chart.Title(account)} has two accounts to follow it. Nothing was changed; choose one.",
                    400
                );
            if (!chart.TryFind(successor, out var found) || !found.Active)
                throw new RefusedException(
                    "account-unknown",
                    $"{chart.Title(successor)} is not an open account of the ledger. Nothing was changed; choose another."
                );
        }

        return chosen;
    }

    // The world before against the world after: whatever the ledger changed counts, be it a name, a switch or a lock.
    private static PullAnswer Compare(
        SqliteConnection company,
        LedgerAccess ledgers,
        LedgerRecords records,
        string at,
        string who,
        Dictionary<string, string> replacements
    )
    {
        var table = new LedgerTable(company);
        List<SuccessorChoice> choices = [.. records.Accounts.Where(a => a.Active).Select(a => new SuccessorChoice(a.Id, a.Title, a.Kind))];
        if (table.Records() is not { } before)
            return new PullAnswer(
                false,
                records.Organisation.Name,
                false,
                at,
                who,
                records.Accounts.Count,
                records.Suppliers.Count,
                [],
                [],
                null,
                0,
                choices
            );
        var basis = BasisTable.Of(company);
        var other = before.Organisation.Id != records.Organisation.Id;
        var documents = new AffectedTable(company).AllOpen();
        var then = After(company, basis, before, records, []);
        var broken = basis.Rehearse(company, then, documents);
        var rehearsal = broken;
        if (replacements.Count > 0)
        {
            then = After(company, basis, before, records, replacements);
            rehearsal = basis.Rehearse(company, then, documents, d => Following(d, replacements));
        }

        var connection = table.Connection();
        return new PullAnswer(
            false,
            records.Organisation.Name,
            other,
            at,
            who,
            records.Accounts.Count,
            records.Suppliers.Count,
            [
                .. PullComparison
                    .Between(before, records)
                    .Select(c => new ChangeAnswer(
                        c.Record,
                        c.Id,
                        c.Change,
                        c.Before,
                        c.After,
                        ledgers.PageOf(connection, records.Organisation.Id, c.Record, c.Id)
                    )),
            ],
            Breaks(company, basis, then.Chart, broken, other),
            RehearsalAnswer.Of(rehearsal, then.Chart, basis.Settings.Currency),
            rehearsal.Documents.Count,
            choices
        );
    }

    private static CodingBasis After(
        SqliteConnection company,
        CodingBasis now,
        LedgerRecords before,
        LedgerRecords records,
        Dictionary<string, string> replacements
    )
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
                SupplierQuestions = before.Suppliers.SequenceEqual(records.Suppliers)
                    ? now.Settings.SupplierQuestions
                    : SupplierProposalTable.QuestionsOf(new SupplierProposalTable(company).Against(records.Suppliers)),
            },
        };
    }

    // A document whose lines a person sent to accounts that others follow.
    private static Document Following(Document document, Dictionary<string, string> replacements)
    {
        string Follows(string account) => replacements.GetValueOrDefault(account, account);
        return document.Lines.Any(l => replacements.ContainsKey(l.Account) || replacements.ContainsKey(l.OriginalAccount))
            ? document with
            {
                Lines =
                [
                    .. document.Lines.Select(l => l with { Account = Follows(l.Account), OriginalAccount = Follows(l.OriginalAccount) }),
                ],
            }
            : document;
    }

    private static List<BreakAnswer> Breaks(SqliteConnection company, CodingBasis now, Chart then, Rehearsal rehearsal, bool other)
    {
        var digits = now.Settings.Currency.Digits;
        return
        [
            .. PullBreaks
                .Of(Uses(company, now), now.Chart, then, rehearsal, other)
                .Select(b => new BreakAnswer(
                    b.Account.Id,
                    b.Account.Title,
                    b.Why,
                    b.Uses,
                    b.Documents,
                    AmountText.Format(b.Money, digits),
                    [.. b.Successors.Select(s => new SuccessorAnswer(s.Account.Id, s.Account.Title, (int)Math.Round(s.Likeness * 100)))]
                )),
        ];
    }

    private static IEnumerable<AccountUse> Uses(SqliteConnection company, CodingBasis now) =>
        [
            .. now
                .Rows.Where(r => r.Account.Length > 0)
                .Select(r => new AccountUse(
                    r.Account,
                    $"{r.Kind.Title()} “{r.Key}”{(r.ForSource.Length > 0 ? $" of {r.ForSource}" : "")}",
                    r
                )),
            .. new LedgerTable(company)
                .RoleChoices()
                .Select(c => new AccountUse(c.Value, $"the role {ReasonWords.RoleTitle(c.Key)}", null)),
            .. new PersonChoiceTable(company)
                .Accounts()
                .Select(c => new AccountUse(c.Account, $"a person's choice on {c.Lines} open {(c.Lines == 1 ? "line" : "lines")}", null)),
        ];

    private static PullAnswer TakeOver(
        SqliteConnection company,
        CompanyBooks books,
        LedgerRecords records,
        PullAnswer found,
        Dictionary<string, string> replacements
    )
    {
        var table = new LedgerTable(company);
        var before = table.Accounts().Count;
        table.Replace(records, books.Now);
        var mapping = new MappingTable(company);
        var rows = mapping.All();
        var wanted = WithItems(rows, records.Items)
            .Select(r => replacements.TryGetValue(r.Account, out var successor) ? r with { Account = successor } : r);
        var changes = BookChanges.Between(rows, wanted.Select(ProposedRow.Put));
        if (changes.Count > 0)
        {
            mapping.Write(changes);
            new ChangeTable(company).Add(books.Now, books.Who, "a pull of the ledger", changes);
        }

        var accounts = new PaymentAccountTable(company);
        foreach (var (id, account) in accounts.All())
            if (replacements.TryGetValue(account.Account, out var successor))
                accounts.Put(id, account with { Account = successor });
        foreach (var (role, account) in table.RoleChoices())
            if (replacements.TryGetValue(account, out var successor))
                table.ChooseRole(role, successor);
        new PersonChoiceTable(company).Replace(replacements);

        var settings = ChoiceTable.Of(company);
        if (replacements.TryGetValue(settings.PrivateAccount, out var owed))
            ChoiceTable.Save(company, settings with { PrivateAccount = owed });
        var cause = new CodingCause(books.Now, books.Who, "a pull of the ledger");
        Recoding.RefreshSuppliers(company, null, cause);
        Recoding.RecodeOpen(company, cause);
        new AuditTable(company).Add(
            books.Now,
            books.Who,
            "pull",
            "ledger",
            new { accounts = before },
            new
            {
                records.Organisation.Id,
                accounts = records.Accounts.Count,
                changes = found.Changes.Count,
                replacements,
                documents = found.Changed,
            }
        );
        return found with { TakenOver = true };
    }

    // A row whose target is an item of the ledger follows it when it brings another account.
    private static IEnumerable<MappingRow> WithItems(IEnumerable<MappingRow> rows, IReadOnlyList<LedgerItem> items)
    {
        var accounts = items.ToDictionary(i => i.Id, i => i.Account);
        return rows.Select(r =>
            r.LedgerItem.Length > 0 && accounts.TryGetValue(r.LedgerItem, out var account) ? r with { Account = account } : r
        );
    }
}
