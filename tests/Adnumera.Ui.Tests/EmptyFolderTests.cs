using Adnumera.Ui.Driver;
using Adnumera.Web.Start;
using Microsoft.Extensions.DependencyInjection;
using OpenQA.Selenium;
using OpenQA.Selenium.Support.UI;

namespace Adnumera.Ui.Tests;

/// <summary>From an empty folder, in which nobody can sign in, to a first proof; and a second person let in.</summary>
public sealed class EmptyFolderTests
{
    [Fact]
    public async Task From_the_code_on_the_console_to_a_first_proof_and_a_second_person()
    {
        await using var house = await House.Open(Furnishing.Empty);
        using var browser = new Browser(house.Address);
        browser.Go("");
        browser.Heading("Begin");
        browser.AssertFits();
        browser.AssertAccessible("start");
        browser.Field("Code from the console").SendKeys("not-the-code");
        browser.Field("Your name").SendKeys("Theo Arkwright");
        browser.Field("What you sign in with").SendKeys("theo@quillfern.example");
        browser.Field("Password").SendKeys("press-and-plough-4");
        browser.Field("Name of the company").SendKeys("Quillfern Bindery");
        new SelectElement(browser.Field("Time zone")).SelectByValue("America/Chicago");
        browser.Button("Make both").Click();
        browser.Text("The code is another one");
        var code = browser.Field("Code from the console");
        code.Clear();
        code.SendKeys(house.Services.GetRequiredService<StartCode>().Text.ToUpperInvariant());
        browser.Button("Make both").Click();

        // Signed in; the way of setting up leads on.
        browser.Heading("Nothing has arrived yet");
        browser.Go("quillfern-bindery/set-up");
        browser.Heading("0 of 7 steps are done");
        browser.Link("Go on here").Click();
        browser.Button("Connect the ledger").Click();
        browser.Text("asks to read the chart of accounts");
        browser.Button("Allow").Click();
        browser.Text("The ledger is connected");
        var file = Path.Combine(house.Folder, "one.csv");
        await File.WriteAllTextAsync(
            file,
            "source,source_id,kind,document_date,reference,supplier,document_total,line,description,category,net\n"
                + "Supplier bills,B1,bill,2026-11-10,2291,Hexham Tannery,949.50,1,\"Goatskin, dyed\",Leather,949.50\n",
            TestContext.Current.CancellationToken
        );
        browser.Go("quillfern-bindery/arrivals/new");
        browser.Heading("Take in files");
        browser.Driver.FindElement(By.Id("file")).SendKeys(file);
        browser.Button("Take in 1 document").Click();
        browser.Heading("Arrivals");
        browser.Row("949.50");
        browser.Go("quillfern-bindery/mapping?kind=category&value=Leather");
        var account = browser.Field("Account for Leather");
        account.SendKeys("5120");
        browser.Find("//*[@role='option' and contains(., '5120')]").Click();
        browser.Text("If you save this");
        browser.Press(Keys.Control, Keys.Enter);
        browser.Text("“Leather” is mapped");
        browser.Go("quillfern-bindery/posting");
        browser.Heading("1 document ready");
        browser.Press(Keys.Control, Keys.Enter);
        browser.Find("//*[@role='dialog']//button[contains(., 'ost')]");
        browser.Press(Keys.Control, Keys.Enter);
        browser.Text("1 of 1: 1 accepted");
        browser.Go("quillfern-bindery/proof");
        browser.Heading("Nothing was proved yet");
        browser.Press(Keys.Control, Keys.Enter);
        browser.Heading("The entry stands in the ledger as intended");

        // A second person, by a link.
        browser.Go("quillfern-bindery/set-up/people");
        browser.Heading("1 person works in this company");
        browser.Field("Invite").SendKeys("Ines");
        browser.Button("Make an invitation").Click();
        var link = browser.Field("Link of the invitation").GetAttribute("value")!;
        browser.AssertFits();
        browser.AssertAccessible("invited");
        using (var other = new Browser(house.Address))
        {
            other.Driver.Navigate().GoToUrl(link);
            other.Heading("You are invited into Quillfern Bindery");
            other.AssertAccessible("invitation");
            other.Field("Your name").SendKeys("Ines Calder");
            other.Field("What you sign in with").SendKeys("ines@quillfern.example");
            other.Field("Password").SendKeys("password1234");
            other.Button("Join Quillfern Bindery").Click();
            other.Text("tried first");
            other.Field("Password").Clear();
            other.Field("Password").SendKeys("folio-and-thread-7");
            other.Button("Join Quillfern Bindery").Click();
            other.Heading("Of 949.50 that arrived, 949.50 is proved");
            other.Go("quillfern-bindery/set-up/people");
            other.Text("An administrator sees who works here");

            // The administrator makes her a spender: the books are closed to her at once.
            browser.Driver.Navigate().Refresh();
            browser.Heading("2 people work in this company");
            new SelectElement(browser.Field("What Ines Calder is")).SelectByText("spender");
            browser.Text("Ines Calder is spender now");
            other.Driver.Navigate().Refresh();
            other.Heading("The books of this company are closed to you");
            other.AssertAccessible("closed");
        }

        // The link let one person in.
        using var third = new Browser(house.Address);
        third.Driver.Navigate().GoToUrl(link);
        third.Heading("This invitation does not lead in");
    }
}
