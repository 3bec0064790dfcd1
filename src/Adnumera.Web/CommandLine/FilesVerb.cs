using System.CommandLine;
using Adnumera.Web.Companies;

namespace Adnumera.Web.CommandLine;

/// <summary>A verb that works on the files of an installation, whether the application runs or not.</summary>
internal static class FilesVerb
{
    /// <summary>How the record names who did it.</summary>
    public const string Who = "the command line";

    /// <summary>Adds a verb.</summary>
    /// <param name="parent">The verb that it belongs to.</param>
    /// <param name="name">Its name.</param>
    /// <param name="description">What it does.</param>
    /// <param name="symbols">Its arguments and options.</param>
    /// <param name="act">What it does with them; says what was done.</param>
    public static void Add(
        Command parent,
        string name,
        string description,
        IEnumerable<Symbol> symbols,
        Func<ParseResult, CompanyFiles, string> act
    )
    {
        var (verb, data) = (new Command(name, description), DataOption.New());
        foreach (var symbol in symbols)
            if (symbol is Argument argument)
                verb.Arguments.Add(argument);
            else
                verb.Options.Add((Option)symbol);
        verb.Options.Add(data);
        verb.SetAction(parsed =>
            DataOption.Run(() =>
            {
                Console.WriteLine(act(parsed, new CompanyFiles(parsed.ExistingFolder(data))));
                return DataOption.Done;
            })
        );
        parent.Subcommands.Add(verb);
    }
}
