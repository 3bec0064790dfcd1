using Adnumera.Core.Amounts;
using Adnumera.Core.Posting;
using Adnumera.LedgerClient;
using Adnumera.Storage;
using Adnumera.Storage.Ledger;
using Microsoft.AspNetCore.DataProtection;

namespace Adnumera.Web.Ledger;

/// <summary>Reaching the ledger of a company with the token that its owner gave, which is kept encrypted.</summary>
public sealed class LedgerAccess(IHttpClientFactory clients, IDataProtectionProvider protection)
{
    public const string ClientName = "ledger";
    private readonly IDataProtector tokens = protection.CreateProtector("ledger-token");

    public HttpClient Client(string address)
    {
        var client = clients.CreateClient(ClientName);
        client.BaseAddress = new Uri(address);
        return client;
    }

    public string Protect(string token) => tokens.Protect(token);

    /// <summary>The ledger of a company.</summary>
    /// <exception cref="RefusedException">It is not connected.</exception>
    public ILedger Open(CompanyFile file) => file.Read(c => (Connection: new LedgerTable(c).Connection(), CompanyFile.Of(c).Settings.Currency)) switch
    {
        ({ } connection, var currency) => Open(connection, currency),
        _ => throw new RefusedException("not-connected", "No ledger is connected. Nothing was changed; connect one under Set-up."),
    };

    private HttpLedger Open(ConnectionRow connection, Currency currency) => new(Client(connection.Address), tokens.Unprotect(connection.Token), currency);
}
