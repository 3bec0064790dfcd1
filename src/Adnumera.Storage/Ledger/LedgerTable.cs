using Adnumera.Core;
using Adnumera.Core.Ledger;
using Adnumera.Core.Posting;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Ledger;

/// <summary>The connection to a ledger. The token is encrypted.</summary>
[method: ExplicitConstructor]
public sealed record ConnectionRow(string Address, string Organisation, string OrganisationName, string Token, string ConnectedAt, string ConnectedBy, string PulledAt);

/// <summary>What was pulled from the ledger, and the connection to it.</summary>
public sealed class LedgerTable(SqliteConnection company)
{
    public ConnectionRow? Connection() => company.QueryFirstOrDefault<ConnectionRow>(
        """
        select address, organisation, organisation_name as OrganisationName, token, connected_at as ConnectedAt, connected_by as ConnectedBy, pulled_at as PulledAt
        from connection
        """);

    public void Connect(ConnectionRow row) => company.Execute(
        """
        insert or replace into connection (id, address, organisation, organisation_name, token, connected_at, connected_by)
        values (1, @Address, @Organisation, @OrganisationName, @Token, @ConnectedAt, @ConnectedBy)
        """, row);

    public int SetAddress(string address) => company.Execute("update connection set address = @address", new { address });

    public void Disconnect() => company.Execute("delete from connection");

    public IReadOnlyList<Account> Accounts() => [.. company.Query<AccountRow>("select id, number, name, kind, role, parent, active from account order by position").Select(a => a.ToAccount())];

    public Chart Chart() => new(Accounts());

    /// <summary>Names as the ledger spells them, by folded name.</summary>
    public IReadOnlyDictionary<string, string> Suppliers() => company.Query<(string Key, string Name)>("select name_key, min(name) from ledger_supplier group by name_key").ToDictionary(s => s.Key, s => s.Name);

    public IReadOnlyList<LedgerTaxCode> TaxCodes() => [.. company.Query<(string Code, string Name, string Percent)>("select code, name, percent from ledger_tax_code order by code")
        .Select(t => new LedgerTaxCode(t.Code, t.Name, decimal.Parse(t.Percent, System.Globalization.CultureInfo.InvariantCulture)))];

    public void AddSupplier(LedgerSupplier supplier) =>
        company.Execute("insert or ignore into ledger_supplier (id, name, name_key) values (@Id, @Name, @key)", new { supplier.Id, supplier.Name, key = Folded.Of(supplier.Name) });

    /// <summary>Takes a pull over: the ledger's records replace those of the last one.</summary>
    public void Replace(IReadOnlyList<Account> accounts, IReadOnlyList<LedgerSupplier> suppliers, IReadOnlyList<LedgerTaxCode> taxCodes, DateTimeOffset at)
    {
        company.Execute("delete from account; delete from ledger_supplier; delete from ledger_tax_code; update connection set pulled_at = @at", new { at = Iso.Text(at) });
        company.Execute("insert into account (id, number, name, kind, role, parent, active, position) values (@Id, @Number, @Name, @kind, @role, @Parent, @active, @position)",
            accounts.Select((a, position) => new { a.Id, a.Number, a.Name, kind = Words<AccountKind>.Of(a.Kind), role = Words<AccountRole>.Of(a.Role), a.Parent, active = a.Active ? 1 : 0, position }));
        foreach (var supplier in suppliers) AddSupplier(supplier);
        company.Execute("insert into ledger_tax_code (code, name, percent) values (@Code, @Name, @percent)",
            taxCodes.Select(t => new { t.Code, t.Name, percent = t.Percent.ToString(System.Globalization.CultureInfo.InvariantCulture) }));
    }

    [method: ExplicitConstructor]
    private sealed record AccountRow(string Id, string Number, string Name, string Kind, string Role, string Parent, long Active)
    {
        public Account ToAccount() => new()
        {
            Id = Id,
            Number = Number,
            Name = Name,
            Kind = Words<AccountKind>.Read(Kind),
            Role = Words<AccountRole>.Read(Role),
            Parent = Parent,
            Active = Active == 1,
        };
    }
}
