using Adnumera.Core.Access;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Payroll;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Count;
using Adnumera.Storage.Entries;
using Adnumera.Storage.Installation;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Adnumera.Storage.Payroll;
using Adnumera.Web.Companies;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.SetUp;

internal static class ProgressEndpoints
{
    public static void MapProgress(this RouteGroupBuilder company) =>
        company.MapGet("progress", GetProgress).WithTags("Choices").Needs(Right.Read);

    private static ProgressAnswer Of(SqliteConnection company, string beginsWith)
    {
        var ledger = new LedgerTable(company);
        var (pulled, table) = (ledger.Pulled(), new MappingTable(company));
        var settings = ChoiceTable.Of(company);
        var required = RequiredAccounts.Of(
            ledger.Chart(),
            settings,
            table.OfKind(KeyKind.TaxCode).Any(r => r.RecoverablePercent > 0 && r.Account.Length == 0)
        );
        var filled = required.Count(r => r.IsFilled);
        var arrived = new CountTable(company).BySource(null).Sum(s => s.Totals.Arrived.Documents);
        var accounts = new PaymentAccountTable(company).All().Count;
        var rows = table.All().Count;
        var waiting = table.ValuesWaiting();
        var chosen = new AuditTable(company).Of("choices").Count > 0;
        var steps = new List<StepAnswer>
        {
            new(
                SetUpStep.Connect,
                ledger.Connection() is not null && pulled is not null,
                pulled is { } p ? $"{p.Name}, {ledger.Accounts().Count} accounts" : "no ledger is connected"
            ),
            new(
                SetUpStep.Required,
                pulled is not null && filled == required.Count,
                pulled is null ? "after connecting" : $"{filled} of {required.Count} roles are filled"
            ),
            new(SetUpStep.Choices, chosen, chosen ? "decided" : "look through what is decided for each kind of document, and save it"),
            new(
                SetUpStep.PaymentAccounts,
                accounts > 0,
                accounts == 0 ? "no card or cash account is entered"
                    : accounts == 1 ? "1 account"
                    : $"{accounts} accounts"
            ),
            new(
                SetUpStep.Book,
                rows > 0,
                rows == 0 && beginsWith.Length > 0 ? $"the book of {beginsWith} waits to be taken over, once the ledger is connected"
                    : rows == 0 ? "no value is mapped; take a mapping book in, or map what arrives"
                    : $"{rows} rows in the mapping book"
            ),
            new(SetUpStep.Arrivals, arrived > 0, arrived == 0 ? "no document has arrived" : $"{arrived} documents arrived"),
            new(
                SetUpStep.Waiting,
                arrived > 0 && waiting == 0,
                waiting == 0
                    ? arrived == 0
                        ? "after the first documents"
                        : "nothing waits for a mapping"
                    : $"{waiting} values wait for a mapping"
            ),
        };
        if (Payroll(company, settings) is { } payroll)
            steps.Add(payroll);
        return new ProgressAnswer(steps, steps.FirstOrDefault(s => !s.Done)?.Step, steps.Count(s => s.Done));
    }

    // Where nobody is paid through here, it is no step.
    private static StepAnswer? Payroll(SqliteConnection company, CompositionSettings settings)
    {
        var (rows, items) = (new PayrollMappingTable(company).All(), new PayRunTable(company).AllItems());
        if (rows.Count == 0 && items.Count == 0)
            return null;
        var mapping = new PayrollMapping(rows);
        var unmapped = items
            .Where(i => Enum.GetValues<PayrollSide>().Any(s => Words<PayItemType>.Read(i.Type).Has(s) && !mapping.Knows(i.Item, s)))
            .Select(i => i.Key)
            .Distinct()
            .Count();
        var lacksProcessor = settings.Payroll is { Shape: PayrollShape.Short, ProcessorAccount: "" };
        return new StepAnswer(
            SetUpStep.Payroll,
            unmapped == 0 && !lacksProcessor,
            lacksProcessor ? "no account is chosen for what the processor is owed"
                : unmapped == 0 ? $"{items.Select(i => i.Key).Distinct().Count()} pay items have their accounts"
                : $"{unmapped} pay items need an account"
        );
    }

    private static ProgressAnswer GetProgress(CompanyBooks books, CompanyFiles companies)
    {
        var beginsWith = companies.Installation.Read(c =>
        {
            var table = new CompanyListTable(c);
            return table.Find(books.CompanyId) is { BookFrom: { Length: > 0 } from } ? table.Find(from)?.Name ?? "" : "";
        });
        return books.File.Read(c => Of(c, beginsWith));
    }
}
