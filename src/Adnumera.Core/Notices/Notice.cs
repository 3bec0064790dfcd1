using Adnumera.Core.Count;
using Adnumera.Core.Documents;

namespace Adnumera.Core.Notices;

/// <summary>What a person may want to hear of. Other rooms add their own kinds here, and what they notice to
/// <see cref="NoticeFacts"/>.</summary>
public enum NoticeKind
{
    /// <summary>Charges of which nothing says what they were paid from.</summary>
    PaymentAccountMissing,

    /// <summary>A source or schedule that failed, or needs somebody.</summary>
    Failed,

    /// <summary>More money is held than one wants.</summary>
    HeldAmount,

    /// <summary>Documents are held longer than one wants.</summary>
    HeldAge,

    /// <summary>Prices that moved.</summary>
    PriceMoved,

    /// <summary>Card charges without a receipt.</summary>
    ReceiptMissing,

    /// <summary>The day nears on which the month before is locked, and some of it is not posted.</summary>
    LockNears,

    /// <summary>Suppliers that near or reach a 1099 threshold without a Form W-9.</summary>
    W9Missing,

    /// <summary>Somebody who looks after the installation gave themselves a role in the company.</summary>
    RoleTaken,
}

/// <summary>Whether a person wants to hear of a kind, and from what on.</summary>
/// <param name="IsOn">Whether.</param>
/// <param name="Amount">From which amount on, in minor units; of no meaning for most kinds.</param>
/// <param name="Days">After how many days, or by which day of the month; of no meaning for most kinds.</param>
public sealed record NoticeChoice(bool IsOn, long Amount, int Days);

/// <summary>What failed, and whether it was a feed.</summary>
/// <param name="Subject">Which.</param>
/// <param name="Feed">The feed; none for a schedule and the like.</param>
/// <param name="Detail">What happened.</param>
/// <param name="Mark">Another mark is another failure.</param>
public sealed record Failure(string Subject, long? Feed, string Detail, string Mark);

/// <summary>What there is to notice.</summary>
public sealed record NoticeFacts
{
    /// <summary>Today.</summary>
    public required DateOnly Today { get; init; }

    /// <summary>Charges without a payment account, by why they have none.</summary>
    public IReadOnlyList<(HoldKind Why, Tally Tally)> Unpaid { get; init; } = [];

    /// <summary>What failed.</summary>
    public IReadOnlyList<Failure> Failures { get; init; } = [];

    /// <summary>All that is held.</summary>
    public Tally Held { get; init; }

    /// <summary>What is held and was dated before the days that the person gave.</summary>
    public Tally HeldLong { get; init; }

    /// <summary>How many prices moved.</summary>
    public long PricesMoved { get; init; }

    /// <summary>Card charges of the last three months, from the amount on that the person gave, without an attachment.</summary>
    public Tally WithoutReceipt { get; init; }

    /// <summary>What of the month before is neither posted nor set aside.</summary>
    public Tally OfLastMonth { get; init; }

    /// <summary>How many suppliers near or reach a 1099 threshold of this year without a Form W-9, and what of theirs counts.</summary>
    public Tally WithoutW9 { get; init; }

    /// <summary>Who gave themselves a role in the company, looking after the installation, and when; none for whoever does not look after
    /// its people.</summary>
    public IReadOnlyList<(string Name, string At)> RolesTaken { get; init; } = [];

    /// <summary>The last day that is locked; none where nothing is.</summary>
    public DateOnly? LockedThrough { get; init; }
}

/// <summary>Something to notice.</summary>
/// <param name="Kind">Of which kind.</param>
/// <param name="Subject">What it is about, where a kind has several.</param>
/// <param name="Mark">What it says; once it says something else it is new again.</param>
/// <param name="Tally">Documents and money, where it counts them.</param>
/// <param name="Detail">More of it, where it has more.</param>
/// <param name="Feed">The feed that it is about.</param>
public sealed record Notice(NoticeKind Kind, string Subject, string Mark, Tally Tally, string Detail = "", long? Feed = null);
