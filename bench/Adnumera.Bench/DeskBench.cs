using System.Diagnostics;
using Adnumera.Core.Documents;
using Adnumera.Demo;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Documents;
using Adnumera.Web.Documents;
using Adnumera.Web.Hosting;
using Adnumera.Web.Requests;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Bench;

/// <summary>One decision for 1,000 documents among 100,000, beside the bare updates of the same rows.</summary>
internal static class DeskBench
{
    private const int Rounds = 9;
    private const int Many = 1_000;

    public static async Task Run()
    {
        var folder = Directory.CreateTempSubdirectory("adnumera-bench-").FullName;
        var file = await LargeCompany.Make(folder, 100_000);
        var books = new CompanyBooks(file, "bindery", "Ines Calder", new SetClock(Builder.Today));
        var ids = file.Read(c => new DocumentList(c).Ids(new DocumentFilter { State = DocumentState.Ready }, Many));
        List<double> ratios = [];
        for (var round = 0; round < Rounds; round++)
        {
            // Another account each time, so that each time something changes.
            var account = round % 2 == 0 ? "6220" : "6420";
            var request = new BulkRequest(ids, BulkDecision.Account, account);
            var ours = Time(() => BulkEndpoints.Decide(new ListQuery(), request, books));
            var bare = Time(() => file.InTransaction(c => Bare(c, books, ids, account)));
            if (round > 1)
                ratios.Add(ours / bare);
        }

        Report.Ratio($"a decision for {ids.Count:N0} documents : reading them, and the bare updates", Report.Median(ratios), 3);
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, true);
    }

    // The documents are read, and each row that a decision touches is written once, with nothing worked out.
    private static int Bare(SqliteConnection company, CompanyBooks books, IReadOnlyList<long> ids, string account)
    {
        var documents = new DocumentTable(company).Load(ids);
        var audit = new AuditTable(company);
        foreach (var d in documents)
        {
            audit.Add(books.Now, books.Who, "bare", $"document/{d.Id}", null, new { account });
            company.Execute(
                "update document set entry_date = entry_date, state = state, notices = notices, held_back = held_back where id = @Id",
                d
            );
            company.Execute(
                "update document_line set account = @account, decided_account = @account, decided_rung = 'person' where document_id = @Id",
                new { d.Id, account }
            );
            company.Execute("delete from posting where document_id = @Id and spent <> 0", d);
            company.Execute(
                "insert into posting (document_id, account, amount, spent) values (@Id, @account, 1, 1) on conflict do nothing",
                new { d.Id, account }
            );
            company.Execute(
                "insert into document_decision (document_id, at, who, before, after) values (@Id, '', @Who, @text, @text)",
                new
                {
                    d.Id,
                    books.Who,
                    text = account,
                }
            );
            company.Execute(
                "insert into document_change (document_id, at, who, cause, line, field, before, after) "
                    + "values (@Id, '', @Who, 'bare', 1, 'account', '', @account)",
                new
                {
                    d.Id,
                    books.Who,
                    account,
                }
            );
        }

        return documents.Count;
    }

    private static double Time(Action act)
    {
        var watch = Stopwatch.StartNew();
        act();
        return watch.Elapsed.TotalMilliseconds;
    }
}
