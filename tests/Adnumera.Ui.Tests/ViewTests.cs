using Adnumera.Demo;
using Adnumera.Ui.Driver;
using OpenQA.Selenium;

namespace Adnumera.Ui.Tests;

/// <summary>The demo, opened once for the tests of the views.</summary>
public sealed class DemoHouse : IAsyncLifetime
{
    public House House { get; private set; } = null!;

    public Browser Browser { get; private set; } = null!;

    public async ValueTask InitializeAsync()
    {
        House = await House.Open(Furnishing.Demo);
        Browser = new Browser(House.Address);
        var (_, signIn, password, _) = Builder.People.Single(p => p.Role == "administrator");
        Browser.SignIn(signIn, password);
    }

    public async ValueTask DisposeAsync()
    {
        Browser.Dispose();
        await House.DisposeAsync();
    }
}

/// <summary>Each view on the demo's data: what it shows, its keys, its accessibility.</summary>
public sealed class ViewTests(DemoHouse demo) : IClassFixture<DemoHouse>
{
    private readonly Browser browser = demo.Browser;

    private void Check()
    {
        browser.Settled();
        browser.AssertFits();
        browser.AssertAccessible();
    }

    [Fact]
    public void The_count_shows_conservation_and_every_number_leads_on()
    {
        browser.Go("bindery/count");
        browser.Heading("that arrived");
        browser.Text("Nothing is lost");
        Assert.Equal(3, browser.Driver.FindElements(By.CssSelector("svg[role=group]")).Count);
        Check();
        browser.Find("//*[local-name()='a' and starts-with(@aria-label, 'proved')]").Click();
        browser.Heading("Arrivals");
        Assert.Contains("state=proved", browser.Driver.Url, StringComparison.Ordinal);
    }

    [Fact]
    public void A_period_stays_in_force_from_view_to_view()
    {
        browser.Go("bindery/count");
        var period = new OpenQA.Selenium.Support.UI.SelectElement(browser.Field("Period"));
        browser.Wait(_ => period.Options.Count > 1, "the periods");
        period.SelectByText("October 2026");
        browser.Wait(d => d.Url.Contains("period=2026-10", StringComparison.Ordinal));
        browser.Link("Arrivals").Click();
        browser.Heading("Arrivals");
        Assert.Contains("period=2026-10", browser.Driver.Url, StringComparison.Ordinal);
        browser.Row("Oct 2026");
        Assert.False(browser.Has("//td[contains(., 'Nov 2026')]"));
    }

    [Fact]
    public void Arrivals_filter_sort_and_open_with_the_keyboard()
    {
        browser.Go("bindery/arrivals?state=held&order=largest");
        browser.Row("2291");
        Check();
        Assert.Contains("1,284.40", browser.Find("//tbody/tr[1]").Text, StringComparison.Ordinal);
        ((IJavaScriptExecutor)browser.Driver).ExecuteScript("document.querySelector('tbody tr').focus()");
        browser.Press(Keys.ArrowDown);
        browser.Press(Keys.ArrowUp);
        browser.Press(Keys.Enter);
        browser.Heading("Marrow & Oake, bill 2291");
    }

    [Fact]
    public void A_document_shows_its_journal_and_why_and_goes_to_the_next()
    {
        browser.Go("bindery/arrivals?state=held&order=largest");
        browser.Row("2291").Click();
        browser.Heading("The journal it becomes");
        browser.Text("Because item “Goatskin, dyed” maps to this account.");
        browser.Text("not decided: Delivery");
        browser.Text("rows ");
        browser.Text("1 of ");
        Check();
        browser.Press(Keys.Alt, Keys.ArrowDown);
        browser.Text("2 of ");
        browser.Press(Keys.Alt, Keys.ArrowUp);
        browser.Heading("Marrow & Oake, bill 2291");
    }

    [Fact]
    public void A_person_chooses_the_account_of_a_line_and_takes_it_back()
    {
        browser.Go("bindery/arrivals?state=held&text=2321");
        browser.Row("2321").Click();
        var field = browser.Field("Account for Exhibition stand");
        field.SendKeys("6540");
        browser.Find("//*[@role='option' and contains(., '6540')]");
        field.SendKeys(Keys.ArrowDown + Keys.Enter);
        browser.Text("Because a person chose this account for the line.");
        browser.Text("Balanced");
        browser.Button("Undo").Click();
        browser.Text("not decided: Exhibition stand");
    }

    [Fact]
    public void An_undo_changes_the_document_that_it_was_made_on_wherever_one_has_gone_since()
    {
        var script = (IJavaScriptExecutor)browser.Driver;
        script.ExecuteScript("performance.clearResourceTimings()");
        browser.Go("bindery/arrivals?text=232");
        browser.Row("2321").Click();
        browser.Heading("bill 2321");
        var first = browser.Driver.Url;
        var field = browser.Field("Account for Exhibition stand");
        field.SendKeys("6540");
        browser.Find("//*[@role='option' and contains(., '6540')]");
        field.SendKeys(Keys.ArrowDown + Keys.Enter);
        browser.Text("Because a person chose this account for the line.");
        browser.Press(Keys.Alt, Keys.ArrowDown);
        browser.Gone("//h1[contains(., 'bill 2321')]");
        browser.Find("//*[@data-sonner-toast and contains(., 'goes to 6540')]//button[contains(., 'Undo')]").Click();
        browser.Wait(_ => Chosen().Count == 0, "the choice taken back");
        browser.Driver.Navigate().GoToUrl(first);
        browser.Text("not decided: Exhibition stand");

        // Leaving it asks for no document that is none.
        browser.Go("bindery/count");
        browser.Heading("that arrived");
        Assert.Equal(
            0L,
            script.ExecuteScript(
                "return performance.getEntriesByType('resource').filter(r => r.name.includes('NaN') || r.name.includes('undefined')).length"
            )
        );

        List<string> Chosen() =>
            demo.House.Company.Read(c =>
                Dapper.SqlMapper.Query<string>(c, "select account from document_line where account <> ''").ToList()
            );
    }

    [Fact]
    public void A_file_with_errors_is_shown_by_row_and_column_and_a_person_chooses()
    {
        browser.Go("bindery/arrivals/new");
        browser.Heading("Take in files");
        browser.Driver.FindElement(By.Id("file")).SendKeys(Path.Combine(Repository.Root, "samples", "documents-with-errors.csv"));
        browser.Text("nothing was taken in");
        browser.Row("document_date");
        Check();
        browser.Button("Take in 2 documents and hold 4 records to correct");
    }

    [Fact]
    public void Mapping_ranks_by_money_waiting_and_rehearses_before_it_saves()
    {
        browser.Go("bindery/mapping");
        browser.Heading("What decides a line of “Sharpening”");
        Assert.Contains(
            "Sharpening",
            browser.Find("//section[@aria-label='Values that arrive']//tbody/tr[1]").Text,
            StringComparison.Ordinal
        );
        Check();
        var field = browser.Field("Account for Sharpening");
        field.SendKeys("tool upkeep");
        browser.Find("//*[@role='option' and contains(., '6420')]").Click();
        browser.Text("4 open documents change");
        Check();
        browser.Press(Keys.Control, Keys.Enter);
        browser.Text("“Sharpening” is mapped");
        browser.Heading("What decides a line of “Exhibition stand”");
        browser.Button("Undo").Click();
        browser.Text("Taken back.");
        foreach (var kind in (string[])["Suppliers", "Payment accounts", "Items", "Settlements"])
        {
            browser.Find($"//nav[@aria-label='Kinds of value']//a[starts-with(normalize-space(.), '{kind}')]").Click();
            browser.Find($"//h1[.='{kind}']");
            browser.Settled();
        }
    }

    [Fact]
    public void Posting_and_set_up_say_what_goes_and_what_is_needed()
    {
        // A pair that nobody decided holds posting of that supplier; once it is decided, the supplier is new.
        browser.Go("bindery/set-up/suppliers");
        browser
            .Find("//*[self::li or self::tr or self::section][contains(., 'Peregrine Box and Board Ltd')]//button[.='Not the same']")
            .Click();
        browser.Text("Remembered: not the same.");
        browser.Go("bindery/posting");
        browser.Heading("ready");
        browser.Text("Peregrine Box and Board Ltd");
        Check();
        browser.Go("bindery/set-up");
        browser.Heading("steps are done");
        Check();
        browser.Go("bindery/set-up/accounts");
        browser.Heading("Every role is filled");
        browser.Row("payables control");
        Check();
        browser.Go("bindery/set-up/ledger");
        browser.Row("Quillfern Bindery LLC");
        Check();
        browser.Button("Pull again").Click();
        browser.Text("everything is as it was");
    }

    [Fact]
    public void The_proof_puts_intended_and_found_side_by_side()
    {
        browser.Go("bindery/proof");
        browser.Button("Prove all periods").Click();
        browser.Heading("in question");
        browser.Row("6990 Sundry");
        browser.Heading("voided");
        browser.Text("do not agree");
        Check();
    }

    [Fact]
    public void One_search_finds_documents_accounts_and_mapped_values()
    {
        browser.Go("bindery/count");
        browser.Heading("that arrived");
        browser.Press("/");
        browser.Press("2291");
        browser.Find("//*[@role='option' and contains(., 'Marrow & Oake')]");
        browser.Press(Keys.ArrowDown);
        browser.Press(Keys.Enter);
        browser.Heading("Marrow & Oake, bill 2291");
        browser.Press("?");
        browser.Text("the previous document of the list");
        browser.Press(Keys.Escape);
        browser.Gone("//*[@role='dialog']");
    }

    [Fact]
    public void An_address_that_names_nothing_says_so_and_leads_back()
    {
        browser.Go("bindery/nowhere");
        browser.Heading("There is no view here");
        browser.Go("bindery/arrivals/999999");
        browser.Text("is not here; it may have been removed");
    }

    [Fact]
    public void Night_and_comfortable_rows_are_kept_by_the_browser()
    {
        browser.Go("bindery/count");
        browser.Heading("that arrived");
        browser.Button("administrator").Click();
        new OpenQA.Selenium.Support.UI.SelectElement(browser.Field("Theme")).SelectByText("Night");
        new OpenQA.Selenium.Support.UI.SelectElement(browser.Field("Rows")).SelectByText("Comfortable");
        browser.Driver.Navigate().Refresh();
        browser.Heading("that arrived");
        Assert.Equal(
            "night comfortable",
            ((IJavaScriptExecutor)browser.Driver).ExecuteScript(
                "return document.documentElement.dataset.theme + ' ' + document.documentElement.dataset.density"
            )
        );
        ((IJavaScriptExecutor)browser.Driver).ExecuteScript("localStorage.clear()");
        browser.Driver.Navigate().Refresh();
        browser.Heading("that arrived");
    }

    [Fact]
    public void A_label_is_put_on_found_by_and_taken_off()
    {
        browser.Go("bindery/arrivals?state=posted");
        browser.Find("//tbody/tr").Click();
        browser.Field("Put a label on").SendKeys("Spring fair" + Keys.Enter);
        browser.Link("Spring fair").Click();
        browser.Text("label “Spring fair”");
        browser.Text("1 document,");
        browser.Find("//tbody/tr").Click();
        browser.Find("//button[@aria-label='Take Spring fair off']");
        browser.Find("//button[@aria-label='Take Spring fair off']").Click();
        browser.Gone("//a[normalize-space(.)='Spring fair']");
        browser.Button("Undo").Click();
        browser.Find("//button[@aria-label='Take Spring fair off']").Click();
        browser.Text("labels: Spring fair → nothing");
    }

    [Fact]
    public void A_duplicate_is_decided_on_its_own_page_and_can_be_undone()
    {
        browser.Go("bindery/arrivals?reason=possible_duplicate");
        browser.Row("Hexham").Click();
        browser.Text("It may be the same as Supplier bills B2322");
        browser.Button("Set aside").Click();
        browser.Text("Set aside by Theo Arkwright");
        browser.Button("Reopen it").Click();
        browser.Heading("Why it waits");
        browser.Link("Open the other").Click();
        browser.Text("Supplier bills B2322 ·");
    }

    [Fact]
    public void A_payment_account_is_mapped_from_the_document_that_waits_for_it()
    {
        browser.Go("bindery/arrivals?reason=payment_account_unmapped");
        browser.Row("Saltmarsh").Click();
        browser.Link("For all").Click();
        browser.Heading("1 number waits for a payment account");
        Check();
        browser.Button("a new account").Click();
        browser.Heading("A new payment account");
        browser.Field("Name").SendKeys("Bench card");
        var field = browser.Field("Ledger account of the payment account");
        field.SendKeys("22");
        browser.Find("//*[@role='option' and contains(., '2210')]");
        Assert.False(browser.Has("//*[@role='option' and contains(., '6220')]"), "a cost account is offered as an offset");
        browser.Find("//*[@role='option' and contains(., '2210')]").Click();
        browser.Text("are released");
        Check();
        browser.Button("Save it").Click();
        browser.Text("Bench card is saved.");
        browser.Heading("Payment accounts");

        // Removing it unassigns and deletes nothing.
        browser.Button("Bench card").Click();
        browser.Find("//label[contains(., 'remove it')]/input").Click();
        browser.Text("become held");
        browser.Button("Remove it").Click();
        browser.Heading("1 number waits for a payment account");
    }

    [Fact]
    public void A_closed_ledger_door_is_said_with_a_way_on()
    {
        demo.House.Books.SetFaults(new LedgerStandIn.Faults(0, 0));
        browser.Go("bindery/set-up/ledger");
        browser.Button("Disconnect").Click();
        browser.Text("the chart as it was pulled last are kept");
        browser.Button("Stay connected").Click();
        browser.Gone("//*[contains(., 'the chart as it was pulled last are kept') and not(*)]");
    }
}
