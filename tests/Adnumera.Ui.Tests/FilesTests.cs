using Adnumera.Ui.Driver;
using OpenQA.Selenium;
using OpenQA.Selenium.Support.UI;

namespace Adnumera.Ui.Tests;

/// <summary>Files of several forms, from choosing them to taking one back.</summary>
public sealed class FilesTests(DemoHouse demo) : IClassFixture<DemoHouse>
{
    private readonly Browser browser = demo.Browser;

    private void Check()
    {
        browser.Settled();

        browser.AssertFits();
        browser.AssertAccessible();
    }

    private void Choose(params string[] samples)
    {
        // From elsewhere, so that nothing of an earlier test is on the page.
        browser.Go("bindery/files");
        browser.Heading("Files taken in");
        browser.Go("bindery/arrivals/new");
        browser.Heading("Take in files");
        browser
            .Driver.FindElement(By.Id("file"))
            .SendKeys(string.Join('\n', samples.Select(s => Path.Combine(Repository.Root, "samples", s))));
    }

    private void Type(string label, string text)
    {
        var field = browser.Field(label);
        field.Clear();
        field.SendKeys(text + Keys.Tab);
    }

    private void Pick(string label, string option) => new SelectElement(browser.Field(label)).SelectByText(option);

    [Fact]
    public void A_statement_asks_whose_it_is_keeps_what_is_no_document_and_is_taken_back()
    {
        Choose("card-statement.ofx");
        browser.Text("Say whose file it is");
        Type("Whose file is it", "Workshop card");
        browser.Text("not settled yet (1)");
        browser.Find("//table[@aria-label='The first documents']//td[contains(., 'LARKSPUR THREAD CO')]");
        Assert.False(browser.Has("//a[contains(., 'layout.json')]"));
        Check();
        browser.Button("Take in 4 documents").Click();
        browser.Heading("Arrivals");
        browser.Go("bindery/files");
        browser.Heading("Files taken in");
        browser.Row("card-statement.ofx");
        Check();
        browser.Row("card-statement.ofx").Click();
        browser.Heading("card-statement.ofx");
        browser.Row("not settled yet");
        Check();
        browser.Button("Take this file back").Click();
        browser.Button("Take it back").Click();
        browser.Text("took it back");
        Check();

        // The next one like it is recognised.
        Choose("card-statement.ofx");
        browser.Text("account ending in 4417");
    }

    [Fact]
    public void A_table_of_unknown_columns_is_pointed_at_and_recognised_the_next_time()
    {
        Choose("expenses.csv");
        browser.Find("//table[@aria-label='The table']//th[contains(., 'Belegdatum')]");
        Check();
        Type("Whose file is it", "Trade fair");
        browser.Text("Point at the column that is the date");
        Pick("What Belegdatum is", "document date");
        Pick("What Betrag is", "net");
        Pick("What Wer is", "supplier");
        Pick("What Wofür is", "category");
        Pick("Amounts", "charges are negative, refunds positive");
        browser.Row("Hexham Tannery");
        browser.Find("//table[@aria-label='The first documents']//td[contains(., '1,284.50')]");
        Assert.True(browser.Has("//a[@download='layout.json']"));
        Check();
        browser.Button("Take in 4 documents").Click();
        browser.Heading("Arrivals");
        Choose("expenses.csv");
        browser.Text("Nothing new in this file");
        Assert.Equal("Trade fair", browser.Field("Whose file is it").GetAttribute("value"));
    }

    [Fact]
    public void What_is_no_form_of_ours_says_what_is()
    {
        var neither = Path.Combine(Path.GetTempPath(), $"{Guid.NewGuid():N}.png");
        File.WriteAllBytes(neither, [0x7F, 0x45, 0x4C, 0x46, 0, 0, 0, 0]);
        browser.Go("bindery/arrivals/new");
        browser.Heading("Take in files");
        browser.Driver.FindElement(By.Id("file")).SendKeys(neither);
        browser.Text("of none of the forms that are read");
        Check();
        File.Delete(neither);
    }

    [Fact]
    public void A_transfer_of_one_side_is_told_its_account_and_orders_come_as_decided()
    {
        var file = Path.Combine(Path.GetTempPath(), $"{Guid.NewGuid():N}.csv");
        File.WriteAllText(
            file,
            "source,source_id,kind,document_date,supplier,payment_account,document_total,line,description,category,net\n"
                + "Card feed,t1,transfer,2026-11-19,,4417,250.00,1,Payment,,250.00\n"
                + "Harbour Market,o1,order,2026-11-18,Gullwing Paper,,20.00,1,Endpapers,Paper & board,20.00\n"
        );
        Choose(file);
        browser.Button("Take in 2 documents").Click();
        browser.Heading("Arrivals");
        browser.Go("bindery/arrivals?kind=transfer");
        browser.Row("Card feed").Click();
        browser.Text("The other side may still come");
        Assert.False(browser.Has("//input[contains(@aria-label, 'Account for')]")); // the ladder is not asked
        Check();
        new SelectElement(browser.Field("Which payment account it was")).SelectByText("Debit card");
        browser.Text("a person says Debit card");
        browser.Find("//tr[contains(., 'Balanced')]");

        browser.Go("bindery/set-up/choices");
        browser.Heading("Orders of marketplaces");
        Check();
        browser.Field("Without a payment account").SendKeys("it is a bill");
        browser.Text("come so from now on");
        File.Delete(file);
    }
}
