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

    /// <summary>Whether a document is what a run became beside itself, and not another run of a like name, or what that became.</summary>
    /// <param name="run">The run.</param>
    /// <param name="kind">The document's kind.</param>
    /// <param name="id">Its id.</param>
    /// <param name="reference">Its reference.</param>
    /// <param name="supplier">Its supplier.</param>
    public static bool IsMadeOf(string run, DocumentKind kind, string id, string reference, string supplier) =>
        kind == DocumentKind.PayRun
            ? PayrollAccrual.IsOf(run, id)
            : kind == DocumentKind.Bill
                && id.StartsWith($"{run}/", StringComparison.Ordinal)
                && (reference == run || id == ContractorBills.IdOf(run, supplier));
}
