using Adnumera.Core.Ledger;
using Adnumera.Core.Sources;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.Ledger;

/// <summary>chart.csv: the chart of accounts.</summary>
public static class ChartFile
{
    private const int AccountId = 0,
        Number = 1,
        Name = 2,
        Kind = 3,
        Role = 4,
        Parent = 5,
        Active = 6;
    private static readonly IReadOnlyList<Column> Columns = Column.List("account* number name kind* role parent active");

    /// <summary>Reads a chart; errors go to <paramref name="problems"/>.</summary>
    /// <returns>The accounts and the row of each.</returns>
    public static IReadOnlyList<(Account Account, long Row)> Read(string file, byte[] content, Problems problems)
    {
        using var table = CsvTable.Open(file, content, Columns, problems);
        var accounts = new List<(Account, long)>();
        var rows = new Dictionary<string, long>(StringComparer.Ordinal);
        while (table.Read())
        {
            var account = new Account
            {
                Id = table.Required(AccountId),
                Number = table.Text(Number),
                Name = table.Text(Name),
                Kind = table.Word<AccountKind>(Kind),
                Role = ReadRole(table),
                Parent = table.Text(Parent),
                Active = table.YesNo(Active, blank: true),
            };
            if (account.Id.Length > 0 && !rows.TryAdd(account.Id, table.Row))
                table.Error(AccountId, $"\"{account.Id}\" stands twice; first on row {rows[account.Id]}");
            else
                accounts.Add((account, table.Row));
        }

        return accounts;
    }

    /// <summary>Writes a chart. Where a company chose the account of a role, only that one carries it.</summary>
    public static void Write(Stream stream, Chart chart)
    {
        using var writer = CsvFile.Create(stream, "account number name kind role parent active");
        foreach (var account in chart.Accounts)
        {
            var fills = Enum.GetValues<AccountRole>()
                .Where(r => r != AccountRole.None && chart.Role(r) is RoleHolder.Filled one && one.Account.Id == account.Id)
                .ToList();
            var role =
                fills.Contains(account.Role) || chart.Role(account.Role) is RoleHolder.Ambiguous or RoleHolder.Vacant
                    ? account.Role
                    : fills.FirstOrDefault();
            writer.WriteField(account.Id);
            writer.WriteField(account.Number);
            writer.WriteField(account.Name);
            writer.WriteField(Words<AccountKind>.Of(account.Kind));
            writer.WriteField(role == AccountRole.None ? "" : Words<AccountRole>.Of(role));
            writer.WriteField(account.Parent);
            writer.WriteField(account.Active ? "yes" : "no");
            writer.EndRecord();
        }
    }

    // The list of roles is open: a ledger may have others, which play no part here.
    private static AccountRole ReadRole(CsvTable table)
    {
        var text = table.Text(Role);
        if (text.Length == 0 || Words<AccountRole>.TryRead(text, out var role))
            return Words<AccountRole>.TryRead(text, out role) ? role : AccountRole.None;
        table.Notice(Role, $"\"{text}\" is not a role that is used here and was read as none");
        return AccountRole.None;
    }
}
