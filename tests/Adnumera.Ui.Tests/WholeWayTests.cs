using Adnumera.Demo;
using Adnumera.Ui.Driver;
using OpenQA.Selenium;

namespace Adnumera.Ui.Tests;

/// <summary>From an empty company to a proved entry, with the keyboard.</summary>
public sealed class WholeWayTests
{
    [Fact]
    public async Task From_sign_in_to_proof_with_the_keyboard()
    {
        await using var house = await House.Open(Furnishing.Bare);
        using var browser = new Browser(house.Address);
        var (_, signIn, password, _) = Builder.People.Single(p => p.Role == "administrator");

        browser.Go("");
        browser.Heading("Sign in");
        browser.AssertAccessible();
        browser.Press(signIn);
        browser.Press(Keys.Tab);
        browser.Press("not it");
        browser.Press(Keys.Enter);
        browser.Text("do not belong together");
        browser.Press(password);
        browser.Press(Keys.Enter);
        browser.Heading("Nothing has arrived yet");
        browser.AssertAccessible();

        // Connect: the way leads there, and the ledger's owner allows it on the ledger's own page.
        browser.Go("bindery/set-up");
        browser.Heading("0 of 7 steps are done");
        browser.AssertAccessible();
        Activate(browser, browser.Link("Go on here"));
        Activate(browser, browser.Button("Connect the ledger"));
        browser.Text("asks to read the chart of accounts");
        Activate(browser, browser.Button("Allow"));
        browser.Text("The ledger is connected");
        browser.Go("bindery/set-up/accounts");
        browser.Row("2100 Accounts payable");
        browser.Go("bindery/set-up");
        browser.Heading("2 of 7 steps are done");

        // Take a file in: first shown, then saved.
        var file = Path.Combine(house.Folder, "two.csv");
        await File.WriteAllTextAsync(
            file,
            "source,source_id,kind,document_date,reference,supplier,payment_account,document_total,line,description,category,net\n"
                + "Supplier bills,B1,bill,2026-11-10,2291,Hexham Tannery,,949.50,1,\"Goatskin, dyed\",Leather,949.50\n"
                + "Company card,C1,card_charge,2026-11-11,,Fennel Street Post,4417,27.80,1,Parcels,Courier,27.80\n",
            TestContext.Current.CancellationToken
        );
        browser.Go("bindery/arrivals/new");
        browser.Heading("Take in files");
        browser.Driver.FindElement(By.Id("file")).SendKeys(file);
        Activate(browser, browser.Button("Take in 2 documents"));
        browser.Heading("Arrivals");
        browser.Row("949.50");
        browser.Driver.Navigate().Refresh();

        // Map what waits: type, Enter, Ctrl+Enter, on to the next.
        browser.Go("bindery/mapping");
        Map(browser, "Leather", "5120");
        browser.Heading("What decides a line of “Courier”");
        Map(browser, "Courier", "6220");
        browser.Text("“Courier” is mapped");
        browser.Go("bindery/mapping?kind=payment_account");
        Map(browser, "4417", "2210");
        browser.Text("“4417” is mapped");
        browser.Go("bindery/mapping/history");
        browser.Row("by hand");

        browser.Go("bindery/posting");
        browser.Heading("2 documents ready");
        browser.Press(Keys.Control, Keys.Enter);
        browser.Find("//*[@role='dialog']//button[contains(., 'ost')]");
        browser.AssertAccessible("asked once");
        browser.Press(Keys.Enter);
        browser.Text("2 of 2: 2 accepted");
        browser.Text("in the ledger as E1001");
        browser.AssertAccessible();

        browser.Go("bindery/proof");
        browser.Heading("Nothing was proved yet");
        browser.Press(Keys.Control, Keys.Enter);
        browser.Heading("All 2 entries stand in the ledger as intended");
        browser.Text("agree with the trial balance");

        browser.Go("bindery/count");
        browser.Heading("Of 977.30 that arrived, 977.30 is proved");
        browser.Text("Nothing waits for you");
        Assert.Equal(2, house.Books.Latest(10).Count);

        // The ledger is altered behind our back, on its own pages; the next proof says how.
        browser.Driver.Navigate().GoToUrl($"{house.LedgerAddress}/quillfern-bindery/entries/E1001");
        var cost = browser.Driver.FindElement(By.Name("account1"));
        cost.Clear();
        cost.SendKeys("6990");
        browser.Button("Save").Click();
        browser.Go("bindery/proof");
        browser.Heading("All 2 entries");
        browser.Press(Keys.Control, Keys.Enter);
        browser.Heading("1 difference, 949.50 in question");
        browser.Row("6990 Sundry");
    }

    [Fact]
    public async Task A_reader_sees_everything_and_is_offered_nothing_to_change()
    {
        await using var house = await House.Open(Furnishing.Demo);
        using var browser = new Browser(house.Address);
        var (_, signIn, password, _) = Builder.People.Single(p => p.Role == "reader");
        browser.SignIn(signIn, password);
        foreach (
            var (view, heading) in ((string, string)[])
                [
                    ("posting", "ready"),
                    ("proof", "All 74 entries"),
                    ("mapping", "Categories"),
                    ("arrivals", "Arrivals"),
                    ("set-up/ledger", "Ledger"),
                    ("set-up/choices", "What becomes of documents"),
                    ("mapping/grid", "Many at once"),
                    ("mapping/payment-accounts", "for a payment account"),
                    ("mapping/book", "Mapping book of"),
                ]
        )
        {
            browser.Go($"bindery/{view}");
            browser.Heading(heading);
            browser.Settled();
            Assert.False(
                browser.Has(
                    "//main//*[contains(concat(' ', @class, ' '), ' btn ') and not(contains(., 'Show more')) and not(contains(., 'Print'))]"
                ),
                view
            );
        }

        browser.Go("bindery/arrivals?state=held&text=2321");
        browser.Row("2321").Click();
        browser.Heading("Why it waits");
        Assert.False(browser.Has("//main//input"));
    }

    private static void Activate(Browser browser, IWebElement element)
    {
        ((IJavaScriptExecutor)browser.Driver).ExecuteScript("arguments[0].focus()", element);
        browser.Press(Keys.Enter);
    }

    private static void Map(Browser browser, string value, string account)
    {
        var field = browser.Field($"Account for {value}");
        ((IJavaScriptExecutor)browser.Driver).ExecuteScript("arguments[0].focus()", field);
        browser.Press(account);
        browser.Find($"//*[@role='option' and contains(., '{account}')]");
        browser.Press(Keys.ArrowDown);
        browser.Press(Keys.Enter);
        browser.Text("If you save this");
        browser.Press(Keys.Control, Keys.Enter);
    }
}
