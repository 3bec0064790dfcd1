using System.Globalization;
using System.Text.RegularExpressions;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;

namespace Adnumera.Core.Sources;

/// <summary>
/// What the text of a bill proposes, read by its labels as bills commonly have them (common practice): each is marked as proposed until a
/// person confirms it, and whatever is not clear is left blank.
/// </summary>
public static partial class BillText
{
    private static readonly string[] Titles = ["INVOICE", "TAX INVOICE", "BILL", "RECEIPT", "CREDIT NOTE", "CREDIT MEMO", "STATEMENT"];

    private static readonly string[] Numbers =
    [
        "INVOICE NUMBER",
        "INVOICE NO",
        "INVOICE",
        "BILL NUMBER",
        "BILL NO",
        "CREDIT NOTE NO",
        "NUMBER",
    ];

    private static readonly string[] Dates = ["INVOICE DATE", "BILL DATE", "DATE OF ISSUE", "ISSUE DATE", "ISSUED", "DATE"];

    private static readonly string[] DueDates = ["DUE DATE", "PAYMENT DUE", "PAY BY", "DUE BY", "DUE ON", "DUE"];

    private static readonly string[] Totals =
    [
        "AMOUNT DUE",
        "TOTAL DUE",
        "BALANCE DUE",
        "GRAND TOTAL",
        "INVOICE TOTAL",
        "TOTAL AMOUNT",
        "TOTAL CREDIT",
        "TOTAL",
    ];

    private static readonly string[] Taxes = ["SALES TAX", "TAX", "VAT"];

    private static readonly string[] Charges = ["SHIPPING", "FREIGHT", "DELIVERY", "POSTAGE"];

    /// <summary>The mark of a proposed field of a line, beside the plain names of the document's own: <c>2:net</c>.</summary>
    public static string LineField(int line, string column) => $"{line.ToString(CultureInfo.InvariantCulture)}:{column}";

    /// <summary>Reads what a bill says of itself.</summary>
    /// <param name="rows">Its rows of text, as one reads them.</param>
    /// <param name="company">The company's currency.</param>
    /// <returns>What it proposes, and the names of the proposed fields.</returns>
    public static (TypedDocument Typed, IReadOnlyList<string> Proposed) Of(IReadOnlyList<TextRow> rows, Currency company)
    {
        var head = new Dictionary<string, string>();
        void Put(string column, string? text)
        {
            if (!string.IsNullOrEmpty(text))
                head[column] = text;
        }

        var isCredit = rows.Any(r => Starts(r, "CREDIT NOTE") || Starts(r, "CREDIT MEMO"));
        Put("kind", rows.Count == 0 ? "" : Words<DocumentKind>.Of(isCredit ? DocumentKind.SupplierCredit : DocumentKind.Bill));
        Put("supplier", BillSupplier.Of(rows, Titles));
        Put("reference", Labelled(rows, Numbers, NumberIn));
        var order = DayOrder(rows);
        Put("document_date", Labelled(rows, Dates, words => DayIn(words, order)));
        Put("due_date", Labelled(rows, DueDates, words => DayIn(words, order)));
        Put("payment_account", rows.Select(r => CardEnd().Match(r.Text)).FirstOrDefault(m => m.Success)?.Groups[1].Value);
        Put("currency", CurrencyOf(rows));
        var currency = head.TryGetValue("currency", out var code) ? Currency.Of(code) : company;
        if (AmountOf(rows, Totals, currency) is not { } total)
            return Marked(head, []);
        Put("document_total", AmountText.Format(total, currency.Digits));
        return Marked(head, Lines(rows, total, currency));
    }

    private static (TypedDocument, IReadOnlyList<string>) Marked(
        Dictionary<string, string> head,
        IReadOnlyList<IReadOnlyDictionary<string, string>> lines
    ) => (new TypedDocument(head, lines), [.. head.Keys, .. lines.SelectMany((l, i) => l.Keys.Select(c => LineField(i + 1, c)))]);

    // The lines of its table where they add up to its total, with its tax and what is charged beside; otherwise one line of all.
    private static IReadOnlyList<IReadOnlyDictionary<string, string>> Lines(IReadOnlyList<TextRow> rows, long total, Currency currency)
    {
        var tax = AmountOf(rows, Taxes, currency) ?? 0;
        var charges = Charges
            .Select(c => (Title: c, Amount: AmountOf(rows, [c], currency)))
            .Where(c => c.Amount is > 0)
            .Select(c => new BillLine(char.ToUpperInvariant(c.Title[0]) + c.Title[1..].ToLowerInvariant(), null, null, c.Amount!.Value))
            .ToList();
        var table = BillTable.Lines(rows, currency);
        List<BillLine> all = [.. table, .. charges];
        if (table.Count == 0 || (all.Sum(l => l.Net) + tax != total && (all = table).Sum(l => l.Net) + tax != total))
            all = [new BillLine("", null, null, total - tax)];
        var taxes = Allocation.Share(tax, [.. all.Select(l => l.Net)]);
        return [.. all.Select((l, i) => l.Texts(taxes[i], currency))];
    }

    // The first value beside a label or below it; of several labels the first that has one.
    private static string? Labelled(IReadOnlyList<TextRow> rows, string[] labels, Func<IReadOnlyList<string>, string?> read)
    {
        foreach (var label in labels)
        {
            for (var i = 0; i < rows.Count; i++)
            {
                if (PlaceOf(rows[i], label) is not { } place)
                    continue;
                var (words, end) = (rows[i].Words, place + label.Split(' ').Length);
                if (read([.. words.Skip(end).Select(w => w.Text)]) is { } beside)
                    return beside;
                var below = i + 1 < rows.Count ? rows[i + 1].Words.SkipWhile(w => w.Right < words[place].Left) : [];
                if (read([.. below.Select(w => w.Text)]) is { } under)
                    return under;
            }
        }

        return null;
    }

    /// <summary>Where the words of a label begin in a row; none where they do not stand there.</summary>
    internal static int? PlaceOf(TextRow row, string label)
    {
        var parts = label.Split(' ');
        for (var at = 0; at + parts.Length <= row.Words.Count; at++)
            if (parts.Index().All(p => Bare(row.Words[at + p.Index].Text) == p.Item))
                return at;
        return null;
    }

    private static bool Starts(TextRow row, string label) => PlaceOf(row, label) == 0;

    private static string Bare(string word) => word.Trim(':', '.', '#', ',', '(', ')').ToUpperInvariant();

    // A number has a digit, stands first, and is no day and no amount.
    private static string? NumberIn(IReadOnlyList<string> words)
    {
        var word = words.Select(w => w.Trim(':', '#', ',')).FirstOrDefault(w => w.Length > 0 && Bare(w) is not ("NO" or "NUMBER"));
        return
            word is not null
            && word.Any(char.IsAsciiDigit)
            && !Decimals().IsMatch(word)
            && DayIn([word], "") is null
            && !SlashDay().IsMatch(word)
            ? word
            : null;
    }

    // In which order days with slashes are written; blank where nothing says it.
    private static string DayOrder(IReadOnlyList<TextRow> rows)
    {
        var days = rows.SelectMany(r => r.Words).Select(w => SlashDay().Match(w.Text)).Where(m => m.Success).ToList();
        bool Beyond(int group) => days.Exists(m => int.Parse(m.Groups[group].Value, CultureInfo.InvariantCulture) > 12);
        return (Beyond(1), Beyond(2)) switch
        {
            (true, false) => "d/M/yyyy",
            (false, true) => "M/d/yyyy",
            _ => "",
        };
    }

    private static string? DayIn(IReadOnlyList<string> words, string order)
    {
        string[] patterns =
        [
            "yyyy-MM-dd",
            "d MMM yyyy",
            "d MMMM yyyy",
            "MMM d yyyy",
            "MMMM d yyyy",
            "d.M.yyyy",
            .. order.Length > 0 ? (string[])[order] : [],
        ];
        for (var many = Math.Min(words.Count, 3); many > 0; many--)
        {
            var text = string.Join(' ', words.Take(many).Select(w => w.Trim(',', ':')));
            if (DateOnly.TryParseExact(text, patterns, CultureInfo.InvariantCulture, DateTimeStyles.None, out var day))
                return Day.Text(day);
        }

        return null;
    }

    // Totals stand at the end, so the last row with the label counts; its amount is the last of that row.
    private static long? AmountOf(IReadOnlyList<TextRow> rows, string[] labels, Currency currency) =>
        labels
            .Select(label =>
                rows.Where(r => PlaceOf(r, label) is { } at && !IsSubtotal(r))
                    .Select(r => AmountIn(r.Words[^1].Text, currency))
                    .LastOrDefault(a => a is not null)
            )
            .FirstOrDefault(a => a is not null);

    private static bool IsSubtotal(TextRow row) =>
        row.Words.Any(w => Bare(w.Text) is "SUBTOTAL" or "SUB-TOTAL") || PlaceOf(row, "SUB TOTAL") is not null;

    /// <summary>An amount with the decimals of its currency, by a point or a comma; none where it is written otherwise.</summary>
    internal static long? AmountIn(string word, Currency currency)
    {
        var match = Decimals().Match(word);
        if (!match.Success || currency.Digits != 2)
            return null;
        var number = match.Groups["number"].Value;
        var plain = number[..^3].Replace(",", "", StringComparison.Ordinal).Replace(".", "", StringComparison.Ordinal);
        return AmountText.Read($"{plain}.{number[^2..]}", currency.Digits, out var minor) == AmountText.Fault.None ? minor : null;
    }

    private static string CurrencyOf(IReadOnlyList<TextRow> rows)
    {
        var named = rows.Where(r => Array.Exists(Totals, t => PlaceOf(r, t) is not null))
            .SelectMany(r => r.Words)
            .Select(w =>
                w.Text.Contains('€', StringComparison.Ordinal) ? "EUR"
                : w.Text.Contains('£', StringComparison.Ordinal) ? "GBP"
                : Bare(w.Text)
            )
            .Where(w => Currency.TryFind(w, out _))
            .Distinct()
            .ToList();
        return named is [var one] ? one : "";
    }

    [GeneratedRegex(@"(?:ending(?: in)?|[•*xX]{2,}) ?-?(\d{4})(?!\d)", RegexOptions.CultureInvariant)]
    private static partial Regex CardEnd();

    [GeneratedRegex(@"^(\d{1,2})/(\d{1,2})/\d{4}$", RegexOptions.CultureInvariant)]
    private static partial Regex SlashDay();

    [GeneratedRegex(
        @"^[\p{Sc}A-Z(]{0,4}(?<number>(?:\d{1,3}(?:,\d{3})+|\d+)\.\d{2}|(?:\d{1,3}(?:\.\d{3})+|\d+),\d{2})[\p{Sc})]?$",
        RegexOptions.CultureInvariant
    )]
    private static partial Regex Decimals();
}
