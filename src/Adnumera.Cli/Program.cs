using Adnumera.Cli;

// One short run: what is read and written at first fits in memory without a collection. Beyond that, collecting goes on as usual.
GC.TryStartNoGCRegion(200_000_000);
return Verbs.Run(args, new Terminal(Console.Out, Console.Error));
