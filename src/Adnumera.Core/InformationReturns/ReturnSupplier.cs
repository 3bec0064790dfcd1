namespace Adnumera.Core.InformationReturns;

/// <summary>What a supplier is for tax (Internal Revenue Service, Form W-9, line 3a).</summary>
public enum TaxClassification
{
    /// <summary>An individual, a sole proprietor, or what is disregarded as an entity of one.</summary>
    Individual,

    /// <summary>A partnership.</summary>
    Partnership,

    /// <summary>A trust or an estate.</summary>
    TrustEstate,

    /// <summary>A limited liability company that is taxed as a partnership.</summary>
    LlcP,

    /// <summary>A C corporation.</summary>
    CCorporation,

    /// <summary>An S corporation.</summary>
    SCorporation,

    /// <summary>A limited liability company that is taxed as a C corporation.</summary>
    LlcC,

    /// <summary>A limited liability company that is taxed as an S corporation.</summary>
    LlcS,

    /// <summary>Something else.</summary>
    Other,
}

/// <summary>What is known of a supplier for information returns.</summary>
public sealed record ReturnSupplier
{
    /// <summary>The name by which payments call it.</summary>
    public required string Name { get; init; }

    /// <summary>The legal name; blank where it is not known.</summary>
    public string LegalName { get; init; } = "";

    /// <summary>The name under which it trades; blank for none.</summary>
    public string BusinessName { get; init; } = "";

    /// <summary>What it is for tax; none where it is not known.</summary>
    public TaxClassification? Classification { get; init; }

    /// <summary>The exempt payee code of Form W-9, 1 to 13; none for most.</summary>
    public int? ExemptCode { get; init; }

    /// <summary>What kind of number it has; none where it is not known.</summary>
    public TaxNumberKind? NumberKind { get; init; }

    /// <summary>Whether its tax number is known, and can be one. The number itself is kept apart.</summary>
    public TaxNumberStatus NumberStatus { get; init; }

    /// <summary>The address; blank where it is not known.</summary>
    public string Address { get; init; } = "";

    /// <summary>Whether its Form W-9 is here.</summary>
    public bool HasW9 { get; init; }

    /// <summary>Whether it is foreign, with a Form W-8.</summary>
    public bool IsForeign { get; init; }

    /// <summary>Whether what it is paid is reportable, where a person says so; none where that is derived.</summary>
    public bool? Reportable { get; init; }

    /// <summary>Whether it is an attorney.</summary>
    public bool IsAttorney { get; init; }

    /// <summary>Whether it collects rent for owners: the rent is theirs, and it reports it to them.</summary>
    public bool IsAgent { get; init; }

    /// <summary>Whether a person lets its bills go before its Form W-9 is here.</summary>
    public bool BillsMayGo { get; init; }

    /// <summary>Whose tax number is the same one; blank where it has its number for itself, or none.</summary>
    public string SharesNumberWith { get; init; } = "";

    /// <summary>Whether a person said that its names, its number and what it is are right as they stand.</summary>
    public bool NameIsRight { get; init; }

    /// <summary>Whether it is a corporation, or exempt as one.</summary>
    public bool IsCorporation =>
        ExemptCode == 5
        || Classification
            is TaxClassification.CCorporation
                or TaxClassification.SCorporation
                or TaxClassification.LlcC
                or TaxClassification.LlcS;

    /// <summary>Whether what counts in a box is reportable, as a person says or as it follows.</summary>
    public bool IsReportable(ReturnBox box) => Reportability.Of(this, box).IsReportable;
}
