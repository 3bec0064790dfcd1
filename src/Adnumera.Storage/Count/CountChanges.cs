using Adnumera.Core.Count;
using Adnumera.Core.Documents;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Count;

// Gathers what a transaction moves, and writes it once.
internal sealed class CountChanges(SqliteConnection company)
{
    private readonly Dictionary<(string Source, string Period), Tally> arrived = [];
    private readonly Dictionary<(string Source, string Period, DocumentState State, DocumentKind Kind), Tally> standing = [];

    private readonly Dictionary<(string Source, DateOnly Day), Tally> dated = [];

    public void Arrive(string source, string period, Tally tally) =>
        arrived[(source, period)] = arrived.GetValueOrDefault((source, period)) + tally;

    public void Stand(string source, string period, DocumentState state, DocumentKind kind, Tally tally) =>
        standing[(source, period, state, kind)] = standing.GetValueOrDefault((source, period, state, kind)) + tally;

    /// <summary>What arrived, by the documents' own days: what a source's statement is held against.</summary>
    public void Date(string source, DateOnly day, Tally tally) => dated[(source, day)] = dated.GetValueOrDefault((source, day)) + tally;

    public void Save()
    {
        company.Execute(
            """
            insert into dated_cell (source, day, documents, money) values (@Source, @day, @Documents, @Money)
            on conflict do update set documents = documents + excluded.documents, money = money + excluded.money
            """,
            dated
                .Where(d => d.Value != default)
                .Select(d => new
                {
                    d.Key.Source,
                    day = Iso.Text(d.Key.Day),
                    d.Value.Documents,
                    d.Value.Money,
                })
        );
        company.Execute(
            """
            insert into arrived_cell (source, period, documents, money) values (@Source, @Period, @Documents, @Money)
            on conflict do update set documents = documents + excluded.documents, money = money + excluded.money
            """,
            arrived.Select(a => new
            {
                a.Key.Source,
                a.Key.Period,
                a.Value.Documents,
                a.Value.Money,
            })
        );
        company.Execute(
            """
            insert into count_cell (source, period, state, kind, documents, money)
              values (@Source, @Period, @state, @kind, @Documents, @Money)
            on conflict do update set documents = documents + excluded.documents, money = money + excluded.money
            """,
            standing.Select(s => new
            {
                s.Key.Source,
                s.Key.Period,
                state = Words<DocumentState>.Of(s.Key.State),
                kind = Words<DocumentKind>.Of(s.Key.Kind),
                s.Value.Documents,
                s.Value.Money,
            })
        );
        dated.Clear();
        arrived.Clear();
        standing.Clear();
    }
}
