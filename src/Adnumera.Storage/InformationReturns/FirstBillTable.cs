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

    /// <summary>Which bills ask for the form; none where nothing is said of boxes, or nothing happens to them.</summary>
    public static W9Watch? Watch(SqliteConnection company)
    {
        var choice = Of(company);
        if (choice == FirstBill.Nothing || new BoxTable(company).All() is not { Count: > 0 } boxes)
            return null;
        return new W9Watch(
            choice,
            boxes,
            new ReturnSupplierTable(company).All().Values.Select(s => s.ToSupplier()),
            company.Query<string>("select distinct supplier from ledger_history")
        );
    }

    /// <summary>Chooses.</summary>
    public static void Choose(SqliteConnection company, FirstBill choice) =>
        company.Execute("update company set first_bill = @choice", new { choice = Words<FirstBill>.Of(choice) });
}
