using Adnumera.Storage.Companies;
using Adnumera.Storage.Mapping;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Documents;

/// <summary>The totals under values, counted anew from the documents: to hold the kept ones against.</summary>
public static class ValueRecount
{
    /// <summary>Counts them in a file of its own, in memory.</summary>
    public static IReadOnlyList<KeptTotal> Of(SqliteConnection company)
    {
        using var scratch = new SqliteConnection("Data Source=:memory:");
        scratch.Open();
        scratch.Execute(
            """
            create table arriving_value (kind, key, value, primary key (kind, key));
            create table value_cell (kind, key, period, lines, money, waiting_lines, waiting, primary key (kind, key, period));
            """
        );
        var documents = new DocumentTable(company);
        var changes = new ValueChanges(scratch, new CompanyTable(company).Currency());
        foreach (var stored in documents.AllIds().Chunk(1000).SelectMany(documents.Load))
            changes.Add(stored.Place());
        changes.Save();
        return new MappingTable(scratch).Kept();
    }
}
