using Adnumera.Storage.Documents;
using Adnumera.Storage.Ledger;
using Dapper;

namespace Adnumera.Storage;

/// <summary>What the numbered scripts cannot do to a company's file, because the rules are in the core: run once, after them.</summary>
public static class Upgrade
{
    private const int Version = 1;
    private const int Batch = 1000;

    /// <summary>Brings the file up to date: the keys under which documents are found as duplicates, and the suppliers that may be the same.</summary>
    public static void Run(CompanyFile file)
    {
        if (file.Read(c => c.ExecuteScalar<int>("pragma user_version")) >= Version) return;
        file.InTransaction(company =>
        {
            var documents = new DocumentTable(company);
            if (documents.AllIds() is { Count: > 0 } all)
            {
                using var writer = new CodingWriter(company);
                foreach (var stored in all.Chunk(Batch).SelectMany(documents.Load)) writer.Rekey(stored.Id, stored.Document);
                new SupplierProposalTable(company).Refresh();
            }

            return company.Execute($"pragma user_version = {Version}");
        });
    }
}
