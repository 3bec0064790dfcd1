using System.Globalization;
using Adnumera.Core.Access;
using Adnumera.Core.Amounts;
using Adnumera.Core.Entries;
using Adnumera.Core.Entries.PayRuns;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Payroll;
using Adnumera.Core.Rehearsals;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Payroll;
using Adnumera.Storage.Rehearsals;
using Adnumera.Web.Coding;
using Adnumera.Web.Mapping;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Payroll;

/// <summary>Where pay items go, rehearsed before it is saved and taken back whole; and how the company wants its pay runs.</summary>
internal static class PayrollMappingEndpoints
{
    private const int MostChanges = 20;
    private const int MostRows = 2_000;

    public static void MapPayrollMapping(this RouteGroupBuilder company)
    {
        var payroll = company.MapGroup("payroll").WithTags("Payroll");
        payroll.MapGet("mapping", Get).Needs(Right.Read);
        payroll.MapPost("mapping/rehearsals", Rehearse).Needs(Right.Bookkeep);
        payroll.MapPut("mapping", Put).Needs(Right.Bookkeep);
        payroll.MapPost("mapping/changes/{id:long}/undo", Undo).Needs(Right.Bookkeep);
        payroll.MapPut("items/flags", Flag).Needs(Right.Bookkeep);
    }

    private static PayrollMappingAnswer Get(CompanyBooks books) =>
        books.File.Read(c =>
        {
            var (table, basis) = (new PayRunTable(c), BasisTable.Of(c));
            var rows = basis.Payroll.ToLookup(r => Folded.Of(r.Item));
            var arrived = table.AllItems().GroupBy(i => i.Key).ToList();
            var currency = basis.Settings.Currency;
            var unknown = basis.Payroll.Where(r => arrived.TrueForAll(a => a.Key != Folded.Of(r.Item))).GroupBy(r => Folded.Of(r.Item));
            var (departments, groups, agencies) = table.Named();
            var flags = new PayItemFlagsTable(c).All();
            return new PayrollMappingAnswer(
                [
                    .. arrived
                        .Select(a =>
                            Item(a.First().Item, [.. a.Select(i => Words<PayItemType>.Read(i.Type))], a.Sum(i => i.Amount), rows[a.Key])
                        )
                        .OrderByDescending(i => i.NeedsExpense || i.NeedsLiability),
                    .. unknown.Select(u => Item(u.First().Item, [], 0, u)),
                ],
                departments,
                groups,
                agencies,
                [.. new PayrollMappingTable(c).Changes(MostChanges).Select(ch => Change(ch, basis.Chart))],
                PayrollChoiceEndpoints.Text(basis.Settings.Payroll),
                Covered(table.AllItems(), new PayrollMapping(basis.Payroll)),
                currency.Code
            );

            MappedItemAnswer Item(string item, IReadOnlyList<PayItemType> types, long amount, IEnumerable<PayrollMappingRow> of)
            {
                var mapped = PayrollMapping.Ladder(of).ToList();
                return new MappedItemAnswer(
                    item,
                    types,
                    AmountText.Format(amount, currency.Digits),
                    Has(PayrollSide.Expense),
                    Has(PayrollSide.Liability),
                    Needs(PayrollSide.Expense),
                    Needs(PayrollSide.Liability),
                    Proposed(PayrollSide.Expense),
                    Proposed(PayrollSide.Liability),
                    flags.GetValueOrDefault(item)?.IsTaxable ?? false,
                    flags.GetValueOrDefault(item)?.Pays ?? SocialInsurance.None,
                    [.. mapped.Select(r => Row(r, types, basis.Chart))]
                );
                // One that all its types have in common.
                string Proposed(PayrollSide side) =>
                    Needs(side)
                    && types.Where(t => t.Has(side)).Select(t => PayrollProposals.Of(basis.Chart, side, t, item)).Distinct().ToList()
                        is [var usual]
                        ? usual
                        : "";
                // Of what never came nothing is known.
                bool Has(PayrollSide side) => types.Count == 0 || types.Any(t => t.Has(side));
                bool Needs(PayrollSide side) => types.Any(t => t.Has(side)) && mapped.TrueForAll(r => r.On(side).Length == 0);
            }
        });

    private static string Covered(IReadOnlyList<PayItemRow> items, PayrollMapping mapping)
    {
        bool IsMapped(PayItemRow i) =>
            Enum.GetValues<PayrollSide>().All(s => !Words<PayItemType>.Read(i.Type).Has(s) || mapping.Knows(i.Item, s));
        var all = items.Sum(i => Math.Abs((decimal)i.Amount));
        return all == 0
            ? ""
            : (100 * items.Where(IsMapped).Sum(i => Math.Abs((decimal)i.Amount)) / all).ToString("0.#", CultureInfo.InvariantCulture);
    }

    private static PayItemFlagsRequest Flag(PayItemFlagsRequest request, CompanyBooks books) =>
        books.File.InTransaction(c =>
        {
            var (table, item) = (new PayItemFlagsTable(c), PayRunCorrections.Plain("item", request.Item, mayBeBlank: true));
            if (item.Length == 0)
                throw new RefusedException("item", "It names no pay item. Nothing was changed.");
            var before = table.All().GetValueOrDefault(item);
            table.Put(item, new PayItemFlags(request.IsTaxable, request.Pays));
            new AuditTable(c).Add(books.Now, books.Who, "say what a pay item is", $"payroll/items/{item}", before, request);
            return request;
        });

    private static PayrollRowAnswer Row(PayrollMappingRow row, IReadOnlyList<PayItemType> types, Chart chart)
    {
        var broken = Enum.GetValues<PayrollSide>()
            .Where(s => row.On(s).Length > 0)
            .SelectMany(s =>
                types
                    .Where(t => t.Has(s))
                    .Select(t =>
                        PayrollTargets.Broken(chart, s, t, row.On(s)) is { } why
                            ? $"{chart.Title(row.On(s))} {ReasonWords.Because(why)}"
                            : ""
                    )
            )
            .FirstOrDefault(b => b.Length > 0, "");
        return new PayrollRowAnswer(
            row.Department,
            row.Group,
            row.Agency,
            row.Expense,
            Title(chart, row.Expense),
            row.Liability,
            Title(chart, row.Liability),
            broken
        );
    }

    private static PayrollChangeAnswer Change(PayrollChange change, Chart chart) =>
        new(
            change.Id,
            change.At,
            change.Who,
            string.Join(
                "; ",
                change.After.Select(r =>
                    $"{Called(r)}: {Named(chart, change.Before.FirstOrDefault(b => b.Key == r.Key))} → {Named(chart, r)}"
                )
            ),
            change.IsUndone
        );

    private static string Called(PayrollMappingRow row) =>
        string.Join(", ", ((string[])[row.Item, row.Department, row.Group, row.Agency]).Where(t => t.Length > 0));

    private static string Named(Chart chart, PayrollMappingRow? row) =>
        row is null || (row.Expense.Length == 0 && row.Liability.Length == 0)
            ? "not mapped"
            : string.Join(" and ", ((string[])[row.Expense, row.Liability]).Where(a => a.Length > 0).Select(chart.Title));

    private static string Title(Chart chart, string account) => account.Length == 0 ? "" : chart.Title(account);

    private static PayrollRehearsal Rehearse(PayrollMappingRequest request, CompanyBooks books) =>
        books.File.Read(c =>
        {
            var basis = BasisTable.Of(c);
            var rows = Read(request, basis);
            return new PayrollRehearsal(Rehearsed(c, basis, basis with { Payroll = After(basis, rows) }, rows), Asks(rows, basis));
        });

    private static PayrollSaved Put(PayrollMappingRequest request, CompanyBooks books) =>
        books.File.InTransaction(c =>
        {
            var basis = BasisTable.Of(c);
            var rows = Read(request, basis);
            if (Asks(rows, basis) is [var ask, ..] && !request.Confirmed)
                throw new RefusedException("confirm", $"{ask} Nothing was changed; confirm it to save.", StatusCodes.Status409Conflict);
            return Save(c, books, rows, "map pay items");
        });

    private static PayrollSaved Undo(long id, CompanyBooks books) =>
        books.File.InTransaction(c =>
        {
            var table = new PayrollMappingTable(c);
            var change = table.Change(id) ?? throw RefusedException.NotFound("This change");
            if (change.IsUndone)
                throw new RefusedException("undone", "It was taken back already. Nothing was changed.", StatusCodes.Status409Conflict);
            var now = table.All().ToDictionary(r => r.Key);
            // What was changed again since stays.
            if (change.After.FirstOrDefault(a => !Same(now.GetValueOrDefault(a.Key), a)) is { } since)
                throw new RefusedException(
                    "changed-since",
                    $"{Called(since)} was changed again since. Nothing was changed; take that back first.",
                    StatusCodes.Status409Conflict
                );
            var saved = Save(
                c,
                books,
                [.. change.After.Select(a => change.Before.FirstOrDefault(b => b.Key == a.Key) ?? a with { Expense = "", Liability = "" })],
                "take back a mapping of pay items"
            );
            table.Undone(id, saved.ChangeId);
            return saved;
        });

    private static bool Same(PayrollMappingRow? now, PayrollMappingRow after) =>
        (now?.Expense ?? "", now?.Liability ?? "") == (after.Expense, after.Liability);

    private static PayrollSaved Save(SqliteConnection company, CompanyBooks books, IReadOnlyList<PayrollMappingRow> rows, string what)
    {
        var table = new PayrollMappingTable(company);
        var change = table.Put(rows, books.Now, books.Who);
        var recoded = Recoding.Recode(
            company,
            table.Affected([.. rows.Select(r => r.Item)]),
            new CodingCause(books.Now, books.Who, "the mapping of pay items")
        );
        new AuditTable(company).Add(books.Now, books.Who, what, "payroll/mapping", null, new { rows, recoded = recoded.All });
        return new PayrollSaved(change, recoded.All);
    }

    internal static RehearsalAnswer Rehearsed(
        SqliteConnection company,
        CodingBasis now,
        CodingBasis then,
        IReadOnlyList<PayrollMappingRow>? rows
    )
    {
        var affected = new PayrollMappingTable(company).Affected(rows is null ? null : [.. rows.Select(r => r.Item)]);
        return RehearsalAnswer.Of(now.Rehearse(company, then, affected), now.Chart, now.Settings.Currency);
    }

    private static IReadOnlyList<PayrollMappingRow> After(CodingBasis basis, IReadOnlyList<PayrollMappingRow> rows) =>
        [.. basis.Payroll.Where(b => rows.All(r => r.Key != b.Key)), .. rows.Where(r => r.Expense.Length > 0 || r.Liability.Length > 0)];

    // Net pay or taxes straight to a bank account: usually that is cleared first (common practice).
    private static IReadOnlyList<string> Asks(IReadOnlyList<PayrollMappingRow> rows, CodingBasis basis) =>
        [
            .. rows.Where(r => basis.Chart.TryFind(r.Liability, out var account) && account.Role is AccountRole.Bank or AccountRole.Cash)
                .Select(r =>
                    $"{r.Item} would go straight to {basis.Chart.Title(r.Liability)}; "
                    + "usually it stands in a clearing account until it is paid."
                )
                .Distinct(),
        ];

    private static List<PayrollMappingRow> Read(PayrollMappingRequest request, CodingBasis basis)
    {
        if (request.Rows.Count is 0 or > MostRows)
            throw new RefusedException("rows", $"Between one and {MostRows:N0} rows can be saved at once. Nothing was changed.");
        var rows = request
            .Rows.Select(r => new PayrollMappingRow
            {
                Item = PayRunCorrections.Plain("item", r.Item, mayBeBlank: true),
                Department = PayRunCorrections.Plain("department", r.Department ?? "", mayBeBlank: true),
                Group = PayRunCorrections.Plain("employeeGroup", r.EmployeeGroup ?? "", mayBeBlank: true),
                Agency = PayRunCorrections.Plain("agency", r.Agency ?? "", mayBeBlank: true),
                Expense = r.ExpenseAccount?.Trim() ?? "",
                Liability = r.LiabilityAccount?.Trim() ?? "",
            })
            .ToList();
        foreach (var row in rows)
        {
            if (row.Item.Length == 0)
                throw new RefusedException("item", "A row names no pay item. Nothing was changed.");
            if (row is { Agency.Length: > 0, Expense.Length: > 0 })
                throw new RefusedException("agency", $"{Called(row)}: an agency decides what is owed alone. Nothing was changed.");
            foreach (var account in (string[])[row.Expense, row.Liability])
                if (account.Length > 0 && (!basis.Chart.TryFind(account, out var found) || !found.Active))
                    throw new RefusedException(
                        "account",
                        $"{Called(row)}: {basis.Chart.Title(account)} is not an open account of the chart. Nothing was changed."
                    );
        }

        if (rows.GroupBy(r => r.Key).FirstOrDefault(g => g.Count() > 1) is { } twice)
            throw new RefusedException("item", $"{Called(twice.First())} stands twice. Nothing was changed.");
        return rows;
    }
}
