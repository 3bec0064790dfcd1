using System.Globalization;
using Adnumera.Web;

var data = Argument("--data") ?? "data";
var port = int.Parse(Argument("--port") ?? "5180", CultureInfo.InvariantCulture);
var ledger = Argument("--ledger") ?? "http://127.0.0.1:5190";
var today = Argument("--today");
var app = Application.Build(new WebSettings(Path.GetFullPath(data), ledger, today is not null, Argument("--ui") is { } ui ? Path.GetFullPath(ui) : null), port, today is null ? null : new SetClock(DateOnly.ParseExact(today, "yyyy-MM-dd", CultureInfo.InvariantCulture)));
await app.RunAsync();

string? Argument(string name)
{
    var at = Array.IndexOf(args, name);
    return at >= 0 && at + 1 < args.Length ? args[at + 1] : null;
}
