using Adnumera.Core.Payroll;

namespace Adnumera.Core.Feeds;

/// <summary>What kind of source delivers by itself.</summary>
public enum FeedKind
{
    /// <summary>A card issuer: movements on cards, pending and settled.</summary>
    Card,

    /// <summary>A source of expense claims.</summary>
    Claims,

    /// <summary>An online marketplace: orders, shipments, returns.</summary>
    Marketplace,

    /// <summary>A purchasing source: bills and credits with items and cost codes.</summary>
    Purchasing,

    /// <summary>A payroll bureau: pay runs with their registers.</summary>
    Payroll,

    /// <summary>A mailbox to which bills come as files.</summary>
    Mailbox,

    /// <summary>A folder that is watched.</summary>
    Folder,
}

/// <summary>All that follows from the kind of a feed.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Title">What people call it.</param>
/// <param name="Brings">What it brings, as people say it.</param>
/// <param name="Decides">The field of its records that says whose they are where it serves several companies; blank for none.</param>
/// <param name="TakesNews">Whether it is told what became of a document.</param>
public sealed record FeedKindRow(FeedKind Kind, string Title, string Brings, string Decides, bool TakesNews)
{
    /// <summary>Whether somebody has to allow it at the source.</summary>
    public bool NeedsConsent => Kind != FeedKind.Folder;

    /// <summary>What the source of its documents is called, whatever people say; blank where they choose.</summary>
    public string OwnSource => Kind == FeedKind.Payroll ? PayRun.Source : "";

    /// <summary>Whether it delivers files, each of a form of its own, and not records.</summary>
    public bool DeliversFiles => Kind is FeedKind.Mailbox or FeedKind.Folder;
}

/// <summary>The table of kinds of feeds.</summary>
public static class FeedKinds
{
    private static readonly FeedKindRow[] Rows =
    [
        new(FeedKind.Card, "Card issuer", "charges and refunds of your cards, when they are settled", "card", TakesNews: false),
        new(FeedKind.Claims, "Expense claims", "claims that were approved there, with their lines", "entity", TakesNews: true),
        new(FeedKind.Marketplace, "Online marketplace", "orders that were shipped, and returns", "site", TakesNews: false),
        new(FeedKind.Purchasing, "Purchasing", "bills and credits with items and cost codes", "entity", TakesNews: true),
        new(FeedKind.Payroll, "Payroll bureau", "pay runs that were approved there, with their registers", "entity", TakesNews: true),
        new(FeedKind.Mailbox, "Mailbox of bills", "files that came by mail: PDF, XML, pictures", "mailbox", TakesNews: true),
        new(FeedKind.Folder, "Watched folder", "files that are put into a folder of the server", "", TakesNews: false),
    ];

    /// <summary>Every row, in the order of the kinds.</summary>
    public static IReadOnlyList<FeedKindRow> All => Rows;

    /// <summary>The row of a kind.</summary>
    public static FeedKindRow Row(this FeedKind kind) => Rows[(int)kind];
}
