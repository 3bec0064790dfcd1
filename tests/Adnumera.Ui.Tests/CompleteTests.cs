using Adnumera.Ui.Driver;
using OpenQA.Selenium;
using OpenQA.Selenium.Support.UI;

namespace Adnumera.Ui.Tests;

/// <summary>Documents that are not complete: a bill that begins with a PDF, one that is typed, records that are corrected.</summary>
public sealed class CompleteTests(DemoHouse demo) : IClassFixture<DemoHouse>
{
    private readonly Browser browser = demo.Browser;

    private void Check()
    {
        browser.Settled();
        browser.AssertFits();
        browser.AssertAccessible();
    }

    private void Choose(string path)
    {
        browser.Go("bindery/files");
        browser.Heading("Files taken in");
        browser.Go("bindery/arrivals/new");
        browser.Heading("Take in files");
        browser.Driver.FindElement(By.Id("file")).SendKeys(path);
    }

    private static string Sample(string name) => Path.Combine(Repository.Root, "samples", name);

    private void Type(string label, string text)
    {
        var field = browser.Find($"//label[span[normalize-space(.)='{label}']]//input");
        field.SendKeys(Keys.Control + "a");
        field.SendKeys(text + Keys.Tab);
    }

    [Fact]
    public void A_PDF_begins_a_bill_that_a_person_completes_beside_its_pages()
    {
        Choose(Sample("bill.pdf"));
        browser.Text("There is no data in it");
        Check();
        browser.Button("Begin a bill with it").Click();
        browser.Heading("Complete bill.pdf");
        browser.Find("//canvas[@data-drawn='1']");
        browser.Text("read off the page");
        browser.Text("1 of 2");
        Check();
        browser.Find("//button[@aria-label='Page after']").Click();
        browser.Find("//canvas[@data-drawn='2']");
        browser.Find("//div[contains(@aria-label, 'Page Up')]").SendKeys(Keys.PageUp);
        browser.Find("//canvas[@data-drawn='1']");
        browser.Find("//button[@aria-label='Larger']").Click();
        browser.Text("125 %");
        browser.Button("They are right").Click();
        Type("Category of line 1", "Leather");
        browser.Find("//h2[contains(., 'The journal it becomes')]");
        browser.Button("Take it in").Click();
        browser.Heading("Lockside Saddlery Supply");
        browser.Button("bill.pdf").Click();
        browser.Find("//canvas[@data-drawn='1']");
        Check();
    }

    [Fact]
    public void A_bill_is_typed_begins_as_the_suppliers_last_one_and_shows_its_journal()
    {
        browser.Go("bindery/incomplete");
        browser.Heading("To complete");
        new SelectElement(browser.Field("Type a document")).SelectByText("Bill");
        browser.Heading("Type a document");
        Check();
        Type("Supplier", "Larkspur Thread Co.");
        Type("Number", "HAND-7");
        Type("Date", "19 Nov 2026");
        Check();
        browser.Find("//button[contains(., 'Begin with its')]").Click();
        Type("Net of line 1", "310.00");
        browser.Text("No total is typed");
        browser.Find("//section[@aria-label='What it becomes']//tr[contains(., 'Balanced')]");
        Check();
        browser.Button("Take it in").Click();
        browser.Heading("Larkspur Thread Co., bill HAND-7");
    }

    [Fact]
    public void Records_that_cannot_be_read_are_held_corrected_and_taken_in()
    {
        Choose(Sample("documents-with-errors.csv"));
        browser.Text("cannot be read");
        Check();
        browser.Find("//button[contains(., 'to correct')]").Click();
        browser.Heading("To complete");
        Check();
        browser.Row("Ines Calder").Click();
        browser.Heading("Correct row");
        browser.Text("What was wrong in the file");
        Check();
        Type("Line of line 1", "1");
        browser.Find("//section[@aria-label='What it becomes']//tr[contains(., 'Balanced')]");
        browser.Button("Take it in").Click();
        browser.Heading("To complete");
        browser.Gone("//tbody/tr[contains(., 'Ines Calder')]");
    }
}
