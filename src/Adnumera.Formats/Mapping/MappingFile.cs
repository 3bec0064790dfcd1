using System.Globalization;
using Adnumera.Core.Dates;
using Adnumera.Core.Documents;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Sources;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.Mapping;

/// <summary>
/// mapping.csv: the mapping book. The whole book of an application has further kinds and the columns <c>value</c>,
/// <c>ledger_item</c> and <c>own_dimensions</c> (such as <c>season=Spring; press=A</c>); the pipeline's file has not.
/// </summary>
public static class MappingFile
{
    private const int Kind = 0,
        Key = 1,
        ForSource = 2,
        Account = 3,
        Group = 4,
        TaxCode = 5,
        Department = 6,
        Location = 7,
        Project = 8,
        Customer = 9,
        Percent = 10,
        From = 11,
        Value = 12,
        LedgerItem = 13,
        OwnDimensions = 14;

    private const string Header =
        "key_kind key for_source account group tax_code department location project customer recoverable_percent effective_from";
    private const string FurtherHeader = "value ledger_item own_dimensions";

    private static readonly IReadOnlyList<Column> Columns = Column.List(
        "key_kind* key* for_source account group tax_code department location project customer recoverable_percent effective_from"
    );

    private static readonly IReadOnlyList<Column> WholeColumns = [.. Columns, .. Column.List(FurtherHeader)];
    private static readonly KeyKind[] WholeKinds = Enum.GetValues<KeyKind>();
    private static readonly KeyKind[] Kinds = [.. WholeKinds.Where(k => k.IsInBook())];

    /// <summary>The names of the columns of the whole book, in order.</summary>
    public static IReadOnlyList<string> WholeColumnNames { get; } = [.. WholeColumns.Select(c => c.Name)];

    /// <summary>Reads a mapping book; errors go to <paramref name="problems"/>.</summary>
    /// <param name="file">The name for messages.</param>
    /// <param name="content">The file's bytes.</param>
    /// <param name="problems">Where errors and notices go.</param>
    public static IReadOnlyList<MappingRow> Read(string file, byte[] content, Problems problems) =>
        Read(file, content, problems, today: null, out _);

    /// <summary>Reads the whole book of an application, by its own limits: plain texts, days that a mapping may be in force from.</summary>
    /// <param name="file">The name for messages.</param>
    /// <param name="content">The file's bytes.</param>
    /// <param name="problems">Where errors and notices go.</param>
    /// <param name="today">Today.</param>
    /// <param name="hasFurtherColumns">Whether it has the columns <c>value</c> and <c>ledger_item</c>; without them it says nothing of
    /// either.</param>
    public static IReadOnlyList<MappingRow> ReadWhole(
        string file,
        byte[] content,
        Problems problems,
        DateOnly today,
        out bool hasFurtherColumns
    ) => Read(file, content, problems, today, out hasFurtherColumns);

    private static List<MappingRow> Read(string file, byte[] content, Problems problems, DateOnly? today, out bool hasFurtherColumns)
    {
        var whole = today is not null;
        using var table = CsvTable.Open(file, content, whole ? WholeColumns : Columns, problems, strict: whole);
        hasFurtherColumns = whole && table.Has(Value) && table.Has(LedgerItem);
        var book = new List<MappingRow>();
        var rows = new Dictionary<RowIdentity, long>();
        while (table.Read())
        {
            var before = problems.Count;
            var row = ReadRow(table, whole);
            if (today is { } now && CalendarRange.EffectiveProblem(row.EffectiveFrom, now) is { } early)
                table.Error(From, early.TrimEnd('.'));
            if (problems.Count > before)
                continue;
            if (rows.TryAdd(row.Identity, table.Row))
                book.Add(row);
            else
                table.Error(
                    Key,
                    $"{row.Kind.Title()} {Quote.Of(row.Key)} stands twice for the same source and date; first on row {rows[row.Identity]}"
                );
        }

        return book;
    }

    /// <summary>Writes a book in its order.</summary>
    /// <param name="stream">Where to.</param>
    /// <param name="book">The rows; without <paramref name="whole"/> those of further kinds are left out.</param>
    /// <param name="whole">Whether the further kinds and columns are written, too.</param>
    public static void Write(Stream stream, IEnumerable<MappingRow> book, bool whole = false)
    {
        // The whole book is for people: a cell that a spreadsheet would run as a formula is made a text there, and read back as it was.
        using var writer = CsvFile.Create(stream, whole ? $"{Header} {FurtherHeader}" : Header);
        foreach (var row in BookChanges.InOrder(book.Where(r => whole || r.Kind.IsInBook())))
        {
            foreach (var field in Fields(row).Take(whole ? WholeColumns.Count : Columns.Count))
                writer.WriteField(whole ? SpreadsheetText.Harmless(field) : field);
            writer.EndRecord();
        }
    }

    /// <summary>The fields of a row in the order of the columns of the whole book.</summary>
    public static IReadOnlyList<string> Fields(MappingRow row) =>
        [
            Words<KeyKind>.Of(row.Kind),
            row.Key,
            row.ForSource,
            row.Account,
            row.Group,
            row.TaxCode,
            .. Dimension.Standard.Select(d => row.Dimensions[d]),
            row.Kind == KeyKind.TaxCode ? row.RecoverablePercent.ToString(CultureInfo.InvariantCulture) : "",
            row.EffectiveFrom?.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture) ?? "",
            row.Value,
            row.LedgerItem,
            string.Join("; ", row.Dimensions.Filled.Where(d => !d.Dimension.IsStandard).Select(d => $"{d.Dimension}={d.Value}")),
        ];

    /// <summary>What no row may be, wherever it comes from, as people say it; null when it may.</summary>
    public static string? Problem(MappingRow row) =>
        row.Group.Length > 0 && !row.Kind.HasGroup() ? $"a {row.Kind.Title()} has no group; only category and supplier rows do."
        : row.ForSource.Length > 0 && !row.Kind.MayBeForSource() ? $"a {row.Kind.Title()} is for all sources; leave it blank."
        : row.RecoverablePercent is < 0 or > 100 ? "a percentage is between 0 and 100."
        : row.Kind != KeyKind.TaxCode && row.RecoverablePercent != 0 ? "only tax codes have a percentage."
        : row.Kind.MapsToValue() && row.Account.Length > 0 ? $"a {row.Kind.Title()} maps to a value of the ledger, not to an account."
        : row.Value.Length > 0 && !row.Kind.MapsToValue() && row.Kind != KeyKind.TaxCode
            ? $"a {row.Kind.Title()} maps to an account, not to a value."
        : row.LedgerItem.Length > 0 && (row.Account.Length == 0 || row.Kind.IsOffset())
            ? "an item of the ledger brings the account of a cost."
        : null;

    // The dimensions that the ledger defines itself: "season=Spring; press=A".
    private static Dimensions Own(CsvTable table, string text)
    {
        var values = new List<FilledDimension>();
        foreach (var part in text.Split(';', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries))
        {
            if (
                part.Split('=', 2, StringSplitOptions.TrimEntries) is [var word, { Length: > 0 } value]
                && Dimension.TryRead(word, out var dimension)
                && !dimension.IsStandard
            )
                values.Add(new FilledDimension(dimension, value));
            else
                table.Error(
                    OwnDimensions,
                    $"{Quote.Of(part)} is not a dimension of the ledger's own with its value, such as season=Spring"
                );
        }

        return Dimensions.Of([.. values]);
    }

    private static MappingRow ReadRow(CsvTable table, bool whole)
    {
        var before = table.Text(Kind);
        string Text(int column) => whole ? SpreadsheetText.AsWritten(table.Text(column)) : table.Text(column);
        table.Required(Key);
        var row = new MappingRow
        {
            Kind = table.Word(Kind, whole ? WholeKinds : Kinds),
            Key = Text(Key),
            ForSource = Text(ForSource),
            Account = Text(Account),
            Group = Text(Group),
            TaxCode = Text(TaxCode),
            Dimensions = Dimensions
                .Named(Text(Department), Text(Location), Text(Project), Text(Customer))
                .Or(whole ? Own(table, Text(OwnDimensions)) : default),
            RecoverablePercent = table.Number(Percent) ?? 0,
            EffectiveFrom = table.Date(From),
            Value = whole ? Text(Value) : "",
            LedgerItem = whole ? Text(LedgerItem) : "",
        };
        if (!Words<KeyKind>.TryRead(before, out var kind) || kind != row.Kind)
            return row;
        if (row.Group.Length > 0 && !row.Kind.HasGroup())
            table.Error(Group, $"a {row.Kind.Title()} has no group; only category and supplier rows do");
        if (row.ForSource.Length > 0 && !row.Kind.MayBeForSource())
            table.Error(ForSource, $"a {row.Kind.Title()} is for all sources; leave it blank");
        var percent = table.Text(Percent).Length > 0;
        if (row.Kind != KeyKind.TaxCode && percent)
            table.Error(Percent, "only tax_code rows have one; leave it blank");
        if (row.Kind == KeyKind.TaxCode && !percent)
            table.Error(Percent, "must be filled on a tax_code row, 0 to 100");
        if (row.RecoverablePercent is < 0 or > 100)
            table.Error(Percent, $"{Quote.Of(table.Text(Percent))} is not between 0 and 100");
        if (whole && Problem(row) is { } problem && !percent && row.Group.Length == 0 && row.ForSource.Length == 0)
            table.Error(Value, problem.TrimEnd('.'));
        return row;
    }
}
