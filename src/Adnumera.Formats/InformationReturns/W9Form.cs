using System.Security.Cryptography;
using System.Text;
using UglyToad.PdfPig;
using UglyToad.PdfPig.AcroForms;
using UglyToad.PdfPig.AcroForms.Fields;

namespace Adnumera.Formats.InformationReturns;

/// <summary>A field of a form that was filled in.</summary>
/// <param name="Name">The name that the form gives it.</param>
/// <param name="Value">What stands in it; <c>yes</c> for a box that is ticked.</param>
public sealed record FormField(string Name, string Value);

/// <summary>A Form W-9 that came as a PDF whose fields were filled in.</summary>
public static class W9Form
{
    private const int MostFields = 300;
    private const int LongestValue = 500;

    /// <summary>Its fields in the order of their names, and a mark of the form: the same for whoever fills it in. None of a PDF without
    /// fields, or of a picture.</summary>
    public static (IReadOnlyList<FormField> Fields, string Mark) Read(byte[] content)
    {
        try
        {
            using var pdf = PdfDocument.Open(content);
            if (!pdf.TryGetForm(out var form))
                return ([], "");
            var fields = form.GetFields()
                .Select(f => new FormField(f.Information.PartialName ?? f.Information.MappingName ?? "", ValueOf(f)))
                .Where(f => f.Name.Length > 0)
                .DistinctBy(f => f.Name)
                .OrderBy(f => f.Name, StringComparer.Ordinal)
                .Take(MostFields)
                .ToList();
            return fields.Count == 0 ? ([], "") : (fields, MarkOf(fields));
        }
        catch (Exception e) when (e is not OutOfMemoryException)
        {
            // What cannot be read as a form is typed beside its picture.
            return ([], "");
        }
    }

    private static string ValueOf(AcroFieldBase field)
    {
        var value = field switch
        {
            AcroTextField text => text.Value ?? "",
            AcroCheckboxField box => box.IsChecked ? "yes" : "",
            AcroRadioButtonField radio => radio.IsSelected ? "yes" : "",
            AcroComboBoxField combo => string.Join(" ", combo.SelectedOptions),
            _ => "",
        };
        return new string([.. value.Trim().Where(c => !char.IsControl(c)).Take(LongestValue)]);
    }

    private static string MarkOf(IEnumerable<FormField> fields) =>
        Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(string.Join('\n', fields.Select(f => f.Name)))));
}
