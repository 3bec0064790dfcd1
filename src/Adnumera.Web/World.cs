using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Storage;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Ledger;
using Adnumera.Storage.Mapping;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web;

/// <summary>All that decides what becomes of a document: as it is, or as it would be after a change.</summary>
internal sealed record World(Chart Chart, IReadOnlyList<MappingRow> Rows, CompositionSettings Settings, ConnectedLedger? Ledger)
{
    private const int Batch = 1000;

    public static World Of(SqliteConnection company)
    {
        var ledger = new LedgerTable(company);
        var settings = CompanyFile.Of(company).Settings with { SupplierQuestions = new SupplierProposalTable(company).Questions() };
        return new World(ledger.Chart(), new MappingTable(company).All(), settings, ledger.Connected());
    }

    public Composer Composer() => new(Chart, new MappingBook(Rows), Settings, Ledger);

    /// <summary>What documents would become in another world; those in the ledger or on the way there are left out.</summary>
    /// <param name="company">The company's file.</param>
    /// <param name="then">The other world.</param>
    /// <param name="documents">Their ids.</param>
    /// <param name="becomes">What the documents themselves become there; as they are without it.</param>
    public Rehearsal Rehearse(SqliteConnection company, World then, IEnumerable<long> documents, Func<Document, Document>? becomes = null) =>
        Rehearsal.Of(Open(company, documents), Composer(), then.Composer(), becomes);

    private static IEnumerable<(long Id, Document Document, DocumentIdentity? DuplicateOf)> Open(SqliteConnection company, IEnumerable<long> ids)
    {
        var table = new DocumentTable(company);
        return ids.Chunk(Batch).SelectMany(table.Load).Where(d => d.MayBeCoded).Select(d => (d.Id, d.Document, d.DuplicateOf));
    }
}
