using Adnumera.Core.InformationReturns;

namespace Adnumera.Core.Tests.InformationReturns;

/// <summary>Whether a tax number can be one.</summary>
public class TaxNumberTests
{
    // Social Security Administration: numbers that are never issued; Internal Revenue Service: middles of ITIN.
    [Theory]
    [InlineData(TaxNumberKind.Ein, "12-3456789", true)]
    [InlineData(TaxNumberKind.Ein, "123456789", true)]
    [InlineData(TaxNumberKind.Ein, "123-45-6789", false)]
    [InlineData(TaxNumberKind.Ein, "12-345678", false)]
    [InlineData(TaxNumberKind.Ssn, "219-45-6789", true)]
    [InlineData(TaxNumberKind.Ssn, "219456789", true)]
    [InlineData(TaxNumberKind.Ssn, "000-45-6789", false)]
    [InlineData(TaxNumberKind.Ssn, "666-45-6789", false)]
    [InlineData(TaxNumberKind.Ssn, "900-45-6789", false)]
    [InlineData(TaxNumberKind.Ssn, "899-45-6789", true)]
    [InlineData(TaxNumberKind.Ssn, "219-00-6789", false)]
    [InlineData(TaxNumberKind.Ssn, "219-45-0000", false)]
    [InlineData(TaxNumberKind.Itin, "900-50-0000", true)]
    [InlineData(TaxNumberKind.Itin, "900-49-1234", false)]
    [InlineData(TaxNumberKind.Itin, "999-66-1234", false)]
    [InlineData(TaxNumberKind.Itin, "999-70-1234", true)]
    [InlineData(TaxNumberKind.Itin, "999-89-1234", false)]
    [InlineData(TaxNumberKind.Itin, "999-93-1234", false)]
    [InlineData(TaxNumberKind.Itin, "899-70-1234", false)]
    [InlineData(null, "900-49-1234", false)]
    [InlineData(null, "900-50-1234", true)]
    [InlineData(null, "900491234", true)]
    [InlineData(null, "12345", false)]
    [InlineData(TaxNumberKind.Ssn, "665-45-6789", true)]
    [InlineData(TaxNumberKind.Ssn, "12-3456789", false)]
    [InlineData(TaxNumberKind.Itin, "912-65-1234", true)]
    [InlineData(TaxNumberKind.Itin, "912-88-1234", true)]
    [InlineData(TaxNumberKind.Itin, "912-90-1234", true)]
    [InlineData(TaxNumberKind.Itin, "912-92-1234", true)]
    [InlineData(TaxNumberKind.Itin, "912-94-1234", true)]
    [InlineData(TaxNumberKind.Itin, "912-99-1234", true)]
    public void A_number_that_is_never_issued_is_bad(TaxNumberKind? kind, string number, bool isPossible)
    {
        Assert.Equal(isPossible, TaxNumber.IsPossible(number, kind));
        Assert.Equal(isPossible ? TaxNumberStatus.Possible : TaxNumberStatus.Bad, TaxNumber.StatusOf(number, kind));
        Assert.Equal(TaxNumberStatus.Missing, TaxNumber.StatusOf("", kind));
    }

    // What may be typed or filed, whether it can be one or not.
    [Theory]
    [InlineData(TaxNumberKind.Ein, "00-0000000", true)]
    [InlineData(TaxNumberKind.Ein, "000-00-0000", false)]
    [InlineData(TaxNumberKind.Ssn, "000-00-0000", true)]
    [InlineData(TaxNumberKind.Itin, "00-0000000", false)]
    [InlineData(null, "00-0000000", true)]
    [InlineData(null, "000-00-0000", true)]
    [InlineData(null, "0000-00000", false)]
    public void Each_kind_is_written_its_own_way(TaxNumberKind? kind, string number, bool hasForm) =>
        Assert.Equal(hasForm, TaxNumber.HasForm(number, kind));

    // Internal Revenue Service, prefixes of employer identification numbers; from memory, so that they are only warned of.
    [Theory]
    [InlineData(TaxNumberKind.Ein, "07-1234567", true)]
    [InlineData(TaxNumberKind.Ein, "971234567", true)]
    [InlineData(TaxNumberKind.Ein, "12-3456789", false)]
    [InlineData(TaxNumberKind.Ein, "07", false)]
    [InlineData(TaxNumberKind.Ssn, "071-23-4567", false)]
    [InlineData(null, "07-1234567", false)]
    public void A_prefix_that_is_not_known_to_be_issued_is_unusual(TaxNumberKind? kind, string number, bool isUnusual) =>
        Assert.Equal(isUnusual, TaxNumber.HasUnusualPrefix(number, kind));
}
