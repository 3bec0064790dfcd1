using Adnumera.Demo;
using Adnumera.Ui.Driver;
using OpenQA.Selenium.Support.UI;

namespace Adnumera.Ui.Tests;

/// <summary>Each source that delivers by itself, from its owner's consent to documents.</summary>
public sealed class FeedRoomTests : IAsyncLifetime
{
    private House house = null!;
    private Browser browser = null!;

    public async ValueTask InitializeAsync()
    {
        house = await House.Open(Furnishing.Connected, withSources: true);
        new SourceDesks().Fill(house.Desks);
        browser = new Browser(house.Address);
        browser.SignIn("theo@quillfern.example", "press-and-plough-4");
    }

    public async ValueTask DisposeAsync()
    {
        browser.Dispose();
        await house.DisposeAsync();
    }

    private void Check(string state = "")
    {
        browser.Settled();
        browser.AssertFits();
        browser.AssertAccessible(state);
    }

    private void Connect(string kind, string fromDay)
    {
        browser.Go("bindery/set-up/feeds");
        browser.Heading("Feeds");
        browser.Button(kind).Click();
        browser.Find("//label[contains(., 'From which day on')]//input").SendKeys(fromDay);
        new SelectElement(browser.Find("//label[contains(., 'Pulled')]//select")).SelectByText("by hand");
        if (kind == "Card issuer")
            Check("connecting");
        browser.Button("consent").Click();

        // The source's own page asks its owner.
        browser.Heading("Allow a connection");
        browser.Button("Allow").Click();
        browser.Text("The source is connected.");
    }

    private void Choose(string value, string whose) =>
        browser.Find($"//*[@role='radiogroup' and contains(@aria-label, '{value}')]//label[contains(., '{whose}')]/input").Click();

    private void Pull(string brought)
    {
        browser.Button("Pull now").Click();
        browser.Text(brought);
    }

    [Fact]
    public void Five_sources_and_a_folder_from_consent_to_documents()
    {
        Connect("Card issuer", "2026-11-01");
        Choose("4417", "ours");
        browser.Text("4417: ours.");
        Choose("4425", "ours");
        browser.Text("4425: ours.");
        Pull("1 pending there");
        browser.Text("8810");
        Check();
        new SelectElement(browser.Find("//select[@aria-label='Month to compare']")).SelectByText("November 2026");
        browser.Button("Compare").Click();
        browser.Text("counts what arrived");
        browser.Button("ours, movement CM9002").Click();
        browser.Gone("//td[contains(., 'movement CM9002')]");

        Connect("Expense claims", "2026-11-01");
        Choose("Bindery", "ours");
        Choose("Reading Room", "another company");
        Pull("another company’s");
        Connect("Online marketplace", "2026-11-01");
        Choose("bindery", "ours");
        Pull("1 pending there");
        Connect("Purchasing", "2026-11-01");
        Choose("Bindery", "ours");
        Pull("1 to decide whose");
        Connect("Mailbox of bills", "2026-11-01");
        Choose("bills", "ours");
        Pull("could not be read");
        browser.Text("catalogue.txt");
        Check("refused");
        browser.Button("leave, catalogue.txt").Click();
        browser.Gone("//td[contains(., 'catalogue.txt')]");

        browser.Go("bindery/set-up/feeds");
        browser.Row("Mailbox of bills");
        Check("connected");
        browser.Row("Purchasing").Click();
        browser.Link("Its documents").Click();
        browser.Heading("Arrivals");
        browser.Row("Marrow & Oake").Click();
        browser.Text("arrived from Purchasing");

        browser.Go("bindery/set-up/feeds");
        browser.Button("Watched folder").Click();
        browser.Find("//label[contains(., 'Folder')]//input").SendKeys("scanner");
        browser.Button("Watch this folder").Click();
        browser.Text("incoming/bindery/scanner");
        Pull("nothing new");
    }
}
