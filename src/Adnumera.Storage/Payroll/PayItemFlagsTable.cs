using Adnumera.Core.Payroll;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Payroll;

/// <summary>What the company says of pay items for social insurance.</summary>
public sealed class PayItemFlagsTable(SqliteConnection company)
{
    /// <summary>All that is said, by item.</summary>
    public IReadOnlyDictionary<string, PayItemFlags> All() =>
        company
            .Query<(string Item, long Taxable, string Pays)>("select item, taxable, pays from pay_item_flags")
            .ToDictionary(f => f.Item, f => new PayItemFlags(f.Taxable == 1, Words<SocialInsurance>.Read(f.Pays)), Folded.Comparer);

    /// <summary>Says it of an item.</summary>
    public void Put(string item, PayItemFlags flags) =>
        company.Execute(
            "insert into pay_item_flags (item_key, item, taxable, pays) values (@key, @item, @taxable, @pays) "
                + "on conflict do update set taxable = excluded.taxable, pays = excluded.pays",
            new
            {
                key = Folded.Of(item),
                item,
                taxable = flags.IsTaxable ? 1 : 0,
                pays = Words<SocialInsurance>.Of(flags.Pays),
            }
        );

    /// <summary>The taxable wages of each employee of a run in the runs of its year before it, by folded name.</summary>
    /// <param name="run">The run's document.</param>
    public IReadOnlyDictionary<string, long> ToDate(long run) =>
        company
            .Query<(string Employee, long Wages)>(
                $"""
                select p.employee_key, sum(p.amount) from document now join document d on d.kind = 'pay_run'
                  and substr(d.document_date, 1, 4) = substr(now.document_date, 1, 4) and d.state <> 'set_aside'
                  and (d.document_date, d.id) < (now.document_date, now.id)
                join pay_row p on p.document_id = d.id and p.employee_key <> '' and p.type in ({Types})
                join pay_item_flags f on f.item_key = p.item_key and f.taxable = 1
                where now.id = @run group by p.employee_key
                """,
                new { run }
            )
            .ToDictionary(w => w.Employee, w => w.Wages);

    private static string Types => string.Join(", ", EmployerShares.Wages.Select(t => $"'{Words<PayItemType>.Of(t)}'"));
}
