using Adnumera.Core.Access;
using Adnumera.Core.Entries;
using Adnumera.Core.Entries.PayRuns;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping;
using Adnumera.Core.Payroll;
using Adnumera.Core.Rehearsals;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Entries;
using Adnumera.Storage.Payroll;
using Adnumera.Storage.Rehearsals;
using Adnumera.Web.Coding;
using Adnumera.Web.Mapping;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;

namespace Adnumera.Web.Payroll;

/// <summary>How a company wants its pay runs.</summary>
internal static class PayrollChoiceEndpoints
{
    private const int LongestPeriod = 31;
    private const decimal MostPercent = 500;

    public static void MapPayrollChoices(this RouteGroupBuilder company)
    {
        var choices = company.MapGroup("payroll/choices").WithTags("Payroll");
        choices.MapPost("rehearsals", RehearseChoices).Needs(Right.Administer);
        choices.MapPut("", Choose).Needs(Right.Administer);
    }

    internal static PayrollChoices Text(PayrollSettings s)
    {
        var choices = Plain(s);
        return choices with { Revision = Revision.Of(choices) };
    }

    private static PayrollChoices Plain(PayrollSettings s) =>
        new(
            s.Date,
            s.Shape,
            s.ProcessorAccount,
            s.Detail,
            s.ProcessorName,
            s.ContractorGroup,
            s.Contractors,
            s.FeeTaxCode,
            s.FeeTaxPercent,
            s.PeriodDays,
            s.AccrualAccount,
            s.Hours,
            s.BurdenPercent,
            s.HoursAccount,
            s.MovedPercent
        );

    private static CompositionSettings Chosen(CodingBasis basis, PayrollChoices choices)
    {
        var (processor, accrual, hours) = (choices.ProcessorAccount.Trim(), choices.AccrualAccount.Trim(), choices.HoursAccount.Trim());
        Check(basis.Chart, "processorAccount", processor, Targets.BrokenForTax);
        Check(basis.Chart, "accrualAccount", accrual, Targets.BrokenForTax);
        Check(basis.Chart, "hoursAccount", hours, (c, a) => PayrollTargets.Broken(c, PayrollSide.Expense, PayItemType.Earning, a));
        if (choices.Shape == PayrollShape.Short && processor.Length == 0)
            throw Refused("processorAccount", "The short shape needs the account of what the processor is owed.");
        if (choices.PeriodDays is < 0 or > LongestPeriod)
            throw Refused("periodDays", $"A pay period has at most {LongestPeriod} days; 0 where it is not said.");
        if (accrual.Length > 0 && choices.PeriodDays == 0)
            throw Refused("periodDays", "What is accrued is worked out by the days of a pay period; say how many it has.");
        if (choices.Hours != HoursShape.None && choices.PeriodDays == 0)
            throw Refused("periodDays", "Which hours belong to a run is told by the days of a pay period; say how many it has.");
        if (choices.Hours == HoursShape.AtRate && hours.Length == 0)
            throw Refused("hoursAccount", "Hours at their rate need an account for the difference to what a run costs.");
        foreach (
            var (field, percent) in ((string, decimal)[])
                [("feeTaxPercent", choices.FeeTaxPercent), ("burdenPercent", choices.BurdenPercent), ("movedPercent", choices.MovedPercent)]
        )
            if (percent is < 0 or > MostPercent || decimal.Round(percent, 4) != percent)
                throw Refused(field, $"A rate is from 0 to {MostPercent} per cent, with at most four decimals.");
        return basis.Settings with
        {
            Payroll = new PayrollSettings
            {
                Date = choices.Date,
                Shape = choices.Shape,
                Detail = choices.Detail,
                ProcessorAccount = processor,
                ProcessorName = PayRunCorrections.Plain("processorName", choices.ProcessorName, mayBeBlank: true),
                ContractorGroup = PayRunCorrections.Plain("contractorGroup", choices.ContractorGroup, mayBeBlank: true),
                Contractors = choices.Contractors,
                FeeTaxCode = PayRunCorrections.Plain("feeTaxCode", choices.FeeTaxCode, mayBeBlank: true),
                FeeTaxPercent = choices.FeeTaxPercent,
                PeriodDays = choices.PeriodDays,
                AccrualAccount = accrual,
                Hours = choices.Hours,
                BurdenPercent = choices.BurdenPercent,
                HoursAccount = hours,
                MovedPercent = choices.MovedPercent,
            },
        };
    }

    private static void Check(Chart chart, string field, string account, Func<Chart, string, BrokenBecause?> broken)
    {
        if (account.Length > 0 && broken(chart, account) is { } why)
            throw Refused(field, $"{chart.Title(account)} {ReasonWords.Because(why)}; choose another.");
    }

    private static RefusedException Refused(string field, string why) => new(field, $"{why} Nothing was changed.");

    private static RehearsalAnswer RehearseChoices(PayrollChoices choices, CompanyBooks books) =>
        books.File.Read(c =>
        {
            var basis = BasisTable.Of(c);
            return PayrollMappingEndpoints.Rehearsed(c, basis, basis with { Settings = Chosen(basis, choices) }, null);
        });

    private static PayrollChoices Choose(PayrollChoices choices, CompanyBooks books) =>
        books.File.InTransaction(c =>
        {
            var basis = BasisTable.Of(c);
            var stands = Text(basis.Settings.Payroll);
            Revision.Require(choices.Revision, stands.Revision, "What the company decided for pay runs", stands);
            var then = Chosen(basis, choices);
            ChoiceTable.Save(c, then);
            var recoded = Recoding.Recode(
                c,
                new PayrollMappingTable(c).Affected(null),
                new CodingCause(books.Now, books.Who, "the company's choices for pay runs")
            );
            new AuditTable(c).Add(
                books.Now,
                books.Who,
                "choose for pay runs",
                "payroll/choices",
                Plain(basis.Settings.Payroll),
                new { Choices = Plain(then.Payroll), recoded = recoded.All }
            );
            return Text(then.Payroll);
        });
}
