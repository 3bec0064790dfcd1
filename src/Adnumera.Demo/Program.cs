using Adnumera.Demo;
using Adnumera.Web.Companies;

switch (args)
{
    case ["build", var folder, var ledgerAddress, var sourcesAddress]:
        await YearBuilder.Build(folder, ledgerAddress, sourcesAddress, message => Console.WriteLine($"  {message} …"));
        return 0;
    case ["move", var folder, var ledgerAddress, var sourcesAddress]:
        Steps.SetAddresses(new CompanyFiles(folder).Open("bindery"), ledgerAddress, sourcesAddress);
        return 0;
    case ["samples", var folder]:
        Builder.WriteSamples(folder);
        return 0;
    case ["people"]:
        foreach (var (name, signIn, password, role) in Builder.People)
            Console.WriteLine($"  {role, -14} {signIn, -24} {password, -22} ({name})");
        return 0;
    default:
        Console.Error.WriteLine(
            "build FOLDER LEDGER-ADDRESS SOURCES-ADDRESS | move FOLDER LEDGER-ADDRESS SOURCES-ADDRESS | samples FOLDER | people"
        );
        return 2;
}
