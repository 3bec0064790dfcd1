using System.Security.Claims;
using Adnumera.Core;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Posting;
using Adnumera.LedgerClient;
using Adnumera.Storage;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Adnumera.Web.SignIn;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Adnumera.Web.Ledger;

public sealed record ConnectionAnswer(
    bool Connected, string Address, string Organisation, string ConnectedAt, string ConnectedBy, string PulledAt, IReadOnlyList<RecordCount> Holds, IReadOnlyList<FeatureAnswer> Features, bool PullWaits, string Running);

public sealed record RecordCount(string Record, int Count);

public sealed record FeatureAnswer(string Feature, bool On);

/// <param name="Role">The role's word.</param>
/// <param name="Title">The role as people say it.</param>
/// <param name="Why">What needs it.</param>
/// <param name="Account">The account that fills it; blank when none or several do.</param>
/// <param name="Chosen">Whether the company chose it, whatever the ledger says.</param>
/// <param name="Problem">Blank when all is well.</param>
/// <param name="Create">What to create in the ledger when nothing fits; blank when something fills it.</param>
/// <param name="Kinds">The kinds that it may be.</param>
/// <param name="Link">The page of the ledger on which accounts are added.</param>
public sealed record RequiredAccountAnswer(string Role, string Title, string Why, string Account, string AccountTitle, bool Chosen, string Problem, string Create, IReadOnlyList<string> Kinds, string Link);

public sealed record RoleRequest(string? Role, string? Account);

public sealed record ConsentAnswer(string Url);

public sealed record AccountAnswer(string Id, string Number, string Name, string Title, string Kind, string Role, bool Active, bool Control, string Requires, bool Hidden, string Link);

/// <summary>Values of the ledger that pickers offer: departments, locations, projects, payment terms, items, tax codes.</summary>
public sealed record LedgerValueAnswer(string Kind, string Id, string Name, bool Active, bool Hidden, string Account);

/// <summary>Connecting the ledger, and what was pulled from it.</summary>
internal static class ConnectionEndpoints
{
    private static readonly TimeSpan StateLasts = TimeSpan.FromMinutes(15);

    public static void MapConnection(this RouteGroupBuilder company)
    {
        var connection = company.MapGroup("connection").WithTags("Connection");
        connection.MapGet("", Current).RequireAuthorization(Access.Read);
        connection.MapPost("consent", Consent).RequireAuthorization(Access.Administer);
        connection.MapPost("pulls", (Work work, LedgerAccess ledgers, LedgerTurns turns, CancellationToken cancel) => Pull.Run(work, ledgers.Open(work.File), turns, cancel)).RequireAuthorization(Access.Keep);
        connection.MapGet("pulls/waiting", Results<Ok<PullAnswer>, NoContent> (Work work) => work.File.Read(c => Pull.Waiting(c, [])) is { } waiting ? TypedResults.Ok(waiting) : TypedResults.NoContent()).RequireAuthorization(Access.Read);
        connection.MapPost("pulls/waiting/rehearsals", Results<Ok<PullAnswer>, NoContent> (IReadOnlyList<Replacement> replacements, Work work) =>
            work.File.Read(c => Pull.Waiting(c, replacements)) is { } waiting ? TypedResults.Ok(waiting) : TypedResults.NoContent()).RequireAuthorization(Access.Keep);
        connection.MapPost("pulls/waiting/take-over", (IReadOnlyList<Replacement> replacements, Work work, LedgerTurns turns) => Pull.TakeOver(work, turns, replacements)).RequireAuthorization(Access.Keep);
        connection.MapDelete("pulls/waiting", (Work work) =>
        {
            Pull.Discard(work);
            return TypedResults.NoContent();
        }).RequireAuthorization(Access.Keep);
        connection.MapGet("required", (Work work) => work.File.Read(Required)).RequireAuthorization(Access.Read);
        connection.MapPut("required", ChooseRole).RequireAuthorization(Access.Administer);
        connection.MapDelete("", Disconnect).RequireAuthorization(Access.Administer);
        company.MapGet("accounts", (Work work) => work.File.Read(Accounts)).WithTags("Connection").RequireAuthorization(Access.Read);
        company.MapGet("ledger-values", (Work work) => work.File.Read(Values)).WithTags("Connection").RequireAuthorization(Access.Read);
    }

    /// <summary>Where the ledger sends its owner's browser back to.</summary>
    public static void MapConsentReturn(this WebApplication app) => app.MapGet("/connect/return", Return).ExcludeFromDescription();

    private static ConnectionAnswer Current(Work work, LedgerTurns turns) => work.File.Read(c =>
    {
        var table = new LedgerTable(c);
        var (connection, records) = (table.Connection(), table.Records());
        var holds = records is null ? [] : new List<RecordCount>
        {
            new("accounts", records.Accounts.Count), new("suppliers", records.Suppliers.Count), new("employees", records.Employees.Count), new("tax codes", records.TaxCodes.Count),
            new("payment terms", records.Terms.Count), new("items", records.Items.Count),
        };
        if (records is not null) holds.AddRange(records.Dimensions.GroupBy(d => d.Kind).Select(g => new RecordCount($"{Words<DimensionKind>.Of(g.Key)}s", g.Count())));
        var features = records is null ? [] : Enum.GetValues<LedgerFeature>().Select(f => new FeatureAnswer(Words<LedgerFeature>.Of(f), records.Capabilities.Can(f)));
        return new ConnectionAnswer(
            connection is not null, connection?.Address ?? "", connection?.OrganisationName ?? table.Pulled()?.Name ?? "", connection?.ConnectedAt ?? "", connection?.ConnectedBy ?? "", table.Pulled()?.At ?? "",
            holds, [.. features], new PendingPullTable(c).Exists(), turns.Running(work.CompanyId) ?? "");
    });

    private static List<AccountAnswer> Accounts(Microsoft.Data.Sqlite.SqliteConnection company)
    {
        var table = new LedgerTable(company);
        var hidden = new HiddenTable(company).Of("account");
        var (address, organisation) = (table.Connection()?.Address, table.Pulled()?.Id ?? "");
        return [.. table.Accounts().Select(a => new AccountAnswer(
            a.Id, a.Number, a.Name, a.Title, Words<AccountKind>.Of(a.Kind), Words<AccountRole>.Of(a.Role), a.Active, a.IsControl, a.Requires is { } kind ? Words<DimensionKind>.Of(kind) : "",
            hidden.Contains(Folded.Of(a.Id)), address is null ? "" : HttpLedger.RecordPage(new Uri(address), organisation, RecordKind.Account, a.Id).ToString()))];
    }

    private static List<LedgerValueAnswer> Values(Microsoft.Data.Sqlite.SqliteConnection company)
    {
        var table = new LedgerTable(company);
        var hidden = Enum.GetValues<DimensionKind>().ToDictionary(k => k, k => new HiddenTable(company).Of(Words<DimensionKind>.Of(k)));
        return
        [
            .. table.Dimensions().Select(d => new LedgerValueAnswer(Words<DimensionKind>.Of(d.Kind), d.Id, d.Name, d.Active, hidden[d.Kind].Contains(Folded.Of(d.Name)), "")),
            .. table.Terms().Select(t => new LedgerValueAnswer("payment_term", t.Id, t.Name, true, false, "")),
            .. table.Items().Select(i => new LedgerValueAnswer("item", i.Id, i.Name, i.Active, false, i.Account)),
            .. table.TaxCodes().Select(t => new LedgerValueAnswer("tax_code", t.Code, t.Name, true, false, "")),
            .. table.Employees().Select(e => new LedgerValueAnswer("employee", e.Id, e.Name, e.Active, false, "")),
        ];
    }

    private static List<RequiredAccountAnswer> Required(Microsoft.Data.Sqlite.SqliteConnection company)
    {
        var table = new LedgerTable(company);
        var (chart, choices, address) = (table.Chart(), table.RoleChoices(), table.Connection()?.Address);
        var link = address is null ? "" : HttpLedger.RecordPage(new Uri(address), table.Pulled()?.Id ?? "", RecordKind.Account, "").ToString();
        var recovers = new MappingTable(company).OfKind(KeyKind.TaxCode).Any(r => r.RecoverablePercent > 0 && r.Account.Length == 0);
        return [.. RequiredAccounts.Of(chart, CompanyFile.Of(company).Settings, recovers).Select(r =>
        {
            var kinds = r.Kinds.Select(k => Words<AccountKind>.Of(k).Replace('_', ' ')).ToList();
            var (account, problem) = r.Holder switch
            {
                RoleHolder.One one => (one.Account, r.IsFilled ? "" : $"{one.Account.Title} is of the kind {Words<AccountKind>.Of(one.Account.Kind).Replace('_', ' ')}; it must be {string.Join(" or ", kinds)}"),
                RoleHolder.Several several => (null, $"several accounts have it: {string.Join(", ", several.Accounts.Select(a => a.Title))}; choose one"),
                _ => (null, "no account has it"),
            };
            return new RequiredAccountAnswer(
                Words<AccountRole>.Of(r.Role), ReasonWords.RoleTitle(r.Role), r.Why, account?.Id ?? "", account?.Title ?? "", choices.ContainsKey(r.Role), problem,
                account is null ? $"“{r.SuggestedName}”, kind {kinds[0]}, role {Words<AccountRole>.Of(r.Role)}" : "", [.. r.Kinds.Select(Words<AccountKind>.Of)], link);
        })];
    }

    private static List<RequiredAccountAnswer> ChooseRole(RoleRequest request, Work work) => work.File.InTransaction(company =>
    {
        if (!Words<AccountRole>.TryRead(request.Role ?? "", out var role) || role == AccountRole.None) throw new RefusedException("role", $"{Quote.Of(request.Role)} is not a role. Nothing was changed.", 400);
        var table = new LedgerTable(company);
        var account = request.Account?.Trim() ?? "";
        if (account.Length > 0 && !(table.Chart().TryFind(account, out var found) && found.Active))
            throw new RefusedException("account-unknown", $"Account {account} is not an open account of the ledger. Nothing was changed; pull again or choose another.");
        if (account.Length > 0 && RequiredAccounts.Of(table.Chart(), CompanyFile.Of(company).Settings, true).FirstOrDefault(r => r.Role == role) is { } required && table.Chart().TryFind(account, out var fits) && !required.Kinds.Contains(fits.Kind))
            throw new RefusedException("account-kind", $"{fits.Title} cannot be the account for {ReasonWords.RoleTitle(role)}: it must be {string.Join(" or ", required.Kinds.Select(k => Words<AccountKind>.Of(k).Replace('_', ' ')))}. Nothing was changed; choose another.");
        var before = table.RoleChoices().GetValueOrDefault(role, "");
        table.ChooseRole(role, account);
        Coding.Recode(company, new Storage.Documents.DocumentTable(company).AllOpen(), new Storage.Documents.CodingCause(work.Now, work.Who, $"account for {ReasonWords.RoleTitle(role)}"));
        new AuditTable(company).Add(work.Now, work.Who, "choose account of a role", $"role/{Words<AccountRole>.Of(role)}", before, account);
        return Required(company);
    });

    private static ConsentAnswer Consent(Work work, HttpContext http, WebSettings settings, IDataProtectionProvider protection)
    {
        Pull.RefuseUnderWay(work.File);
        var person = http.User.FindFirstValue(ClaimTypes.NameIdentifier)!;
        var state = Protector(protection).Protect($"{work.CompanyId}|{person}", StateLasts);
        return new ConsentAnswer(HttpLedger.ConsentPage(new Uri(settings.LedgerAddress), ReturnAddress(http), state).ToString());
    }

    private static async Task<IResult> Return(
        string? code, string state, HttpContext http, Companies companies, LedgerAccess ledgers, LedgerTurns turns, WebSettings settings, IDataProtectionProvider protection, TimeProvider clock, CancellationToken cancel)
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
        if (code is null) return Results.Redirect($"/#/{company}/set-up/ledger?answer=refused");
        try
        {
            var client = ledgers.Client(settings.LedgerAddress);
            var token = await HttpLedger.Exchange(client, code, ReturnAddress(http), cancel);
            var work = new Work(companies.Open(company), company, http.User.FindFirstValue(ClaimTypes.Name)!, clock);
            var ours = work.File.Read(CompanyFile.Of).Settings.Currency;
            var organisation = await new HttpLedger(client, token, ours).Organisation(cancel);
            if (organisation.Currency != ours.Code) return Results.Redirect($"/#/{company}/set-up/ledger?answer=currency");
            Save(work, new ConnectionRow(settings.LedgerAddress, organisation.Id, organisation.Name, ledgers.Protect(token), Storage.Iso.Text(work.Now), work.Who, ""));
            var pull = await Pull.Run(work, ledgers.Open(work.File), turns, cancel);
            return Results.Redirect($"/#/{company}/set-up/ledger?answer={(pull.TakenOver ? "connected" : "look")}");
        }
        catch (LedgerUnavailableException)
        {
            return Results.Redirect($"/#/{company}/set-up/ledger?answer=unreachable");
        }
        catch (RefusedException e)
        {
            return Results.Redirect($"/#/{company}/set-up/ledger?answer={(e.Type == Pull.UnderWay ? "under-way" : "busy")}");
        }
    }

    /// <summary>Writes the connection down.</summary>
    /// <exception cref="RefusedException">Something is planned or sent for the ledger that is connected now.</exception>
    public static void Save(Work work, ConnectionRow row) => work.File.InTransaction(c =>
    {
        Pull.RefuseUnderWay(c);
        var before = new LedgerTable(c).Connection();
        new LedgerTable(c).Connect(row);
        new AuditTable(c).Add(work.Now, work.Who, "connect", "ledger", before?.OrganisationName, row.OrganisationName);
        return 0;
    });

    private static async Task<IResult> Disconnect(Work work, LedgerAccess ledgers, LedgerTurns turns, CancellationToken cancel)
    {
        using var turn = turns.Take(work.CompanyId, "disconnecting");
        Pull.RefuseUnderWay(work.File);
        try
        {
            await ledgers.Open(work.File).Revoke(cancel);
        }
        catch (Exception e) when (e is LedgerUnavailableException || e is RefusedException { Type: "token-unreadable" })
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
