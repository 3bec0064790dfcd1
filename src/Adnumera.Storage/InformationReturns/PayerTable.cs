using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.InformationReturns;

/// <summary>Who pays, as it stands on letters and statements.</summary>
/// <param name="Number">The tax number, protected; blank for none.</param>
/// <param name="NumberShown">What may be shown of it.</param>
[method: ExplicitConstructor]
public sealed record PayerRow(string Name, string Address, string Town, string Phone, string Number, string NumberShown);

/// <summary>Who pays; nobody while it was not said.</summary>
public sealed class PayerTable(SqliteConnection company)
{
    public PayerRow? Find() =>
        company.QueryFirstOrDefault<PayerRow>(
            "select name as Name, address as Address, town as Town, phone as Phone, number as Number, number_shown as NumberShown "
                + "from payer"
        );

    /// <summary>The number was encrypted by another installation: it is as if it were missing.</summary>
    public void NumberStaysBehind() => company.Execute("update payer set number = '', number_shown = ''");

    public void Put(PayerRow row) =>
        company.Execute("insert or replace into payer values (1, @Name, @Address, @Town, @Phone, @Number, @NumberShown)", row);
}
