using Adnumera.Core.Ledger;
using Adnumera.Core.Suppliers;
using CsCheck;
using static Adnumera.Core.Tests.Worlds;

namespace Adnumera.Core.Tests.Suppliers;

public class SupplierTests
{
    private static readonly HashSet<(string, string)> NobodyApart = [];

    [Theory]
    [InlineData("Peregrine Box & Board", "PEREGRINE BOX AND BOARD LTD.", 1)]
    [InlineData("The Larkspur Thread Co.", "Larkspur Thread", 1)]
    [InlineData("LLC", "LLC", 1)] // nothing but a legal form is still a name
    [InlineData("Hexham Tannery", "", 0)]
    public void Names_are_compared_without_what_does_not_tell_them_apart(string left, string right, double likeness) =>
        Assert.Equal(likeness, Likeness.Of(left, right));

    [Fact]
    public void A_spelling_of_a_source_is_proposed_for_the_supplier_of_the_ledger_and_nothing_else()
    {
        var proposal = Assert.Single(
            Proposals(
                ["Hexham Tannerry", "Vellum & Verso", "Marrow & Oake"],
                [new("S1", "Hexham Tannery"), new("S2", "Marrow & Oake"), new("S3", "Marrowfield Oaks")],
                NobodyApart
            )
        );
        Assert.Equal((SupplierProposalKind.Link, "Hexham Tannerry", "S1"), (proposal.Kind, proposal.Left, proposal.RightId));
        Assert.InRange(proposal.Confidence, 0.85, 0.96);
    }

    [Fact]
    public void Two_of_the_ledger_are_proposed_by_tax_number_domain_or_address_and_each_is_said()
    {
        var left = new LedgerSupplier("S1", "Larkspur Thread Co.", "00-5550112", "a@larkspur.example", "5 Mill Lane").Marked(Mark);
        var right = new LedgerSupplier("S2", "Silk and Linen", "005550112", "b@Larkspur.example", "5  mill lane").Marked(Mark);
        static string Mark(string number) => $"mark of {number}";
        Assert.Equal("mark of 005550112", left.TaxNumber);
        Assert.Equal(
            ["the same tax number", "the same e-mail domain, larkspur.example", "the same address"],
            Assert.Single(SupplierProposals.Twins([left, right], NobodyApart)).Evidence.Select(e => e.ToLowerInvariant())
        );
        Assert.Empty(
            SupplierProposals.Twins([left, new("S2", "Silk and Linen", "00-5550113", "b@silk.example", "6 Mill Lane")], NobodyApart)
        );
    }

    [Fact]
    public void What_a_person_said_is_not_the_same_is_remembered() =>
        Assert.Empty(
            Proposals(
                ["Hexham Tannerry"],
                [new("S1", "Hexham Tannery")],
                new HashSet<(string, string)> { (Folded.Of("Hexham Tannery"), Folded.Of("Hexham Tannerry")) }
            )
        ); // either way round

    [Fact]
    public void Two_spellings_of_the_sources_are_proposed_once_the_later_for_the_earlier_and_numbers_tell_apart()
    {
        var proposal = Assert.Single(
            Proposals(["Vellum and Verso", "Vellum & Verso LLC", "Unit 12 Storage", "Unit 21 Storage"], [], NobodyApart)
        );
        Assert.Equal(
            (SupplierProposalKind.Merge, "Vellum & Verso LLC", "Vellum and Verso", 0.97),
            (proposal.Kind, proposal.Left, proposal.Right, proposal.Confidence)
        );
    }

    // The rule itself: all pairs, compared one by one.
    [Fact]
    public void Names_that_are_alike_are_found_as_if_each_were_compared_with_each() =>
        Names.Sample(
            names =>
            {
                var found = new AlikeNames(names);
                foreach (var name in names)
                {
                    string Digits(string text) => string.Concat(text.Where(char.IsAsciiDigit));
                    var expected = names
                        .Where(o => !Folded.Same(o, name) && Likeness.Of(o, name) >= AlikeNames.Enough && Digits(o) == Digits(name))
                        .Order(StringComparer.Ordinal);
                    Assert.Equal(expected, found.Like(name, int.MaxValue).Select(l => l.Name).Order(StringComparer.Ordinal));
                }
            },
            iter: 300
        );

    // Names of a few words, each now and then with a letter too many, too few, or two swapped.
    private static readonly Gen<string[]> Names = Gen.Select(
            OneOf("Hexham", "Tannery", "Box", "Board", "Larkspur", "Thread", "12", "of", "LLC").Array[1, 3],
            Gen.Int[0, 40],
            Gen.Int[0, 3]
        )
        .Select(
            (words, at, how) =>
            {
                var name = string.Join(' ', words);
                if (at >= name.Length - 1)
                    return name;
                return how switch
                {
                    0 => name,
                    1 => name.Remove(at, 1),
                    2 => name.Insert(at, "e"),
                    _ => $"{name[..at]}{name[at + 1]}{name[at]}{name[(at + 2)..]}",
                };
            }
        )
        .Array[2, 12]
        .Select(names => names.Where(n => n.Trim().Length > 0).DistinctBy(Folded.Of).ToArray());

    private static IReadOnlyList<SupplierProposal> Proposals(
        string[] spellings,
        LedgerSupplier[] ledger,
        IReadOnlySet<(string, string)> apart
    ) => SupplierProposals.Of(spellings, spellings, ledger, apart);

    [Fact]
    public void A_linked_spelling_goes_out_under_the_name_of_the_ledger()
    {
        var directory = new SupplierDirectory(
            ["Peregrine Box & Board"],
            [("Peregrine Ltd", "PEREGRINE BOX & BOARD"), ("New Ltd", "New and Co")]
        );
        Assert.Equal("Peregrine Box & Board", directory.NameOf(" peregrine  LTD"));
        Assert.Equal(("New and Co", false), (directory.NameOf("New Ltd"), directory.IsInLedger(directory.NameOf("New Ltd"))));
        Assert.Equal("Somebody", directory.NameOf("Somebody"));
    }
}
