using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Suppliers;

/// <summary>What a new supplier of a group begins with; blank for none.</summary>
[method: ExplicitConstructor]
public sealed record SupplierGroup(string Name, string PayablesAccount, string CostAccount, string Term, string TaxCode, string Form);

/// <summary>The supplier groups of a company.</summary>
public sealed class SupplierGroupTable(SqliteConnection company)
{
    public IReadOnlyList<SupplierGroup> All() =>
        company
            .Query<SupplierGroup>(
                "select name, payables_account as PayablesAccount, cost_account as CostAccount, term, tax_code as TaxCode, form "
                    + "from supplier_group order by name_key"
            )
            .AsList();

    public void Put(SupplierGroup group) =>
        company.Execute(
            """
            insert or replace into supplier_group (name_key, name, payables_account, cost_account, term, tax_code, form)
            values (@key, @Name, @PayablesAccount, @CostAccount, @Term, @TaxCode, @Form)
            """,
            new
            {
                key = Folded.Of(group.Name),
                group.Name,
                group.PayablesAccount,
                group.CostAccount,
                group.Term,
                group.TaxCode,
                group.Form,
            }
        );
}
