using System.Text.Json;
using Adnumera.Core.Documents;
using Adnumera.Storage.Files;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>Transfers of which one side came, and the pairs of two sides.</summary>
public sealed class TransferTable(SqliteConnection company)
{
    private const string OneSided = "d.kind = 'transfer' and d.state = 'held' and (d.payment_account = '') <> (d.to_account = '')";

    /// <summary>Those that have the same money as these, within some days, these included. Walks transfer_of_one_side.</summary>
    public IReadOnlyList<long> Alike(IEnumerable<Document> transfers, int days) =>
        company
            .Query<long>(
                $"""
                select distinct d.id from json_each(@all) j cross join document d on d.total = j.value ->> 0
                  and d.document_date >= j.value ->> 1 and d.document_date <= j.value ->> 2
                where {OneSided} and d.payment_account_choice = '' and d.to_account_choice = '' order by d.id
                """,
                new
                {
                    all = JsonSerializer.Serialize(
                        transfers.Select(t => new object[] { t.Total, Iso.Text(t.Date.AddDays(-days)), Iso.Text(t.Date.AddDays(days)) })
                    ),
                }
            )
            .AsList();

    /// <summary>Those that wait for their other side and are dated through a day.</summary>
    public IReadOnlyList<long> WaitingThrough(DateOnly day) =>
        company
            .Query<long>(
                "select d.id from hold h join document d on d.id = h.document_id "
                    + "where h.reason = 'transfer_waits' and d.document_date <= @day order by d.id",
                new { day = Iso.Text(day) }
            )
            .AsList();

    /// <summary>Those of which one side came and that are dated after a day.</summary>
    public IReadOnlyList<long> After(DateOnly day) =>
        company
            .Query<long>(
                $"select d.id from document d where {OneSided} and d.document_date > @day order by d.id",
                new { day = Iso.Text(day) }
            )
            .AsList();

    /// <summary>Through which day transfers are asked about.</summary>
    public DateOnly? AskedThrough() => Iso.DayOrNone(company.ExecuteScalar<string>("select transfers_asked_through from company") ?? "");

    /// <summary>Asks about those that are dated through a day.</summary>
    public void AskThrough(DateOnly day) =>
        company.Execute("update company set transfers_asked_through = @day", new { day = Iso.Text(day) });

    /// <summary>Notes that two documents are the two sides of one transfer.</summary>
    public void Pair(long leaving, long arriving) =>
        company.Execute("insert into transfer_pair (leaving, arriving) values (@leaving, @arriving)", new { leaving, arriving });

    /// <summary>The other side of a transfer; none where it has none.</summary>
    public long? OtherSide(long id) =>
        company.QueryFirstOrDefault<long?>(
            "select arriving from transfer_pair where leaving = @id union all select leaving from transfer_pair where arriving = @id",
            new { id }
        );

    /// <summary>The documents of a file that are one transfer with another side.</summary>
    public IReadOnlyList<long> PairedOf(long arrival) =>
        company
            .Query<long>(
                "select d.id from transfer_pair p join document d on d.id in (p.leaving, p.arriving) where d.arrival_id = @arrival",
                new { arrival }
            )
            .AsList();

    /// <summary>Those among documents that are one transfer with another side.</summary>
    public IReadOnlyList<long> PairedAmong(IEnumerable<long> ids) =>
        company
            .Query<long>(
                "select j.value from json_each(@ids) j where exists (select 1 from transfer_pair where leaving = j.value) "
                    + "or exists (select 1 from transfer_pair where arriving = j.value)",
                new { ids = JsonSerializer.Serialize(ids) }
            )
            .AsList();

    /// <summary>Takes two sides apart.</summary>
    public void Part(long leaving) => company.Execute("delete from transfer_pair where leaving = @leaving", new { leaving });
}
