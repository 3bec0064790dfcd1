using System.Text;
using Adnumera.Core.Amounts;
using Adnumera.Core.Documents;
using Adnumera.Core.Feeds;
using Adnumera.Core.Sources;
using Adnumera.Formats.Feeds;
using Adnumera.Formats.Reading;

namespace Adnumera.Formats.Tests.Feeds;

/// <summary>What a feed delivers, as a file and as records.</summary>
public class FeedFileTests
{
    private static readonly ReadingChoices Choices = new("Card", Currency.Usd) { IsStrict = true, HoldsFaulty = true };

    private static FeedRecord Charge(string id, string amount = "12.50", FeedStanding standing = FeedStanding.Stands) =>
        new(
            id,
            $"movement {id}",
            standing,
            "4417",
            new TypedDocument(
                new Dictionary<string, string>
                {
                    ["kind"] = "card_charge",
                    ["document_date"] = "2026-11-10",
                    ["supplier"] = "Fennel Street Post",
                    ["payment_account"] = "4417",
                    ["document_total"] = amount,
                },
                [new Dictionary<string, string> { ["description"] = "Parcels, \"large\"", ["net"] = amount }]
            )
        )
        {
            ForeignAmount = "11.20 EUR",
        };

    [Fact]
    public void Records_are_the_same_after_their_file_was_written_and_read()
    {
        var bytes = FeedFile.Write(FeedKind.Card, [Charge("C1"), Charge("C2", "1.00", FeedStanding.Cancelled)]);
        Assert.True(FeedFile.Recognises(bytes));
        Assert.Equal(ArrivalForm.Feed, OpenForms.All.For(new ArrivedFile("x.json", bytes))!.Form);
        var read = FeedFile.Read(bytes);
        Assert.Equal([("C1", FeedStanding.Stands), ("C2", FeedStanding.Cancelled)], read.Select(r => (r.Id, r.Standing)));
        Assert.Equal("Parcels, \"large\"", read[0].Typed.Lines[0]["description"]);
        Assert.Equal("11.20 EUR", read[0].ForeignAmount);
        Assert.Throws<FileFaultException>(() => FeedFile.Read(bytes[..^9]));
        Assert.Throws<FileFaultException>(() => FeedFile.Read(Encoding.UTF8.GetBytes("{\"feed\":\"card\",\"records\":[null]}")));
    }

    [Fact]
    public void What_stands_is_a_document_what_is_pending_is_shown_and_what_is_cancelled_goes()
    {
        var problems = new Problems();
        var arrived = FeedFile.Arrived(
            "pull",
            [Charge("C1"), Charge("C2", "8.00", FeedStanding.Pending), Charge("C3", "9.00", FeedStanding.Cancelled)],
            Choices,
            problems
        );
        Assert.False(problems.Any);
        var document = Assert.IsType<ArrivedRecord.Taken>(arrived[0]).Document;
        Assert.Equal(
            (new DocumentIdentity("Card", "C1"), DocumentKind.CardCharge, 1250, "11.20 EUR", "movement C1"),
            (document.Identity, document.Kind, document.Total, document.ForeignAmount, arrived[0].Place)
        );
        var pending = Assert.IsType<ArrivedRecord.Skipped>(arrived[1]);
        Assert.Equal((SkipReason.Pending, 800), (pending.Reason, pending.Amount));
        Assert.Equal(["C3"], ArrivedRecords.DeletedElsewhere(arrived));
        Assert.Equal(["C1", "C2"], ArrivedRecords.Corrected(arrived).Select(r => r.SourceId));
    }

    [Fact]
    public void What_cannot_be_read_is_held_with_its_place_and_the_others_come()
    {
        var problems = new Problems();
        var arrived = FeedFile.Arrived("pull", [Charge("C1"), Charge("C2", "a lot"), Charge("C3")], Choices, problems);
        Assert.False(problems.Any);
        Assert.Equal(["C1", "C3"], arrived.OfType<ArrivedRecord.Taken>().Select(r => r.SourceId));
        var faulty = Assert.Single(arrived.OfType<ArrivedRecord.Faulty>());
        Assert.Equal("a lot", faulty.Typed["document_total"]);
        Assert.Contains(faulty.Said, p => p.Column == "movement C2, document_total");
    }
}
