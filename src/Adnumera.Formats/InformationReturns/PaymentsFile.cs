using System.Globalization;
using Adnumera.Core.Amounts;
using Adnumera.Core.InformationReturns;
using Adnumera.Core.Ledger;
using Adnumera.Core.Sources;
using Adnumera.Formats.Tables;
using CsvHelper;

namespace Adnumera.Formats.InformationReturns;

/// <summary>A line of payments.csv: what it says, and what of it stands there otherwise than it is kept.</summary>
/// <param name="Line">What it says.</param>
/// <param name="Method">How the method is spelled.</param>
/// <param name="Status">How the status is spelled.</param>
/// <param name="Number">The number of the bill's line.</param>
/// <param name="Box">How the box is spelled.</param>
/// <param name="HasWithheld">Whether it says that something, or nothing, was withheld.</param>
public readonly record struct FiledPayment(PaymentLine Line, string Method, string Status, string Number, string Box, bool HasWithheld);

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

    // So many bytes a row has about, to make room for them at once.
    private const int LikelyRow = 64;
    private const string Header = "payment date supplier method status paid bill line account line_amount box withheld";
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
        var likely = content.Length / LikelyRow;
        var (payments, rows) = (new List<FiledPayment>(likely), new List<long>(likely));
        var (first, several) = (
            new Dictionary<string, int>(likely, StringComparer.Ordinal),
            new Dictionary<(int Payment, string Bill), int>()
        );
        Int128 magnitude = 0;
        while (table.Read())
        {
            var (status, box) = (table.Often(Status), table.Often(Box));
            var line = new PaymentLine(
                table.Required(Payment),
                table.RequiredDate(Date),
                table.Often(Supplier),
                table.Word<PaymentMethod>(Method),
                IsVoided(table, status),
                table.Amount(Paid, Currency.Usd, required: true),
                table.Text(Bill),
                table.Often(Account),
                table.Bytes(LineAmount).IsEmpty ? null : table.Amount(LineAmount, Currency.Usd),
                box.Length == 0 ? null : BoxFields.Choice(table, Box),
                table.Amount(Withheld, Currency.Usd)
            );
            if (line.Supplier.Length == 0)
                table.Required(Supplier);
            if (line.Account.Length == 0)
                table.Required(Account);
            // Every sum is less.
            magnitude += Int128.Max(Int128.Abs(line.Paid), Int128.Abs(line.Withheld));
            if (magnitude > long.MaxValue / 4)
                table.Error(Paid, "the amounts come to more than can be added up");
            if (!first.TryAdd(line.Payment, payments.Count))
                Compare(table, payments, rows, several, first[line.Payment], line);
            rows.Add(table.Row);
            payments.Add(new FiledPayment(line, table.Often(Method), status, table.Often(Line), box, !table.Bytes(Withheld).IsEmpty));
        }

        return problems.Any ? [] : payments;
    }

    /// <summary>Writes payments-out.csv.</summary>
    public static void Write(Stream stream, IReadOnlyList<FiledPayment> payments, IReadOnlyList<TalliedLine> tallied)
    {
        using var writer = CsvFile.Create(stream, $"{Header} amount place detail");
        for (var i = 0; i < payments.Count; i++)
        {
            var of = tallied[i];
            Write(writer, payments[i]);
            writer.WriteAmount(of.Amount, Currency.Usd);
            writer.WriteField(of.Place.Word);
            writer.WriteField(of.Detail);
            writer.EndRecord();
        }
    }

    private static void Write(CsvWriter writer, FiledPayment payment)
    {
        var line = payment.Line;
        writer.WriteField(line.Payment);
        Span<char> date = stackalloc char[10];
        line.Date.TryFormat(date, out var length, "yyyy-MM-dd", CultureInfo.InvariantCulture);
        writer.WriteField(date[..length]);
        writer.WriteField(line.Supplier);
        writer.WriteField(payment.Method);
        writer.WriteField(payment.Status);
        writer.WriteAmount(line.Paid, Currency.Usd);
        writer.WriteField(line.Bill);
        writer.WriteField(payment.Number);
        writer.WriteField(line.Account);
        if (line.LineAmount is { } amount)
            writer.WriteAmount(amount, Currency.Usd);
        else
            writer.WriteField("");
        writer.WriteField(payment.Box);
        if (payment.HasWithheld)
            writer.WriteAmount(line.Withheld, Currency.Usd);
        else
            writer.WriteField("");
    }

    /// <summary>Writes payments.csv.</summary>
    /// <param name="stream">Where to.</param>
    /// <param name="lines">What was paid, each with the number of the bill's line.</param>
    public static void Write(Stream stream, IEnumerable<(PaymentLine Line, string Number)> lines)
    {
        using var writer = CsvFile.Create(stream, Header);
        foreach (var (line, number) in lines)
        {
            Write(
                writer,
                new FiledPayment(
                    line,
                    Words<PaymentMethod>.Of(line.Method),
                    line.IsVoided ? "voided" : "",
                    number,
                    line.Choice?.ToString() ?? "",
                    true
                )
            );
            writer.EndRecord();
        }
    }

    private static bool IsVoided(CsvTable table, string text)
    {
        if (text.Length == 0 || text.Equals("posted", StringComparison.OrdinalIgnoreCase))
            return false;
        if (text.Equals("voided", StringComparison.OrdinalIgnoreCase))
            return true;
        table.Error(Status, $"{Quote.Of(text)} is not known; expected posted or voided");
        return false;
    }

    // Rows of one payment say the same of it, and rows of one of its bills the same of what was paid on that.
    private static void Compare(
        CsvTable table,
        List<FiledPayment> payments,
        List<long> rows,
        Dictionary<(int Payment, string Bill), int> several,
        int head,
        PaymentLine line
    )
    {
        var first = payments[head].Line;
        void Differs(int column) => table.Error(column, $"differs from row {rows[head]} of the same payment {Quote.Of(line.Payment)}");
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
        several.TryAdd((head, Folded.Of(first.Bill)), head);
        if (several.TryAdd((head, Folded.Of(line.Bill)), payments.Count))
            return;
        var at = several[(head, Folded.Of(line.Bill))];
        var (before, row) = (payments[at].Line, rows[at]);
        var of = line.Bill.Length > 0 ? $"bill {Quote.Of(line.Bill)}" : "payment on account";
        if (before.Paid != line.Paid)
            table.Error(Paid, $"differs from row {row} of the same payment and {of}");
        if (line.LineAmount is null || before.LineAmount is null)
            table.Error(
                LineAmount,
                line.LineAmount is null
                    ? $"must be filled where a payment has several rows of one {of}"
                    : $"must be filled on row {row}, too: the same payment has several rows of one {of}"
            );
    }
}
