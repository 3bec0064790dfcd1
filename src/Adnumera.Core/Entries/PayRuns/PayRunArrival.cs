using Adnumera.Core.Documents;
using Adnumera.Core.Payroll;

namespace Adnumera.Core.Entries.PayRuns;

/// <summary>What a run becomes when it arrives, as the company wants it: itself with its accruals, or a bill of each contractor.</summary>
public static class PayRunArrival
{
    private const string Processor = "Payroll processor";

    /// <summary>The documents of a run.</summary>
    /// <param name="document">The run.</param>
    /// <param name="settings">The company's choices.</param>
    /// <param name="isHere">Whether a document is here already: what came as a journal once stays one.</param>
    public static IReadOnlyList<Document> Of(Document document, CompositionSettings settings, Func<DocumentIdentity, bool> isHere)
    {
        var (run, payroll) = (document.Register!, settings.Payroll);
        if (
            payroll.Contractors == ContractorShape.Bills
            && payroll.IsOfContractors(run)
            && PayIdentity.Of(run).Count == 0
            && !run.Rows.Any(r => r.Type.IsOfEmployer())
            && !isHere(document.Identity)
        )
            return ContractorBills.Of(run, payroll.ProcessorName.Length > 0 ? payroll.ProcessorName : Processor);
        if (payroll.DayOf(run) is not { } entered || payroll.IsOfContractors(run))
            return [document];
        return [document, .. PayrollAccrual.Of(run, entered, payroll, settings.Locked).Select(Document.Of)];
    }
}
