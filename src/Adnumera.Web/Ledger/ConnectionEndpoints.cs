using System.Security.Claims;
using Adnumera.Core.Access;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Posting;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Entries;
using Adnumera.Storage.Files;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Adnumera.Storage.Rehearsals;
using Adnumera.Web.Coding;
using Adnumera.Web.Companies;
using Adnumera.Web.Hosting;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Ledger;

/// <summary>Connecting the ledger, and what was pulled from it.</summary>
internal static class ConnectionEndpoints
{
    private static readonly TimeSpan StateLasts = TimeSpan.FromMinutes(15);

    public static void MapConnection(this RouteGroupBuilder company)
    {
        var connection = company.MapGroup("connection").WithTags("Connection");
        connection.MapGet("", Current).Needs(Right.Read);
        connection.MapPost("consent", Consent).Needs(Right.Administer);
        connection.MapPost("pulls", Pull.Run).Needs(Right.Bookkeep);
        connection.MapGet("pulls/waiting", Waiting).Needs(Right.Read);
        connection.MapPost("pulls/waiting/rehearsals", RehearseWaiting).Needs(Right.Bookkeep);
        connection.MapPost("pulls/waiting/take-over", TakeOver).Needs(Right.Bookkeep);
        connection.MapDelete("pulls/waiting", Discard).Needs(Right.Bookkeep);
        connection.MapGet("required", GetRequired).Needs(Right.Read);
        connection.MapPut("required", ChooseRole).Needs(Right.Administer);
        connection.MapDelete("", Disconnect).Needs(Right.Administer);
        company.MapGet("accounts", GetAccounts).WithTags("Connection").Needs(Right.Read);
        company.MapGet("dimensions", GetDimensions).WithTags("Connection").Needs(Right.Read);
        company.MapPut("accounts/demands", Demand).WithTags("Connection").Needs(Right.Administer);
        company.MapGet("ledger-values", GetLedgerValues).WithTags("Connection").Needs(Right.Read);
    }

    private static List<RequiredAccountAnswer> GetRequired(CompanyBooks books, LedgerAccess ledgers) =>
        books.File.Read(c => Required(c, ledgers));

    private static List<AccountAnswer> GetAccounts(CompanyBooks books, LedgerAccess ledgers) => books.File.Read(c => Accounts(c, ledgers));

    private static List<DimensionAnswer> GetDimensions(CompanyBooks books) => books.File.Read(Dimensions);

    private static List<LedgerValueAnswer> GetLedgerValues(CompanyBooks books) => books.File.Read(Values);

    /// <summary>Where the ledger sends its owner's browser back to.</summary>
    public static void MapConsentReturn(this WebApplication app) => app.MapGet("/connect/return", Return).ExcludeFromDescription();

    private static Results<Ok<PullAnswer>, NoContent> Waiting(CompanyBooks books, LedgerAccess ledgers) =>
        RehearseWaiting([], books, ledgers);

    private static Results<Ok<PullAnswer>, NoContent> RehearseWaiting(
        IReadOnlyList<Replacement> replacements,
        CompanyBooks books,
        LedgerAccess ledgers
    ) => books.File.Read(c => Pull.Waiting(c, ledgers, replacements)) is { } waiting ? TypedResults.Ok(waiting) : TypedResults.NoContent();

    private static PullAnswer TakeOver(
        IReadOnlyList<Replacement> replacements,
        CompanyBooks books,
        LedgerAccess ledgers,
        LedgerTurns turns
    ) => Pull.TakeOver(books, ledgers, turns, replacements);

    private static NoContent Discard(CompanyBooks books)
    {
        Pull.Discard(books);
        return TypedResults.NoContent();
    }

    private static ConnectionAnswer Current(CompanyBooks books, LedgerTurns turns) =>
        books.File.Read(c =>
        {
            var table = new LedgerTable(c);
            var (connection, records) = (table.Connection(), table.Records());
            var holds = records is null
                ? []
                : new List<RecordCount>
                {
                    new("accounts", records.Accounts.Count),
                    new("suppliers", records.Suppliers.Count),
                    new("employees", records.Employees.Count),
                    new("tax codes", records.TaxCodes.Count),
                    new("payment terms", records.Terms.Count),
                    new("items", records.Items.Count),
                };
            if (records is not null)
                holds.AddRange(
                    records
                        .Dimensions.GroupBy(d => d.Dimension)
                        .OrderBy(g => g.Key)
                        .Select(g => new RecordCount($"{g.Key.Title}s", g.Count()))
                );
            var features = records is null
                ? []
                : Enum.GetValues<LedgerFeature>().Select(f => new FeatureAnswer(f, records.Capabilities.Can(f)));
            return new ConnectionAnswer(
                connection is not null,
                connection?.Address ?? "",
                connection?.OrganisationName ?? table.Pulled()?.Name ?? "",
                connection?.ConnectedAt ?? "",
                connection?.ConnectedBy ?? "",
                table.Pulled()?.At ?? "",
                holds,
                [.. features],
                new PendingPullTable(c).Exists(),
                turns.Running(books.CompanyId) ?? ""
            );
        });

    private static List<AccountAnswer> Accounts(SqliteConnection company, LedgerAccess ledgers)
    {
        var table = new LedgerTable(company);
        var hidden = new HiddenTable(company).Of(HiddenTable.Account);
        var (connection, organisation) = (table.Connection(), table.Pulled()?.Id ?? "");
        var demands = AccountDemandTable.Of(company);
        return
        [
            .. table
                .Accounts()
                .Select(a => new AccountAnswer(
                    a.Id,
                    a.Number,
                    a.Name,
                    a.Title,
                    a.Kind,
                    a.Role,
                    a.Active,
                    a.IsControl,
                    a.Requires?.Word ?? "",
                    [.. demands.GetValueOrDefault(a.Id)?.Select(d => new DemandText(d.Key, d.Value)) ?? []],
                    hidden.Contains(Folded.Of(a.Id)),
                    ledgers.PageOf(connection, organisation, RecordKind.Account, a.Id)
                )),
        ];
    }

    private static List<DimensionAnswer> Dimensions(SqliteConnection company) =>
        [
            .. (new LedgerTable(company).Connected()?.Capabilities ?? LedgerCapabilities.Everything).Dimensions.Select(
                d => new DimensionAnswer(d, d.Title)
            ),
        ];

    // Asked for or required: what is open is looked at again.
    private static List<AccountAnswer> Demand(AccountDemandRequest request, CompanyBooks books, LedgerAccess ledgers) =>
        books.File.InTransaction(company =>
        {
            var basis = BasisTable.Of(company);
            if (!basis.Chart.TryFind(request.Account ?? "", out var account))
                throw new RefusedException(
                    "account-unknown",
                    $"Account {Quote.Of(request.Account)} is not in the chart. Nothing was changed."
                );
            if (request.Demand != DimensionDemand.Optional && basis.Ledger is { } ledger && !ledger.Capabilities.Can(request.Dimension))
                throw new RefusedException(
                    "dimension-off",
                    $"A {request.Dimension.Title} cannot be asked for: the ledger has {request.Dimension.Title}s off. Nothing was changed; "
                        + "switch them on there and pull again."
                );
            var before = basis.Settings.DemandsOf(account.Id).GetValueOrDefault(request.Dimension);
            AccountDemandTable.Save(company, account.Id, request.Dimension, request.Demand);
            var documents = Recoding.RecodeOpen(
                company,
                new CodingCause(
                    books.Now,
                    books.Who,
                    $"{request.Dimension.Title} on {account.Title}: {Words<DimensionDemand>.Of(request.Demand)}"
                )
            );
            new AuditTable(company).Add(
                books.Now,
                books.Who,
                "dimension of an account",
                $"account/{account.Id}",
                before,
                new
                {
                    request.Dimension,
                    request.Demand,
                    documents = documents.All,
                }
            );
            return Accounts(company, ledgers);
        });

    private static List<LedgerValueAnswer> Values(SqliteConnection company)
    {
        var table = new LedgerTable(company);
        var dimensions = table.Dimensions();
        var hidden = dimensions.Select(d => d.Dimension).Distinct().ToDictionary(d => d, d => new HiddenTable(company).Of(d.Word));
        return
        [
            .. dimensions.Select(d => new LedgerValueAnswer(
                d.Dimension.Word,
                d.Id,
                d.Name,
                d.Active,
                hidden[d.Dimension].Contains(Folded.Of(d.Name)),
                ""
            )),
            .. table.Terms().Select(t => new LedgerValueAnswer("payment_term", t.Id, t.Name, true, false, "")),
            .. table.Items().Select(i => new LedgerValueAnswer("item", i.Id, i.Name, i.Active, false, i.Account)),
            .. table.TaxCodes().Select(t => new LedgerValueAnswer("tax_code", t.Code, t.Name, true, false, "")),
            .. table.Employees().Select(e => new LedgerValueAnswer("employee", e.Id, e.Name, e.Active, false, "")),
        ];
    }

    private static List<RequiredAccountAnswer> Required(SqliteConnection company, LedgerAccess ledgers)
    {
        var table = new LedgerTable(company);
        var (chart, choices) = (table.Chart(), table.RoleChoices());
        var link = ledgers.PageOf(table.Connection(), table.Pulled()?.Id ?? "", RecordKind.Account, "");
        var recovers = new MappingTable(company).OfKind(KeyKind.TaxCode).Any(r => r.RecoverablePercent > 0 && r.Account.Length == 0);
        return
        [
            .. RequiredAccounts
                .Of(chart, ChoiceTable.Of(company), recovers)
                .Select(r =>
                {
                    var kinds = r.Kinds.Select(k => Words<AccountKind>.Of(k).Replace('_', ' ')).ToList();
                    var account = r.Holder.Match<Account?>(filled => filled, () => null, _ => null);
                    var problem = r.Holder.Match(
                        filled =>
                            r.IsFilled
                                ? ""
                                : $"{filled.Title} is of the kind {Words<AccountKind>.Of(filled.Kind).Replace('_', ' ')}; "
                                    + $"it must be {string.Join(" or ", kinds)}",
                        () => "no account has it",
                        several => $"several accounts have it: {string.Join(", ", several.Select(a => a.Title))}; choose one"
                    );
                    return new RequiredAccountAnswer(
                        r.Role,
                        ReasonWords.RoleTitle(r.Role),
                        r.Why,
                        account?.Id ?? "",
                        account?.Title ?? "",
                        choices.ContainsKey(r.Role),
                        problem,
                        account is null ? $"“{r.SuggestedName}”, kind {kinds[0]}, role {Words<AccountRole>.Of(r.Role)}" : "",
                        r.Kinds,
                        link
                    );
                }),
        ];
    }

    private static List<RequiredAccountAnswer> ChooseRole(RoleRequest request, CompanyBooks books, LedgerAccess ledgers) =>
        books.File.InTransaction(company =>
        {
            if (request.Role is not { } role || role == AccountRole.None)
                throw new RefusedException("role", "Say which role the account fills. Nothing was changed.", 400);
            var table = new LedgerTable(company);
            var account = request.Account?.Trim() ?? "";
            if (account.Length > 0 && !(table.Chart().TryFind(account, out var found) && found.Active))
                throw new RefusedException(
                    "account-unknown",
                    $"Account {account} is not an open account of the ledger. Nothing was changed; pull again or choose another."
                );
            if (
                account.Length > 0
                && RequiredAccounts.Of(table.Chart(), ChoiceTable.Of(company), true).FirstOrDefault(r => r.Role == role) is { } required
                && table.Chart().TryFind(account, out var fits)
                && !required.Kinds.Contains(fits.Kind)
            )
                throw new RefusedException(
                    "account-kind",
                    $"{fits.Title} cannot be the account for {ReasonWords.RoleTitle(role)}: "
                        + $"it must be {string.Join(" or ", required.Kinds.Select(k => Words<AccountKind>.Of(k).Replace('_', ' ')))}. "
                        + "Nothing was changed; choose another."
                );
            var before = table.RoleChoices().GetValueOrDefault(role, "");
            table.ChooseRole(role, account);
            Recoding.RecodeOpen(company, new CodingCause(books.Now, books.Who, $"account for {ReasonWords.RoleTitle(role)}"));
            new AuditTable(company).Add(
                books.Now,
                books.Who,
                "choose account of a role",
                $"role/{Words<AccountRole>.Of(role)}",
                before,
                account
            );
            return Required(company, ledgers);
        });

    private static ConsentAnswer Consent(
        CompanyBooks books,
        HttpContext http,
        WebSettings settings,
        LedgerAccess ledgers,
        IDataProtectionProvider protection
    )
    {
        Pull.RefuseUnderWay(books.File);
        var person = http.User.FindFirstValue(ClaimTypes.NameIdentifier)!;
        var state = Protector(protection).Protect($"{books.CompanyId}|{person}", StateLasts);
        return new ConsentAnswer(ledgers.Connector.ConsentPage(new Uri(settings.LedgerAddress), ReturnAddress(http), state).ToString());
    }

    private static async Task<IResult> Return(
        string? code,
        string state,
        HttpContext http,
        CompanyFiles companies,
        LedgerAccess ledgers,
        LedgerTurns turns,
        WebSettings settings,
        IDataProtectionProvider protection,
        TimeProvider clock,
        CancellationToken cancel
    )
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
        if (
            person != http.User.FindFirstValue(ClaimTypes.NameIdentifier)
            || !Rights.Allow(
                companies.Installation.RoleOf(long.Parse(person, System.Globalization.CultureInfo.InvariantCulture), company),
                Right.Administer
            )
        )
            return Results.Redirect("/#/set-up?answer=stale");
        if (code is null)
            return Results.Redirect($"/#/{company}/set-up/ledger?answer=refused");
        try
        {
            var address = new Uri(settings.LedgerAddress);
            var token = await ledgers.Connector.Exchange(address, code, ReturnAddress(http), cancel);
            var books = new CompanyBooks(companies.Open(company), company, http.User.FindFirstValue(ClaimTypes.Name)!, clock);
            var ours = books.File.Read(c => new CompanyTable(c).Currency());
            var ledger = ledgers.Connector.Open(new LedgerConnection(address, token, ours));
            var organisation = await ledger.Organisation(cancel);
            if (organisation.Currency != ours.Code)
                return Results.Redirect($"/#/{company}/set-up/ledger?answer=currency");
            var pull = await Pull.Connect(
                books,
                ledgers,
                turns,
                new ConnectionRow(
                    settings.LedgerAddress,
                    organisation.Id,
                    organisation.Name,
                    ledgers.Protect(token),
                    Iso.Text(books.Now),
                    books.Who,
                    ""
                ),
                ledger,
                cancel
            );
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

    private static async Task<IResult> Disconnect(CompanyBooks books, LedgerAccess ledgers, LedgerTurns turns, CancellationToken cancel)
    {
        using var turn = turns.Take(books.CompanyId, "disconnecting");
        Pull.RefuseUnderWay(books.File);
        try
        {
            await ledgers.Open(books.File).Revoke(cancel);
        }
        catch (Exception e) when (e is LedgerUnavailableException || e is RefusedException { Type: "token-unreadable" })
        {
            // The ledger forgot us already, or cannot be asked; the token is forgotten here in any case.
        }

        books.File.InTransaction(c =>
        {
            var before = new LedgerTable(c).Connection();
            new LedgerTable(c).Disconnect();
            new AuditTable(c).Add(books.Now, books.Who, "disconnect", "ledger", before?.OrganisationName, "");
            return 0;
        });
        return Results.NoContent();
    }

    private static ITimeLimitedDataProtector Protector(IDataProtectionProvider protection) =>
        protection.CreateProtector("ledger-consent").ToTimeLimitedDataProtector();

    private static Uri ReturnAddress(HttpContext http) => new($"{http.Request.Scheme}://{http.Request.Host}/connect/return");
}
