using System.Security.Claims;
using Adnumera.Core;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Posting;
using Adnumera.LedgerClient;
using Adnumera.Storage;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Ledger;
using Adnumera.Web.SignIn;
using Microsoft.AspNetCore.DataProtection;

namespace Adnumera.Web.Ledger;

public sealed record ConnectionAnswer(bool Connected, string Address, string Organisation, string ConnectedAt, string ConnectedBy, string PulledAt, int Accounts, int Suppliers, int TaxCodes, IReadOnlyList<RequiredAccount> Required);

/// <param name="Role">The role.</param>
/// <param name="Why">What needs it.</param>
/// <param name="Account">The account that fills it; blank when none or several do.</param>
/// <param name="Problem">Blank when all is well.</param>
public sealed record RequiredAccount(string Role, string Why, string Account, string Problem);

public sealed record ConsentAnswer(string Url);

public sealed record AccountAnswer(string Id, string Number, string Name, string Title, string Kind, string Role, bool Active, bool Control);

/// <summary>Connecting the ledger, and what was pulled from it.</summary>
internal static class ConnectionEndpoints
{
    private static readonly TimeSpan StateLasts = TimeSpan.FromMinutes(15);

    public static void MapConnection(this RouteGroupBuilder company)
    {
        var connection = company.MapGroup("connection").WithTags("Connection");
        connection.MapGet("", Current).RequireAuthorization(Access.Read);
        connection.MapPost("consent", Consent).RequireAuthorization(Access.Administer);
        connection.MapPost("pull", (Work work, LedgerAccess ledgers, CancellationToken cancel) => Pull.Run(work, ledgers.Open(work.File), cancel)).RequireAuthorization(Access.Keep);
        connection.MapDelete("", Disconnect).RequireAuthorization(Access.Administer);
        company.MapGet("accounts", (Work work) => work.File.Read(c => new LedgerTable(c).Accounts()).Select(a =>
            new AccountAnswer(a.Id, a.Number, a.Name, a.Title, Words<AccountKind>.Of(a.Kind), Words<AccountRole>.Of(a.Role), a.Active, a.IsControl)).ToList())
            .WithTags("Connection").RequireAuthorization(Access.Read);
    }

    /// <summary>Where the ledger sends its owner's browser back to.</summary>
    public static void MapConsentReturn(this WebApplication app) => app.MapGet("/connect/return", Return).ExcludeFromDescription();

    private static ConnectionAnswer Current(Work work) => work.File.Read(c =>
    {
        var table = new LedgerTable(c);
        var chart = table.Chart();
        return table.Connection() is { } row
            ? new ConnectionAnswer(true, row.Address, row.OrganisationName, row.ConnectedAt, row.ConnectedBy, row.PulledAt, chart.Accounts.Count, table.Suppliers().Count, table.TaxCodes().Count, Required(chart, CompanyFile.Of(c).Settings))
            : new ConnectionAnswer(false, "", "", "", "", "", chart.Accounts.Count, 0, 0, []);
    });

    private static List<RequiredAccount> Required(Chart chart, CompositionSettings settings)
    {
        var needed = new List<(AccountRole Role, string Why)>
        {
            (AccountRole.PayablesControl, "bills and credits of suppliers without a payables account of their own"),
            (AccountRole.EmployeePayable, "expense claims"),
            (AccountRole.InputTax, "recoverable tax"),
        };
        if (settings.RoundingTolerance > 0) needed.Add((AccountRole.Rounding, "rounding differences within the tolerance"));
        if (settings.WhenNothingMaps == WhenNothingMaps.Suspense) needed.Add((AccountRole.Suspense, "lines that nothing maps"));
        return [.. needed.Select(n => chart.Role(n.Role) switch
        {
            RoleHolder.One one => new RequiredAccount(ReasonWords.RoleTitle(n.Role), n.Why, one.Account.Title, ""),
            RoleHolder.Several several => new RequiredAccount(ReasonWords.RoleTitle(n.Role), n.Why, "", $"several accounts have it: {string.Join(", ", several.Accounts.Select(a => a.Title))}"),
            _ => new RequiredAccount(ReasonWords.RoleTitle(n.Role), n.Why, "", "no account has it; give one this role in the ledger and pull again"),
        })];
    }

    private static ConsentAnswer Consent(Work work, HttpContext http, WebSettings settings, IDataProtectionProvider protection)
    {
        var person = http.User.FindFirstValue(ClaimTypes.NameIdentifier)!;
        var state = Protector(protection).Protect($"{work.CompanyId}|{person}", StateLasts);
        return new ConsentAnswer(HttpLedger.ConsentPage(new Uri(settings.LedgerAddress), ReturnAddress(http), state).ToString());
    }

    private static async Task<IResult> Return(
        string? code, string state, HttpContext http, Companies companies, LedgerAccess ledgers, WebSettings settings, IDataProtectionProvider protection, TimeProvider clock, CancellationToken cancel)
    {
        string[] who;
        try
        {
            who = Protector(protection).Unprotect(state).Split('|');
        }
        catch (System.Security.Cryptography.CryptographicException)
        {
            return Results.Redirect("/#/set-up?answer=stale");
        }

        var (company, person) = (who[0], who[1]);
        if (person != http.User.FindFirstValue(ClaimTypes.NameIdentifier) || !Access.Allows(companies.Installation.Role(long.Parse(person, System.Globalization.CultureInfo.InvariantCulture), company), Access.Administer))
            return Results.Redirect("/#/set-up?answer=stale");
        if (code is null) return Results.Redirect($"/#/{company}/set-up?answer=refused");
        try
        {
            var client = ledgers.Client(settings.LedgerAddress);
            var token = await HttpLedger.Exchange(client, code, ReturnAddress(http), cancel);
            var work = new Work(companies.Open(company), company, http.User.FindFirstValue(ClaimTypes.Name)!, clock);
            var ours = work.File.Read(CompanyFile.Of).Settings.Currency;
            var organisation = await new HttpLedger(client, token, ours).Organisation(cancel);
            if (organisation.Currency != ours.Code) return Results.Redirect($"/#/{company}/set-up?answer=currency");
            Save(work, new ConnectionRow(settings.LedgerAddress, organisation.Id, organisation.Name, ledgers.Protect(token), Storage.Iso.Text(work.Now), work.Who, ""));
            await Pull.Run(work, ledgers.Open(work.File), cancel);
            return Results.Redirect($"/#/{company}/set-up?answer=connected");
        }
        catch (LedgerUnavailableException)
        {
            return Results.Redirect($"/#/{company}/set-up?answer=unreachable");
        }
    }

    /// <summary>Writes the connection down.</summary>
    public static void Save(Work work, ConnectionRow row) => work.File.InTransaction(c =>
    {
        var before = new LedgerTable(c).Connection();
        new LedgerTable(c).Connect(row);
        new AuditTable(c).Add(work.Now, work.Who, "connect", "ledger", before?.OrganisationName, row.OrganisationName);
        return 0;
    });

    private static async Task<IResult> Disconnect(Work work, LedgerAccess ledgers, CancellationToken cancel)
    {
        try
        {
            await ledgers.Open(work.File).Revoke(cancel);
        }
        catch (LedgerUnavailableException)
        {
            // The ledger forgot us already, or cannot be asked; the token is forgotten here in any case.
        }

        work.File.InTransaction(c =>
        {
            var before = new LedgerTable(c).Connection();
            new LedgerTable(c).Disconnect();
            new AuditTable(c).Add(work.Now, work.Who, "disconnect", "ledger", before?.OrganisationName, "");
            return 0;
        });
        return Results.NoContent();
    }

    private static ITimeLimitedDataProtector Protector(IDataProtectionProvider protection) => protection.CreateProtector("ledger-consent").ToTimeLimitedDataProtector();

    private static Uri ReturnAddress(HttpContext http) => new($"{http.Request.Scheme}://{http.Request.Host}/connect/return");
}
