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
    private const byte Outs = 32,
        Exempts = 64;

    // One number, since places are compared for each line that is tallied: boxes first, then places that are none, then exempted boxes.
    private readonly byte code;

    private TallyPlace(int code) => this.code = (byte)code;

    /// <summary>The box in which it counts; none where it is left out.</summary>
    public ReturnBox? Box => code < Outs ? (ReturnBox)code : null;

    /// <summary>Where it stands instead.</summary>
    public LeftOutPlace? LeftOut =>
        code < Outs ? null
        : code < Exempts ? (LeftOutPlace)(code - Outs)
        : LeftOutPlace.Exempt;

    /// <summary>The box in which it would count if its supplier were not exempt; none where it is not for that.</summary>
    public ReturnBox? Exempted => code >= Exempts ? (ReturnBox)(code - Exempts) : null;

    /// <summary>The box's word, or that of the place.</summary>
    public string Word => Box?.Text() ?? Words<LeftOutPlace>.Of(LeftOut!.Value);

    /// <summary>A box.</summary>
    public static TallyPlace In(ReturnBox box) => new((int)box);

    /// <summary>A place that is no box.</summary>
    public static TallyPlace Out(LeftOutPlace place) => new(Outs + (int)place);

    /// <summary>Of an exempt supplier, with the box in which it would count.</summary>
    public static TallyPlace Exempt(ReturnBox box) => new(Exempts + (int)box);

    /// <summary>Reads what <see cref="Word"/> and the word of the exempted box said.</summary>
    public static TallyPlace Read(string word, string exempted) =>
        ReturnBoxes.TryRead(word, out var box) ? In(box)
        : ReturnBoxes.TryRead(exempted, out var of) ? Exempt(of)
        : Out(Words<LeftOutPlace>.Read(word));
}
