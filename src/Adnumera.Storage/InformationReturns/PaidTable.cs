using System.Text.Json;
using Adnumera.Core.InformationReturns;
using Adnumera.Core.Ledger;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.InformationReturns;

/// <summary>A payment as it is kept.</summary>
/// <param name="Supplier">As the ledger spells it.</param>
/// <param name="MethodBy">Who says how it was paid.</param>
/// <param name="ToldMethod">How it was paid by what anybody but a person says.</param>
/// <param name="ToldBy">Who says that.</param>
/// <param name="Run">The contractors' run that it is of; none for a payment of the ledger.</param>
/// <param name="Mark">Another mark is another payment.</param>
[method: ExplicitConstructor]
public sealed record PaidRow(
    string Payment,
    string Day,
    string Supplier,
    string Method,
    string MethodBy,
    string ToldMethod,
    string ToldBy,
    string PaidFrom,
    string Reference,
    bool IsVoided,
    long Amount,
    long Withheld,
    long? Run,
    string Mark
);

/// <summary>A line of a payment, with its share.</summary>
public sealed record PaidLineRow(PaidLineKey Key, string BillReference, PaymentLine Line, long Amount, long Withheld, TallyPlace Place);

/// <summary>When the payments of a year were read, and what the ledger itself says that they come to.</summary>
[method: ExplicitConstructor]
public sealed record PaymentsReadingRow(long Year, string At, string Who, string Through, long Payments, long Posted, long Voided);

/// <summary>Which payments are looked at.</summary>
/// <param name="Year">Of which year.</param>
/// <param name="Supplier">Whose, folded; blank for all.</param>
/// <param name="Places">With lines in which places, by their words; none for all.</param>
/// <param name="Month">Of which month; none for all.</param>
/// <param name="Account">With lines of which account; blank for all.</param>
/// <param name="ByNobody">Only those of which nobody says how they were paid.</param>
public sealed record PaidFilter(
    int Year,
    string Supplier = "",
    IReadOnlyCollection<string>? Places = null,
    int? Month = null,
    string Account = "",
    bool ByNobody = false
);

/// <summary>Payments as the ledger has them, line by line, and what persons decided of them.</summary>
public sealed class PaidTable(SqliteConnection company)
{
    private const string Columns =
        "select p.payment as Payment, p.day as Day, p.supplier as Supplier, p.method as Method, p.method_by as MethodBy, "
        + "p.told_method as ToldMethod, p.told_by as ToldBy, "
        + "p.paid_from as PaidFrom, p.reference as Reference, p.voided as IsVoided, p.amount as Amount, p.withheld as Withheld, "
        + "p.run_id as Run, p.mark as Mark from paid p";

    /// <summary>When the payments of a year were last read; none where they never were.</summary>
    public PaymentsReadingRow? Reading(int year) =>
        company.QueryFirstOrDefault<PaymentsReadingRow>(
            "select year as Year, at as At, who as Who, through as Through, payments as Payments, posted as Posted, voided as Voided "
                + "from payments_reading where year = @year",
            new { year }
        );

    /// <summary>What contractors of pay runs were paid in a year. Walks paid_by_run.</summary>
    public long OfRuns(int year) =>
        company.ExecuteScalar<long>("select coalesce(sum(amount), 0) from paid where year = @year and run_id is not null", new { year });

    /// <summary>When the payments of each year were last read.</summary>
    public IReadOnlyDictionary<int, string> Readings() =>
        company.Query<(int, string)>("select year, at from payments_reading").ToDictionary();

    /// <summary>The years of which payments are here, the latest first.</summary>
    public IReadOnlyList<int> Years() => company.Query<int>("select year from payments_reading order by year desc").AsList();

    public void Put(PaymentsReadingRow reading) =>
        company.Execute(
            "insert or replace into payments_reading values (@Year, @At, @Who, @Through, @Payments, @Posted, @Voided)",
            reading
        );

    /// <summary>The marks of a year's payments.</summary>
    public IReadOnlyDictionary<string, string> Marks(int year) =>
        company.Query<(string, string)>("select payment, mark from paid where year = @year", new { year }).ToDictionary();

    /// <summary>Takes payments out.</summary>
    public void Remove(IEnumerable<string> payments) =>
        company.Execute(
            "delete from paid_line where payment in (select value from json_each(@ids)); "
                + "delete from paid where payment in (select value from json_each(@ids))",
            new { ids = JsonSerializer.Serialize(payments) }
        );

    /// <summary>Adds payments with their lines.</summary>
    public void Add(IEnumerable<(PaidRow Paid, IReadOnlyList<PaidLineRow> Lines)> payments)
    {
        using var paid = Prepared.Insert(
            company,
            "paid",
            "payment year day supplier supplier_key method method_by told_method told_by paid_from reference voided amount withheld "
                + "run_id mark"
        );
        using var lines = Prepared.Insert(
            company,
            "paid_line",
            "payment place year month supplier_key method voided bill bill_reference line account line_amount paid choice amount withheld "
                + "tally_place exempted"
        );
        foreach (var (row, of) in payments)
        {
            var (day, key) = (Iso.Day(row.Day), Folded.Of(row.Supplier));
            paid.Run(
                row.Payment,
                day.Year,
                row.Day,
                row.Supplier,
                key,
                row.Method,
                row.MethodBy,
                row.ToldMethod,
                row.ToldBy,
                row.PaidFrom,
                row.Reference,
                row.IsVoided ? 1 : 0,
                row.Amount,
                row.Withheld,
                (object?)row.Run ?? DBNull.Value,
                row.Mark
            );
            for (var place = 0; place < of.Count; place++)
            {
                var l = of[place];
                lines.Run(
                    row.Payment,
                    place,
                    day.Year,
                    day.Month,
                    key,
                    row.Method,
                    row.IsVoided ? 1 : 0,
                    l.Key.Bill,
                    l.BillReference,
                    l.Key.Line,
                    l.Line.Account,
                    l.Line.LineAmount ?? 0,
                    l.Line.Paid,
                    l.Line.Choice?.ToString() ?? "",
                    l.Amount,
                    l.Withheld,
                    l.Place.Word,
                    l.Place.Exempted?.Text() ?? ""
                );
            }
        }
    }

    /// <summary>These payments with their lines, by day; those that are not here are left out.</summary>
    public IReadOnlyList<(PaidRow Paid, IReadOnlyList<PaidLineRow> Lines)> Find(IEnumerable<string> payments) =>
        Load("where p.payment in (select value from json_each(@ids))", new { ids = JsonSerializer.Serialize(payments) });

    /// <summary>The suppliers of payments, folded.</summary>
    public IReadOnlyList<string> SuppliersOf(IEnumerable<string> payments) =>
        company
            .Query<string>(
                "select distinct supplier_key from paid where payment in (select value from json_each(@ids))",
                new { ids = JsonSerializer.Serialize(payments) }
            )
            .AsList();

    /// <summary>A year's payments with their lines, by day.</summary>
    public IReadOnlyList<(PaidRow Paid, IReadOnlyList<PaidLineRow> Lines)> Of(int year) => Load("where p.year = @year", new { year });

    /// <summary>What suppliers were paid nobody says how, voided payments aside; by the folded name. Walks paid_by_nobody.</summary>
    public IReadOnlyDictionary<string, long> MethodUnknown(int year, IReadOnlyCollection<string>? suppliers = null) =>
        company
            .Query<(string, long)>(
                "select supplier_key, sum(amount) from paid where year = @year and method_by = 'nobody' and voided = 0 "
                    + (suppliers is null ? "" : "and supplier_key in (select value from json_each(@suppliers)) ")
                    + "group by supplier_key",
                new { year, suppliers = JsonSerializer.Serialize(suppliers) }
            )
            .ToDictionary();

    /// <summary>A page of payments that have lines where one looks, the latest first. Walks paid_line_by_supplier.</summary>
    /// <param name="of">Which.</param>
    /// <param name="after">The day and id of the last one seen; none for the first page.</param>
    /// <param name="most">How many.</param>
    public IReadOnlyList<(PaidRow Paid, IReadOnlyList<PaidLineRow> Lines)> Page(
        PaidFilter of,
        (string Day, string Payment)? after,
        int most
    )
    {
        var conditions = string.Concat(
            of.Supplier.Length > 0 ? " and l.supplier_key = @Supplier" : "",
            of.Places is null ? "" : " and l.tally_place in (select value from json_each(@places))",
            of.Month is null ? "" : " and l.month = @Month",
            of.Account.Length > 0 ? " and l.account = @Account" : ""
        );
        return Load(
            $"where p.payment in (select l.payment from paid_line l where l.year = @Year{conditions}) "
                + (of.ByNobody ? "and p.method_by = 'nobody' and p.voided = 0 " : "")
                + (after is null ? "" : "and (p.day, p.payment) < (@day, @payment) ")
                + "order by p.day desc, p.payment desc limit @most",
            new
            {
                of.Year,
                of.Supplier,
                places = JsonSerializer.Serialize(of.Places),
                of.Month,
                of.Account,
                day = after?.Day,
                payment = after?.Payment,
                most,
            },
            order: ""
        );
    }

    /// <summary>What persons said of where lines count; of all payments, or of these alone.</summary>
    public IReadOnlyDictionary<(string Payment, PaidLineKey Key), (BoxChoice Choice, string Reason)> Choices(
        IEnumerable<string>? payments = null
    ) =>
        company
            .Query<(string Payment, string Bill, string Line, string Box, string Reason)>(
                $"select payment, bill, line, box, reason from paid_choice {Of(payments)}",
                new { ids = JsonSerializer.Serialize(payments) }
            )
            .ToDictionary(c => (c.Payment, new PaidLineKey(c.Bill, c.Line)), c => (Boxes.Choice(c.Box), c.Reason));

    /// <summary>What persons said of how payments were made; of all, or of these alone.</summary>
    public IReadOnlyDictionary<string, (PaymentMethod Method, string Reason)> Methods(IEnumerable<string>? payments = null) =>
        company
            .Query<(string Payment, string Method, string Reason)>(
                $"select payment, method, reason from paid_method {Of(payments)}",
                new { ids = JsonSerializer.Serialize(payments) }
            )
            .ToDictionary(m => m.Payment, m => (Words<PaymentMethod>.Read(m.Method), m.Reason));

    private static string Of(IEnumerable<string>? payments) =>
        payments is null ? "" : "where payment in (select value from json_each(@ids))";

    /// <summary>Says where a line counts; none takes it back.</summary>
    public void Choose(string payment, PaidLineKey key, BoxChoice? choice, string reason, DateTimeOffset at, string who) =>
        company.Execute(
            choice is null
                ? "delete from paid_choice where payment = @payment and bill = @Bill and line = @Line"
                : "insert or replace into paid_choice values (@payment, @Bill, @Line, @box, @reason, @at, @who)",
            new
            {
                payment,
                key.Bill,
                key.Line,
                box = choice?.ToString(),
                reason,
                at = Iso.Text(at),
                who,
            }
        );

    /// <summary>Says how a payment was made; none takes it back.</summary>
    public void Choose(string payment, PaymentMethod? method, string reason, DateTimeOffset at, string who) =>
        company.Execute(
            method is null
                ? "delete from paid_method where payment = @payment"
                : "insert or replace into paid_method values (@payment, @method, @reason, @at, @who)",
            new
            {
                payment,
                method = method is { } of ? Words<PaymentMethod>.Of(of) : "",
                reason,
                at = Iso.Text(at),
                who,
            }
        );

    private List<(PaidRow Paid, IReadOnlyList<PaidLineRow> Lines)> Load(
        string where,
        object given,
        string order = "order by p.day, p.payment"
    )
    {
        var paid = company.Query<PaidRow>($"{Columns} {where} {order}", given).AsList();
        var lines = company
            .Query<LineRow>(
                """
                select l.payment as Payment, l.bill as Bill, l.bill_reference as BillReference, l.line as Line, l.account as Account,
                  l.line_amount as LineAmount, l.paid as Paid, l.choice as Choice, l.amount as Amount, l.withheld as Withheld,
                  l.tally_place as TallyPlace, l.exempted as Exempted
                from paid_line l where l.payment in (select value from json_each(@ids)) order by l.payment, l.place
                """,
                new { ids = JsonSerializer.Serialize(paid.Select(p => p.Payment)) }
            )
            .ToLookup(l => l.Payment);
        return [.. paid.Select(p => (p, (IReadOnlyList<PaidLineRow>)[.. lines[p.Payment].Select(l => l.Of(p))]))];
    }

    [method: ExplicitConstructor]
    private sealed record LineRow(
        string Payment,
        string Bill,
        string BillReference,
        string Line,
        string Account,
        long LineAmount,
        long Paid,
        string Choice,
        long Amount,
        long Withheld,
        string TallyPlace,
        string Exempted
    )
    {
        public PaidLineRow Of(PaidRow paid) =>
            new(
                new PaidLineKey(Bill, Line),
                BillReference,
                new PaymentLine(
                    Payment,
                    Iso.Day(paid.Day),
                    paid.Supplier,
                    Words<PaymentMethod>.Read(paid.Method),
                    paid.IsVoided,
                    Paid,
                    Bill,
                    Account,
                    LineAmount,
                    Choice.Length > 0 ? Boxes.Choice(Choice) : null,
                    paid.Withheld
                ),
                Amount,
                Withheld,
                Core.InformationReturns.TallyPlace.Read(TallyPlace, Exempted)
            );
    }
}

internal static class Boxes
{
    public static BoxChoice Choice(string word) => new(ReturnBoxes.TryRead(word, out var box) ? box : null);
}
