using Adnumera.Core.Suppliers;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Suppliers;

/// <summary>A spelling of the sources that a person linked to a supplier of the ledger.</summary>
[method: ExplicitConstructor]
public sealed record SupplierLink(string Supplier, string LedgerSupplier, string LedgerName, string Evidence, string Who, string At);

/// <summary>Which spellings are which suppliers of the ledger, and which are not the same.</summary>
public sealed class SupplierLinkTable(SqliteConnection company)
{
    public IReadOnlyList<SupplierLink> All() =>
        company
            .Query<SupplierLink>(
                "select supplier as Supplier, ledger_supplier as LedgerSupplier, ledger_name as LedgerName, evidence as Evidence, who as "
                    + "Who, at as At from supplier_link order by supplier_key"
            )
            .AsList();

    public void Link(SupplierLink link) =>
        company.Execute(
            """
            insert or replace into supplier_link (supplier_key, supplier, ledger_supplier, ledger_name, evidence, who, at)
            values (@key, @Supplier, @LedgerSupplier, @LedgerName, @Evidence, @Who, @At)
            """,
            new
            {
                key = Folded.Of(link.Supplier),
                link.Supplier,
                link.LedgerSupplier,
                link.LedgerName,
                link.Evidence,
                link.Who,
                link.At,
            }
        );

    public int Unlink(string supplier) =>
        company.Execute("delete from supplier_link where supplier_key = @key", new { key = Folded.Of(supplier) });

    /// <summary>Whom the sources' spellings mean in the ledger.</summary>
    public SupplierDirectory Directory() =>
        new(
            company.Query<string>("select name from ledger_supplier order by name"),
            company.Query<(string, string)>("select supplier, ledger_name from supplier_link")
        );

    /// <summary>Pairs that a person said are not the same, folded.</summary>
    public IReadOnlySet<(string Left, string Right)> Apart() =>
        company.Query<(string, string)>("select left_key, right_key from supplier_apart").ToHashSet();

    public void KeepApart(string left, string right, string who, DateTimeOffset at) =>
        company.Execute(
            "insert or ignore into supplier_apart (left_key, right_key, who, at) values (@left, @right, @who, @at)",
            new
            {
                left = Folded.Of(left),
                right = Folded.Of(right),
                who,
                at = Iso.Text(at),
            }
        );

    public void KeepApartNoMore(string left, string right) =>
        company.Execute(
            "delete from supplier_apart where left_key = @left and right_key = @right",
            new { left = Folded.Of(left), right = Folded.Of(right) }
        );
}
