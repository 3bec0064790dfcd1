using System.CommandLine;
using Adnumera.Cli;

return await Verbs.Root().Parse(args).InvokeAsync(new InvocationConfiguration(), CancellationToken.None) switch
{
    // The library answers 1 for options that it cannot parse; the files' contract says 2.
    1 => ExitCode.BadInput,
    var code => code,
};
