using Adnumera.Bench;

// Each figure is a ratio of two things measured in turn in this one run; no bare time is a verdict.
if (args is not [var cli, ..])
{
    Console.Error.WriteLine("Say which adnumera-cli.dll to measure.");
    return 2;
}

if (args is [_, "bomb", var path])
{
    AttackBench.Read(path);
    return 0;
}

if (args is [_, "make-large", var to, ..])
{
    await LargeCompany.Make(
        Path.GetFullPath(to),
        args.Length > 3 ? int.Parse(args[3], System.Globalization.CultureInfo.InvariantCulture) : 1_000_000,
        done => Console.Error.Write($"\r{done:N0} documents")
    );
    Console.Error.WriteLine($"\rMade. Run it with: ./adnumera serve --data {Path.GetFullPath(to)} --today 2026-11-20");
    return 0;
}

var only = args.Length > 1 ? args[1] : "";
if (only is "" or "compose")
    ComposeBench.Run(cli);
if (only is "" or "read")
    ReadBench.Run();
if (only is "" or "import")
    ImportBench.Run();
if (only is "" or "feeds")
    await FeedBench.Run();
if (only is "" or "standing")
    await StandingBench.Run();
if (only is "" or "journal")
    JournalBench.Run();
if (only is "" or "tally")
    TallyBench.Run(cli);
if (only is "" or "prices")
    PriceBench.Run();
if (only is "" or "mapping")
    MappingBench.Run();
if (only is "" or "suggestions")
    SuggestionBench.Run();
if (only is "" or "attack")
    await AttackBench.Run();
if (only is "" or "desk")
    await DeskBench.Run();
if (only is "" or "views")
    await ViewsBench.Run(args.Length > 2 ? args[2..] : []);
return Report.AllHold ? 0 : 1;
