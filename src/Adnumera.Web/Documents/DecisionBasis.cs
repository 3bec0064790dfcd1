using Adnumera.Core.Amounts;
using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Entries;
using Adnumera.Storage.Ledger;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Documents;

/// <summary>What decisions are held against, read once however many are made.</summary>
internal sealed class DecisionBasis(SqliteConnection company)
{
    private readonly Lazy<Chart> chart = new(() => new LedgerTable(company).Chart());
    private readonly Lazy<CompositionSettings> settings = new(() => ChoiceTable.Of(company));
    private readonly Lazy<Currency> currency = new(() => new CompanyTable(company).Currency());

    public Chart Chart => chart.Value;

    public CompositionSettings Settings => settings.Value;

    public Currency Currency => currency.Value;

    /// <summary>Whether a document is one transfer with another one.</summary>
    public bool IsPaired(StoredDocument document) =>
        document.Document.Kind == Core.Documents.DocumentKind.Transfer && new TransferTable(company).OtherSide(document.Id) is not null;
}
