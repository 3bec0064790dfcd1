namespace Adnumera.Formats.Ofx;

/// <summary>The fields of a transaction that are read.</summary>
internal enum OfxField
{
    None,
    TrnType,
    DtPosted,
    TrnAmt,
    FitId,
    CorrectFitId,
    CorrectAction,
    CheckNum,
    RefNum,
    Sic,
    Name,
    Memo,
    PayeeName,
    CurrencySymbol,
    OriginalSymbol,
    OriginalRate,
}

/// <summary>A tag of OFX: made once for each name, so that it is compared by itself.</summary>
internal sealed class OfxTag
{
    // Fields that may be blank and then have neither text nor end tag in SGML: what follows does not stand within them.
    private static readonly HashSet<string> Fields =
    [
        "TRNTYPE",
        "DTPOSTED",
        "DTUSER",
        "DTAVAIL",
        "TRNAMT",
        "FITID",
        "CORRECTFITID",
        "CORRECTACTION",
        "SRVRTID",
        "CHECKNUM",
        "REFNUM",
        "SIC",
        "PAYEEID",
        "NAME",
        "EXTDNAME",
        "MEMO",
        "CURSYM",
        "CURRATE",
        "CURDEF",
        "ACCTID",
        "BANKID",
        "BRANCHID",
        "ACCTTYPE",
        "ACCTKEY",
        "ADDR1",
        "ADDR2",
        "ADDR3",
        "CITY",
        "STATE",
        "POSTALCODE",
        "COUNTRY",
        "PHONE",
    ];

    private static readonly Dictionary<string, OfxField> Own = new()
    {
        ["TRNTYPE"] = OfxField.TrnType,
        ["DTPOSTED"] = OfxField.DtPosted,
        ["TRNAMT"] = OfxField.TrnAmt,
        ["FITID"] = OfxField.FitId,
        ["CORRECTFITID"] = OfxField.CorrectFitId,
        ["CORRECTACTION"] = OfxField.CorrectAction,
        ["CHECKNUM"] = OfxField.CheckNum,
        ["REFNUM"] = OfxField.RefNum,
        ["SIC"] = OfxField.Sic,
        ["NAME"] = OfxField.Name,
        ["MEMO"] = OfxField.Memo,
    };

    private static readonly Dictionary<(string Parent, string Name), OfxField> Within = new()
    {
        [("PAYEE", "NAME")] = OfxField.PayeeName,
        [("CURRENCY", "CURSYM")] = OfxField.CurrencySymbol,
        [("ORIGCURRENCY", "CURSYM")] = OfxField.OriginalSymbol,
        [("ORIGCURRENCY", "CURRATE")] = OfxField.OriginalRate,
    };

    /// <param name="name">The name, in capitals.</param>
    public OfxTag(string name)
    {
        Name = name;
        IsField = Fields.Contains(name);
        IsTransaction = name == "STMTTRN";
        IsStatement = name is "STMTRS" or "CCSTMTRS";
        Field = Own.GetValueOrDefault(name);
    }

    /// <summary>The name, in capitals.</summary>
    public string Name { get; }

    /// <summary>Whether it may have neither text nor end tag in SGML.</summary>
    public bool IsField { get; }

    /// <summary>Whether it is a transaction.</summary>
    public bool IsTransaction { get; }

    /// <summary>Whether it is a statement of a card or an account.</summary>
    public bool IsStatement { get; }

    /// <summary>The field that it is in a transaction.</summary>
    public OfxField Field { get; }

    /// <summary>The field that it is in a part of a transaction.</summary>
    public OfxField FieldIn(OfxTag part) => Within.GetValueOrDefault((part.Name, Name));
}

/// <summary>The tags of a file, each made once.</summary>
internal sealed class OfxTags
{
    private readonly Dictionary<string, OfxTag> known = [];

    /// <summary>The tag of a name, in capitals.</summary>
    public OfxTag this[string name] => known.TryGetValue(name, out var tag) ? tag : known[name] = new OfxTag(name);
}
