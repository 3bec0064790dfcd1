using Adnumera.LedgerStandIn;

var folder = Argument("--data") ?? "data/ledger";
var port = int.Parse(Argument("--port") ?? "5190", System.Globalization.CultureInfo.InvariantCulture);
await StandIn.Build(folder, port).RunAsync();

string? Argument(string name)
{
    var at = Array.IndexOf(args, name);
    return at >= 0 && at + 1 < args.Length ? args[at + 1] : null;
}
