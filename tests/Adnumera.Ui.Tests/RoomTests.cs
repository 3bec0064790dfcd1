using Adnumera.Ui.Driver;
using OpenQA.Selenium;

namespace Adnumera.Ui.Tests;

/// <summary>The rooms of mapping and set-up on the demo's data, each from start to end.</summary>
public sealed class RoomTests(DemoHouse demo) : IClassFixture<DemoHouse>
{
    private readonly Browser browser = demo.Browser;

    private void Check()
    {
        browser.Settled();
        browser.AssertFits();
        browser.AssertAccessible();
    }

    private void Focus(string xpath) => ((IJavaScriptExecutor)browser.Driver).ExecuteScript("arguments[0].focus()", browser.Find(xpath));

    private void Paste(string text) =>
        ((IJavaScriptExecutor)browser.Driver).ExecuteScript(
            "const data = new DataTransfer(); data.setData('text/plain', arguments[0]); "
                + "document.activeElement.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: "
                + "true }));",
            text
        );

    [Fact]
    public void The_grid_types_pastes_fills_undoes_and_saves_as_one_change()
    {
        browser.Go("bindery/mapping/grid?kind=supplier");
        browser.Heading("Many at once");
        browser.Find("//*[@role='rowheader' and contains(., 'Ruddock')]");
        Check();
        Focus("//*[@data-index='0']//*[@role='gridcell' and @tabindex]");
        browser.Press("tool up");
        browser.Find("//*[@role='grid']//li[contains(., '6420 Tool upkeep')]");
        browser.Press(Keys.Enter);
        browser.Find("//*[@data-index='0']//*[@role='gridcell' and contains(., '6420 Tool upkeep')]");
        browser.Text("4 open documents change");

        // Two columns from a spreadsheet: an unknown account is shown and stays, a value that never arrived is kept.
        Paste("Hexham Tannery\t5120\nNobody Yet & Co.\t6990\nOsier Property Care\t9999");
        browser.Text("3 values pasted, 1 of them not arrived yet");
        browser.Text("9999 for “Osier Property Care”");
        browser.Find("//*[@role='rowheader' and contains(., 'Nobody Yet')]");
        Check();
        browser.Button("Undo").Click();
        browser.Gone("//*[contains(., '9999 for')]");
        browser.Button("Redo").Click();
        browser.Text("9999 for “Osier Property Care”");
        browser.Button("Undo").Click();

        // Fill down over three cells, then take it back with the keyboard.
        Focus("//*[@data-index='0']//*[@role='gridcell' and @tabindex]");
        browser.Press(Keys.Home);
        browser.Press(Keys.Shift, Keys.ArrowDown);
        browser.Press(Keys.Shift, Keys.ArrowDown);
        browser.Press(Keys.Control, "d");
        browser.Button("Save 3 changes");
        browser.Press(Keys.Control, "z");
        browser.Button("Save 1 change").Click();
        browser.Text("1 mapping saved as one change");
        browser.Go("bindery/mapping/history");
        browser.Row("the grid");
        Check();
        browser.Find("//tr[contains(., 'the grid')]//button[contains(., 'undo')]").Click();
        browser.Button("Take it back").Click();
        browser.Text("1 row as before");
        browser.Row("undo of set");
    }

    [Fact]
    public async Task The_grid_holds_5000_values_and_draws_only_what_is_seen()
    {
        await using var house = await House.Open(Furnishing.Bare);
        house.Company.InTransaction(c =>
        {
            new Storage.Mapping.MappingTable(c).Write(
                Enumerable
                    .Range(0, 5000)
                    .Select(i => new Core.Mapping.RowChange(
                        null,
                        new Core.Mapping.MappingRow
                        {
                            Kind = Core.Mapping.KeyKind.Item,
                            Key = $"Item {i:0000}",
                            Account = "5120",
                        }
                    ))
            );
            return 0;
        });
        using var own = new Browser(house.Address);
        var (_, signIn, password, _) = Demo.Builder.People.Single(p => p.Role == "bookkeeper");
        own.SignIn(signIn, password);
        own.Go("bindery/mapping/grid?kind=item");
        own.Find("//*[@role='rowheader' and contains(., 'Item 0000')]");
        var script = (IJavaScriptExecutor)own.Driver;
        script.ExecuteScript("document.querySelector('[data-index=\"0\"] [role=gridcell][tabindex]').focus()");

        // Forty pages down, one a frame: the slowest of them is no stutter.
        var slowest = (double)
            Convert.ToDouble(
                script.ExecuteAsyncScript(
                    """
                    const done = arguments[arguments.length - 1]; let worst = 0, n = 0, last = performance.now();
                    function step() {
                      const now = performance.now(); if (n > 3) worst = Math.max(worst, now - last); last = now;
                      if (n++ === 40) return done(worst);
                      document.activeElement.dispatchEvent(new KeyboardEvent('keydown', { key: 'PageDown', bubbles: true }));
                      requestAnimationFrame(step);
                    }
                    requestAnimationFrame(step);
                    """
                ),
                System.Globalization.CultureInfo.InvariantCulture
            );
        Assert.InRange(slowest, 0, 250);
        own.Press(Keys.End);
        own.Find("//*[@role='rowheader' and contains(., 'Item 4999')]");
        Assert.InRange(own.Driver.FindElements(By.CssSelector("[role=grid] [role=row]")).Count, 10, 80);
        own.Press("6");
        own.Find("//input[@aria-label='Account for Item 4999']");
    }

    [Fact]
    public void A_group_is_mapped_as_soon_as_a_value_names_it()
    {
        browser.Go("bindery/mapping?kind=category&value=Travel");
        browser.Heading("What decides a line of “Travel”");
        browser.Button("more").Click();
        browser.Field("Group").SendKeys("On the road");
        browser.Text("no open document changes");
        Check();
        browser.Press(Keys.Control, Keys.Enter);
        browser.Text("“Travel” is mapped");
        browser.Go("bindery/mapping?kind=category_group");
        browser.Heading("What decides a line of “On the road”");
        browser.Field("Map a value that is not in the list").SendKeys("Elsewhere" + Keys.Enter);
        browser.Heading("What decides a line of “Elsewhere”");
        Check();
    }

    [Fact]
    public void Suggestions_carry_their_evidence_and_are_accepted_only_by_a_person()
    {
        browser.Go("bindery/mapping?kind=category");
        browser.Button("for values that wait").Click();
        browser.Text("earlier lines");
        Check();
        var least = browser.Find("//section[@aria-label='Suggestions']//input[@type='number']");
        least.SendKeys(Keys.Control + "a");
        least.SendKeys("90");
        browser.Text("If you save this");
        browser.Find("//section[@aria-label='Suggestions']//button[starts-with(normalize-space(.), 'Accept')]").Click();
        browser.Text("accepted");
        browser.Button("Undo").Click();
        browser.Button("for values that wait");
    }

    [Fact]
    public void Coverage_shows_what_resolves_and_leads_to_what_does_not()
    {
        browser.Go("bindery/mapping/coverage");
        browser.Heading("of the money finds its account by itself");
        browser.Row("documents together");
        Check();
        browser.Link("Direct debit").Click();
        browser.Heading("Settlements");
        browser.Heading("“Direct debit”");
    }

    [Fact]
    public void A_book_is_taken_in_with_a_preview_and_what_it_says_already_changes_nothing()
    {
        browser.Go("bindery/mapping/book");
        browser.Heading("Mapping book of Quillfern Bindery LLC");
        Check();
        browser.Driver.FindElement(By.Id("book")).SendKeys(Path.Combine(Repository.Root, "samples", "mapping.csv"));
        browser.Heading("What it would do");
        browser.Text("No open document changes.");
        var file = Path.Combine(demo.House.Folder, "book.csv");
        File.WriteAllText(file, "key_kind,key,account\ncategory,Sharpening,6420\ncategory,Odd,0000\n");
        browser.Driver.FindElement(By.Id("book")).SendKeys(file);
        browser.Text("1 row left out");
        browser.Text("are released");
        Check();
        browser.Button("Take it in").Click();
        browser.Text("1 row taken in as one change");
        browser.Button("Undo").Click();
        File.WriteAllText(file, "key_kind,key,account\nkategory,Sharpening,6420\n");
        browser.Driver.FindElement(By.Id("book")).SendKeys(file);
        browser.Text("Row 2: key_kind");
        browser.Text("Nothing was taken in");
    }

    [Fact]
    public void An_impossible_choice_is_refused_where_it_is_made_and_a_new_order_is_rehearsed()
    {
        browser.Go("bindery/set-up/choices");
        browser.Heading("What becomes of documents");
        Check();
        var day = new OpenQA.Selenium.Support.UI.SelectElement(browser.Field("Entry date of a card charge"));
        day.SelectByText("end of month");
        browser.Text("keeps the day of the charge");
        browser.Text("1 choice cannot be made");
        day.SelectByText("document date");

        // A dimension that is asked for is noticed; one that is required holds.
        browser.Button("dimensions of a bill").Click();
        var season = new OpenQA.Selenium.Support.UI.SelectElement(browser.Field("season"));
        season.SelectByText("is required");
        browser.Text("become held");
        season.SelectByText("may be blank");
        browser.Text("Change something, and see here");
        browser.Press(Keys.Escape);
        var reference = browser.Field("Reference of a bill");
        reference.Clear();
        reference.SendKeys("{month}-{reference}");
        browser.Text("2026-11-2328 · 12 of 30");
        browser.Find("//button[@aria-label='Switch category off']").Click();
        browser.Text("become held");
        Check();
        browser.Button("Leave it").Click();
        browser.Text("Change something, and see here");
    }

    [Fact]
    public void Two_spellings_are_joined_by_a_person_and_parted_again()
    {
        browser.Go("bindery/set-up/suppliers");
        browser.Row("Peregrine Box and Board Ltd");
        Check();
        browser.Find("//tr[contains(., 'Peregrine Box and Board Ltd')]//button[normalize-space(.)='The same']").Click();
        browser.Text("Linked by a person");
        browser.Button("undo").Click();
        browser.Find("//tr[contains(., 'Peregrine Box and Board Ltd')]//button[normalize-space(.)='The same']");
        browser.Button("Add a group").Click();
        browser.Field("Name").SendKeys("Makers");
        Check();
        browser.Button("Save the group").Click();
        browser.Text("Makers");
    }

    [Fact]
    public void A_pull_that_breaks_something_waits_and_the_likely_successor_takes_over()
    {
        var books = demo.House.Books;
        books.Change(books.Accounts().Single(a => a.Id == "6130") with { Name = "Power and heat" });
        books.Change(books.Accounts().Single(a => a.Id == "5150") with { Active = false });
        books.AddAccount(new LedgerStandIn.LedgerAccount("5155", "5155", "Glue and pastes", "cost_of_sales", "", "", true));
        browser.Go("bindery/set-up/ledger");
        browser.Button("Pull again").Click();
        browser.Heading("The ledger changed: 1 account in use is broken by it");
        browser.Row("5150 Glue and paste");
        Check();
        browser.Button("likely 5155 Glue and pastes").Click();
        browser.Button("Take it over with 1 successor").Click();
        browser.Text("nothing broken");
        browser.Go("bindery/mapping?kind=category&value=Glue");
        browser.Row("5155 Glue and pastes");
    }

    [Fact]
    public void The_second_company_is_led_through_its_set_up()
    {
        browser.Go("reading-room/set-up");
        browser.Heading("0 of 7 steps are done");
        Check();
        browser.Link("Go on here").Click();
        browser.Button("Connect the ledger").Click();
        browser.Text("asks to read the chart of accounts");
        new OpenQA.Selenium.Support.UI.SelectElement(browser.Field("Organisation")).SelectByText("Quillfern Reading Room LLC");
        browser.Button("Allow").Click();
        browser.Text("The ledger is connected");
        browser.Go("reading-room/set-up");
        browser.Heading("2 of 7 steps are done");
        browser.Go("reading-room/mapping/grid?kind=category");
        browser.Text("Paste two columns");
        browser.Go("reading-room/mapping/coverage");
        browser.Heading("Nothing has arrived yet");
        Check();
    }
}
