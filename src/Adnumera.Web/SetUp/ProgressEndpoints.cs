using Adnumera.Core.Mapping;
using Adnumera.Storage;
using Adnumera.Storage.Count;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Adnumera.Web.SignIn;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.SetUp;

/// <summary>A step of setting a company up.</summary>
/// <param name="Word">Which step.</param>
/// <param name="Done">Whether nothing is missing there.</param>
/// <param name="Note">How far one is, or what is missing.</param>
public sealed record StepAnswer(string Word, bool Done, string Note);

/// <summary>The way of setting up, in order; it can be left and taken up again at any step.</summary>
/// <param name="Next">The first step that is not done; blank when all are.</param>
public sealed record ProgressAnswer(IReadOnlyList<StepAnswer> Steps, string Next, int Done);

internal static class ProgressEndpoints
{
    public static void MapProgress(this RouteGroupBuilder company) =>
        company.MapGet("progress", (Work work) => work.File.Read(Of)).WithTags("Choices").RequireAuthorization(Access.Read);

    private static ProgressAnswer Of(SqliteConnection company)
    {
        var ledger = new LedgerTable(company);
        var (pulled, table) = (ledger.Pulled(), new MappingTable(company));
        var settings = CompanyFile.Of(company).Settings;
        var required = Core.Ledger.RequiredAccounts.Of(ledger.Chart(), settings, table.OfKind(KeyKind.TaxCode).Any(r => r.RecoverablePercent > 0 && r.Account.Length == 0));
        var filled = required.Count(r => r.IsFilled);
        var arrived = new CountTable(company).BySource(null).Sum(s => s.Totals.Arrived.Documents);
        var accounts = new PaymentAccountTable(company).All().Count;
        var rows = table.All().Count;
        var waiting = table.ValuesWaiting();
        var chosen = new Storage.Audit.AuditTable(company).Of("choices").Count > 0;
        var steps = new List<StepAnswer>
        {
            new("connect", ledger.Connection() is not null && pulled is not null, pulled is { } p ? $"{p.Name}, {ledger.Accounts().Count} accounts" : "no ledger is connected"),
            new("required", pulled is not null && filled == required.Count, pulled is null ? "after connecting" : $"{filled} of {required.Count} roles are filled"),
            new("choices", chosen, chosen ? "decided" : "look through what is decided for each kind of document, and save it"),
            new("payment_accounts", accounts > 0, accounts == 0 ? "no card or cash account is entered" : accounts == 1 ? "1 account" : $"{accounts} accounts"),
            new("book", rows > 0, rows == 0 ? "no value is mapped; take a mapping book in, or map what arrives" : $"{rows} rows in the mapping book"),
            new("arrivals", arrived > 0, arrived == 0 ? "no document has arrived" : $"{arrived} documents arrived"),
            new("waiting", arrived > 0 && waiting == 0, waiting == 0 ? arrived == 0 ? "after the first documents" : "nothing waits for a mapping" : $"{waiting} values wait for a mapping"),
        };
        return new ProgressAnswer(steps, steps.FirstOrDefault(s => !s.Done)?.Word ?? "", steps.Count(s => s.Done));
    }
}
