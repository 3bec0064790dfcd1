using System.Globalization;
using Adnumera.Core.Payroll;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Storage.Entries;

/// <summary>How a company wants its pay runs.</summary>
internal static class PayrollChoiceTable
{
    /// <summary>Reads it.</summary>
    public static PayrollSettings Of(SqliteConnection company)
    {
        var row = company.QuerySingle<Row>(
            """
            select payroll_date as Date, payroll_shape as Shape, payroll_detail as Detail, processor_account as ProcessorAccount,
              processor_name as ProcessorName, contractor_group as ContractorGroup, contractor_shape as Contractors,
              fee_tax_code as FeeTaxCode, fee_tax_percent as FeeTaxPercent, pay_period_days as PeriodDays,
              accrual_account as AccrualAccount, hours_shape as Hours, burden_percent as BurdenPercent, hours_account as HoursAccount,
              moved_percent as MovedPercent
            from company
            """
        );
        return new PayrollSettings
        {
            Date = Words<PayrollDate>.Read(row.Date),
            Shape = Words<PayrollShape>.Read(row.Shape),
            Detail = Words<PayrollDetail>.Read(row.Detail),
            ProcessorAccount = row.ProcessorAccount,
            ProcessorName = row.ProcessorName,
            ContractorGroup = row.ContractorGroup,
            Contractors = Words<ContractorShape>.Read(row.Contractors),
            FeeTaxCode = row.FeeTaxCode,
            FeeTaxPercent = decimal.Parse(row.FeeTaxPercent, CultureInfo.InvariantCulture),
            PeriodDays = (int)row.PeriodDays,
            AccrualAccount = row.AccrualAccount,
            Hours = Words<HoursShape>.Read(row.Hours),
            BurdenPercent = decimal.Parse(row.BurdenPercent, CultureInfo.InvariantCulture),
            HoursAccount = row.HoursAccount,
            MovedPercent = decimal.Parse(row.MovedPercent, CultureInfo.InvariantCulture),
        };
    }

    /// <summary>Saves it.</summary>
    public static void Save(SqliteConnection company, PayrollSettings settings) =>
        company.Execute(
            """
            update company set payroll_date = @Date, payroll_shape = @Shape, payroll_detail = @Detail,
              processor_account = @ProcessorAccount,
              processor_name = @ProcessorName, contractor_group = @ContractorGroup, contractor_shape = @Contractors,
              fee_tax_code = @FeeTaxCode, fee_tax_percent = @FeeTaxPercent, pay_period_days = @PeriodDays,
              accrual_account = @AccrualAccount, hours_shape = @Hours, burden_percent = @BurdenPercent, hours_account = @HoursAccount,
              moved_percent = @MovedPercent
            """,
            new Row(
                Words<PayrollDate>.Of(settings.Date),
                Words<PayrollShape>.Of(settings.Shape),
                Words<PayrollDetail>.Of(settings.Detail),
                settings.ProcessorAccount,
                settings.ProcessorName,
                settings.ContractorGroup,
                Words<ContractorShape>.Of(settings.Contractors),
                settings.FeeTaxCode,
                settings.FeeTaxPercent.ToString(CultureInfo.InvariantCulture),
                settings.PeriodDays,
                settings.AccrualAccount,
                Words<HoursShape>.Of(settings.Hours),
                settings.BurdenPercent.ToString(CultureInfo.InvariantCulture),
                settings.HoursAccount,
                settings.MovedPercent.ToString(CultureInfo.InvariantCulture)
            )
        );

    [method: ExplicitConstructor]
    private sealed record Row(
        string Date,
        string Shape,
        string Detail,
        string ProcessorAccount,
        string ProcessorName,
        string ContractorGroup,
        string Contractors,
        string FeeTaxCode,
        string FeeTaxPercent,
        long PeriodDays,
        string AccrualAccount,
        string Hours,
        string BurdenPercent,
        string HoursAccount,
        string MovedPercent
    );
}
