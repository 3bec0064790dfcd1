using System.Security.Claims;
using Adnumera.Storage.Backups;
using Adnumera.Storage.Files;
using Adnumera.Web.Companies;
using Adnumera.Web.Hosting;
using Adnumera.Web.Refusals;
using Adnumera.Web.SignIn;
using Microsoft.AspNetCore.Mvc;

namespace Adnumera.Web.Installation;

/// <summary>Archives out and in: backups of the whole installation, and single companies.</summary>
internal static class BackupEndpoints
{
    private const string Zip = "application/zip";

    public static void MapBackups(this RouteGroupBuilder installation)
    {
        var backups = installation.MapGroup("backups");
        backups.MapGet("", All).NeedsCareOfInstallation();
        backups.MapPost("", Start).NeedsCareOfInstallation().ProducesProblem(409);
        backups.MapDelete("writing", Stop).NeedsCareOfInstallation();
        backups.MapGet("{name}", Download).NeedsCareOfInstallation().ExcludeFromDescription();
        backups.MapDelete("{name}", Delete).NeedsCareOfInstallation();
        installation.MapPost("companies/{company}/archive", StartCompany).NeedsCareOfInstallation().ProducesProblem(409);
        installation.MapPost("companies/archives", BringIn).NeedsCareOfInstallation().TakesArchive();
        var restores = installation.MapGroup("restores");
        restores.MapPost("", Stage).NeedsCareOfInstallation().TakesArchive();
        restores.MapPost("of/{name}", StageOf).NeedsCareOfInstallation();
        restores.MapPost("confirm", Confirm).NeedsCareOfInstallation().ProducesProblem(404).ProducesProblem(409);
        restores.MapPost("back", GoBack).NeedsCareOfInstallation();
        restores.MapDelete("", Discard).NeedsCareOfInstallation();
    }

    // However large an archive is: only whoever looks after the installation sends one.
    private static void TakesArchive(this RouteHandlerBuilder endpoint) =>
        endpoint.WithMetadata(new DisableRequestSizeLimitAttribute()).Accepts<string>(Zip);

    private static BackupsAnswer All(BackupRun run, CompanyFiles companies)
    {
        var restoring = new Restoring(companies.Folder);
        return new BackupsAnswer(run.Writing, run.Failed, run.All(), restoring.Waiting, Path.GetFileName(restoring.Replaced ?? ""));
    }

    private static BackupsAnswer Start(HttpContext http, BackupRun run, CompanyFiles companies)
    {
        run.Start(Who(http));
        return All(run, companies);
    }

    private static BackupsAnswer StartCompany(string company, HttpContext http, BackupRun run, CompanyFiles companies)
    {
        run.Start(Who(http), company);
        return All(run, companies);
    }

    private static async Task<BackupsAnswer> Stop(BackupRun run, CompanyFiles companies)
    {
        run.Cancel();
        await run.Over();
        return All(run, companies);
    }

    // An archive holds everything, keys too: who took one away is kept.
    private static IResult Download(string name, HttpContext http, BackupRun run, CompanyFiles companies, TimeProvider clock)
    {
        var path = run.Find(name);
        Keeping.Note(companies, Who(http), clock.GetUtcNow(), "download an archive", $"archive/{name}");
        return Results.File(path, Zip, name, enableRangeProcessing: true);
    }

    private static BackupsAnswer Delete(string name, HttpContext http, BackupRun run, CompanyFiles companies, TimeProvider clock)
    {
        File.Delete(run.Find(name));
        Keeping.Note(companies, Who(http), clock.GetUtcNow(), "delete an archive", $"archive/{name}");
        return All(run, companies);
    }

    private static async Task<BackupsAnswer> Stage(
        HttpContext http,
        BackupRun run,
        CompanyFiles companies,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        await Received(http, companies, path => StageFile(path, http, companies, clock, cancel), cancel);
        return All(run, companies);
    }

    private static BackupsAnswer StageOf(string name, HttpContext http, BackupRun run, CompanyFiles companies, TimeProvider clock)
    {
        Refusing(() => StageFile(run.Find(name), http, companies, clock, http.RequestAborted));
        return All(run, companies);
    }

    private static RestorePlan StageFile(
        string path,
        HttpContext http,
        CompanyFiles companies,
        TimeProvider clock,
        CancellationToken cancel
    ) => new Restoring(companies.Folder).Stage(path, Who(http), clock.GetUtcNow(), cancel);

    private static IResult Confirm(string plan, bool? anyway, CompanyFiles companies, Restart restart, TimeProvider clock)
    {
        var restoring = new Restoring(companies.Folder);
        var waiting = restoring.Waiting ?? throw RefusedException.NotFound("A checked archive");
        if (!waiting.Holds && anyway != true)
            throw new RefusedException(
                "audit",
                "The record of a company does not hold. Nothing was restored; say that you mean it all the same.",
                StatusCodes.Status409Conflict
            );
        Refusing(() => restoring.Confirm(plan, clock.GetUtcNow()));
        restart.Ask();
        return Results.Accepted();
    }

    private static IResult GoBack(CompanyFiles companies, Restart restart, TimeProvider clock)
    {
        Refusing(() => new Restoring(companies.Folder).GoBack(clock.GetUtcNow()));
        restart.Ask();
        return Results.Accepted();
    }

    private static BackupsAnswer Discard(BackupRun run, CompanyFiles companies)
    {
        Refusing(() => new Restoring(companies.Folder).Discard());
        return All(run, companies);
    }

    private static async Task<BroughtIn> BringIn(HttpContext http, CompanyFiles companies, TimeProvider clock, CancellationToken cancel)
    {
        var person = Sessions.Person(http.User)!.Value;
        return await Received(
            http,
            companies,
            path =>
            {
                var company = Keeping.BringIn(companies, path, person, Who(http), clock.GetUtcNow(), cancel);
                return new BroughtIn(company.Id, company.Name, company.MadeAt);
            },
            cancel
        );
    }

    // The body goes to the disk as it comes, and is gone again afterwards.
    private static async Task<T> Received<T>(HttpContext http, CompanyFiles companies, Func<string, T> use, CancellationToken cancel)
    {
        var path = Path.Combine(companies.Folder, $"{Debris.Received}{Guid.NewGuid():N}");
        try
        {
            await using (
                var file = new FileStream(
                    path,
                    new FileStreamOptions
                    {
                        Mode = FileMode.CreateNew,
                        Access = FileAccess.Write,
                        Options = FileOptions.Asynchronous,
                        UnixCreateMode = UnixFileMode.UserRead | UnixFileMode.UserWrite,
                    }
                )
            )
                await http.Request.Body.CopyToAsync(file, cancel);
            return Refusing(() => use(path));
        }
        finally
        {
            File.Delete(path);
        }
    }

    private static void Refusing(Action act) =>
        Refusing(() =>
        {
            act();
            return 0;
        });

    private static T Refusing<T>(Func<T> act)
    {
        try
        {
            return act();
        }
        catch (Exception e) when (e is ArchiveException or NewerSchemaException)
        {
            throw new RefusedException("archive", e.Message);
        }
    }

    private static string Who(HttpContext http) => http.User.FindFirstValue(ClaimTypes.Name) ?? "";
}
