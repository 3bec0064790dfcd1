using Adnumera.Core.InformationReturns;
using Adnumera.PdfReader;

namespace Adnumera.Web.InformationReturns;

/// <summary>A Form W-9 that was attached.</summary>
/// <param name="Supplier">The supplier with it.</param>
/// <param name="Fields">The fields that its file has; none of a picture.</param>
/// <param name="Mark">The mark of such a form; blank without fields.</param>
/// <param name="Layout">Where the fields stand, as a person pointed at them once; none where nobody did.</param>
public sealed record W9Attached(DeskSupplier Supplier, IReadOnlyList<FormField> Fields, string Mark, IReadOnlyList<W9Pointer> Layout);

/// <summary>What can be read of a Form W-9.</summary>
public enum W9Detail
{
    LegalName,
    BusinessName,
    Address,
    Town,
    Ein,
    Ssn,
    ExemptCode,
    SignedOn,
    Individual,
    CCorporation,
    SCorporation,
    Partnership,
    TrustEstate,
    LlcLetter,
}

/// <summary>Which field of a form says what.</summary>
public sealed record W9Pointer(W9Detail Detail, string Field);

/// <summary>Where the fields of a form stand.</summary>
/// <param name="Mark">The mark of such a form.</param>
public sealed record W9LayoutRequest(string Mark, IReadOnlyList<W9Pointer> Layout);

/// <summary>Who pays.</summary>
/// <param name="Number">The tax number; none leaves it as it is.</param>
public sealed record PayerRequest(string Name, string Address, string Town, string Phone, string? Number, string Revision);

/// <param name="IsWhole">Whether all is said that letters and statements need.</param>
/// <param name="Revision">What tells this from any other version of it.</param>
public sealed record PayerAnswer(string Name, string Address, string Town, string Phone, string NumberShown, bool IsWhole, string Revision);

/// <summary>What goes out of a year.</summary>
/// <param name="Duties">What is due when, in the order of days.</param>
/// <param name="Returns">How many returns there are.</param>
/// <param name="IsElectronic">Whether so many are filed electronically.</param>
/// <param name="Points">How many points stand between the year and its returns.</param>
/// <param name="Closed">When the year was closed; blank where it is not.</param>
/// <param name="MayClose">Why the year cannot be closed yet; blank where it can.</param>
public sealed record OutputsAnswer(
    int Year,
    IReadOnlyList<DutyAnswer> Duties,
    int Returns,
    bool IsElectronic,
    IReadOnlyList<RecipientStatementAnswer> Statements,
    int Points,
    string Closed,
    string ClosedBy,
    string MayClose,
    PayerAnswer Payer,
    IReadOnlyList<ReturnChangeAnswer> Changes
);

/// <param name="DaysLeft">How many days are left; negative once it is over.</param>
/// <param name="Returns">How many returns it is about.</param>
public sealed record DutyAnswer(ReturnDuty Duty, string Day, int DaysLeft, int Returns);

/// <param name="Points">How many points of the supplier are to be put right.</param>
/// <param name="IsOther">Whether it is another than when the year was closed.</param>
public sealed record RecipientStatementAnswer(
    string Key,
    string Supplier,
    ReturnForm Form,
    IReadOnlyList<BoxAmount> Boxes,
    string Withheld,
    int Points,
    bool IsOther,
    IReadOnlyList<SentAnswer> Sent
);

public sealed record BoxAmount(ReturnBox Box, string Amount);

public sealed record SentAnswer(string Day, SentHow How, string CameBack, string Note, string Who);

/// <summary>Statements that went out.</summary>
public sealed record SentRequest(IReadOnlyList<StatementKey> Statements, SentHow How, string Day);

public sealed record StatementKey(string Key, ReturnForm Form);

/// <summary>That a statement came back.</summary>
/// <param name="Day">The day on which it went out.</param>
/// <param name="CameBack">The day on which it came back; blank where it did not after all.</param>
public sealed record CameBackRequest(string Key, ReturnForm Form, string Day, SentHow How, string CameBack, string Note);
