using System.Text.Json.Nodes;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Files;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Adnumera.Storage.Suppliers;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Migrations;

/// <summary>What the numbered scripts cannot do to a company's file, because the rules are in the core: each step once, after
/// them.</summary>
public static class Upgrade
{
    private const int Batch = 1000;

    // The step at place n brings a file from version n to n + 1.
    private static readonly Action<CompanyFile, SqliteConnection>[] Steps =
    [
        (_, company) => MakeDuplicateKeys(company),
        (_, company) => MakeDimensions(company),
        (_, company) => FillValues(company),
        MarkTaxNumbers,
    ];

    /// <summary>Brings the file up to date.</summary>
    public static void Run(CompanyFile file)
    {
        var version = file.Read(c => c.ExecuteScalar<int>("pragma user_version"));
        if (version >= Steps.Length)
            return;
        file.InTransaction(company =>
        {
            foreach (var step in Steps[version..])
                step(file, company);
            return company.Execute($"pragma user_version = {Steps.Length}");
        });
    }

    // The keys under which documents are found as duplicates, and the suppliers that may be the same.
    private static void MakeDuplicateKeys(SqliteConnection company)
    {
        var documents = new DocumentTable(company);
        if (documents.AllIds() is not { Count: > 0 } all)
            return;
        using var writer = new CodingWriter(company);
        foreach (var stored in all.Chunk(Batch).SelectMany(documents.Load))
            writer.Rekey(stored.Id, stored.Document);
        new SupplierProposalTable(company).Refresh();
    }

    // The folded values of dimensions, and the lines of what was sent: the same content, with its dimensions as a list.
    private static void MakeDimensions(SqliteConnection company)
    {
        foreach (var value in company.Query<string>("select distinct value from line_dimension where value_key = ''").AsList())
            company.Execute("update line_dimension set value_key = @key where value = @value", new { key = Folded.Of(value), value });
        foreach (
            var (id, content) in company
                .Query<(long Id, string Content)>("select id, content from instruction where kind = 'entry'")
                .AsList()
        )
            company.Execute("update instruction set content = @content where id = @id", new { id, content = WithDimensions(content) });
    }

    // The totals under values came without those of the documents that were there.
    private static void FillValues(SqliteConnection company)
    {
        var documents = new DocumentTable(company);
        if (company.ExecuteScalar<bool>("select exists (select 1 from value_cell)") || documents.AllIds() is not { Count: > 0 } all)
            return;
        var values = new ValueChanges(company, new CompanyTable(company).Currency());
        foreach (var stored in all.Chunk(Batch).SelectMany(documents.Load))
            values.Add(stored.Place());
        values.Save();
    }

    // The tax numbers of the ledger's suppliers, which were kept as they came, also in a pull that waits.
    private static void MarkTaxNumbers(CompanyFile file, SqliteConnection company)
    {
        foreach (var supplier in new LedgerTable(company).SupplierList().Where(s => s.TaxNumber.Length > 0))
            company.Execute(
                "update ledger_supplier set tax_number = @mark where id = @id",
                new { mark = file.Kept(supplier).TaxNumber, id = supplier.Id }
            );
        var pulls = new PendingPullTable(company);
        if (pulls.Find() is { } waits)
            pulls.Save(Iso.Instant(waits.At), waits.Who, waits.Records with { Suppliers = [.. waits.Records.Suppliers.Select(file.Kept)] });
    }

    private static string WithDimensions(string content)
    {
        var entry = JsonNode.Parse(content)!;
        foreach (var line in entry["Lines"]!.AsArray().OfType<JsonObject>().Where(l => !l.ContainsKey("Dimensions")))
        {
            var dimensions = new JsonObject();
            foreach (var name in (ReadOnlySpan<string>)["Department", "Location", "Project"])
            {
                if (line[name]?.GetValue<string>() is { Length: > 0 } value)
                    dimensions[name.ToLowerInvariant()] = value;
                line.Remove(name);
            }

            line["Dimensions"] = dimensions;
        }

        return entry.ToJsonString();
    }
}
