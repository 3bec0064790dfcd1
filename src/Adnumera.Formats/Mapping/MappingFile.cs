using Adnumera.Core;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.Mapping;

/// <summary>mapping.csv: the mapping book.</summary>
public static class MappingFile
{
    private const int Kind = 0, Key = 1, ForSource = 2, Account = 3, Group = 4, TaxCode = 5, Department = 6, Location = 7, Project = 8, Percent = 9, From = 10;

    private static readonly IReadOnlyList<Column> Columns = Column.List(
        "key_kind* key* for_source account group tax_code department location project recoverable_percent effective_from");

    /// <summary>Reads a mapping book; errors go to <paramref name="problems"/>.</summary>
    public static IReadOnlyList<MappingRow> Read(string file, byte[] content, Problems problems)
    {
        using var table = CsvTable.Open(file, content, Columns, problems);
        var book = new List<MappingRow>();
        var rows = new Dictionary<(KeyKind, string, string, DateOnly?), long>();
        while (table.Read())
        {
            var before = problems.Count;
            var row = ReadRow(table);
            if (problems.Count > before) continue;
            var identity = (row.Kind, row.Kind.Fold(row.Key), row.ForSource, row.EffectiveFrom);
            if (rows.TryAdd(identity, table.Row)) book.Add(row);
            else table.Error(Key, $"{row.Kind.Title()} \"{row.Key}\" stands twice for the same source and date; first on row {rows[identity]}");
        }

        return book;
    }

    private static MappingRow ReadRow(CsvTable table)
    {
        var row = new MappingRow
        {
            Kind = table.Word<KeyKind>(Kind),
            Key = table.Required(Key),
            ForSource = table.Text(ForSource),
            Account = table.Text(Account),
            Group = table.Text(Group),
            TaxCode = table.Text(TaxCode),
            Dimensions = new Dimensions(table.Text(Department), table.Text(Location), table.Text(Project)),
            RecoverablePercent = table.Number(Percent) ?? 0,
            EffectiveFrom = table.Date(From),
        };
        if (!Words<KeyKind>.TryRead(table.Text(Kind), out _)) return row;
        if (row.Group.Length > 0 && !row.Kind.HasGroup()) table.Error(Group, $"a {row.Kind.Title()} has no group; only category and supplier rows do");
        if (row.ForSource.Length > 0 && !row.Kind.MayBeForSource()) table.Error(ForSource, $"a {row.Kind.Title()} is for all sources; leave it blank");
        var percent = table.Text(Percent).Length > 0;
        if (row.Kind != KeyKind.TaxCode && percent) table.Error(Percent, "only tax_code rows have one; leave it blank");
        if (row.Kind == KeyKind.TaxCode && !percent) table.Error(Percent, "must be filled on a tax_code row, 0 to 100");
        if (row.RecoverablePercent is < 0 or > 100) table.Error(Percent, $"\"{table.Text(Percent)}\" is not between 0 and 100");
        return row;
    }
}
