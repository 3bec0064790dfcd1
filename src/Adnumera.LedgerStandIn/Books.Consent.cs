using System.Globalization;
using System.Security.Cryptography;
using Dapper;

namespace Adnumera.LedgerStandIn;

/// <content>Who may connect.</content>
public sealed partial class Books
{
    public string Allow(string client, string redirectUri, DateTimeOffset now)
    {
        var code = Secret(24);
        Locked(() =>
            file.Execute(
                "insert into consent (code_hash, client, redirect_uri, at) values (@hash, @client, @redirectUri, @at)",
                new
                {
                    hash = Hash(code),
                    client,
                    redirectUri,
                    at = now.ToString("O", CultureInfo.InvariantCulture),
                }
            )
        );
        return code;
    }

    /// <summary>Trades a code for a token, once and within ten minutes.</summary>
    public string? Exchange(string code, string redirectUri, DateTimeOffset now) =>
        InTransaction(() =>
        {
            var consent = file.QueryFirstOrDefault<(string Client, string RedirectUri, string At)>(
                "delete from consent where code_hash = @hash returning client, redirect_uri, at",
                new { hash = Hash(code) }
            );
            if (consent.Client is null || consent.RedirectUri != redirectUri)
                return null;
            if (now - DateTimeOffset.Parse(consent.At, CultureInfo.InvariantCulture) > TimeSpan.FromMinutes(10))
                return null;
            var token = Secret(32);
            file.Execute(
                "insert into token (token_hash, client, granted_at) values (@hash, @Client, @at)",
                new
                {
                    hash = Hash(token),
                    consent.Client,
                    at = now.ToString("O", CultureInfo.InvariantCulture),
                }
            );
            return token;
        });

    public bool IsAllowed(string token) =>
        Locked(() =>
            file.ExecuteScalar<long>("select count(*) from token where token_hash = @hash and revoked_at = ''", new { hash = Hash(token) })
            == 1
        );

    public void Revoke(string token, DateTimeOffset now) =>
        Locked(() =>
            file.Execute(
                "update token set revoked_at = @at where token_hash = @hash",
                new { hash = Hash(token), at = now.ToString("O", CultureInfo.InvariantCulture) }
            )
        );

    public void RevokeAll(DateTimeOffset now) =>
        Locked(() =>
            file.Execute(
                "update token set revoked_at = @at where revoked_at = ''",
                new { at = now.ToString("O", CultureInfo.InvariantCulture) }
            )
        );

    public int Allowed() => Locked(() => (int)file.ExecuteScalar<long>("select count(*) from token where revoked_at = ''"));

    // The organisation stands before the secret, so that a token finds its books.
    private string Secret(int bytes) =>
        $"{file.ExecuteScalar<string>("select id from organisation limit 1")}.{Convert.ToHexString(RandomNumberGenerator.GetBytes(bytes))}";
}
