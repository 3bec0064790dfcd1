using Adnumera.Ui.Driver;
using OpenQA.Selenium;

namespace Adnumera.Ui.Tests;

/// <summary>A day's list without a mouse: narrowed, selected, decided for many, worked through; and spending down to a document.</summary>
public sealed class QueueTests(DemoHouse demo) : IClassFixture<DemoHouse>
{
    private readonly Browser browser = demo.Browser;

    private void Check(string state)
    {
        browser.Settled();
        browser.AssertFits();
        browser.AssertAccessible(state);
    }

    private bool Focused(string xpath) =>
        (bool)
            ((IJavaScriptExecutor)browser.Driver).ExecuteScript(
                "return document.evaluate(arguments[0], document, null, 9, null).singleNodeValue === document.activeElement",
                xpath
            )!;

    [Fact]
    public void Many_are_selected_decided_and_taken_back_with_keys_alone()
    {
        browser.Go("bindery/arrivals?state=held&order=largest");
        browser.Heading("Arrivals");
        browser.Row("2291");
        // The first row is ready for the arrow keys; Space selects, Shift takes the next one in.
        browser.Press(Keys.ArrowDown);
        browser.Wait(_ => Focused("//tbody/tr[1]"), "the first row");
        browser.Press(Keys.Space);
        browser.Text("1 document selected");
        browser.Press(Keys.Shift, Keys.ArrowDown);
        browser.Text("2 documents selected");
        browser.Press("d");
        browser.Find("//section[@aria-label='Decide for all selected']//select");
        browser.Driver.SwitchTo().ActiveElement().SendKeys("they are held");
        browser.Press(Keys.Tab);
        browser.Driver.SwitchTo().ActiveElement().SendKeys("until the fair is over");
        browser.Button("Decide for 2 documents");
        Check("a decision for many");
        browser.Press(Keys.Control, Keys.Enter);
        browser.Text("Decided for 2 documents.");
        browser.Find("//*[@data-sonner-toast and contains(., 'Decided for 2')]//button[contains(., 'Undo')]").SendKeys(Keys.Enter);
        browser.Text("Taken back.");

        // All that match, and out of it again.
        browser.Row("2291");
        browser.Press(Keys.Escape);
        browser.Driver.FindElement(By.TagName("body")).SendKeys(Keys.ArrowDown);
        browser.Press(Keys.Control, "a");
        browser.Find("//b[contains(., 'documents selected')]");
        browser.Press(Keys.Escape);
        browser.Gone("//b[contains(., 'documents selected')]");
    }

    [Fact]
    public void Rows_with_several_controls_are_reached_by_arrows_and_entered_by_Enter()
    {
        browser.Go("bindery/set-up/suppliers");
        browser.Heading("the same");
        browser.Find("//tbody/tr[@tabindex]");
        browser.Press(Keys.ArrowDown);
        browser.Wait(_ => Focused("(//tbody/tr[@tabindex])[1]"), "the first row");
        browser.Press(Keys.Enter);
        browser.Wait(_ => Focused("((//tbody/tr[@tabindex])[1]//*[self::a or self::button])[1]"), "its first control");
    }

    [Fact]
    public void What_is_held_is_worked_through_with_one_key_each()
    {
        browser.Go("bindery/arrivals?kind=expense_claim");
        browser.Row("X399");
        browser.Press("h");
        browser.Heading("Why it waits");
        browser.Text("1 of ");
        browser.Find("//*[@data-way='1']");
        browser.Link("Decide it once");
        Check("the queue");
        // A way on is taken by its number: a field is gone into, a button is pressed.
        browser.Press("1");
        browser.Wait(d => d.SwitchTo().ActiveElement().TagName == "input", "the field");
        browser.Driver.SwitchTo().ActiveElement().SendKeys("Maud Pennyroyal" + Keys.Enter);
        browser.Text("Coded and ready.");
        browser.Press("?");
        browser.Text("take the way on of that number");
        browser.Press(Keys.Escape);

        browser.Go("bindery/arrivals?state=held&order=largest");
        browser.Heading("Arrivals");
        browser.Row("2291");
        browser.Press("h");
        browser.Heading("bill 2291");
        browser.Press("n");
        browser.Text("2 of ");
        browser.Press("p");
        browser.Heading("bill 2291");
    }

    [Fact]
    public void A_list_is_narrowed_grouped_and_kept_under_a_name()
    {
        browser.Go("bindery/arrivals");
        browser.Heading("Arrivals");
        browser.Press("f");
        var supplier = browser.Find("//section[@aria-label='Narrow the list']//label[starts-with(normalize-space(.), 'Supplier')]/input");
        Check("narrowing");
        supplier.SendKeys("Hexham Tannery" + Keys.Tab);
        browser.Button("supplier Hexham Tannery");
        browser.Press("f");
        new OpenQA.Selenium.Support.UI.SelectElement(browser.Find("//select[@aria-label='Group by']")).SelectByText("by month");
        browser.Row("November 2026").SendKeys(Keys.Enter);
        browser.Button("November 2026");
        Assert.All(browser.Driver.FindElements(By.XPath("//tbody/tr")), r => Assert.Contains("Nov 2026", r.Text, StringComparison.Ordinal));
        browser.Button("Views").Click();
        browser.Find("//input[@aria-label='Name of this list']").SendKeys("Tannery in November" + Keys.Enter);
        browser.Button("View: Tannery in November");
        browser.Find("//a[contains(@href, '/documents/file?') and contains(., 'XLSX')]");
    }

    [Fact]
    public void Spending_leads_from_a_figure_to_a_document_and_notices_empty()
    {
        browser.Go("bindery/spend?by=supplier");
        browser.Heading("spent");
        browser.Row("Hexham Tannery");
        browser.Find("//*[contains(@class, 'charts')]//*[local-name()='svg']");
        Check("spend");
        browser.Row("Hexham Tannery").SendKeys(Keys.Enter);
        browser.Button("supplier “HEXHAM TANNERY”");
        browser.Find("//tbody/tr").SendKeys(Keys.Enter);
        browser.Heading("Hexham");

        browser.Go("bindery/notices");
        browser.Heading("new notice");
        Check("notices");
        browser.Press(Keys.Control, Keys.Enter);
        browser.Heading("Nothing new");
        browser.Gone("//header//a[contains(., 'Notices')]/span");

        browser.Go("bindery/posting/dispatches");
        browser.Find("//tbody/tr").SendKeys(Keys.Enter);
        browser.Heading("Dispatch of");
        browser.Heading("What the ledger took, by account");
        Check("a dispatch");
    }
}
