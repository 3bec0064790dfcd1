using System.Text.Json;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>A file that was taken in.</summary>
/// <param name="Money">What its documents came to, in minor units of the company's currency.</param>
/// <param name="Skipped">How many of its records are no document.</param>
/// <param name="Account">The last four of the account that a statement is of.</param>
/// <param name="PaymentAccount">What that was called; blank for those four.</param>
/// <param name="Original">1 where its original is kept; 0 for files that came before originals were.</param>
[method: ExplicitConstructor]
public sealed record ArrivalRow(
    long Id,
    string FileName,
    string Sha256,
    string At,
    string Who,
    long Documents,
    long Lines,
    long Added,
    long Updated,
    long Unchanged,
    string Source,
    string Form,
    string Account,
    string PaymentAccount,
    long Money,
    long Skipped,
    string TakenBackAt = "",
    string TakenBackBy = "",
    long Original = 1
);

/// <summary>The files that were taken in.</summary>
public sealed class ArrivalTable(SqliteConnection company)
{
    private const string Columns =
        "id, file_name as FileName, sha256 as Sha256, at, who, documents, lines, added, updated, unchanged, source, form, account, "
        + "payment_account as PaymentAccount, money, skipped, taken_back_at as TakenBackAt, taken_back_by as TakenBackBy, original";

    public long Add(ArrivalRow row) =>
        company.ExecuteScalar<long>(
            """
            insert into arrival (file_name, sha256, at, who, documents, lines, added, updated, unchanged, source, form, account,
              payment_account, money, skipped, original)
            values (@FileName, @Sha256, @At, @Who, @Documents, @Lines, @Added, @Updated, @Unchanged, @Source, @Form, @Account,
              @PaymentAccount, @Money, @Skipped, @Original) returning id
            """,
            row
        );

    /// <summary>Adds to what a file brought: records of it that were completed since.</summary>
    public void Grow(long id, string source, long lines, (long Added, long Updated, long Unchanged) effect, long money) =>
        company.Execute(
            """
            update arrival set source = case when documents = 0 and source = '' then @source when source = @source then source else '' end,
              documents = documents + 1, lines = lines + @lines, added = added + @Added, updated = updated + @Updated,
              unchanged = unchanged + @Unchanged, money = money + @money where id = @id
            """,
            new
            {
                id,
                source,
                lines,
                effect.Added,
                effect.Updated,
                effect.Unchanged,
                money,
            }
        );

    public ArrivalRow? Find(long id) =>
        company.QueryFirstOrDefault<ArrivalRow>($"select {Columns} from arrival where id = @id", new { id });

    /// <summary>The names and forms of these.</summary>
    public IReadOnlyDictionary<long, (string FileName, string Form)> Named(IEnumerable<long> arrivals) =>
        company
            .Query<(long Id, string FileName, string Form)>(
                "select id, case original when 1 then file_name else '' end, form from arrival "
                    + "where id in (select value from json_each(@ids))",
                new { ids = JsonSerializer.Serialize(arrivals.Distinct()) }
            )
            .ToDictionary(a => a.Id, a => (a.FileName, a.Form));

    /// <summary>The latest files, or those before one of them.</summary>
    public IReadOnlyList<ArrivalRow> Latest(int most, long before = long.MaxValue) =>
        company
            .Query<ArrivalRow>(
                $"select {Columns} from arrival where id < @before and form <> 'typed' order by id desc limit @most",
                new { most, before }
            )
            .AsList();

    /// <summary>The latest of a form, and of an account where one is named: what its source was called then.</summary>
    public ArrivalRow? Alike(string form, string account) =>
        company.QueryFirstOrDefault<ArrivalRow>(
            $"select {Columns} from arrival where form = @form and account = @account and source <> '' and taken_back_at = '' "
                + "order by id desc limit 1",
            new { form, account }
        );

    /// <summary>How many documents of these files are in each state now. Walks document_by_arrival.</summary>
    public ILookup<long, (string State, long Documents)> States(IEnumerable<long> arrivals) =>
        company
            .Query<(long Arrival, string State, long Documents)>(
                "select d.arrival_id, d.state, count(*) from json_each(@ids) j cross join document d on d.arrival_id = j.value "
                    + "group by 1, 2",
                new { ids = JsonSerializer.Serialize(arrivals) }
            )
            .ToLookup(s => s.Arrival, s => (s.State, s.Documents));

    /// <summary>The documents that came last with a file, ascending.</summary>
    public IReadOnlyList<long> DocumentsOf(long id) =>
        company.Query<long>("select id from document where arrival_id = @id order by id", new { id }).AsList();

    /// <summary>How many of them were ever sent to the ledger.</summary>
    public long EverSent(long id) =>
        company.ExecuteScalar<long>(
            "select count(*) from document d where d.arrival_id = @id and (d.state in ('on_its_way', 'posted', 'proved') "
                + "or exists (select 1 from instruction i where i.document_id = d.id))",
            new { id }
        );

    /// <summary>Marks a file as taken back, and keeps its documents' numbers from being given again.</summary>
    public void TakeBack(long id, string at, string who)
    {
        company.Execute(
            """
            update numbering set last_document = max(last_document, coalesce((select max(id) from document), 0));
            update arrival set taken_back_at = @at, taken_back_by = @who where id = @id
            """,
            new
            {
                id,
                at,
                who,
            }
        );
    }

    /// <summary>The last document id that was given out.</summary>
    public long LastDocument() =>
        company.ExecuteScalar<long>("select max(coalesce((select max(id) from document), 0), (select last_document from numbering))");
}
