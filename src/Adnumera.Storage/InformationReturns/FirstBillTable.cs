using Adnumera.Core.InformationReturns;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.InformationReturns;

/// <summary>What the company chose to happen to first bills without a Form W-9.</summary>
public static class FirstBillTable
{
    /// <summary>What it chose.</summary>
    public static FirstBill Of(SqliteConnection company) =>
        Words<FirstBill>.Read(company.ExecuteScalar<string>("select first_bill from company")!);

    /// <summary>Chooses.</summary>
    public static void Choose(SqliteConnection company, FirstBill choice) =>
        company.Execute("update company set first_bill = @choice", new { choice = Words<FirstBill>.Of(choice) });
}
