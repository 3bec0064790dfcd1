using Adnumera.Demo;
using Adnumera.LedgerStandIn;
using Adnumera.Ui.Driver;
using OpenQA.Selenium;

namespace Adnumera.Ui.Tests;

/// <summary>From a register to a proved journal; the run that is out is found and mended; pay is hidden from who may not see it.</summary>
public sealed class PayrollTests
{
    private const string Columns = "run,pay_date,period_end,employee,item,type,amount,agency\n";

    private static string Run(string id, string day, string tax) =>
        $"""
            {id},{day},2026-11-07,Odile Fenwick,Salary,earning,1773.08,
            {id},{day},2026-11-07,Odile Fenwick,Income tax,employee_tax,{tax},Treasury
            {id},{day},2026-11-07,Odile Fenwick,Net pay,net_pay,1570.06,

            """;

    [Fact]
    public async Task A_register_is_mapped_mended_posted_and_proved()
    {
        await using var house = await House.Open(Furnishing.Connected);
        using var browser = new Browser(house.Address);
        var (_, signIn, password, _) = Builder.People.Single(p => p.Role == "bookkeeper");
        browser.SignIn(signIn, password);
        browser.Go("bindery/payroll");
        browser.Text("No pay run has come yet");
        browser.AssertAccessible("no pay run");

        await TakeIn(browser, house, Run("2026-22", "2026-11-13", "203.02") + Run("2026-23", "2026-11-20", "230.02"), "Take in 2");
        browser.Go("bindery/payroll/mapping");
        browser.Heading("Where “Salary” goes");
        Choose(browser, "Expense account, row 1", "6010");
        browser.Text("2 open pay runs change");
        browser.AssertAccessible("pay items, rehearsed");
        browser.Press(Keys.Control, Keys.Enter);
        browser.Heading("Where “Net pay” goes");
        browser.Button("Usual: 2410 Payroll clearing").Click();
        browser.Find("//aside[@aria-label='Rehearsal']//button[contains(., 'Save and go on') and not(@disabled)]");
        browser.Press(Keys.Control, Keys.Enter);
        browser.Heading("Where “Income tax” goes");
        Choose(browser, "Liability account, row 1", "2420");
        browser.Press(Keys.Control, Keys.Enter);
        browser.Text("3 of 3 mapped");

        // A mapping comes by file, too; what a pay item is for social insurance is said beside it.
        var rows = Path.Combine(house.Folder, "more-items.csv");
        await File.WriteAllTextAsync(rows, "item,expense_account\nBonus,6010\n", TestContext.Current.CancellationToken);
        browser.Driver.FindElement(By.Id("payroll-mapping")).SendKeys(rows);
        browser.Text("1 row of more-items.csv");
        browser.Text("No open pay run changes");
        browser.Press(Keys.Control, Keys.Enter);
        browser.Text("4 of 4 mapped");
        browser.Row("Salary").Click();
        browser.Find("//label[contains(., 'taxable wages')]/input").Click();
        browser.Text("“Salary” is changed");
        browser.AssertAccessible("pay items");

        // All of them in a grid: changed together, rehearsed, saved, and taken back.
        browser.Link("all of them in a grid").Click();
        browser.Heading("Pay items in a grid");
        browser.Field("Expense account of Bonus, for all").Click();
        browser.Press("6040");
        browser.Find("//*[@role='option'][contains(., '6040')]");
        browser.Press(Keys.ArrowDown);
        browser.Press(Keys.Enter);
        browser.Text("No open pay run changes");
        browser.AssertFits();
        browser.AssertAccessible("pay items in a grid");
        browser.Press(Keys.Control, Keys.Enter);
        browser.Text("1 row saved.");
        browser.Find("//*[@data-sonner-toast and contains(., '1 row saved')]//button[contains(., 'Undo')]").Click();
        browser.Text("Taken back.");
        foreach (var (room, heading) in ((string, string)[])[("hours", "Hours"), ("choices", "What becomes of pay runs")])
        {
            browser.Go($"bindery/payroll/{room}");
            browser.Heading(heading);
            browser.Settled();
            browser.AssertFits();
            browser.AssertAccessible(room);
        }

        // The run that does not balance says which item it is, and it is mended there.
        browser.Go("bindery/payroll");
        browser.Row("2026-23").Click();
        browser.Text("Odile Fenwick is out by (27.00)");
        browser.Text("Income tax of 230.02 was 203.02 in run 2026-22");
        browser.Row("Odile Fenwick");
        browser.AssertFits();
        browser.AssertAccessible("a run that is out");
        browser.Button("Make it 203.02").Click();
        browser.Find("//input[@aria-label='Why Income tax is put right']");
        browser.Press("two digits were swapped");
        browser.Press(Keys.Control, Keys.Enter);
        browser.Text("Costs and who is owed are the same.");
        browser.Text("Balanced");

        browser.Go("bindery/posting");
        browser.Heading("2 documents ready, 3,546.16");
        browser.Press(Keys.Control, Keys.Enter);
        browser.Find("//*[@role='dialog']//button[contains(., 'ost')]");
        browser.Press(Keys.Enter);
        browser.Text("2 of 2: 2 accepted");
        browser.Go("bindery/proof");
        browser.Heading("Nothing was proved yet");
        browser.Press(Keys.Control, Keys.Enter);
        browser.Heading("All 2 entries stand in the ledger as intended");
        browser.Go("bindery/payroll");
        browser.Find("//tbody/tr[contains(., '2026-22') and contains(., 'proved')]");

        // What is owed is rolled forward against the ledger; a payment there is found and confirmed.
        Paid(house, "2410", "1570.06", "Net pay");
        browser.Go("bindery/payroll/owed");
        browser.Heading("What is owed");
        browser.Press(Keys.Control, Keys.Enter);
        browser.Find("//td[contains(., 'by its amount') and contains(., 'run 2026-22, employees, net pay')]");
        browser.Find("//tr[contains(., 'November 2026') and contains(., '3,140.12') and contains(., '1,570.06')]");
        browser.AssertFits();
        browser.AssertAccessible("what is owed");
        browser.Button("Confirm").Click();
        browser.Text("It is noted what that is.");
        browser.Text("None waits.");
        browser.Go("bindery/payroll/due-from");
        browser.Text("No employee owes anything");

        // What somebody was lent is set off against their claim, and back.
        Paid(house, "1250", "40.00", "advance", "Ines Calder");
        await TakeIn(
            browser,
            house,
            "Claims,K1,expense_claim,2026-11-12,Ines Calder,N-1,USD,60.00,1,Train,Travel,60.00\n",
            "Take in 1",
            "source,source_id,kind,document_date,employee,reference,currency,document_total,line,description,category,net\n"
        );
        browser.Go("bindery/payroll/owed");
        browser.Button("Read the ledger").Click();
        browser.Text("The ledger was read.");
        browser.Go("bindery/payroll/due-from");
        browser.Find("//main//td/button[contains(., 'Ines Calder')]").Click();
        browser.Button("Set 40.00 off against it").Click();
        browser.Text("40.00 set off against claims that are not posted yet");
        browser.AssertFits();
        browser.AssertAccessible("due from employees");
        browser.Find("//*[@data-sonner-toast and contains(., 'set off')]//button[contains(., 'Undo')]").Click();
        browser.Button("Set 40.00 off against it");

        // What a bureau sends as totals alone is typed on the last run's items.
        browser.Go("bindery/payroll/typed");
        browser.Heading("A run by its totals");
        browser.Wait(_ => browser.Find("//input[@aria-label='Pay item 3']").GetAttribute("value") == "Net pay", "the last run's items");
        browser.Field("Run").SendKeys("2026-24");
        browser.Field("Paid on").SendKeys("20/11/2026" + Keys.Tab);
        browser.Find("//input[@aria-label='Total of pay item 1']").SendKeys("100");
        browser.Text("Out by 100.00.");
        browser.Find("//input[@aria-label='Total of pay item 3']").SendKeys("100");
        browser.Text("Costs and who is owed are the same.");
        browser.AssertFits();
        browser.AssertAccessible("a typed run");
        browser.Press(Keys.Control, Keys.Enter);
        browser.Row("2026-24");

        // A reader sees the totals and the journal, and nobody's pay.
        using var other = new Browser(house.Address);
        var (_, reader, secret, _) = Builder.People.Single(p => p.Role == "reader");
        other.SignIn(reader, secret);
        other.Go("bindery/payroll");
        other.Row("2026-22").Click();
        other.Text("for those who may see pay by name");
        Assert.False(other.Has("//*[contains(text(), 'Odile')]"));
        Assert.False(other.Has("//main//input"));
    }

    private static void Paid(House house, string account, string amount, string reference, string employee = "") =>
        house.Books.PostByHand(
            new NewEntry(
                "cash_payment",
                "2026-11-13",
                "",
                reference,
                "",
                employee,
                "USD",
                "",
                "",
                "",
                [new NewLine(account, amount, "0.00", "", null, ""), new NewLine("1010", "0.00", amount, "", null, "")]
            ),
            "payment"
        );

    private static void Choose(Browser browser, string label, string account)
    {
        browser.Field(label).Click();
        browser.Press(account);
        browser.Find($"//*[@role='option'][contains(., '{account}')]");
        browser.Press(Keys.ArrowDown);
        browser.Press(Keys.Enter);
        browser.Find("//aside[@aria-label='Rehearsal']//button[contains(., 'Save and go on') and not(@disabled)]");
    }

    private static async Task TakeIn(Browser browser, House house, string rows, string button, string columns = Columns)
    {
        var file = Path.Combine(house.Folder, "register.csv");
        await File.WriteAllTextAsync(file, columns + rows, TestContext.Current.CancellationToken);
        browser.Go("bindery/arrivals/new");
        browser.Heading("Take in files");
        browser.Driver.FindElement(By.Id("file")).SendKeys(file);
        browser.Button(button).Click();
        browser.Heading("Arrivals");
    }
}
