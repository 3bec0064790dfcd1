using System.Globalization;
using Adnumera.Core.Payroll;
using Adnumera.Core.Sources;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.Payroll;

/// <summary>hours.csv: what employees worked on, one row an employee, a day and what it was for.</summary>
public static class HoursFile
{
    private const int Employee = 0,
        OfDay = 1,
        Item = 2,
        Project = 3,
        CostCode = 4,
        Hours = 5;

    private const decimal MostOfADay = 24;
    private static readonly IReadOnlyList<Column> Columns = Column.List("employee* day* item project cost_code hours*");

    /// <summary>Reads hours; errors go to <paramref name="problems"/>.</summary>
    /// <param name="file">The name for messages.</param>
    /// <param name="content">The file's bytes.</param>
    /// <param name="problems">Where errors and notices go.</param>
    public static IReadOnlyList<WorkedHours> Read(string file, byte[] content, Problems problems)
    {
        using var table = CsvTable.Open(file, content, Columns, problems, strict: true);
        var hours = new List<WorkedHours>();
        var days = new Dictionary<(string, DateOnly), decimal>();
        while (table.Read())
        {
            var (employee, day, text) = (table.Required(Employee), table.RequiredDate(OfDay), table.Required(Hours));
            if (
                !decimal.TryParse(text, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var worked)
                || worked <= 0
                || decimal.Round(worked, 2) != worked
            )
            {
                if (text.Length > 0)
                    table.Error(Hours, $"{Quote.Of(text)} is no number of hours; expected one such as 7.50");
                continue;
            }

            var key = (Folded.Of(employee), day);
            days[key] = days.GetValueOrDefault(key) + worked;
            if (days[key] > MostOfADay && days[key] - worked <= MostOfADay)
                table.Error(Hours, $"{Quote.Of(employee)} worked more than {MostOfADay} hours on {Day.Text(day)}");
            hours.Add(new WorkedHours(employee, day, table.Text(Item), table.Text(Project), table.Text(CostCode), (long)(worked * 100)));
        }

        if (hours.Count == 0 && !problems.Any)
            problems.Add(new Problem(file, 0, "", "it has no hours; expected at least one row"));
        return problems.Any ? [] : hours;
    }
}
