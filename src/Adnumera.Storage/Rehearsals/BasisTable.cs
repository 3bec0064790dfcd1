using Adnumera.Core.Documents;
using Adnumera.Core.Rehearsals;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Entries;
using Adnumera.Storage.InformationReturns;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Adnumera.Storage.Payroll;
using Adnumera.Storage.Suppliers;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Rehearsals;

/// <summary>What decides about a company's documents, and what another basis would make of them.</summary>
public static class BasisTable
{
    private const int Batch = 1000;

    /// <summary>The basis as it is now.</summary>
    public static CodingBasis Of(SqliteConnection company)
    {
        var ledger = new LedgerTable(company);
        var settings = ChoiceTable.Of(company) with
        {
            SupplierQuestions = new SupplierProposalTable(company).Questions(),
            W9 = FirstBillTable.Watch(company),
        };
        return new CodingBasis(ledger.Chart(), new MappingTable(company).All(), settings, ledger.Connected())
        {
            Payroll = new PayrollMappingTable(company).All(),
        };
    }

    /// <summary>What documents would become on another basis; those in the ledger or on the way there are left out.</summary>
    /// <param name="now">The basis as it is.</param>
    /// <param name="company">The company's file.</param>
    /// <param name="then">The other basis.</param>
    /// <param name="documents">Their ids.</param>
    /// <param name="becomes">What the documents themselves become there; as they are without it.</param>
    public static Rehearsal Rehearse(
        this CodingBasis now,
        SqliteConnection company,
        CodingBasis then,
        IEnumerable<long> documents,
        Func<Document, Document>? becomes = null
    )
    {
        var table = new DocumentTable(company);
        var open = documents.Chunk(Batch).SelectMany(table.Load).Where(d => d.MayBeCoded).Select(d => (d.Id, d.Document, d.DuplicateOf));
        return Rehearsal.Of(open, now.Composer(), then.Composer(), becomes);
    }
}
