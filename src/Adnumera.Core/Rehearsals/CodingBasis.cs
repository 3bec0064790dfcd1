using Adnumera.Core.Entries;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Payroll;

namespace Adnumera.Core.Rehearsals;

/// <summary>All that decides what becomes of a document: as it is, or as it would be after a change.</summary>
/// <param name="Chart">The chart of accounts.</param>
/// <param name="Rows">The mapping book.</param>
/// <param name="Settings">The company's choices.</param>
/// <param name="Ledger">The connected ledger; none before the first pull.</param>
public sealed record CodingBasis(Chart Chart, IReadOnlyList<MappingRow> Rows, CompositionSettings Settings, ConnectedLedger? Ledger)
{
    /// <summary>Composes entries on this basis.</summary>
    public Composer Composer() => new(Chart, new MappingBook(Rows), Settings, Ledger, new PayrollMapping(Payroll));

    /// <summary>The payroll mapping.</summary>
    public IReadOnlyList<PayrollMappingRow> Payroll { get; init; } = [];
}
