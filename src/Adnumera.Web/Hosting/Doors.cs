using System.Net;
using System.Security.Cryptography.X509Certificates;
using Microsoft.AspNetCore.HttpOverrides;

namespace Adnumera.Web.Hosting;

/// <summary>Where the application can be reached from. Another address than loopback needs TLS, by a certificate here or by a proxy that is
/// named, and the names under which it is reached.</summary>
public sealed record Doors
{
    /// <summary>This machine only.</summary>
    public static Doors Loopback { get; } = new();

    /// <summary>The address that it listens at.</summary>
    public IPAddress Address { get; init; } = IPAddress.Loopback;

    /// <summary>The file of its certificate, as PEM; null without.</summary>
    public string? Certificate { get; init; }

    /// <summary>The file of the certificate's key, as PEM; null when it is in the same file.</summary>
    public string? Key { get; init; }

    /// <summary>The proxies that end TLS in front of it; what they forward of the client is believed, and nobody else's.</summary>
    public IReadOnlyList<IPAddress> Proxies { get; init; } = [];

    /// <summary>The names under which it is reached, such as <c>books.example</c>.</summary>
    public IReadOnlyList<string> Hosts { get; init; } = [];

    /// <summary>What is wrong with them; blank when nothing is.</summary>
    public string Problem =>
        IPAddress.IsLoopback(Address) && Proxies.Count == 0 ? ""
        : !IPAddress.IsLoopback(Address) && Certificate is null && Proxies.Count == 0
            ? $"{Address} can be reached from other machines, so it needs TLS: give --certificate FILE, or name the proxy that ends TLS "
                + "in front of it with --proxy ADDRESS. Nothing was started."
        : Hosts.Count == 0 ? "Say with --host NAME under which name it is reached, such as books.example. Nothing was started."
        : "";

    private bool IsPublic => Hosts.Count > 0;

    /// <summary>Listens.</summary>
    public void Open(WebApplicationBuilder builder, int port)
    {
        builder.WebHost.UseUrls($"{(Certificate is null ? "http" : "https")}://{Name}:{port}");
        builder.WebHost.ConfigureKestrel(k =>
        {
            k.AddServerHeader = false;
            k.Limits.MaxRequestBodySize = 80 * 1024 * 1024;
            // A layout of many columns stands in the address.
            k.Limits.MaxRequestLineSize = 40 * 1024;
            if (Certificate is not null)
            {
                var certificate = X509Certificate2.CreateFromPemFile(Certificate, Key);
                k.ConfigureHttpsDefaults(h => h.ServerCertificate = certificate);
            }
        });
        builder.Services.AddHostFiltering(o => o.AllowedHosts = [.. Hosts, "localhost", "127.0.0.1", "[::1]"]);
        builder.Services.AddHsts(o => o.MaxAge = TimeSpan.FromDays(365));
        builder.Services.Configure<ForwardedHeadersOptions>(o =>
        {
            o.ForwardedHeaders = ForwardedHeaders.XForwardedFor | ForwardedHeaders.XForwardedProto | ForwardedHeaders.XForwardedHost;
            o.KnownProxies.Clear();
            o.KnownIPNetworks.Clear();
            foreach (var proxy in Proxies)
                o.KnownProxies.Add(proxy);
            o.AllowedHosts = [.. Hosts];
        });
    }

    /// <summary>Lets in who comes by one of the doors, and nobody past a proxy.</summary>
    public void Guard(WebApplication app)
    {
        if (Proxies.Count > 0)
        {
            app.Use(RefusePassing);
            app.UseForwardedHeaders();
        }

        app.UseHostFiltering();
        if (IsPublic)
            app.UseHsts();
    }

    // Whoever reaches the port without the proxy would speak in the clear.
    private Task RefusePassing(HttpContext http, RequestDelegate next)
    {
        var from = http.Connection.RemoteIpAddress is { IsIPv4MappedToIPv6: true } mapped
            ? mapped.MapToIPv4()
            : http.Connection.RemoteIpAddress;
        if (from is null || IPAddress.IsLoopback(from) || Proxies.Contains(from))
            return next(http);
        http.Response.StatusCode = StatusCodes.Status403Forbidden;
        return Task.CompletedTask;
    }

    // Kestrel has a name of its own for every address.
    private string Name =>
        Address.Equals(IPAddress.Any) || Address.Equals(IPAddress.IPv6Any) ? "*"
        : Address.AddressFamily == System.Net.Sockets.AddressFamily.InterNetworkV6 ? $"[{Address}]"
        : Address.ToString();
}
