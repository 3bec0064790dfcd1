using System.CommandLine;
using Adnumera.Storage.Backups;
using Adnumera.Web.Companies;
using Adnumera.Web.Hosting;
using Adnumera.Web.Installation;
using Adnumera.Web.Refusals;

namespace Adnumera.Web.CommandLine;

/// <summary><c>backup FILE</c>, while the application runs or not, and <c>restore FILE</c>, while it does not.</summary>
internal static class BackupVerbs
{
    public static void AddTo(RootCommand root)
    {
        root.Subcommands.Add(Backup());
        root.Subcommands.Add(Restore());
    }

    private static Command Backup()
    {
        var (file, data) = (new Argument<string>("FILE") { Description = "The archive to write." }, DataOption.New());
        var verb = new Command("backup", "Writes everything into one archive, attachments and keys too, and reads it back.") { file, data };
        verb.SetAction(parsed =>
            DataOption.Run(() =>
            {
                var path = Path.GetFullPath(parsed.GetValue(file)!);
                var companies = new CompanyFiles(parsed.ExistingFolder(data));
                var manifest = BackupRun.WriteInstallation(companies, path, "the command line", TimeProvider.System.GetUtcNow());
                Console.WriteLine($"{path}: {manifest.Files.Count} files, {new FileInfo(path).Length} bytes, written and read back.");
                Console.WriteLine("It holds the keys of the installation: keep it where only you can read it.");
                return DataOption.Done;
            })
        );
        return verb;
    }

    private static Command Restore()
    {
        var file = new Argument<string>("FILE") { Description = "The archive." };
        var (data, back) = (DataOption.New(), new Option<bool>("--back") { Description = "Undo the last restore instead." });
        file.Arity = ArgumentArity.ZeroOrOne;
        var anyway = new Option<bool>("--anyway") { Description = "Restore although the record of a company does not hold." };
        var verb = new Command("restore", "Brings everything back from an archive; what is there is kept beside it.")
        {
            file,
            data,
            back,
            anyway,
        };
        verb.SetAction(parsed =>
            DataOption.Run(() => Restore(parsed.Folder(data), parsed.GetValue(file), parsed.GetValue(back), parsed.GetValue(anyway)))
        );
        return verb;
    }

    private static int Restore(string folder, string? archive, bool back, bool anyway)
    {
        using var mine =
            FolderLock.TryTake(folder)
            ?? throw new RefusedException(
                "in-use",
                $"{folder} is in use by Adnumera. Nothing was changed; stop it first, or restore from its page."
            );
        var (restoring, now) = (new Restoring(folder), TimeProvider.System.GetUtcNow());
        if (back)
        {
            restoring.GoBack(now);
            Console.WriteLine($"What was there before the restore is back; what the restore brought is in {restoring.Apply()}.");
            return DataOption.Done;
        }

        if (archive is null)
            throw new RefusedException("file", "Say which archive: restore FILE. Nothing was changed.");
        var plan = restoring.Stage(Path.GetFullPath(archive), "the command line", now);
        Console.WriteLine($"By {plan.MadeAt}: {plan.People} people, {plan.Companies.Count} companies.");
        foreach (var company in plan.Companies)
            Console.WriteLine(
                $"  {company.Name}: {company.Documents} documents, last changed {company.LastChange}; "
                    + (company.Audit.Problem.Length == 0 ? $"its record of {company.Audit.Rows} rows is whole" : company.Audit.Problem)
            );
        if (!plan.Holds && !anyway)
        {
            restoring.Discard();
            throw new RefusedException("audit", "A record does not hold. Nothing was restored; say --anyway if you mean it.");
        }

        restoring.Confirm(plan.Id, now);
        Console.WriteLine($"Restored{(restoring.Apply() is { } kept ? $"; what was there is in {kept}" : "")}. Everybody signs in again.");
        return DataOption.Done;
    }
}
