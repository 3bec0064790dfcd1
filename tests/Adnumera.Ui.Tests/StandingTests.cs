using Adnumera.Ui.Driver;
using OpenQA.Selenium;

namespace Adnumera.Ui.Tests;

/// <summary>A standing decision, from a document's page to its rehearsal, its use, and its end.</summary>
public sealed class StandingTests(DemoHouse demo) : IClassFixture<DemoHouse>
{
    private readonly Browser browser = demo.Browser;

    private void Check(string state = "")
    {
        browser.Settled();
        browser.AssertFits();
        browser.AssertAccessible(state);
    }

    private void Type(string label, string text)
    {
        var field = browser.Find($"//form[@aria-label='A standing decision']//label[starts-with(normalize-space(.), '{label}')]//input");
        field.SendKeys(Keys.Control + "a");
        field.SendKeys(text);
    }

    [Fact]
    public void It_begins_on_a_documents_page_is_rehearsed_and_shown_where_it_acted()
    {
        browser.Go("bindery/mapping/standing");
        browser.Text("Nothing is decided once and for all yet");
        Check();

        browser.Go("bindery/arrivals?state=held");
        browser.Row("2311").Click();
        browser.Heading("Ruddock Tool Sharpening");
        browser.Link("Decide this once and for all").Click();
        browser.Find("//form[@aria-label='A standing decision']//input[@value='Ruddock Tool Sharpening' or @placeholder='in any case']");
        Type("Called", "Sharpening is tools");
        browser.Find("//input[@aria-label='To what, 1']").SendKeys("Small tools");
        browser.Text("It fits 4 documents");
        browser.Text("4 open documents change");
        browser.Text("are released");
        Check("writing");
        browser.Button("and something more").Click();
        browser.Find("//input[@aria-label='To what, 2']").SendKeys("Workshop");
        browser.Text("It fits 4 documents");
        browser.Button("Let it stand").Click();
        browser.Text("Sharpening is tools stands from now on.");
        var row = browser.Row("Sharpening is tools").Text;
        Assert.Contains("supplier Ruddock Tool Sharpening", row);
        Assert.Contains("category Small tools, label Workshop", row);

        browser.Go("bindery/arrivals?label=Workshop");
        browser.Row("2311").Click();
        browser.Heading("Decided once and for all");
        browser.Text("line 1: category Sharpening → Small tools");
        Check("decided");
        browser.Link("Sharpening is tools").Click();
        browser.Find("//form[@aria-label='A standing decision']");
        browser.Button("End it").Click();
        browser.Text("Sharpening is tools stands no more.");
        browser.Text("Nothing is decided once and for all yet");
        browser.Button("Undo").Click();
        browser.Row("Sharpening is tools");
    }

    [Fact]
    public void A_refund_shows_what_it_gives_back_and_another_may_be_chosen()
    {
        var path = Path.Combine(demo.House.Folder, "larch.csv");
        File.WriteAllText(
            path,
            "source,source_id,kind,document_date,supplier,payment_account,document_total,line,description,category,net\n"
                + "Company card,RV1,card_charge,2026-11-13,Larch & Lantern,4417,31.50,1,Two tickets,Small tools,31.50\n"
                + "Company card,RV2,card_charge,2026-11-14,Larch & Lantern,4417,31.50,1,Two tickets,Meals,31.50\n"
                + "Company card,RV3,card_refund,2026-11-16,Larch & Lantern,4417,31.50,1,Two tickets,,31.50\n"
        );
        browser.Go("bindery/arrivals/new");
        browser.Heading("Take in files");
        browser.Driver.FindElement(By.Id("file")).SendKeys(path);
        browser.Button("Take in 3 documents").Click();
        browser.Text("3 documents added");
        browser.Go("bindery/arrivals?kind=card_refund&state=held");
        browser.Row("Larch & Lantern").Click();
        browser.Heading("What it gives back");
        browser.Text("Nothing that is here was found");
        browser.Button("Choose it").Click();
        browser.Text("because the amount is the same");
        Check("giving back");
        browser.Button("this one, Larch & Lantern, card charge RV1").Click();
        browser.Text("as a person chose");
        browser.Find("//table//td[contains(., '6410 Small tools')]");
        browser.Button("Undo").Click();
        browser.Text("Nothing that is here was found");
    }

    [Fact]
    public void A_price_that_moved_is_accepted_for_this_time_only()
    {
        var path = Path.Combine(demo.House.Folder, "prices.csv");
        var (header, rows) = (
            "source,source_id,kind,document_date,reference,supplier,document_total,line,category,item,quantity,unit_price,net\n",
            new[] { ("01-12", "40.00"), ("03-02", "41.00"), ("10-08", "46.00"), ("11-17", "52.90") }
        );
        File.WriteAllText(
            path,
            header
                + string.Concat(
                    rows.Select(
                        (r, i) =>
                            $"Supplier bills,PW{i},bill,2026-{r.Item1},PW{i},Hexham Tannery,{r.Item2},1,Leather,"
                            + $"Vellum half skin,1,{r.Item2},"
                            + $"{r.Item2}\n"
                    )
                )
                + "Supplier bills,PW9,bill,2026-10-20,PW9,Marrow & Oake,43.50,1,Leather,Vellum half skin,1,43.50,43.50\n"
        );
        browser.Go("bindery/arrivals/new");
        browser.Heading("Take in files");
        browser.Driver.FindElement(By.Id("file")).SendKeys(path);
        browser.Button("Take in 5 documents").Click();
        browser.Heading("Arrivals");
        browser.Link("2 prices moved").Click();
        browser.Heading("Prices that moved");
        browser.Row("+32.3 %");
        browser.Find("//svg[contains(@aria-label, '52.90')] | //*[name()='svg' and contains(@aria-label, '52.90')]");
        browser.Row("43.50");
        Check();
        browser.Find("//tr[contains(., '52.90')]//button[starts-with(normalize-space(.), 'this time')]").Click();
        browser.Text("Accepted for this time only.");
        browser.Gone("//table[1]//tr[contains(., '+32.3 %') and contains(., 'new price')]");
        browser.Button("the new prices");
        browser.Button("Undo").Click();
        browser.Text("It waits again.");
        browser.Row("+32.3 %");
    }
}
