using System.Text.Json;
using Dapper;

namespace Adnumera.LedgerStandIn;

/// <content>Entries: posting, reading, and what an owner does to them behind one's back.</content>
public sealed partial class Books
{
    private static readonly IReadOnlyDictionary<string, string> Nothing = new Dictionary<string, string>();

    /// <summary>Posts an entry once for a key.</summary>
    public (Entry Entry, bool Repeated) Post(string key, NewEntry entry)
    {
        var (id, repeated) = Once(key, entry, () => Save(entry));
        return (Find(id)!, repeated);
    }

    /// <summary>An entry without a key, as the owner writes it on the stand-in's own pages.</summary>
    public Entry PostByHand(NewEntry entry, string type = "entry")
    {
        var id = InTransaction(() =>
        {
            var saved = Save(entry);
            file.Execute("update entry set type = @type where number = @number", new { type, number = Number(saved) });
            return saved;
        });
        return Find(id)!;
    }

    /// <summary>A payment with what it says beside its entry.</summary>
    public Entry PostPayment(NewEntry entry, NewPayment payment)
    {
        var id = InTransaction(() =>
        {
            var saved = Save(entry);
            var number = Number(saved);
            file.Execute("update entry set type = 'payment' where number = @number", new { number });
            file.Execute(
                "insert into payment (entry, method, withheld) values (@number, @Method, @withheld)",
                new
                {
                    number,
                    payment.Method,
                    withheld = Minor(payment.Withheld),
                }
            );
            foreach (var (bill, amount) in payment.Bills)
                file.Execute(
                    "insert into payment_bill (entry, bill, amount) values (@number, @bill, @amount)",
                    new
                    {
                        number,
                        bill = Number(bill),
                        amount = Minor(amount),
                    }
                );
            return saved;
        });
        return Find(id)!;
    }

    /// <summary>Pays a bill or a claim, whole or in part: what is owed is debited and the bank credited.</summary>
    /// <param name="id">Its entry.</param>
    /// <param name="date">The day.</param>
    /// <param name="reference">The payment's own reference.</param>
    /// <param name="amount">How much.</param>
    public Entry Pay(string id, string date, string reference, string amount)
    {
        var entry = Find(id) ?? throw new RefusalException("entry-unknown", $"There is no entry {id}.");
        var owed =
            entry.Lines.FirstOrDefault(l => l.Credit != "0.00" && Accounts().Single(a => a.Id == l.Account).Kind == "liability")
            ?? throw new RefusalException("nothing-owed", $"Nothing is owed by {id}.");
        var bank =
            Accounts().FirstOrDefault(a => a is { Role: "bank", Active: true })
            ?? throw new RefusalException("no-bank", "No account has the role bank.");
        return PostPayment(
            new NewEntry(
                "cash_payment",
                date,
                "",
                reference,
                entry.Supplier,
                entry.Employee,
                Organisation().Currency,
                "",
                entry.Source,
                entry.SourceId,
                [new NewLine(owed.Account, amount, "0.00", "", null, ""), new NewLine(bank.Id, "0.00", amount, "", null, "")]
            ),
            new NewPayment("", "", [(id, amount)])
        );
    }

    public string? ResultOf(string key) =>
        Locked(() =>
            file.QueryFirstOrDefault<string>("select result from idempotency where key = @key", new { key }) is { } json
                ? JsonSerializer.Deserialize<JsonElement>(json) is { ValueKind: JsonValueKind.String } id
                    ? id.GetString()
                    : JsonSerializer.Deserialize<Supplier>(json)!.Id
                : null
        );

    public Entry? Find(string id) => Locked(() => Read("where number = @number", new { number = Number(id) }, 1).FirstOrDefault());

    /// <summary>A page of entries by date, after the given one; of those that touch one of these accounts, where any is named.</summary>
    public IReadOnlyList<Entry> Page(string from, string through, string? after, int most, IReadOnlyList<string>? accounts = null) =>
        Locked(() =>
        {
            var last = after is null
                ? null
                : file.QueryFirstOrDefault<string>("select date from entry where number = @number", new { number = Number(after) });
            return Read(
                "where date >= @from and date <= @through and (date, number) > (@date, @number) and (@accounts is null or number in "
                    + "(select l.entry from entry_line l where l.account in (select value from json_each(@accounts))))",
                new
                {
                    from,
                    through,
                    accounts = accounts is { Count: > 0 } ? JsonSerializer.Serialize(accounts) : null,
                    date = last ?? "",
                    number = after is null ? 0 : Number(after),
                },
                most
            );
        });

    public IReadOnlyList<Entry> BySource(IReadOnlyList<string[]> keys) =>
        Locked(() =>
            Read(
                "where (source, source_id) in (select value ->> 0, value ->> 1 from json_each(@keys))",
                new { keys = JsonSerializer.Serialize(keys) },
                int.MaxValue
            )
        );

    public IReadOnlyList<Entry> Latest(int most) => Locked(() => Read("", new { }, most, "number desc"));

    /// <summary>Income and costs of a period.</summary>
    public IReadOnlyList<Result> ProfitAndLoss(string from, string through) =>
        Locked(() =>
            file.Query<(string Account, string Kind, long Signed)>(
                    """
                    select l.account, a.kind, sum(l.credit - l.debit) from entry e join entry_line l on l.entry = e.number join account a
                      on a.id = l.account
                    where e.status = 'posted' and e.date >= @from and e.date <= @through
                      and a.kind in ('income', 'cost_of_sales', 'expense') group by l.account order by a.number, l.account
                    """,
                    new { from, through }
                )
                .Select(r => new Result(r.Account, r.Kind, Text(r.Signed)))
                .ToList()
        );

    public IReadOnlyList<Balance> TrialBalance(string through) =>
        Locked(() =>
            file.Query<(string Account, long Signed)>(
                    """
                    select l.account, sum(l.debit - l.credit) from entry e join entry_line l on l.entry = e.number
                    where e.status = 'posted' and e.date <= @through group by l.account order by l.account
                    """,
                    new { through }
                )
                .Select(b => new Balance(b.Account, Text(Math.Max(b.Signed, 0)), Text(Math.Max(-b.Signed, 0))))
                .ToList()
        );

    public void Edit(
        string id,
        string date,
        string reference,
        string supplier,
        string status,
        IReadOnlyList<(int Line, string Account, string Debit, string Credit)> lines
    ) =>
        InTransaction(() =>
        {
            var number = Number(id);
            if (lines.Sum(l => Minor(l.Debit) - Minor(l.Credit)) != 0)
                throw new RefusalException("unbalanced", "Debits and credits differ.");
            Day(date, "date");
            file.Execute(
                "update entry set date = @date, reference = @reference, supplier = @supplier, status = @status where number = @number",
                new
                {
                    number,
                    date,
                    reference,
                    supplier,
                    status,
                }
            );
            foreach (var line in lines)
                file.Execute(
                    "update entry_line set account = @Account, debit = @debit, credit = @credit where entry = @number and line = @Line",
                    new
                    {
                        number,
                        line.Line,
                        line.Account,
                        debit = Minor(line.Debit),
                        credit = Minor(line.Credit),
                    }
                );
            return 0;
        });

    public void SetStatus(string id, string status) =>
        Locked(() => file.Execute("update entry set status = @status where number = @number", new { number = Number(id), status }));

    public void Copy(string id) =>
        InTransaction(() =>
        {
            var number = Number(id);
            var copy = file.ExecuteScalar<long>("select max(number) + 1 from entry");
            file.Execute(
                "insert into entry select @copy, form, date, due_date, reference, supplier, employee, memo, source, source_id, status, "
                    + "type from entry where number = @number",
                new { copy, number }
            );
            file.Execute(
                "insert into entry_line select @copy, line, account, debit, credit, tax_code, dimensions, memo from entry_line "
                    + "where entry = @number",
                new { copy, number }
            );
            return 0;
        });

    private string Save(NewEntry entry)
    {
        var date = Day(entry.Date, "date");
        RefuseByChance();
        if (entry.Form == "journal" && !IsOn("journals"))
            throw new RefusalException("journals-off", "Journal entries are switched off in this ledger.");
        if (!Forms.Contains(entry.Form))
            throw new RefusalException("form-unknown", $"\"{entry.Form}\" is not a form of entry here.");
        var (_, _, currency, lockedThrough) = file.QuerySingle<Organisation>(
            "select id, name, currency, locked_through as LockedThrough from organisation limit 1"
        );
        if (entry.Currency != currency)
            throw new RefusalException("currency", $"This ledger is kept in {currency}.");
        if (string.CompareOrdinal(date, lockedThrough) <= 0)
            throw new RefusalException("period-locked", $"The period through {lockedThrough} is locked.");
        if (entry.Reference?.Length > LongestReference)
            throw new RefusalException("text-too-long", $"reference: at most {LongestReference} characters.");
        if (entry.Memo?.Length > LongestText)
            throw new RefusalException("text-too-long", $"memo: at most {LongestText} characters.");
        var supplier = entry.Supplier?.Trim() ?? "";
        if (entry.Form is "bill" or "supplier_credit" && supplier.Length == 0)
            throw new RefusalException("supplier-unknown", "A bill needs a supplier.");
        if (supplier.Length > 0 && file.ExecuteScalar<long>("select count(*) from supplier where name = @supplier", new { supplier }) == 0)
            throw new RefusalException("supplier-unknown", $"There is no supplier \"{supplier}\".");

        var lines = entry.Lines ?? [];
        if (lines.Count < 2)
            throw new RefusalException("incomplete", "An entry has at least two lines.");
        if (lines.Sum(l => Minor(l.Debit) - Minor(l.Credit)) != 0)
            throw new RefusalException("unbalanced", "Debits and credits differ.");
        foreach (var line in lines)
        {
            foreach (var (word, value) in line.Dimensions ?? Nothing)
                RefuseDimension(word, value);
            if (line.Item?.Length > 0 && !IsOn("items"))
                throw new RefusalException("items-off", "Items are switched off in this ledger.");
            if (
                line.Item?.Length > 0
                && file.ExecuteScalar<long>("select count(*) from item where id = @Item and active = 1 and account = @Account", line) == 0
            )
                throw new RefusalException("item-unknown", $"There is no active item {line.Item} of account {line.Account}.");
            if (line.TaxCode?.Length > 0 && !IsOn("tax"))
                throw new RefusalException("tax-off", "Tax codes are switched off in this ledger.");
            if (line.Memo?.Length > LongestText)
                throw new RefusalException("text-too-long", $"line memo: at most {LongestText} characters.");
            var account = file.QueryFirstOrDefault<(string Id, long Active, string Requires)>(
                "select id, active, requires from account where id = @Account",
                line
            );
            if (account.Id is null)
                throw new RefusalException("account-unknown", $"There is no account {line.Account}.");
            if (account.Active == 0)
                throw new RefusalException("account-closed", $"Account {line.Account} is closed.");
            if (account.Requires.Length > 0 && string.IsNullOrEmpty((line.Dimensions ?? Nothing).GetValueOrDefault(account.Requires)))
                throw new RefusalException("dimension-required", $"Account {line.Account} takes no line without a {account.Requires}.");
        }

        var number = Math.Max(1000, file.ExecuteScalar<long>("select coalesce(max(number), 1000) from entry")) + 1;
        file.Execute(
            """
            insert into entry (number, form, date, due_date, reference, supplier, employee, memo, source, source_id)
            values (@number, @Form, @date, @due, @reference, @supplier, @employee, @memo, @source, @sourceId)
            """,
            new
            {
                number,
                entry.Form,
                date,
                due = entry.DueDate ?? "",
                reference = entry.Reference ?? "",
                supplier,
                employee = entry.Employee ?? "",
                memo = entry.Memo ?? "",
                source = entry.Source ?? "",
                sourceId = entry.SourceId ?? "",
            }
        );
        for (var i = 0; i < lines.Count; i++)
        {
            var l = lines[i];
            file.Execute(
                """
                insert into entry_line (entry, line, account, debit, credit, tax_code, dimensions, memo)
                values (@number, @line, @Account, @debit, @credit, @taxCode, @dimensions, @memo)
                """,
                new
                {
                    number,
                    line = i + 1,
                    l.Account,
                    debit = Minor(l.Debit),
                    credit = Minor(l.Credit),
                    taxCode = l.TaxCode ?? "",
                    dimensions = JsonSerializer.Serialize(l.Dimensions ?? Nothing),
                    memo = l.Memo ?? "",
                }
            );
        }

        return IdOf(number);
    }

    private void RefuseDimension(string kind, string? value)
    {
        if (string.IsNullOrEmpty(value))
            return;
        if (
            StandardDimensions.Contains(kind)
                ? !IsOn($"{kind}s")
                : file.ExecuteScalar<long>("select count(*) from own_dimension where word = @kind and is_on = 1", new { kind }) == 0
        )
            throw new RefusalException("dimension-off", $"A {kind} is named, and {kind}s are switched off in this ledger.");
        if (
            file.ExecuteScalar<long>(
                "select count(*) from dimension where kind = @kind and name = @value and active = 1",
                new { kind, value }
            ) == 0
        )
            throw new RefusalException("dimension-unknown", $"There is no active {kind} \"{value}\".");
    }

    private List<Entry> Read(string where, object parameters, int most, string order = "date, number")
    {
        var arguments = new DynamicParameters(parameters);
        arguments.Add("most", most);
        var heads = file.Query<Head>(
                "select number, form, type, date, due_date as DueDate, reference, supplier, employee, memo, source, source_id as "
                    + $"SourceId, status from entry {where} order by {order} limit @most",
                arguments
            )
            .AsList();
        var lines = file.Query<Line>(
                """
                select entry, line as number, account, debit, credit, tax_code as TaxCode, dimensions, memo
                from entry_line where entry in (select value from json_each(@numbers)) order by entry, line
                """,
                new { numbers = JsonSerializer.Serialize(heads.Select(h => h.Number)) }
            )
            .ToLookup(l => l.Entry);
        return
        [
            .. heads.Select(h => new Entry(
                IdOf(h.Number),
                h.Form,
                h.Type,
                h.Date,
                h.DueDate,
                h.Reference,
                h.Supplier,
                h.Employee,
                h.Memo,
                h.Source,
                h.SourceId,
                h.Status,
                [
                    .. lines[h.Number]
                        .Select(l => new EntryLine(
                            (int)l.Number,
                            l.Account,
                            Text(l.Debit),
                            Text(l.Credit),
                            l.TaxCode,
                            JsonSerializer.Deserialize<Dictionary<string, string>>(l.Dimensions)!,
                            l.Memo
                        )),
                ]
            )),
        ];
    }

    private sealed record Head(
        long Number,
        string Form,
        string Type,
        string Date,
        string DueDate,
        string Reference,
        string Supplier,
        string Employee,
        string Memo,
        string Source,
        string SourceId,
        string Status
    );

    private sealed record Line(
        long Entry,
        long Number,
        string Account,
        long Debit,
        long Credit,
        string TaxCode,
        string Dimensions,
        string Memo
    );
}
