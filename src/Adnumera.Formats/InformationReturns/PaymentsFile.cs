using System.Globalization;
using Adnumera.Core.Amounts;
using Adnumera.Core.InformationReturns;
using Adnumera.Core.Ledger;
using Adnumera.Core.Sources;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.InformationReturns;

/// <summary>A line of payments.csv: what it says, and its texts as they stand.</summary>
/// <param name="Line">What it says.</param>
/// <param name="Texts">Its texts, in the order of the columns.</param>
public sealed record FiledPayment(PaymentLine Line, IReadOnlyList<string> Texts);

/// <summary>payments.csv: what was paid, one row a line that a payment paid; and payments-out.csv, the same with where each
/// counts.</summary>
public static class PaymentsFile
{
    private const int Payment = 0,
        Date = 1,
        Supplier = 2,
        Method = 3,
        Status = 4,
        Paid = 5,
        Bill = 6,
        Line = 7,
        Account = 8,
        LineAmount = 9,
        Box = 10,
        Withheld = 11;

    private const string Header = "payment date supplier method status paid bill line account line_amount box withheld";
    private static readonly int[] Amounts = [Paid, LineAmount, Withheld];

    private static readonly IReadOnlyList<Column> Columns = Column.List(
        "payment* date* supplier* method* status paid* bill line account* line_amount box withheld"
    );

    /// <summary>Reads what was paid; errors go to <paramref name="problems"/>.</summary>
    /// <param name="file">The name for messages.</param>
    /// <param name="content">The file's bytes.</param>
    /// <param name="problems">Where errors and notices go.</param>
    public static IReadOnlyList<FiledPayment> Read(string file, byte[] content, Problems problems)
    {
        using var table = CsvTable.Open(file, content, Columns, problems);
        var payments = new List<FiledPayment>();
        var (byPayment, byBill) = (
            new Dictionary<string, First>(StringComparer.Ordinal),
            new Dictionary<(string Payment, string Bill), First>()
        );
        decimal magnitude = 0;
        while (table.Read())
        {
            var line = new PaymentLine(
                table.Required(Payment),
                table.RequiredDate(Date),
                table.Required(Supplier),
                table.Word<PaymentMethod>(Method),
                IsVoided(table),
                table.Amount(Paid, Currency.Usd, required: true),
                table.Text(Bill),
                table.Required(Account),
                table.Text(LineAmount).Length == 0 ? null : table.Amount(LineAmount, Currency.Usd),
                table.Text(Box).Length == 0 ? null : BoxFields.Choice(table, Box),
                table.Amount(Withheld, Currency.Usd)
            );
            // Every sum is less.
            magnitude += Math.Max(Math.Abs((decimal)line.Paid), Math.Abs((decimal)line.Withheld));
            if (magnitude > long.MaxValue / 4)
                table.Error(Paid, "the amounts come to more than can be added up");
            Compare(table, byPayment, line);
            CompareBill(table, byBill, line);
            payments.Add(new FiledPayment(line, [.. Enumerable.Range(0, Columns.Count).Select(table.Text)]));
        }

        return problems.Any ? [] : payments;
    }

    /// <summary>Writes payments-out.csv.</summary>
    public static void Write(Stream stream, IReadOnlyList<FiledPayment> payments, IReadOnlyList<TalliedLine> tallied)
    {
        using var writer = CsvFile.Create(stream, $"{Header} amount place detail");
        foreach (var (payment, of) in payments.Zip(tallied))
        {
            for (var column = 0; column < Columns.Count; column++)
                if (Amounts.Contains(column) && payment.Texts[column].Length > 0)
                    writer.WriteAmount(
                        column switch
                        {
                            Paid => of.Line.Paid,
                            LineAmount => of.Line.LineAmount!.Value,
                            _ => of.Line.Withheld,
                        },
                        Currency.Usd
                    );
                else
                    writer.WriteField(payment.Texts[column]);
            writer.WriteAmount(of.Amount, Currency.Usd);
            writer.WriteField(of.Place.Word);
            writer.WriteField(of.Detail);
            writer.EndRecord();
        }
    }

    /// <summary>Writes payments.csv.</summary>
    /// <param name="stream">Where to.</param>
    /// <param name="lines">What was paid, each with the number of the bill's line.</param>
    public static void Write(Stream stream, IEnumerable<(PaymentLine Line, string Number)> lines)
    {
        using var writer = CsvFile.Create(stream, Header);
        foreach (var (line, number) in lines)
        {
            writer.WriteField(line.Payment);
            writer.WriteField(line.Date.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture));
            writer.WriteField(line.Supplier);
            writer.WriteField(Words<PaymentMethod>.Of(line.Method));
            writer.WriteField(line.IsVoided ? "voided" : "");
            writer.WriteAmount(line.Paid, Currency.Usd);
            writer.WriteField(line.Bill);
            writer.WriteField(number);
            writer.WriteField(line.Account);
            writer.WriteAmount(line.LineAmount ?? 0, Currency.Usd);
            writer.WriteField(line.Choice?.ToString() ?? "");
            writer.WriteAmount(line.Withheld, Currency.Usd);
            writer.EndRecord();
        }
    }

    private static bool IsVoided(CsvTable table)
    {
        var text = table.Text(Status);
        if (text.Length == 0 || text.Equals("posted", StringComparison.OrdinalIgnoreCase))
            return false;
        if (text.Equals("voided", StringComparison.OrdinalIgnoreCase))
            return true;
        table.Error(Status, $"{Quote.Of(text)} is not known; expected posted or voided");
        return false;
    }

    private static void Compare(CsvTable table, Dictionary<string, First> known, PaymentLine line)
    {
        if (known.TryAdd(line.Payment, new First(line, table.Row)))
            return;
        var (first, row) = known[line.Payment];
        void Differs(int column) => table.Error(column, $"differs from row {row} of the same payment {Quote.Of(line.Payment)}");
        if (first.Date != line.Date)
            Differs(Date);
        if (!Folded.Same(first.Supplier, line.Supplier))
            Differs(Supplier);
        if (first.Method != line.Method)
            Differs(Method);
        if (first.IsVoided != line.IsVoided)
            Differs(Status);
        if (first.Withheld != line.Withheld)
            Differs(Withheld);
    }

    private static void CompareBill(CsvTable table, Dictionary<(string, string), First> known, PaymentLine line)
    {
        var key = (line.Payment, Folded.Of(line.Bill));
        if (known.TryAdd(key, new First(line, table.Row)))
            return;
        var (first, row) = known[key];
        var of = line.Bill.Length > 0 ? $"bill {Quote.Of(line.Bill)}" : "payment on account";
        if (first.Paid != line.Paid)
            table.Error(Paid, $"differs from row {row} of the same payment and {of}");
        if (line.LineAmount is null || first.LineAmount is null)
            table.Error(
                LineAmount,
                line.LineAmount is null
                    ? $"must be filled where a payment has several rows of one {of}"
                    : $"must be filled on row {row}, too: the same payment has several rows of one {of}"
            );
    }

    private sealed record First(PaymentLine Line, long Row);
}
