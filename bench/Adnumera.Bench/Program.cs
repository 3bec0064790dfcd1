using Adnumera.Bench;

// Each figure is a ratio of two things measured in turn in this one run; no bare time is a verdict.
if (args is not [var cli, ..])
{
    Console.Error.WriteLine("Say which adnumera-cli.dll to measure.");
    return 2;
}

if (args is not [_, "import"]) ComposeBench.Run(cli);
if (args is not [_, "compose"]) ImportBench.Run();
return Report.AllHold ? 0 : 1;
