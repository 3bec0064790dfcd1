using System.Reflection;
using NetArchTest.Rules;

namespace Adnumera.Core.Tests;

/// <summary>The folders of a floor lie one above another: none reaches a folder that reaches it. The order stands in
/// docs/architecture.md.</summary>
public class FolderTests
{
    public static TheoryData<string> Floors =>
        [
            "Adnumera.Core",
            "Adnumera.Formats",
            "Adnumera.Storage",
            "Adnumera.LedgerClient",
            "Adnumera.SourceClient",
            "Adnumera.Web",
            "Adnumera.Cli",
        ];

    [Theory, MemberData(nameof(Floors))]
    public void No_folders_go_round_in_a_circle(string floor)
    {
        var circle = Circle(Arrows(floor));
        Assert.True(circle is null, $"{floor}: {circle}");
    }

    [Fact]
    public void A_circle_is_found_however_long_it_is()
    {
        Dictionary<string, string[]> arrows = new()
        {
            ["Posting"] = ["Entries"],
            ["Entries"] = ["Mapping", "Ledger"],
            ["Mapping"] = ["Ledger"],
            ["Ledger"] = [],
        };
        Assert.Null(Circle(arrows));
        arrows["Ledger"] = ["Entries"];
        Assert.Equal("Entries → Mapping → Ledger → Entries", Circle(arrows));
    }

    private static Dictionary<string, string[]> Arrows(string floor)
    {
        var assembly = Assembly.Load(floor == "Adnumera.Cli" ? "adnumera-cli" : floor);
        var folders = assembly
            .GetTypes()
            .Select(t => t.Namespace ?? "")
            .Where(n => n.StartsWith($"{floor}.", StringComparison.Ordinal))
            .Select(n => n[(floor.Length + 1)..].Split('.')[0])
            .Distinct()
            .ToList();
        return folders.ToDictionary(
            from => from,
            from => folders.Where(to => to != from && Needs(assembly, $"{floor}.{from}", $"{floor}.{to}")).ToArray()
        );
    }

    private static bool Needs(Assembly assembly, string from, string to) =>
        Types.InAssembly(assembly).That().ResideInNamespace(from).And().HaveDependencyOn(to).GetTypes().Any();

    // The first way that comes back to a folder it went through.
    private static string? Circle(Dictionary<string, string[]> arrows)
    {
        var done = new HashSet<string>();
        return arrows.Keys.Select(k => From(k, [])).FirstOrDefault(c => c is not null);

        string? From(string folder, List<string> way)
        {
            if (way.IndexOf(folder) is >= 0 and var begin)
                return string.Join(" → ", [.. way.Skip(begin), folder]);
            if (done.Contains(folder))
                return null;
            var found = arrows[folder].Select(to => From(to, [.. way, folder])).FirstOrDefault(c => c is not null);
            done.Add(folder);
            return found;
        }
    }
}
