using System.Text.RegularExpressions;

namespace Adnumera.Storage.Tests.Files;

/// <summary>What joins a list of ids to a table says in which order: SQLite, without statistics, once walked every bill for each of
/// them.</summary>
public sealed partial class JoinTests
{
    [GeneratedRegex("""json_each\(@\w+\) [a-z]\w*(?:\s|"\s*\+\s*\$?")+join """)]
    private static partial Regex LeftToChance();

    [Fact]
    public void No_list_of_ids_is_joined_in_whatever_order()
    {
        var left = Directory
            .EnumerateFiles(Path.Combine(Root(), "src", "Adnumera.Storage"), "*.cs", SearchOption.AllDirectories)
            .Where(f => LeftToChance().IsMatch(File.ReadAllText(f)))
            .Select(Path.GetFileName);
        Assert.Empty(left);
        Assert.Matches(LeftToChance(), "select d.id from json_each(@ids) j join document d on d.id = j.value");
    }

    private static string Root()
    {
        var at = AppContext.BaseDirectory;
        while (!File.Exists(Path.Combine(at, "Adnumera.slnx")))
            at = Path.GetDirectoryName(at)!;
        return at;
    }
}
