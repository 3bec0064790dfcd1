using System.Collections.Concurrent;
using Adnumera.Core.Access;
using Adnumera.Demo;
using Adnumera.Storage.Installation;
using Adnumera.Web.Companies;
using Microsoft.AspNetCore.Identity;
using Microsoft.Data.Sqlite;
using Microsoft.Extensions.Options;

namespace Adnumera.Ui.Driver;

/// <summary>With what a house begins.</summary>
public enum Furnishing
{
    /// <summary>The ledger's books alone: nobody can sign in yet.</summary>
    Empty,

    /// <summary>The ledger's books, the company and the people.</summary>
    Bare,

    /// <summary>The same, connected and with the mapping book.</summary>
    Connected,

    /// <summary>A small demo: three months.</summary>
    Demo,

    /// <summary>The demo's whole year, with its sources.</summary>
    Year,
}

/// <summary>The files with which houses begin: made once in a process, and copied for each house.</summary>
internal static class Template
{
    private static readonly ConcurrentDictionary<Furnishing, Lazy<Task<string>>> Made = new();

    static Template() =>
        AppDomain.CurrentDomain.ProcessExit += (_, _) =>
        {
            foreach (var made in Made.Values.Where(m => m is { IsValueCreated: true, Value.IsCompletedSuccessfully: true }))
                Directory.Delete(made.Value.Result, recursive: true);
        };

    /// <summary>Copies the files into a folder.</summary>
    public static async Task CopyTo(string folder, Furnishing with)
    {
        var from = await Made.GetOrAdd(with, w => new Lazy<Task<string>>(() => Make(w))).Value;
        foreach (var path in Directory.EnumerateFiles(from, "*", SearchOption.AllDirectories))
        {
            var to = Path.Combine(folder, Path.GetRelativePath(from, path));
            Directory.CreateDirectory(Path.GetDirectoryName(to)!, File.GetUnixFileMode(Path.GetDirectoryName(path)!));
            File.Copy(path, to);
        }
    }

    private static async Task<string> Make(Furnishing with)
    {
        var folder = Directory.CreateTempSubdirectory("adnumera-template-").FullName;
        switch (with)
        {
            case Furnishing.Empty:
                Builder.SetUpLedger(Path.Combine(folder, "ledger"));
                break;
            case Furnishing.Bare:
                Builder.SetUpLedger(Path.Combine(folder, "ledger"));
                Builder.SetUpCompany(new CompanyFiles(folder));
                break;
            case Furnishing.Connected:
                await Builder.BuildConnected(folder);
                break;
            case Furnishing.Demo:
                await Builder.Build(folder, "http://127.0.0.1:1/", _ => { });
                break;
            case Furnishing.Year:
                await YearBuilder.Build(folder, "http://127.0.0.1:1/", "http://127.0.0.1:2/", _ => { });
                break;
        }

        HashQuickly(folder);

        // What is still in the journals goes into the files, so that they can be copied.
        SqliteConnection.ClearAllPools();
        return folder;
    }

    // A password takes long to hash, by intent, and almost every test signs in: here those of the demo's people are hashed in few rounds.
    private static void HashQuickly(string folder) =>
        new CompanyFiles(folder).Installation.InTransaction(c =>
        {
            var hasher = new PasswordHasher<Person>(Options.Create(new PasswordHasherOptions { IterationCount = 100 }));
            var people = new PersonTable(c);
            foreach (var person in people.All())
                people.ChangePassword(
                    person.Id,
                    hasher.HashPassword(person, PasswordRule.Normal(Builder.People.Single(p => p.SignIn == person.SignIn).Password))
                );
            return 0;
        });
}
