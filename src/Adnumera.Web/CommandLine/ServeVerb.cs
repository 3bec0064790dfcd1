using System.CommandLine;
using System.Globalization;
using System.Net;
using Adnumera.Storage.Installation;
using Adnumera.Web.Companies;
using Adnumera.Web.Hosting;
using Adnumera.Web.Start;

namespace Adnumera.Web.CommandLine;

/// <summary>Runs the application.</summary>
internal static class ServeVerb
{
    private static readonly Option<string> Data = DataOption.New();
    private static readonly Option<int> Port = new("--port") { Description = "The port.", DefaultValueFactory = _ => 5180 };

    private static readonly Option<string> Ledger = new("--ledger")
    {
        Description = "The address of the ledger that companies connect to.",
        DefaultValueFactory = _ => "http://127.0.0.1:5190/",
    };

    private static readonly Option<string> Sources = new("--sources")
    {
        Description = "The address of the sources that deliver by themselves; without it only folders can be watched.",
        DefaultValueFactory = _ => "",
    };

    private static readonly Option<string?> Ui = new("--ui") { Description = "The folder of the built pages; the API alone without it." };

    private static readonly Option<IPAddress> Listen = new("--listen")
    {
        Description = "The address to listen at; another one than loopback needs TLS or a named proxy, and --host.",
        DefaultValueFactory = _ => IPAddress.Loopback,
        CustomParser = result => AddressOf(result, result.Tokens.Single().Value)!,
    };

    private static readonly Option<string?> Certificate = new("--certificate") { Description = "The certificate for TLS, as a PEM file." };

    private static readonly Option<string?> Key = new("--certificate-key")
    {
        Description = "Its key, as a PEM file, where that is not in the same file.",
    };

    private static readonly Option<IPAddress[]> Proxies = new("--proxy")
    {
        Description = "The address of a proxy that ends TLS in front of it; may be given several times.",
        CustomParser = result => [.. result.Tokens.Select(t => AddressOf(result, t.Value)).OfType<IPAddress>()],
    };

    private static readonly Option<string[]> Hosts = new("--host")
    {
        Description = "A name under which it is reached, such as books.example; may be given several times.",
    };

    private static readonly Option<bool> Structured = new("--log-json") { Description = "Log one JSON object a line." };

    private static readonly Option<Uri?> Otlp = new("--otlp")
    {
        Description = "Where to send measurements and traces by OTLP, such as http://127.0.0.1:4317.",
        CustomParser = result =>
        {
            if (Uri.TryCreate(result.Tokens.Single().Value, UriKind.Absolute, out var address))
                return address;
            result.AddError($"\"{result.Tokens.Single().Value}\" is not an address such as http://127.0.0.1:4317.");
            return null;
        },
    };

    private static readonly Option<DateOnly?> Today = new("--today")
    {
        Description = "The day that the demo takes for today, such as 2026-11-20.",
        CustomParser = result =>
        {
            var text = result.Tokens.Single().Value;
            if (DateOnly.TryParseExact(text, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var day))
                return day;
            result.AddError($"\"{text}\" is not a date such as 2026-11-20.");
            return null;
        },
    };

    /// <summary>Makes it what is done when no other verb is named.</summary>
    public static void AddTo(RootCommand root)
    {
        foreach (
            var option in (Option[])[Data, Port, Ledger, Sources, Ui, Listen, Certificate, Key, Proxies, Hosts, Structured, Otlp, Today]
        )
            root.Options.Add(option);
        root.SetAction((parsed, cancel) => Run(SettingsOf(parsed), parsed.GetValue(Port), parsed.GetValue(Today), cancel));
    }

    private static WebSettings SettingsOf(ParseResult parsed) =>
        new(
            parsed.Folder(Data),
            parsed.GetValue(Ledger)!,
            parsed.GetValue(Today) is not null,
            parsed.GetValue(Ui) is { } pages ? Path.GetFullPath(pages) : null
        )
        {
            Doors = new Doors
            {
                Address = parsed.GetValue(Listen)!,
                Certificate = parsed.GetValue(Certificate),
                Key = parsed.GetValue(Key),
                Proxies = parsed.GetValue(Proxies) ?? [],
                Hosts = parsed.GetValue(Hosts) ?? [],
            },
            SourcesAddress = parsed.GetValue(Sources)!,
            StructuredLogs = parsed.GetValue(Structured),
            Telemetry = parsed.GetValue(Otlp),
        };

    // A restore from the page stops the application and begins it anew on other files.
    private static async Task<int> Run(WebSettings settings, int port, DateOnly? today, CancellationToken cancel)
    {
        if (settings.Doors.Problem is { Length: > 0 } problem)
        {
            Console.Error.WriteLine(problem);
            return DataOption.Refused;
        }

        // The tool that describes the API takes the application over where it is built.
        if (Application.IsDescribing)
        {
            await Application.Build(settings, port).RunAsync(cancel);
            return DataOption.Done;
        }

        using var mine = FolderLock.TryTake(settings.DataFolder);
        if (mine is null)
        {
            Console.Error.WriteLine($"{settings.DataFolder} is in use by another Adnumera. Nothing was started; stop that one first.");
            return DataOption.Refused;
        }

        for (var again = true; again; )
        {
            await using var app = Application.Build(settings, port, today is { } set ? new SetClock(set) : null);
            await app.StartAsync(cancel);
            Announce(app);
            await app.WaitForShutdownAsync(cancel);
            again = app.Services.GetRequiredService<Restart>().IsWanted;
        }

        return DataOption.Done;
    }

    private static void Announce(WebApplication app)
    {
        if (app.Services.GetRequiredService<CompanyFiles>().Installation.Read(c => new PersonTable(c).Any()))
            return;
        Console.WriteLine();
        Console.WriteLine($"  Nobody can sign in yet. Open  {app.Urls.First()}/  and type");
        Console.WriteLine();
        Console.WriteLine($"      {app.Services.GetRequiredService<StartCode>().Text}");
        Console.WriteLine();
        Console.WriteLine("  It makes the first administrator and the first company, once.");
        Console.WriteLine();
    }

    private static IPAddress? AddressOf(System.CommandLine.Parsing.ArgumentResult result, string text)
    {
        if (IPAddress.TryParse(text, out var address))
            return address;
        result.AddError($"\"{text}\" is not an address such as 127.0.0.1 or 0.0.0.0.");
        return null;
    }
}
