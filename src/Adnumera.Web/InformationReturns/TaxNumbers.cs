using System.Security.Cryptography;
using Adnumera.Core.InformationReturns;
using Adnumera.Storage.Companies;
using Adnumera.Storage.InformationReturns;
using Adnumera.Web.Refusals;
using Microsoft.AspNetCore.DataProtection;

namespace Adnumera.Web.InformationReturns;

/// <summary>Tax numbers: kept encrypted, shown by their last four digits.</summary>
public sealed class TaxNumbers(IDataProtectionProvider protection)
{
    private readonly IDataProtector numbers = protection.CreateProtector("tax-number");

    /// <summary>A supplier with a number, as it is kept. The same number as before stays as it is kept, for whoever may see it; for anybody
    /// else it is a number that was given, so that whether it is the same cannot be found out by giving it.</summary>
    /// <param name="file">The company's file.</param>
    /// <param name="row">The supplier.</param>
    /// <param name="number">The number as it was given; blank for none.</param>
    /// <param name="kind">Its kind.</param>
    /// <param name="maySee">Whether whoever gives it may see whole tax numbers.</param>
    public ReturnSupplierRow With(CompanyFile file, ReturnSupplierRow row, string number, TaxNumberKind? kind, bool maySee)
    {
        if (number.Length == 0)
            return row with { Number = "", NumberMark = "", NumberShown = "", NumberKind = kind, NumberStatus = TaxNumberStatus.Missing };
        var written = TaxNumber.Written(number, kind);
        return row with
        {
            Number = maySee && row.NumberKind == kind && WholeOrNone(row) == written ? row.Number : numbers.Protect(written),
            NumberMark = file.NumberMark(written.Replace("-", "", StringComparison.Ordinal)),
            NumberShown = TaxNumber.Truncated(written, kind),
            NumberKind = kind,
            NumberStatus = TaxNumber.StatusOf(written, kind),
        };
    }

    /// <summary>A number as it is kept.</summary>
    public string Protect(string number) => numbers.Protect(number);

    /// <summary>A file that carries a number, as it is kept.</summary>
    public byte[] Protect(byte[] content) => numbers.Protect(content);

    /// <summary>The whole number; blank for none.</summary>
    /// <exception cref="RefusedException">It was encrypted by another installation, or its keys are gone.</exception>
    public string Whole(ReturnSupplierRow row) => row.Number.Length == 0 ? "" : Whole(row.Number, row.Supplier);

    /// <summary>The whole number; blank for none, and for one that cannot be read here any more: where it is replaced, or not needed, that
    /// is as if it were missing.</summary>
    public string WholeOrNone(ReturnSupplierRow row)
    {
        try
        {
            return Whole(row);
        }
        catch (RefusedException)
        {
            return "";
        }
    }

    /// <summary>The whole number of somebody.</summary>
    /// <exception cref="RefusedException">It was encrypted by another installation, or its keys are gone.</exception>
    public string Whole(string kept, string whose) => Readable(() => numbers.Unprotect(kept), $"The tax number of {whose}");

    /// <summary>A file that carries a number.</summary>
    /// <exception cref="RefusedException">It was encrypted by another installation, or its keys are gone.</exception>
    public byte[] Unprotect(byte[] kept, string whose) => Readable(() => numbers.Unprotect(kept), $"The Form W-9 of {whose}");

    private static T Readable<T>(Func<T> read, string what)
    {
        try
        {
            return read();
        }
        catch (CryptographicException)
        {
            throw new RefusedException(
                "number-unreadable",
                $"{what} cannot be read here any more: it was encrypted by another installation, or its keys are gone. Nothing was "
                    + "changed; enter it again from the form."
            );
        }
    }
}
