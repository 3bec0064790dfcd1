using System.Globalization;
using System.Text;
using Adnumera.Core.Payroll;

namespace Adnumera.Demo;

/// <summary>The bindery's pay runs of the year, every two weeks from January: nine people in three departments and two groups. The run of 13
/// November has one tax keyed with two digits swapped; the one of 18 November, between two others, pays a bonus that nothing maps.</summary>
internal static class PayRegisters
{
    private const string Header = "run,pay_date,period_end,employee,department,employee_group,item,type,amount,agency\r\n";
    private const string Treasury = "Federal treasury";
    private const string State = "State revenue office";
    public const string Plan = "Larch Retirement";

    private static readonly (string Name, string Department, string Group, decimal Salary)[] People =
    [
        ("Ines Calder", "Front", "Directors", 2_690.00m),
        ("Theo Arkwright", "Front", "Directors", 2_885.00m),
        ("Maud Pennyroyal", "Front", "Craft", 1_640.00m),
        ("Bram Lockyer", "Bench", "Craft", 1_846.15m),
        ("Odile Fenwick", "Bench", "Craft", 1_773.08m),
        ("Rafe Tolliver", "Bench", "Craft", 1_711.54m),
        ("Sunniva Hale", "Bench", "Craft", 1_523.40m),
        ("Corin Ashdown", "Press", "Craft", 1_898.00m),
        ("Jessamy Rook", "Press", "Craft", 1_602.70m),
    ];

    /// <summary>Where the pay items go.</summary>
    public static IReadOnlyList<PayrollMappingRow> Mapping { get; } =
    [
        Row("Salary", "6010", ""),
        Row("Salary", "5410", "") with
        {
            Department = "Bench",
        },
        Row("Salary", "5410", "") with
        {
            Department = "Press",
        },
        Row("Federal income tax", "", "2420"),
        Row("State income tax", "", "2420"),
        Row("Social security", "6020", "2420"),
        Row("Medicare", "6020", "2420"),
        Row("Retirement plan", "6030", "2430"),
        Row("Net pay", "", "2410"),
        Row("Payroll service", "6620", "2410"),
        Row("Advance repaid", "", "1250"),
        Row("Illustration", "5220", ""),
        Row("Tutoring", "6050", ""),
        Row("Bureau fee", "6620", "2410"),
    ];

    /// <summary>What they are for social insurance.</summary>
    public static IReadOnlyDictionary<string, PayItemFlags> Flags { get; } =
        new Dictionary<string, PayItemFlags>
        {
            ["Salary"] = new(IsTaxable: true),
            ["Bonus"] = new(IsTaxable: true),
            ["Social security"] = new(Pays: SocialInsurance.SocialSecurity),
            ["Medicare"] = new(Pays: SocialInsurance.Medicare),
        };

    /// <summary>What the bureau of the reading room sends: totals alone.</summary>
    public static (string Name, string Content) OfReadingRoom { get; } =
        (
            "reading-room-2026-11.csv",
            Header
                + string.Concat(
                    ((string, string, decimal)[])
                        [
                            ("Wages", "earning", 3_410.00m),
                            ("Income tax", "employee_tax", 388.20m),
                            ("Social security", "employee_tax", 211.42m),
                            ("Medicare", "employee_tax", 49.45m),
                            ("Employer taxes", "employer_tax", 260.87m),
                            ("Net pay", "net_pay", 2_760.93m),
                        ]
                        is var totals
                        ? totals.Select(t =>
                            string.Create(
                                CultureInfo.InvariantCulture,
                                $"RR-2026-11,2026-11-13,2026-11-07,{PayRun.Everybody},,,{t.Item1},{t.Item2},{t.Item3:0.00},\r\n"
                            )
                        )
                        : []
                )
        );

    /// <summary>A register as a bureau's own program lists it: a row an employee, a column a pay item, and a row that adds them up.</summary>
    public static (string Name, string Content) Wide
    {
        get
        {
            var csv = new StringBuilder("Employee;Dept;Gross;Federal withheld;Social security;Medicare;Retirement;Net\r\n");
            var totals = new decimal[6];
            foreach (var (name, department, _, salary) in People)
            {
                var taken = ((decimal[])[0.1145m, 0.062m, 0.0145m, 0.03m]).Select(r => Of(salary, r)).ToArray();
                decimal[] cells = [salary, .. taken, salary - taken.Sum()];
                for (var i = 0; i < cells.Length; i++)
                    totals[i] += cells[i];
                csv.Append(CultureInfo.InvariantCulture, $"{name};{department};{Cells(cells)}\r\n");
            }

            return ("payroll-november.csv", csv.Append(CultureInfo.InvariantCulture, $"Totals;;{Cells(totals)}\r\n").ToString());
        }
    }

    private static string Cells(decimal[] amounts) =>
        string.Join(';', amounts.Select(a => a.ToString("#,##0.00", CultureInfo.InvariantCulture)));

    /// <summary>The register of the runs that are paid on these days.</summary>
    public static (string Name, string Content) File(DateOnly first, DateOnly last)
    {
        var csv = new StringBuilder(Header);
        for (var number = 1; PaidOn(number) <= Builder.Today; number++)
            if (PaidOn(number) >= first && PaidOn(number) <= last)
                Regular(csv, number);
        var bonus = new DateOnly(2026, 11, 18);
        if (bonus >= first && bonus <= last)
            Bonus(csv, bonus);
        return ($"register-{last:yyyy-MM-dd}.csv", csv.ToString());
    }

    private static PayrollMappingRow Row(string item, string expense, string liability) =>
        new()
        {
            Item = item,
            Expense = expense,
            Liability = liability,
        };

    private static DateOnly PaidOn(int number) => new DateOnly(2026, 1, 9).AddDays(14 * (number - 1));

    private static void Regular(StringBuilder csv, int number)
    {
        var day = PaidOn(number);
        var run = $"2026-{number:00}";
        foreach (var (name, department, group, salary) in People)
        {
            var federal = Of(salary, 0.1145m);
            // Keyed by hand, with two digits swapped.
            var keyed = name == "Odile Fenwick" && day == new DateOnly(2026, 11, 13) ? 230.02m : federal;
            var (state, social, medicare, plan) = (Of(salary, 0.031m), Of(salary, 0.062m), Of(salary, 0.0145m), Of(salary, 0.03m));
            void Item(string item, string type, decimal amount, string agency = "") =>
                Add(csv, run, day, name, department, group, item, type, amount, agency);
            Item("Salary", "earning", salary);
            Item("Federal income tax", "employee_tax", keyed, Treasury);
            Item("State income tax", "employee_tax", state, State);
            Item("Social security", "employee_tax", social, Treasury);
            Item("Medicare", "employee_tax", medicare, Treasury);
            Item("Retirement plan", "employee_deduction", plan, Plan);
            Item("Social security", "employer_tax", social, Treasury);
            Item("Medicare", "employer_tax", medicare, Treasury);
            Item("Retirement plan", "employer_contribution", plan, Plan);
            // Half of what the company lent is repaid so far.
            var repaid = name == "Rafe Tolliver" && number is >= 14 and <= 16 ? 50m : 0;
            if (repaid != 0)
                Item("Advance repaid", "employee_deduction", repaid);
            Item("Net pay", "net_pay", salary - federal - state - social - medicare - plan - repaid);
        }

        Add(csv, run, day, "", "", "", "Payroll service", "fee", 58.50m, "");
    }

    private static void Bonus(StringBuilder csv, DateOnly day)
    {
        var (name, department, group, _) = People[3];
        void Item(string item, string type, decimal amount, string agency = "") =>
            Add(csv, "2026-23 bonus", day, name, department, group, item, type, amount, agency, isOffCycle: true);
        Item("Bonus", "earning", 500m);
        Item("Social security", "employee_tax", 31m, Treasury);
        Item("Medicare", "employee_tax", 7.25m, Treasury);
        Item("Social security", "employer_tax", 31m, Treasury);
        Item("Medicare", "employer_tax", 7.25m, Treasury);
        Item("Net pay", "net_pay", 461.75m);
    }

    private static decimal Of(decimal salary, decimal rate) => Math.Round(salary * rate, 2, MidpointRounding.AwayFromZero);

    private static void Add(
        StringBuilder csv,
        string run,
        DateOnly day,
        string name,
        string department,
        string group,
        string item,
        string type,
        decimal amount,
        string agency,
        bool isOffCycle = false
    ) =>
        csv.Append(
            CultureInfo.InvariantCulture,
            $"{run},{day:yyyy-MM-dd},{(isOffCycle ? "" : day.AddDays(-6).ToString("yyyy-MM-dd", CultureInfo.InvariantCulture))},{name},{department},{group},{item},{type},{amount:0.00},{agency}\r\n"
        );
}
