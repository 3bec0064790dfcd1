namespace Adnumera.Core.InformationReturns;

/// <summary>Where a line stands that counts in no box.</summary>
public enum LeftOutPlace
{
    /// <summary>Its payment was voided.</summary>
    Voided,

    /// <summary>It was paid in another year.</summary>
    OtherYear,

    /// <summary>It was paid by card or through a network, which report it themselves.</summary>
    CardOrNetwork,

    /// <summary>The supplier is foreign.</summary>
    Foreign,

    /// <summary>It is of no box.</summary>
    NotReportable,

    /// <summary>Nothing says of which box it is.</summary>
    NoBox,

    /// <summary>The supplier is exempt.</summary>
    Exempt,
}

/// <summary>The one place in which a line stands: a box, or where it is left out.</summary>
public readonly record struct TallyPlace
{
    private TallyPlace(ReturnBox? box, LeftOutPlace? leftOut, ReturnBox? exempted) => (Box, LeftOut, Exempted) = (box, leftOut, exempted);

    /// <summary>The box in which it counts; none where it is left out.</summary>
    public ReturnBox? Box { get; }

    /// <summary>Where it stands instead.</summary>
    public LeftOutPlace? LeftOut { get; }

    /// <summary>The box in which it would count if its supplier were not exempt; none where it is not for that.</summary>
    public ReturnBox? Exempted { get; }

    /// <summary>The box's word, or that of the place.</summary>
    public string Word => Box?.Text() ?? Words<LeftOutPlace>.Of(LeftOut!.Value);

    /// <summary>A box.</summary>
    public static TallyPlace In(ReturnBox box) => new(box, null, null);

    /// <summary>A place that is no box.</summary>
    public static TallyPlace Out(LeftOutPlace place) => new(null, place, null);

    /// <summary>Of an exempt supplier, with the box in which it would count.</summary>
    public static TallyPlace Exempt(ReturnBox box) => new(null, LeftOutPlace.Exempt, box);

    /// <summary>Reads what <see cref="Word"/> and the word of the exempted box said.</summary>
    public static TallyPlace Read(string word, string exempted) =>
        ReturnBoxes.TryRead(word, out var box) ? In(box)
        : ReturnBoxes.TryRead(exempted, out var of) ? Exempt(of)
        : Out(Words<LeftOutPlace>.Read(word));
}
