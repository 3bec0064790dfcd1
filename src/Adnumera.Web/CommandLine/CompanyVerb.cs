using System.CommandLine;
using Adnumera.Storage.Installation;
using Adnumera.Web.Companies;
using Adnumera.Web.Installation;
using Adnumera.Web.Refusals;

namespace Adnumera.Web.CommandLine;

/// <summary><c>company …</c>: what the page of the installation does with companies.</summary>
internal static class CompanyVerb
{
    private static readonly Argument<string> Name = new("NAME") { Description = "What the company is called." };
    private static readonly Argument<string> Id = new("COMPANY") { Description = "The company's short name." };
    private static readonly Argument<string> File = new("FILE") { Description = "The archive." };

    private static readonly Option<string> Administrator = new("--administrator")
    {
        Description = "Who decides for it first: what they sign in with.",
        Required = true,
    };

    private static readonly Option<string> CurrencyCode = new("--currency")
    {
        Description = "The currency of its ledger.",
        DefaultValueFactory = _ => "USD",
    };

    private static readonly Option<string> Zone = new("--time-zone")
    {
        Description = "Where its days begin, such as America/Chicago.",
        Required = true,
    };

    private static readonly Option<string?> Start = new("--start") { Description = "Documents before this day are set aside." };
    private static readonly Option<string?> Book = new("--book-of") { Description = "Whose mapping book it begins with." };

    public static void AddTo(RootCommand root)
    {
        var company = new Command("company", "The companies of the installation.");
        FilesVerb.Add(company, "list", "Which companies there are.", [], (_, files) => List(files));
        FilesVerb.Add(company, "add", "Adds a company.", [Name, CurrencyCode, Zone, Start, Book, Administrator], Add);
        FilesVerb.Add(company, "close", "Closes a company until it is opened again.", [Id], (p, files) => Change(p, files, false));
        FilesVerb.Add(company, "open", "Opens a closed company again.", [Id], (p, files) => Change(p, files, true));
        FilesVerb.Add(company, "out", "Writes a company into one archive.", [Id, File], Out);
        FilesVerb.Add(company, "in", "Brings a company in from an archive of another installation.", [File, Administrator], In);
        root.Subcommands.Add(company);
    }

    private static string List(CompanyFiles files) =>
        string.Join(
            Environment.NewLine,
            files
                .Installation.Read(c => new CompanyListTable(c).All())
                .Select(l => $"{l.Id}  {l.Name}{(l.IsOpen ? "" : $"  (closed {l.ClosedAt})")}")
        );

    private static string Add(ParseResult parsed, CompanyFiles files)
    {
        var request = new CompanyRequest(
            parsed.GetValue(Name),
            parsed.GetValue(CurrencyCode),
            parsed.GetValue(Zone),
            parsed.GetValue(Start),
            parsed.GetValue(Book)
        );
        if (new CompanyRules().Validate(request) is { IsValid: false } wrong)
            throw new RefusedException(wrong.Errors[0].ErrorCode, $"{wrong.Errors[0].ErrorMessage} Nothing was changed.");
        var id = Keeping.AddCompany(files, request, Person(parsed, files), FilesVerb.Who, TimeProvider.System.GetUtcNow());
        return $"{id} is here. Its administrator finds the way of setting up on its page.";
    }

    private static string Change(ParseResult parsed, CompanyFiles files, bool open)
    {
        var id = parsed.GetValue(Id)!;
        Keeping.OpenOrClose(files, id, open, FilesVerb.Who, TimeProvider.System.GetUtcNow());
        return open ? $"{id} is open again." : $"{id} is closed: nobody opens it, and nothing is done in it.";
    }

    private static string Out(ParseResult parsed, CompanyFiles files)
    {
        var (id, path) = (parsed.GetValue(Id)!, Path.GetFullPath(parsed.GetValue(File)!));
        if (files.Installation.Read(c => new CompanyListTable(c).Find(id)) is null)
            throw RefusedException.NotFound($"A company {Quote.Of(id)}");
        var manifest = BackupRun.WriteCompany(files, id, path, FilesVerb.Who, TimeProvider.System.GetUtcNow());
        return $"{path}: {manifest.Files.Count} files, written and read back. The key to its ledger stays here.";
    }

    private static string In(ParseResult parsed, CompanyFiles files)
    {
        var company = Keeping.BringIn(
            files,
            Path.GetFullPath(parsed.GetValue(File)!),
            Person(parsed, files),
            FilesVerb.Who,
            TimeProvider.System.GetUtcNow(),
            CancellationToken.None
        );
        return $"{company.Name} is here as {company.Id}, by {company.MadeAt}. Its owner connects the ledger again on its page.";
    }

    private static long Person(ParseResult parsed, CompanyFiles files) =>
        files.Installation.Read(c => new PersonTable(c).FindBySignIn(parsed.GetValue(Administrator)!))?.Id
        ?? throw RefusedException.NotFound($"A person {Quote.Of(parsed.GetValue(Administrator))}");
}
