using Adnumera.Core.Ledger;

namespace Adnumera.Core.Tests.Ledger;

public class SupplierTests
{
    private static readonly HashSet<(string, string)> NobodyApart = [];

    [Theory]
    [InlineData("Peregrine Box & Board", "PEREGRINE BOX AND BOARD LTD.", 1)]
    [InlineData("The Larkspur Thread Co.", "Larkspur Thread", 1)]
    [InlineData("LLC", "LLC", 1)] // nothing but a legal form is still a name
    [InlineData("Hexham Tannery", "", 0)]
    public void Names_are_compared_without_what_does_not_tell_them_apart(string left, string right, double likeness) => Assert.Equal(likeness, Likeness.Of(left, right));

    [Fact]
    public void A_spelling_of_a_source_is_proposed_for_the_supplier_of_the_ledger_and_nothing_else()
    {
        var proposal = Assert.Single(SupplierProposals.Of(["Hexham Tannerry", "Vellum & Verso", "Marrow & Oake"], [new("S1", "Hexham Tannery"), new("S2", "Marrow & Oake"), new("S3", "Marrowfield Oaks")], NobodyApart));
        Assert.Equal((SupplierProposalKind.Link, "Hexham Tannerry", "S1"), (proposal.Kind, proposal.Left, proposal.RightId));
        Assert.InRange(proposal.Confidence, 0.85, 0.96);
    }

    [Fact]
    public void Two_of_the_ledger_are_proposed_by_tax_number_domain_or_address_and_each_is_said()
    {
        var left = new LedgerSupplier("S1", "Larkspur Thread Co.", "00-5550112", "a@larkspur.example", "5 Mill Lane");
        Assert.Equal(["the same tax number", "the same e-mail domain, larkspur.example", "the same address"],
            Assert.Single(SupplierProposals.Of([], [left, new("S2", "Silk and Linen", "005550112", "b@Larkspur.example", "5  mill lane")], NobodyApart)).Evidence.Select(e => e.ToLowerInvariant()));
        Assert.Empty(SupplierProposals.Of([], [left, new("S2", "Silk and Linen", "00-5550113", "b@silk.example", "6 Mill Lane")], NobodyApart));
    }

    [Fact]
    public void What_a_person_said_is_not_the_same_is_remembered() =>
        Assert.Empty(SupplierProposals.Of(["Hexham Tannerry"], [new("S1", "Hexham Tannery")], new HashSet<(string, string)> { (Folded.Of("Hexham Tannerry"), Folded.Of("Hexham Tannery")) }));

    [Fact]
    public void A_linked_spelling_goes_out_under_the_name_of_the_ledger()
    {
        var directory = new SupplierDirectory(["Peregrine Box & Board"], [("Peregrine Ltd", "PEREGRINE BOX & BOARD"), ("New Ltd", "New and Co")]);
        Assert.Equal("Peregrine Box & Board", directory.NameOf(" peregrine  LTD"));
        Assert.Equal(("New and Co", false), (directory.NameOf("New Ltd"), directory.IsInLedger(directory.NameOf("New Ltd"))));
        Assert.Equal("Somebody", directory.NameOf("Somebody"));
    }
}
