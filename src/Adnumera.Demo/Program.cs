using Adnumera.Demo;
using Adnumera.Storage.Ledger;
using Adnumera.Web.Companies;

switch (args)
{
    case ["build", var folder, var ledgerAddress]:
        await Builder.Build(folder, ledgerAddress, message => Console.WriteLine($"  {message} …"));
        return 0;
    case ["move", var folder, var ledgerAddress]:
        new CompanyFiles(folder).Open("bindery").InTransaction(c => new LedgerTable(c).SetAddress(ledgerAddress));
        return 0;
    case ["samples", var folder]:
        Builder.WriteSamples(folder);
        return 0;
    case ["people"]:
        foreach (var (name, signIn, password, role) in Builder.People)
            Console.WriteLine($"  {role, -14} {signIn, -24} {password, -22} ({name})");
        return 0;
    default:
        Console.Error.WriteLine("build FOLDER LEDGER-ADDRESS | move FOLDER LEDGER-ADDRESS | samples FOLDER | people");
        return 2;
}
