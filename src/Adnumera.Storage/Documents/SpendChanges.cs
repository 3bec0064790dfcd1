using Adnumera.Core.Amounts;
using Adnumera.Core.Count;
using Adnumera.Core.Documents;
using Adnumera.Core.Spending;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

// Gathers what a transaction moves in spending, and writes it once.
internal sealed class SpendChanges(SqliteConnection company, Currency currency)
{
    private readonly Dictionary<(SpendBy By, string Value, string Day, string Arrived, SpendStanding Standing), Tally> moved = [];
    private readonly Dictionary<long, string> months = [];

    /// <summary>The month in which a file came.</summary>
    public string ArrivedIn(long arrival) =>
        months.TryGetValue(arrival, out var known)
            ? known
            : months[arrival] =
                company.QueryFirstOrDefault<string>("select substr(at, 1, 7) from arrival where id = @arrival", new { arrival }) ?? "";

    public void Add(Document document, IReadOnlyList<AccountShare> accounts, DocumentState state, string arrived) =>
        Move(document, accounts, state, arrived, t => t);

    public void Take(Document document, IReadOnlyList<AccountShare> accounts, DocumentState state, string arrived) =>
        Move(document, accounts, state, arrived, t => default(Tally) - t);

    public void Save()
    {
        using var cell = Prepared.Insert(
            company,
            "spend_cell",
            "spent_by key standing day arrived documents money",
            "on conflict do update set documents = documents + excluded.documents, money = money + excluded.money"
        );
        foreach (var ((by, value, day, arrived, standing), tally) in moved)
            if (tally != default)
                cell.Run(
                    Words<SpendBy>.Of(by),
                    by is SpendBy.Source or SpendBy.Account ? value : Folded.Of(value),
                    Words<SpendStanding>.Of(standing),
                    day,
                    arrived,
                    tally.Documents,
                    tally.Money
                );
        moved.Clear();
    }

    private void Move(Document document, IReadOnlyList<AccountShare> accounts, DocumentState state, string arrived, Func<Tally, Tally> way)
    {
        var standing = Spends.Standing(document.Kind, state);
        foreach (var part in Spends.Of(document, accounts, currency))
        {
            var key = (part.By, part.Value, part.Day, arrived, standing);
            moved[key] = moved.GetValueOrDefault(key) + way(part.Tally);
        }
    }
}
