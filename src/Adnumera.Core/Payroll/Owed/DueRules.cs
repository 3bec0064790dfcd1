using Adnumera.Core.Ledger;

namespace Adnumera.Core.Payroll.Owed;

/// <summary>When a payee is due, counted from the pay date.</summary>
/// <param name="To">Who.</param>
/// <param name="Rule">How it counts.</param>
/// <param name="Days">Days, the day of the month (1 to 31), or months, as the rule says.</param>
public sealed record DueRule(Payee To, TermRule Rule, int Days);

/// <summary>When what pay runs owe is due.</summary>
/// <param name="rules">What the company says of payees.</param>
public sealed class DueRules(IEnumerable<DueRule> rules)
{
    private readonly Dictionary<(PayeeKind, string), DueRule> own = rules.ToDictionary(r => r.To.Key);

    /// <summary>
    /// The rule of a payee. Where the company says nothing: employees and the processor on the pay date (common practice); agencies and
    /// what names nobody on the 15th of the month after (Internal Revenue Service, Publication 15, section 11, the monthly depositor).
    /// </summary>
    public DueRule Of(Payee to) =>
        own.GetValueOrDefault(to.Key)
        ?? (
            to.Kind is PayeeKind.Employees or PayeeKind.Processor
                ? new DueRule(to, TermRule.NetDays, 0)
                : new DueRule(to, TermRule.DayOfNextMonth, 15)
        );

    /// <summary>The day on which what is owed to a payee of a run is due.</summary>
    public DateOnly Due(Payee to, DateOnly payDate)
    {
        var rule = Of(to);
        return new PaymentTerm("", "", rule.Rule, rule.Days).Due(payDate);
    }
}
