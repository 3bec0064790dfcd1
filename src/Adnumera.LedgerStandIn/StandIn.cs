namespace Adnumera.LedgerStandIn;

/// <summary>The stand-in as a web application, for its own program and for whoever wants one beside them.</summary>
public static class StandIn
{
    /// <summary>Builds it over a folder of books, a file for each organisation; it binds to loopback only.</summary>
    /// <param name="folder">The folder.</param>
    /// <param name="port">0 for any free one.</param>
    /// <param name="configure">Further services, such as another clock.</param>
    public static WebApplication Build(string folder, int port, Action<WebApplicationBuilder>? configure = null)
    {
        var builder = WebApplication.CreateSlimBuilder(
            new WebApplicationOptions { ApplicationName = typeof(StandIn).Assembly.GetName().Name }
        );
        builder.WebHost.UseUrls($"http://127.0.0.1:{port}");
        builder.WebHost.ConfigureKestrel(k => k.AddServerHeader = false);
        builder.Logging.SetMinimumLevel(LogLevel.Warning).AddFilter("Microsoft.AspNetCore.DataProtection", LogLevel.Error);
        builder.Services.AddSingleton(TimeProvider.System);
        builder.Services.AddSingleton(_ => new Shelf(folder));
        builder.Services.AddAntiforgery(o => o.Cookie.Name = "ledger-forgery");
        builder.Services.AddOpenApi();
        configure?.Invoke(builder);
        var app = builder.Build();
        app.UseAntiforgery();
        app.MapOpenApi();
        app.MapGet("/alive", () => "yes");
        Api.Map(app);
        Pages.Map(app);
        MasterPages.Map(app);
        return app;
    }
}
