using Adnumera.Cli;

return Verbs.Run(args, new Terminal(Console.Out, Console.Error));
