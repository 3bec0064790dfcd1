using Adnumera.Storage.Documents;
using Adnumera.Storage.Posting;
using Adnumera.Storage.Suppliers;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.Posting;

/// <summary>What a dispatch takes of what is ready.</summary>
/// <param name="Narrowed">What it is narrowed to.</param>
/// <param name="LeftOut">What is left out for this time.</param>
/// <param name="Confirmed">The suppliers of which somebody said that they are new; none where nobody was asked.</param>
public sealed record PostingChoice(DocumentFilter Narrowed, IReadOnlyCollection<long> LeftOut, IReadOnlyList<string>? Confirmed)
{
    /// <summary>All that is ready, as a schedule takes it.</summary>
    public static PostingChoice All { get; } = new(new DocumentFilter(), [], null);

    /// <summary>What is ready of it.</summary>
    public ReadyTable Ready(SqliteConnection company) => new(company, Narrowed, LeftOut);

    /// <summary>The suppliers that the ledger lacks and that would be added there.</summary>
    public static IReadOnlyList<string> NewSuppliers(SqliteConnection company, ReadyTable ready)
    {
        var known = new SupplierLinkTable(company).Directory();
        return [.. ready.Suppliers().Select(known.NameOf).Where(s => !known.IsInLedger(s)).Distinct(Folded.Comparer)];
    }
}
