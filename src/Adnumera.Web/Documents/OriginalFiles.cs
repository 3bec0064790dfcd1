using Adnumera.Core.Access;
using Adnumera.Core.Payroll;
using Adnumera.Core.Sources;
using Adnumera.Formats.Pictures;
using Adnumera.Web.Companies;
using Adnumera.Web.Refusals;
using Adnumera.Web.SignIn;

namespace Adnumera.Web.Documents;

/// <summary>Who may see a file as it came: a pay register says who is paid what.</summary>
internal static class OriginalFiles
{
    /// <summary>Refuses who may not see pay by name, where a file that was taken in says it.</summary>
    /// <param name="http">Who asks.</param>
    /// <param name="companies">The installation.</param>
    /// <param name="form">Its form.</param>
    /// <param name="source">The source that it was taken in for.</param>
    /// <exception cref="RefusedException">It is not for whoever asks.</exception>
    public static void MustSeeOriginal(this HttpContext http, CompanyFiles companies, ArrivalForm form, string source)
    {
        if (form == ArrivalForm.Register || source == PayRun.Source)
            http.MustSeePayFile(companies, "A pay register says who is paid what.");
    }

    /// <summary>Refuses who may not see pay by name, where a file that was never taken in may say it: what is of no form, or a table of any
    /// columns, may be one.</summary>
    /// <param name="http">Who asks.</param>
    /// <param name="companies">The installation.</param>
    /// <param name="readers">The forms that are known.</param>
    /// <param name="file">The file.</param>
    /// <exception cref="RefusedException">It is not for whoever asks.</exception>
    public static void MustSeeOriginal(this HttpContext http, CompanyFiles companies, ArrivalReaders readers, ArrivedFile file)
    {
        if (PictureFile.MediaOf(file.Content).Length > 0 || SaysNoPay(readers.For(file)?.Form))
            return;
        http.MustSeePayFile(companies, "Nobody knows what this file says; it may be who is paid what.");
    }

    private static bool SaysNoPay(ArrivalForm? form) =>
        form is { } known
        && known switch
        {
            ArrivalForm.DocumentsFile
            or ArrivalForm.Ofx
            or ArrivalForm.Camt
            or ArrivalForm.EInvoice
            or ArrivalForm.PdfInvoice
            or ArrivalForm.Picture
            or ArrivalForm.Typed => true,
            ArrivalForm.Register or ArrivalForm.Table or ArrivalForm.Feed => false,
        };

    private static void MustSeePayFile(this HttpContext http, CompanyFiles companies, string why)
    {
        if (!http.May(companies, Right.SeePay))
            throw new RefusedException("not-allowed", $"{why} It is for those who may see pay by name.", StatusCodes.Status403Forbidden);
    }
}
