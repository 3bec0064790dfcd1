using System.CommandLine;
using System.Globalization;
using Adnumera.Web;
using Adnumera.Web.Hosting;

var data = new Option<string>("--data") { Description = "The folder of all files.", DefaultValueFactory = _ => "data" };
var port = new Option<int>("--port") { Description = "The port on this machine.", DefaultValueFactory = _ => 5180 };
var ledger = new Option<string>("--ledger")
{
    Description = "The address of the ledger that companies connect to.",
    DefaultValueFactory = _ => "http://127.0.0.1:5190/",
};
var ui = new Option<string?>("--ui") { Description = "The folder of the built pages; the API alone without it." };
var today = new Option<DateOnly?>("--today")
{
    Description = "The day that the demo takes for today, such as 2026-11-20.",
    CustomParser = result =>
    {
        if (
            DateOnly.TryParseExact(
                result.Tokens.Single().Value,
                "yyyy-MM-dd",
                CultureInfo.InvariantCulture,
                DateTimeStyles.None,
                out var day
            )
        )
            return day;
        result.AddError($"\"{result.Tokens.Single().Value}\" is not a date such as 2026-11-20.");
        return null;
    },
};
var command = new RootCommand("Adnumera: the application.") { data, port, ledger, ui, today };

// The tool that describes the API at build time adds arguments of its own.
command.TreatUnmatchedTokensAsErrors = !Application.IsDescribing;
command.SetAction(
    (parsed, cancel) =>
    {
        var day = parsed.GetValue(today);
        var settings = new WebSettings(
            Path.GetFullPath(parsed.GetValue(data)!),
            parsed.GetValue(ledger)!,
            day is not null,
            parsed.GetValue(ui) is { } pages ? Path.GetFullPath(pages) : null
        );
        return Application.Build(settings, parsed.GetValue(port), day is { } set ? new SetClock(set) : null).RunAsync(cancel);
    }
);
return await command.Parse(args).InvokeAsync();
