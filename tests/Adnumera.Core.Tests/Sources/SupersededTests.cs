using Adnumera.Core.Documents;
using Adnumera.Core.Sources;
using CsCheck;

namespace Adnumera.Core.Tests.Sources;

public class SupersededTests
{
    [Fact]
    public void A_version_is_known_by_what_it_replaced_and_by_what_replaced_it()
    {
        var records = new SupersededRecords([Said("a", "b"), Said("b", "c")]);
        Assert.Equal(["c", "b", "a"], records.NamesOf(Id("c")).Select(i => i.SourceId));
        Assert.Equal(Id("c"), records.LaterThan(Id("a")));
        Assert.Null(records.LaterThan(Id("c")));
        Assert.Null(records.LaterThan(Id("z")));
        Assert.False(records.IsDeleted(Id("a")));
    }

    [Fact]
    public void Of_two_of_one_file_the_first_replaces_and_what_another_file_replaces_again_follows_it()
    {
        var records = new SupersededRecords([]);
        Assert.Equal([Said("a", "b")], records.Add([Said("a", "b"), Said("a", "c")]));
        Assert.Equal([Said("b", "d")], records.Add([Said("a", "d")]));
        Assert.Equal(Id("d"), records.LaterThan(Id("a")));
        Assert.Empty(records.Add([Said("a", "b"), Said("a", "d")]));
    }

    [Fact]
    public void What_is_deleted_by_an_older_id_is_deleted_and_a_later_version_brings_it_back()
    {
        var records = new SupersededRecords([Said("a", "b")]);
        Assert.Equal([Said("b", null)], records.Add([Said("a", null)]));
        Assert.True(records.IsDeleted(Id("a")) && records.IsDeleted(Id("b")));
        Assert.Null(records.LaterThan(Id("a")));
        Assert.Empty(records.Add([Said("b", null)]));
        Assert.Equal([Said("a", "e")], records.Add([Said("a", "e")]));
        Assert.Equal(Id("e"), records.LaterThan(Id("a")));
    }

    [Fact]
    public void Whatever_files_say_no_chain_goes_round() =>
        Gen.Select(Gen.Int[0, 5], Gen.Int[-1, 5])
            .List[0, 30]
            .Sample(said =>
            {
                var records = new SupersededRecords([]);
                foreach (var (of, by) in said)
                    records.Add([Said($"{of}", by < 0 ? null : $"{by}")]);
                for (var i = 0; i <= 5; i++)
                    Assert.True(records.NamesOf(Id($"{i}")).Take(8).Count() <= 6 && records.LaterThan(Id($"{i}")) != Id($"{i}"));
            });

    private static DocumentIdentity Id(string id) => new("Card", id);

    private static Superseded Said(string of, string? by) => new(Id(of), by is null ? null : Id(by));
}
