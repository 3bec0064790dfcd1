using System.Globalization;
using Adnumera.Core.Ledger;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Ledger;

/// <summary>The connection to a ledger. The token is encrypted.</summary>
[method: ExplicitConstructor]
public sealed record ConnectionRow(
    string Address,
    string Organisation,
    string OrganisationName,
    string Token,
    string ConnectedAt,
    string ConnectedBy,
    string PulledAt
);

/// <summary>What was pulled from the ledger, and the connection to it.</summary>
public sealed class LedgerTable(SqliteConnection company)
{
    public ConnectionRow? Connection() =>
        company.QueryFirstOrDefault<ConnectionRow>(
            """
            select address, organisation, organisation_name as OrganisationName, token, connected_at as ConnectedAt, connected_by as
              ConnectedBy, pulled_at as PulledAt
            from connection
            """
        );

    public void Connect(ConnectionRow row) =>
        company.Execute(
            """
            insert or replace into connection (id, address, organisation, organisation_name, token, connected_at, connected_by)
            values (1, @Address, @Organisation, @OrganisationName, @Token, @ConnectedAt, @ConnectedBy)
            """,
            row
        );

    public int SetAddress(string address) => company.Execute("update connection set address = @address", new { address });

    public void Disconnect() => company.Execute("delete from connection; delete from pending_pull");

    /// <summary>The last day that the ledger itself had locked at the last pull.</summary>
    public DateOnly? LockedThrough() => Iso.DayOrNone(company.ExecuteScalar<string>("select locked_through from pulled") ?? "");

    /// <summary>Whose records were pulled last; they stay when the connection is given back.</summary>
    public (string Id, string Name, string At)? Pulled() =>
        company.QueryFirstOrDefault<(string Id, string Name, string At)>("select organisation, organisation_name, at from pulled")
            is { Id: not null } row
            ? row
            : null;

    public IReadOnlyList<Account> Accounts() =>
        [
            .. company
                .Query<AccountRow>("select id, number, name, kind, role, parent, active, requires from account order by position")
                .Select(a => a.ToAccount()),
        ];

    /// <summary>The chart, with the accounts that the company chose for roles.</summary>
    public Chart Chart() => new(Accounts(), RoleChoices());

    public IReadOnlyDictionary<AccountRole, string> RoleChoices() =>
        company
            .Query<(string Role, string Account)>("select role, account from role_choice")
            .ToDictionary(r => Words<AccountRole>.Read(r.Role), r => r.Account);

    /// <summary>Chooses the account of a role; a blank one leaves it to the ledger.</summary>
    public void ChooseRole(AccountRole role, string account) =>
        company.Execute(
            account.Length == 0
                ? "delete from role_choice where role = @role"
                : "insert or replace into role_choice (role, account) values (@role, @account)",
            new { role = Words<AccountRole>.Of(role), account }
        );

    /// <summary>What is switched on in the ledger.</summary>
    public LedgerCapabilities Capabilities() =>
        new([.. company.Query<string>("select name from ledger_feature").Select(Words<LedgerFeature>.Read)])
        {
            OwnDimensions = [.. OwnDimensions().Where(d => d.On).Select(d => d.Dimension)],
        };

    /// <summary>The dimensions that the ledger defines itself.</summary>
    public IReadOnlyList<OwnDimension> OwnDimensions() =>
        [
            .. company
                .Query<(string Dimension, long On)>("select dimension, is_on from ledger_dimension order by dimension")
                .Select(d => new OwnDimension(Dimension.Of(d.Dimension), d.On == 1)),
        ];

    /// <summary>The values of all dimensions.</summary>
    public IReadOnlyList<LedgerDimension> Dimensions() =>
        [
            .. Dimension
                .Standard.Concat(OwnDimensions().Select(d => d.Dimension))
                .SelectMany(dimension => Values(dimension.Word).Select(v => new LedgerDimension(dimension, v.Id, v.Name, v.Active == 1))),
        ];

    public IReadOnlyList<PaymentTerm> Terms() =>
        [
            .. Values("payment_term")
                .Select(v => (v, Parts: v.Detail.Split(' ')))
                .Select(t => new PaymentTerm(
                    t.v.Id,
                    t.v.Name,
                    Words<TermRule>.Read(t.Parts[0]),
                    int.Parse(t.Parts[1], CultureInfo.InvariantCulture)
                )),
        ];

    public IReadOnlyList<LedgerItem> Items() => [.. Values("item").Select(v => new LedgerItem(v.Id, v.Name, v.Detail, v.Active == 1))];

    public IReadOnlyList<LedgerEmployee> Employees() =>
        [.. Values("employee").Select(v => new LedgerEmployee(v.Id, v.Name, v.Detail, v.Active == 1))];

    /// <summary>What composing needs to know; null before the first pull.</summary>
    public ConnectedLedger? Connected() =>
        Pulled() is null ? null : new ConnectedLedger(Capabilities(), Dimensions(), Terms(), Employees(), TaxCodes());

    public IReadOnlyList<LedgerSupplier> SupplierList() =>
        company
            .Query<SupplierRow>("select id, name, tax_number as TaxNumber, email, address from ledger_supplier order by name")
            .Select(s => new LedgerSupplier(s.Id, s.Name, s.TaxNumber, s.Email, s.Address))
            .ToList();

    public IReadOnlyList<LedgerTaxCode> TaxCodes() =>
        [
            .. company
                .Query<(string Code, string Name, string Percent)>("select code, name, percent from ledger_tax_code order by code")
                .Select(t => new LedgerTaxCode(t.Code, t.Name, decimal.Parse(t.Percent, CultureInfo.InvariantCulture))),
        ];

    public IReadOnlyList<SupplierPosting> History() =>
        [
            .. company
                .Query<(string Supplier, string Account, long Lines, string Last)>(
                    "select supplier, account, lines, last from ledger_history order by supplier_key, lines desc"
                )
                .Select(h => new SupplierPosting(h.Supplier, h.Account, (int)h.Lines, Iso.Day(h.Last))),
        ];

    public void AddSupplier(LedgerSupplier supplier) =>
        company.Execute(
            "insert or ignore into ledger_supplier (id, name, name_key, tax_number, email, address) "
                + "values (@Id, @Name, @key, @TaxNumber, @Email, @Address)",
            new
            {
                supplier.Id,
                supplier.Name,
                key = Folded.Of(supplier.Name),
                supplier.TaxNumber,
                supplier.Email,
                supplier.Address,
            }
        );

    /// <summary>Everything of the last pull; null before the first.</summary>
    public LedgerRecords? Records() =>
        Pulled() is not { } pulled
            ? null
            : new LedgerRecords
            {
                Organisation = new LedgerOrganisation(pulled.Id, pulled.Name, new CompanyTable(company).Currency().Code, LockedThrough()),
                Accounts = Accounts(),
                Suppliers = SupplierList(),
                Employees = Employees(),
                Dimensions = Dimensions(),
                OwnDimensions = OwnDimensions(),
                Terms = Terms(),
                Items = Items(),
                TaxCodes = TaxCodes(),
                Features = Capabilities().On,
                History = History(),
            };

    /// <summary>Takes a pull over: the ledger's records replace those of the last one.</summary>
    public void Replace(LedgerRecords records, DateTimeOffset at)
    {
        company.Execute(
            """
            delete from account; delete from ledger_supplier; delete from ledger_tax_code; delete from ledger_value; delete
              from ledger_feature; delete from ledger_dimension; delete from ledger_history; delete from pending_pull;
            update connection set pulled_at = @at;
            insert or replace into pulled (id, organisation, organisation_name, at, locked_through) values (1, @Id, @Name, @at, @locked);
            """,
            new
            {
                records.Organisation.Id,
                records.Organisation.Name,
                at = Iso.Text(at),
                locked = Iso.Text(records.Organisation.LockedThrough),
            }
        );
        company.Execute(
            "insert into account (id, number, name, kind, role, parent, active, position, requires) "
                + "values (@Id, @Number, @Name, @kind, @role, @Parent, @active, @position, @requires)",
            records.Accounts.Select(
                (a, position) =>
                    new
                    {
                        a.Id,
                        a.Number,
                        a.Name,
                        kind = Words<AccountKind>.Of(a.Kind),
                        role = Words<AccountRole>.Of(a.Role),
                        a.Parent,
                        active = a.Active ? 1 : 0,
                        position,
                        requires = a.Requires is { } dimension ? dimension.Word : "",
                    }
            )
        );
        foreach (var supplier in records.Suppliers)
            AddSupplier(supplier);
        company.Execute(
            "insert into ledger_tax_code (code, name, percent) values (@Code, @Name, @percent)",
            records.TaxCodes.Select(t => new
            {
                t.Code,
                t.Name,
                percent = t.Percent.ToString(CultureInfo.InvariantCulture),
            })
        );
        company.Execute(
            "insert into ledger_feature (name) values (@name)",
            records.Features.Select(f => new { name = Words<LedgerFeature>.Of(f) })
        );
        company.Execute(
            "insert into ledger_dimension (dimension, is_on) values (@dimension, @on)",
            records.OwnDimensions.Select(d => new { dimension = d.Dimension.Word, on = d.On ? 1 : 0 })
        );
        company.Execute(
            "insert into ledger_history (supplier_key, supplier, account, lines, last) values (@key, @Supplier, @Account, @Lines, @last)",
            records.History.Select(h => new
            {
                key = Folded.Of(h.Supplier),
                h.Supplier,
                h.Account,
                h.Lines,
                last = Iso.Text(h.Last),
            })
        );
        Add(records.Dimensions.Select(d => new ValueRow(d.Dimension.Word, d.Id, d.Name, d.Active ? 1 : 0, "")));
        Add(records.Employees.Select(e => new ValueRow("employee", e.Id, e.Name, e.Active ? 1 : 0, e.Email)));
        Add(records.Items.Select(i => new ValueRow("item", i.Id, i.Name, i.Active ? 1 : 0, i.Account)));
        Add(
            records.Terms.Select(t => new ValueRow(
                "payment_term",
                t.Id,
                t.Name,
                1,
                string.Create(CultureInfo.InvariantCulture, $"{Words<TermRule>.Of(t.Rule)} {t.Days}")
            ))
        );
    }

    private void Add(IEnumerable<ValueRow> values) =>
        company.Execute(
            "insert into ledger_value (kind, id, name, name_key, active, detail) values (@Kind, @Id, @Name, @key, @Active, @Detail)",
            values.Select(v => new
            {
                v.Kind,
                v.Id,
                v.Name,
                key = Folded.Of(v.Name),
                v.Active,
                v.Detail,
            })
        );

    private IEnumerable<ValueRow> Values(string kind) =>
        company.Query<ValueRow>(
            "select kind, id, name, active, detail from ledger_value where kind = @kind order by name_key, id",
            new { kind }
        );

    [method: ExplicitConstructor]
    private sealed record ValueRow(string Kind, string Id, string Name, long Active, string Detail);

    [method: ExplicitConstructor]
    private sealed record SupplierRow(string Id, string Name, string TaxNumber, string Email, string Address);

    [method: ExplicitConstructor]
    private sealed record AccountRow(
        string Id,
        string Number,
        string Name,
        string Kind,
        string Role,
        string Parent,
        long Active,
        string Requires
    )
    {
        public Account ToAccount() =>
            new()
            {
                Id = Id,
                Number = Number,
                Name = Name,
                Kind = Words<AccountKind>.Read(Kind),
                Role = Words<AccountRole>.Read(Role),
                Parent = Parent,
                Active = Active == 1,
                Requires = Requires.Length > 0 ? Dimension.Of(Requires) : null,
            };
    }
}
