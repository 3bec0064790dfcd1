using Dapper;

namespace Adnumera.LedgerStandIn;

/// <content>The organisation and its masters: accounts, suppliers, employees, dimensions, terms, items, tax codes.</content>
public sealed partial class Books
{
    private static readonly string[] StandardDimensions = ["department", "location", "project", "customer"];
    public static readonly string[] AllFeatures = ["departments", "locations", "projects", "customers", "tax", "journals", "items"];
    private static readonly string[] Kinds = ["asset", "liability", "equity", "income", "cost_of_sales", "expense"];

    public Organisation Organisation() =>
        Locked(() =>
            file.QuerySingle<Organisation>("select id, name, currency, locked_through as LockedThrough from organisation limit 1")
        );

    public IReadOnlyList<LedgerAccount> Accounts() =>
        Locked(() =>
            file.Query<(string Id, string Number, string Name, string Kind, string Role, string Parent, long Active, string Requires)>(
                    "select id, number, name, kind, role, parent, active, requires from account order by number, id"
                )
                .Select(a => new LedgerAccount(a.Id, a.Number, a.Name, a.Kind, a.Role, a.Parent, a.Active == 1, a.Requires))
                .ToList()
        );

    public IReadOnlyList<Supplier> Suppliers() =>
        Locked(() => file.Query<Supplier>("select id, name, tax_number as TaxNumber, email, address from supplier order by name").AsList());

    public IReadOnlyList<Employee> Employees() =>
        Locked(() =>
            file.Query<(string Id, string Name, string Email, long Active)>("select id, name, email, active from employee order by name")
                .Select(e => new Employee(e.Id, e.Name, e.Email, e.Active == 1))
                .ToList()
        );

    public IReadOnlyList<DimensionValue> Dimensions() =>
        Locked(() =>
            file.Query<(string Kind, string Id, string Name, long Active)>(
                    "select kind, id, name, active from dimension order by kind, name"
                )
                .Select(d => new DimensionValue(d.Kind, d.Id, d.Name, d.Active == 1))
                .ToList()
        );

    public IReadOnlyList<OwnDimension> OwnDimensions() =>
        Locked(() =>
            file.Query<(string Word, long On)>("select word, is_on from own_dimension order by word")
                .Select(d => new OwnDimension(d.Word, d.On == 1))
                .ToList()
        );

    /// <summary>All dimensions that lines may carry when they are switched on.</summary>
    public IReadOnlyList<string> DimensionWords() => [.. StandardDimensions, .. OwnDimensions().Select(d => d.Word)];

    public IReadOnlyList<PaymentTerm> Terms() =>
        Locked(() =>
            file.Query<(string Id, string Name, string Rule, long Days)>("select id, name, rule, days from term order by id")
                .Select(t => new PaymentTerm(t.Id, t.Name, t.Rule, (int)t.Days))
                .ToList()
        );

    public IReadOnlyList<Item> Items() =>
        Locked(() =>
            file.Query<(string Id, string Name, string Account, long Active)>("select id, name, account, active from item order by name")
                .Select(i => new Item(i.Id, i.Name, i.Account, i.Active == 1))
                .ToList()
        );

    public IReadOnlyList<TaxCode> TaxCodes() =>
        Locked(() => file.Query<TaxCode>("select code, name, percent from tax_code order by code").AsList());

    public IReadOnlyList<Feature> Features() => Locked(() => AllFeatures.Select(name => new Feature(name, IsOn(name))).ToList());

    public void Switch(string feature, bool on) =>
        Locked(() =>
            !AllFeatures.Contains(feature)
                ? throw new RefusalException("feature-unknown", $"There is no \"{feature}\" to switch on.")
                : file.Execute(
                    on ? "insert or ignore into feature (name) values (@feature)" : "delete from feature where name = @feature",
                    new { feature }
                )
        );

    public void SetUp(Organisation organisation, Masters masters) =>
        InTransaction(() =>
        {
            file.Execute(
                "insert into organisation (id, name, currency, locked_through) values (@Id, @Name, @Currency, @LockedThrough)",
                organisation
            );
            foreach (var account in masters.Accounts)
                Insert(account);
            foreach (var supplier in masters.Suppliers)
                Insert(supplier);
            foreach (var employee in masters.Employees)
                file.Execute("insert into employee (id, name, email, active) values (@Id, @Name, @Email, @Active)", employee);
            foreach (var code in masters.TaxCodes)
                file.Execute("insert into tax_code (code, name, percent) values (@Code, @Name, @Percent)", code);
            foreach (var value in masters.Dimensions)
                file.Execute("insert into dimension (kind, id, name, active) values (@Kind, @Id, @Name, @Active)", value);
            foreach (var own in masters.OwnDimensions)
                Insert(own);
            foreach (var term in masters.Terms)
                file.Execute("insert into term (id, name, rule, days) values (@Id, @Name, @Rule, @Days)", term);
            foreach (var item in masters.Items)
                file.Execute("insert into item (id, name, account, active) values (@Id, @Name, @Account, @Active)", item);
            foreach (var feature in masters.FeaturesOn)
                file.Execute("insert into feature (name) values (@feature)", new { feature });
            return 0;
        });

    public void AddAccount(LedgerAccount account) =>
        InTransaction(() =>
        {
            if (account.Id.Length == 0 || account.Name.Length == 0)
                throw new RefusalException("incomplete", "An account needs an id and a name.");
            if (!Kinds.Contains(account.Kind))
                throw new RefusalException("kind-unknown", $"\"{account.Kind}\" is not a kind of account.");
            if (file.ExecuteScalar<long>("select count(*) from account where id = @Id", account) > 0)
                throw new RefusalException("account-exists", $"Account {account.Id} exists already.");
            return Insert(account);
        });

    /// <summary>Renames, renumbers, changes the kind or the role, closes or opens an account.</summary>
    public void Change(LedgerAccount account) =>
        Locked(() =>
        {
            if (account.Name.Length == 0)
                throw new RefusalException("incomplete", "An account needs a name.");
            if (!Kinds.Contains(account.Kind))
                throw new RefusalException("kind-unknown", $"\"{account.Kind}\" is not a kind of account.");
            return
                file.Execute(
                    "update account set number = @Number, name = @Name, kind = @Kind, role = @Role, active = @Active, requires = @Requires "
                        + "where id = @Id",
                    account
                ) == 1
                ? 0
                : throw new RefusalException("account-unknown", $"There is no account {account.Id}.");
        });

    public void SetActive(string account, bool active) =>
        Locked(() => file.Execute("update account set active = @active where id = @account", new { account, active }));

    /// <summary>Removes an account that no entry uses.</summary>
    public void Remove(string account) =>
        Locked(() =>
            file.ExecuteScalar<long>("select count(*) from entry_line where account = @account", new { account }) > 0
                ? throw new RefusalException("account-used", "Entries stand in this account; it can be closed, not removed.")
                : file.Execute("delete from account where id = @account", new { account })
        );

    public void LockThrough(string day) => Locked(() => file.Execute("update organisation set locked_through = @day", new { day }));

    /// <summary>Adds a dimension value, an employee and so on by hand: whatever the pages can add.</summary>
    public void Add(DimensionValue value) =>
        Locked(() => file.Execute("insert into dimension (kind, id, name, active) values (@Kind, @Id, @Name, @Active)", value));

    public void Add(OwnDimension dimension) =>
        Locked(() =>
            dimension.Word.Length > 0 && dimension.Word.All(c => char.IsAsciiLetterLower(c) || char.IsAsciiDigit(c) || c == '_')
                ? Insert(dimension)
                : throw new RefusalException("dimension-word", "A dimension is named by lower-case letters, digits and underscores.")
        );

    public void Add(Supplier supplier) => Locked(() => Insert(supplier));

    public void Rename(string supplier, string name) =>
        Locked(() => file.Execute("update supplier set name = @name where id = @supplier", new { supplier, name }));

    /// <summary>Adds a supplier once for a key.</summary>
    public (Supplier Supplier, bool Repeated) PostSupplier(string key, NewSupplier supplier) =>
        Once(
            key,
            supplier,
            () =>
            {
                RefuseByChance();
                var name = supplier.Name?.Trim() ?? "";
                if (name.Length == 0)
                    throw new RefusalException("incomplete", "A supplier needs a name.");
                if (name.Length > LongestText)
                    throw new RefusalException("text-too-long", $"A supplier's name has at most {LongestText} characters.");
                var existing = file.QueryFirstOrDefault<Supplier>(
                    "select id, name, tax_number as TaxNumber, email, address from supplier where name = @name",
                    new { name }
                );
                if (existing is not null)
                    return existing;
                // After the largest number that there is, whatever was taken in with other ids.
                var last = file.ExecuteScalar<long>(
                    "select coalesce(max(cast(substr(id, 2) as integer)), 100) from supplier where id like 'S%'"
                );
                var added = new Supplier($"S{Math.Max(last, 100) + 1}", name);
                Insert(added);
                return added;
            }
        );

    /// <summary>What each supplier's posted entries went to.</summary>
    public IReadOnlyList<SupplierHistory> History() =>
        Locked(() =>
            file.Query<(string Supplier, string Account, long Lines, long Amount, string Last)>(
                    """
                    select e.supplier, l.account, count(*), sum(l.debit - l.credit), max(e.date)
                    from entry e join entry_line l on l.entry = e.number join account a on a.id = l.account
                    where e.status = 'posted' and e.supplier <> ''
                      and a.role not in ('bank', 'cash', 'card', 'payables_control', 'employee_payable', 'input_tax', 'rounding')
                    group by e.supplier, l.account order by e.supplier, count(*) desc, l.account
                    """
                )
                .Select(h => new SupplierHistory(h.Supplier, h.Account, h.Lines, Text(h.Amount), h.Last))
                .ToList()
        );

    private bool IsOn(string feature) =>
        file.ExecuteScalar<long>("select count(*) from feature where name = @feature", new { feature }) == 1;

    private int Insert(LedgerAccount account) =>
        file.Execute(
            "insert into account (id, number, name, kind, role, parent, active, requires) "
                + "values (@Id, @Number, @Name, @Kind, @Role, @Parent, @Active, @Requires)",
            account
        );

    private int Insert(OwnDimension dimension) =>
        file.Execute("insert or replace into own_dimension (word, is_on) values (@Word, @On)", dimension);

    private int Insert(Supplier supplier) =>
        file.Execute(
            "insert into supplier (id, name, tax_number, email, address) values (@Id, @Name, @TaxNumber, @Email, @Address)",
            supplier
        );
}
