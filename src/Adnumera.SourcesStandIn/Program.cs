using Adnumera.SourcesStandIn;

var path = Argument("--data") ?? "data/sources/sources.sqlite";
var port = int.Parse(Argument("--port") ?? "5200", System.Globalization.CultureInfo.InvariantCulture);
await SourcesProgram.Build(path, port).RunAsync();

string? Argument(string name)
{
    var at = Array.IndexOf(args, name);
    return at >= 0 && at + 1 < args.Length ? args[at + 1] : null;
}
