namespace Adnumera.SourcesStandIn;

/// <summary>The program that plays the sources, as a web application, for its own program and for whoever wants one beside them.</summary>
public static class SourcesProgram
{
    /// <summary>Builds it over its file; it binds to loopback only.</summary>
    /// <param name="path">The file.</param>
    /// <param name="port">0 for any free one.</param>
    /// <param name="configure">Further services, such as another clock.</param>
    public static WebApplication Build(string path, int port, Action<WebApplicationBuilder>? configure = null)
    {
        var builder = WebApplication.CreateSlimBuilder(
            new WebApplicationOptions { ApplicationName = typeof(SourcesProgram).Assembly.GetName().Name }
        );
        builder.WebHost.UseUrls($"http://127.0.0.1:{port}");
        builder.WebHost.ConfigureKestrel(k => k.AddServerHeader = false);
        builder.Logging.SetMinimumLevel(LogLevel.Warning).AddFilter("Microsoft.AspNetCore.DataProtection", LogLevel.Error);
        builder.Services.AddSingleton(TimeProvider.System);
        builder.Services.AddSingleton(_ => new Desks(path));
        builder.Services.AddAntiforgery(o => o.Cookie.Name = "sources-forgery");
        builder.Services.AddOpenApi();
        configure?.Invoke(builder);
        var app = builder.Build();
        app.UseAntiforgery();
        app.MapOpenApi();
        app.MapGet("/alive", () => "yes");
        Api.Map(app);
        Pages.Map(app);
        return app;
    }
}
