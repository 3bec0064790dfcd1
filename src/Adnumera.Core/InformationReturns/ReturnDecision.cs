namespace Adnumera.Core.InformationReturns;

/// <summary>What a person decides of the 1099 year, each to take back.</summary>
public enum ReturnDecision
{
    /// <summary>In which box accounts count.</summary>
    Boxes,

    /// <summary>From which amount on a box is filed.</summary>
    Threshold,

    /// <summary>Where lines of payments count.</summary>
    Lines,

    /// <summary>How payments were made.</summary>
    Method,

    /// <summary>What is known of suppliers.</summary>
    Supplier,

    /// <summary>That suppliers were asked for their Form W-9.</summary>
    Request,

    /// <summary>That statements were sent, or came back.</summary>
    Sent,
}
