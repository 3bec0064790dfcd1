namespace Adnumera.Web.Hosting;

/// <summary>Where the application runs.</summary>
/// <param name="DataFolder">The folder of its files.</param>
/// <param name="LedgerAddress">The address of the ledger that companies connect to.</param>
/// <param name="UiFolder">The folder of the built pages; null serves the API alone.</param>
/// <param name="Demo">Whether this is the demo.</param>
public sealed record WebSettings(string DataFolder, string LedgerAddress, bool Demo, string? UiFolder = null)
{
    /// <summary>The address of the sources that deliver by themselves; blank where there are none.</summary>
    public string SourcesAddress { get; init; } = "";

    /// <summary>The folder in which the watched folders of companies lie.</summary>
    public string IncomingFolder => Path.Combine(DataFolder, "incoming");

    /// <summary>How long a piece of work waits for a file that another one writes.</summary>
    public int BusySeconds { get; init; } = 10;

    /// <summary>Whether it wakes by itself: schedules, and asking again for what has no answer.</summary>
    public bool Wakes { get; init; } = true;

    /// <summary>How often it wakes.</summary>
    public TimeSpan Beat { get; init; } = TimeSpan.FromMinutes(1);

    /// <summary>How long a ledger or a source has for one answer.</summary>
    public TimeSpan LedgerPatience { get; init; } = TimeSpan.FromSeconds(30);

    /// <summary>Where it can be reached from.</summary>
    public Doors Doors { get; init; } = Doors.Loopback;

    /// <summary>Whether it logs one JSON object a line, for programs.</summary>
    public bool StructuredLogs { get; init; }

    /// <summary>Where measurements and traces are sent by OTLP; null for nowhere.</summary>
    public Uri? Telemetry { get; init; }
}
