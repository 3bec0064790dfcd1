namespace Adnumera.Core.Payroll;

/// <summary>Rates and bases of a year, as data.</summary>
/// <param name="Year">The year.</param>
/// <param name="SocialSecurityBase">The wage base of social security for one employee, in whole dollars.</param>
public sealed record SocialInsuranceYear(int Year, decimal SocialSecurityBase)
{
    /// <summary>Social security, of employer and employee each (Internal Revenue Service, Publication 15).</summary>
    public const decimal SocialSecurityRate = 0.062m;

    /// <summary>Medicare, of employer and employee each, without a limit (Publication 15).</summary>
    public const decimal MedicareRate = 0.0145m;

    /// <summary>The years that are known (Social Security Administration, contribution and benefit base).</summary>
    public static IReadOnlyList<SocialInsuranceYear> All { get; } = [new(2024, 168_600m), new(2025, 176_100m), new(2026, 184_500m)];

    /// <summary>A year; none that is not known.</summary>
    public static SocialInsuranceYear? Of(int year) => All.FirstOrDefault(y => y.Year == year);
}

/// <summary>Which social insurance an item of the employer pays.</summary>
public enum SocialInsurance
{
    /// <summary>Neither.</summary>
    None,

    /// <summary>Social security.</summary>
    SocialSecurity,

    /// <summary>Medicare.</summary>
    Medicare,
}

/// <summary>What a company says of a pay item for social insurance.</summary>
/// <param name="IsTaxable">Whether wages of this item are taxable for social security and Medicare.</param>
/// <param name="Pays">Which of them it pays, of an employer tax.</param>
public sealed record PayItemFlags(bool IsTaxable = false, SocialInsurance Pays = SocialInsurance.None);

/// <summary>An employer's share that is not what the wages of an employee give.</summary>
/// <param name="Employee">Who, as first spelled in the run.</param>
/// <param name="Of">Which insurance.</param>
/// <param name="Wages">The taxable wages of the run that are below the base, in minor units.</param>
/// <param name="Expected">What they give, in minor units.</param>
/// <param name="Found">What stands in the register, in minor units.</param>
public readonly record struct ShareFinding(string Employee, SocialInsurance Of, long Wages, long Expected, long Found);

/// <summary>Whether the employer's shares are those of the taxable wages, by employee and to date: a finding, never a hold.</summary>
public static class EmployerShares
{
    /// <summary>Everything that is off by more than a cent for each row that rounds.</summary>
    /// <param name="year">The rates and bases.</param>
    /// <param name="toDate">The taxable wages of each employee in the runs of the year before this one, by folded name.</param>
    /// <param name="run">The run.</param>
    /// <param name="flags">What the company says of pay items, by item as the register spells it.</param>
    public static IReadOnlyList<ShareFinding> Of(
        SocialInsuranceYear year,
        IReadOnlyDictionary<string, long> toDate,
        PayRun run,
        IReadOnlyDictionary<string, PayItemFlags> flags
    )
    {
        var unit = (decimal)Math.Pow(10, run.Currency.Digits);
        var limit = (long)(year.SocialSecurityBase * unit);
        var findings = new List<ShareFinding>();
        // The base is one employee's: of totals nothing can be told.
        var byName = run.Rows.Where(r => r.Employee.Length > 0 && !Folded.Same(r.Employee, PayRun.Everybody));
        foreach (var rows in byName.GroupBy(r => r.Employee, Folded.Comparer))
        {
            var wages = rows.Where(r => IsTaxable(r, flags)).Sum(r => r.Amount);
            var before = toDate.GetValueOrDefault(Folded.Of(rows.Key));
            // What of the run is below the base: nothing where the year is over it already; what is taken back comes off the top.
            var below = Math.Min(before + wages, limit) - Math.Min(before, limit);
            Check(SocialInsurance.SocialSecurity, below, SocialInsuranceYear.SocialSecurityRate);
            Check(SocialInsurance.Medicare, wages, SocialInsuranceYear.MedicareRate);

            void Check(SocialInsurance of, long taxed, decimal rate)
            {
                var shares = rows.Where(r => r.Type == PayItemType.EmployerTax && Flags(r, flags).Pays == of).ToList();
                // A company that names no item for it asks for no check.
                if (!flags.Values.Any(f => f.Pays == of))
                    return;
                var expected = (long)Math.Round(taxed * rate, MidpointRounding.AwayFromZero);
                var found = shares.Sum(r => r.Amount);
                if (Math.Abs(found - expected) > Math.Max(shares.Count, 1))
                    findings.Add(new ShareFinding(rows.First().Employee, of, taxed, expected, found));
            }
        }

        return findings;
    }

    /// <summary>The types of which wages may be taxable: what is earned, and pay in kind.</summary>
    public static IReadOnlyList<PayItemType> Wages { get; } = [PayItemType.Earning, PayItemType.Noncash];

    private static bool IsTaxable(PayRow row, IReadOnlyDictionary<string, PayItemFlags> flags) =>
        Wages.Contains(row.Type) && Flags(row, flags).IsTaxable;

    private static PayItemFlags Flags(PayRow row, IReadOnlyDictionary<string, PayItemFlags> flags) =>
        flags.GetValueOrDefault(row.Item) ?? new PayItemFlags();
}
