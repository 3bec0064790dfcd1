using Adnumera.Core.Payroll;
using Adnumera.Formats.Tables;

namespace Adnumera.Formats.Payroll;

/// <summary>causes.csv: what may have put employees out.</summary>
public static class CausesFile
{
    /// <summary>Writes the causes.</summary>
    public static void Write(Stream stream, IEnumerable<IdentityCause> causes)
    {
        using var writer = CsvFile.Create(stream, "run employee difference cause item amount detail");
        foreach (var cause in causes)
        {
            writer.WriteField(cause.Run.Id);
            writer.WriteField(cause.Employee);
            writer.WriteAmount(cause.OutBy.Minor, cause.OutBy.Currency);
            writer.WriteField(cause.Fault is { } fault ? Words<IdentityFault>.Of(fault) : "");
            writer.WriteField(cause.Item);
            if (cause.Amount is { } amount)
                writer.WriteAmount(amount.Minor, amount.Currency);
            else
                writer.WriteField("");
            writer.WriteField(cause.Detail);
            writer.EndRecord();
        }
    }
}
