using System.Text.Json;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Proof;

/// <summary>A payment of a document, as the ledger has it.</summary>
/// <param name="LedgerEntry">The ledger's number of the payment.</param>
/// <param name="Amount">What was paid of the document, in minor units.</param>
/// <param name="Open">What was open of it then.</param>
/// <param name="At">When it was read back.</param>
[method: ExplicitConstructor]
public sealed record PaymentRow(string LedgerEntry, long DocumentId, string Day, string Reference, long Amount, long Open, string At);

/// <summary>Payments of documents as the ledger has them, as far as they were read back.</summary>
public sealed class PaymentTable(SqliteConnection company)
{
    private const string Columns =
        "select p.ledger_entry as LedgerEntry, p.document_id as DocumentId, p.day, p.reference, p.amount, p.open, p.at "
        + "from document_payment p";

    /// <summary>The payments of documents, by document.</summary>
    public ILookup<long, PaymentRow> Of(IEnumerable<long> documents) =>
        company
            .Query<PaymentRow>(
                $"{Columns} where p.document_id in (select value from json_each(@ids)) order by p.day, p.ledger_entry",
                new { ids = JsonSerializer.Serialize(documents) }
            )
            .ToLookup(p => p.DocumentId);

    public void Add(IEnumerable<PaymentRow> payments) =>
        company.Execute(
            "insert into document_payment (ledger_entry, document_id, day, reference, amount, open, at) "
                + "values (@LedgerEntry, @DocumentId, @Day, @Reference, @Amount, @Open, @At)",
            payments
        );
}
