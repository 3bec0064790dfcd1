using System.Security.Cryptography;
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
    private readonly IDataProtector tokens = protection.CreateProtector("ledger-token");

    public HttpClient Client(string address)
    {
        var client = clients.CreateClient(LedgerHttp.ClientName);
        client.BaseAddress = new Uri(address);
        return client;
    }

    public string Protect(string token) => tokens.Protect(token);

    /// <summary>The ledger of a company.</summary>
    /// <exception cref="RefusedException">It is not connected, or its token cannot be read.</exception>
    public ILedger Open(CompanyFile file) => Connected(file).Ledger;

    /// <summary>The ledger of a company, with the organisation that it is connected to.</summary>
    /// <exception cref="RefusedException">It is not connected, or its token cannot be read.</exception>
    public (ILedger Ledger, string Organisation, string Name) Connected(CompanyFile file) => file.Read(c => (Connection: new LedgerTable(c).Connection(), CompanyFile.Of(c).Settings.Currency)) switch
    {
        ({ } connection, var currency) => (Open(connection, currency), connection.Organisation, connection.OrganisationName),
        _ => throw new RefusedException("not-connected", "No ledger is connected. Nothing was changed; connect one under Set-up."),
    };

    private HttpLedger Open(ConnectionRow connection, Currency currency)
    {
        try
        {
            return new HttpLedger(Client(connection.Address), tokens.Unprotect(connection.Token), currency);
        }
        catch (CryptographicException)
        {
            throw new RefusedException("token-unreadable", "The key to the ledger cannot be read here any more: it was encrypted by another installation, or its keys are gone. Nothing was changed; connect the ledger again under Set-up.");
        }
    }
}
