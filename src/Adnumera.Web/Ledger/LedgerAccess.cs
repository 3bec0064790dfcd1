using System.Security.Cryptography;
using Adnumera.Core.Amounts;
using Adnumera.Core.Ledger;
using Adnumera.Core.Posting;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Ledger;
using Adnumera.Web.Refusals;
using Microsoft.AspNetCore.DataProtection;

namespace Adnumera.Web.Ledger;

/// <summary>Reaching the ledger of a company with the token that its owner gave, which is kept encrypted.</summary>
public sealed class LedgerAccess(ILedgerConnector connector, IDataProtectionProvider protection)
{
    private readonly IDataProtector tokens = protection.CreateProtector("ledger-token");

    /// <summary>How ledgers are connected.</summary>
    public ILedgerConnector Connector => connector;

    /// <summary>A token as it is kept.</summary>
    public string Protect(string token) => tokens.Protect(token);

    /// <summary>The ledger of a company.</summary>
    /// <exception cref="RefusedException">It is not connected, or its token cannot be read.</exception>
    public ILedger Open(CompanyFile file) => Connected(file).Ledger;

    /// <summary>The ledger of a company, with the organisation that it is connected to.</summary>
    /// <exception cref="RefusedException">It is not connected, or its token cannot be read.</exception>
    public (ILedger Ledger, string Organisation, string Name) Connected(CompanyFile file) =>
        file.Read(c => (Connection: new LedgerTable(c).Connection(), Currency: new CompanyTable(c).Currency()))
            is ({ } connection, var currency)
            ? (Open(connection, currency), connection.Organisation, connection.OrganisationName)
            : throw new RefusedException("not-connected", "No ledger is connected. Nothing was changed; connect one under Set-up.");

    /// <summary>The page of a record in the connected ledger; blank while none is connected.</summary>
    public string PageOf(ConnectionRow? connection, string organisation, RecordKind kind, string id) =>
        connection is null ? "" : connector.RecordPage(new Uri(connection.Address), organisation, kind, id).ToString();

    private ILedger Open(ConnectionRow connection, Currency currency)
    {
        try
        {
            return connector.Open(new LedgerConnection(new Uri(connection.Address), tokens.Unprotect(connection.Token), currency));
        }
        catch (CryptographicException)
        {
            throw new RefusedException(
                "token-unreadable",
                "The key to the ledger cannot be read here any more: it was encrypted by another installation, or its keys are gone. "
                    + "Nothing was changed; connect the ledger again under Set-up."
            );
        }
    }
}
