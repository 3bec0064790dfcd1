using System.Security.Cryptography;
using Adnumera.Core.Feeds;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Feeds;
using Adnumera.Web.Hosting;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Microsoft.AspNetCore.DataProtection;

namespace Adnumera.Web.Feeds;

/// <summary>Reaching the feeds of a company with the tokens that their sources gave, which are kept encrypted.</summary>
/// <param name="connector">How feeds are connected.</param>
/// <param name="protection">What encrypts the tokens.</param>
/// <param name="settings">Where watched folders lie.</param>
public sealed class FeedAccess(IFeedConnector connector, IDataProtectionProvider protection, WebSettings settings)
{
    private const int LongestFolder = 60;
    private readonly IDataProtector tokens = protection.CreateProtector("feed-token");

    /// <summary>How feeds are connected.</summary>
    public IFeedConnector Connector => connector;

    /// <summary>A token as it is kept.</summary>
    public string Protect(string token) => tokens.Protect(token);

    /// <summary>Where a feed is; of a folder, its path under the company's own. What else its name may say leads nowhere.</summary>
    public string AddressOf(string company, FeedRow feed) =>
        feed.KindValue != FeedKind.Folder ? feed.Address
        : IsFolderName(feed.Address) ? Path.Combine(settings.IncomingFolder, company, feed.Address)
        : throw new RefusedException("folder", $"{Quote.Of(feed.Address)} is no folder that can be watched. Nothing was changed.");

    /// <summary>Whether a name is one that a watched folder may have: small letters, digits and hyphens.</summary>
    public static bool IsFolderName(string? name) =>
        name is { Length: > 0 and <= LongestFolder } && name.All(c => char.IsAsciiLetterLower(c) || char.IsAsciiDigit(c) || c == '-');

    /// <summary>A feed of a company.</summary>
    /// <exception cref="FeedTroubleException">Its token cannot be read: whoever owns the source allows it again.</exception>
    public IFeed Open(CompanyBooks books, FeedRow feed)
    {
        try
        {
            var token = feed.Token.Length > 0 ? tokens.Unprotect(feed.Token) : "";
            return connector.Open(
                new FeedConnection(
                    feed.KindValue,
                    AddressOf(books.CompanyId, feed),
                    token,
                    books.File.Read(c => new CompanyTable(c).Currency())
                )
            );
        }
        catch (CryptographicException)
        {
            throw new FeedTroubleException(
                "The key to this source cannot be read here any more: it was encrypted by another installation, or its keys are gone. "
                    + "Nothing was changed; allow the source again under Set-up, Feeds."
            )
            {
                NeedsConsent = true,
            };
        }
    }
}
