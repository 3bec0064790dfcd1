using Adnumera.Demo;
using Adnumera.LedgerStandIn;
using Adnumera.Ui.Driver;
using OpenQA.Selenium;
using OpenQA.Selenium.Support.UI;

namespace Adnumera.Ui.Tests;

/// <summary>From an account without a box to a closed year: a Form W-9 taken in, masks for each role, statements looked at and
/// sent.</summary>
public sealed class YearEndTests
{
    private static void Pay(House house, string day, string supplier, string account, string amount)
    {
        house.Books.LockThrough("2020-01-01");
        house.Books.PostPayment(
            new NewEntry(
                "cash_payment",
                day,
                "",
                $"CHK {day}",
                supplier,
                "",
                "USD",
                "",
                "",
                "",
                [new NewLine(account, amount, "0.00", "", null, ""), new NewLine("1010", "0.00", amount, "", null, "")]
            ),
            new NewPayment("check", "0.00", [])
        );
    }

    private static void SignIn(Browser browser, string role)
    {
        var (_, signIn, password, _) = Builder.People.Single(p => p.Role == role);
        browser.SignIn(signIn, password);
    }

    [Fact]
    public async Task From_an_account_without_a_box_to_a_closed_year()
    {
        await using var house = await House.Open(Furnishing.Connected);
        Pay(house, "2026-03-02", "Tamsin Arkley", "6050", "2100.00");
        Pay(house, "2026-04-02", "Tamsin Arkley", "6990", "31.00");
        Pay(house, "2026-05-02", "Isolde Marchbanks", "6050", "640.00");
        // The year is over.
        house.Clock.Advance(new DateTimeOffset(2027, 1, 12, 9, 0, 0, TimeSpan.Zero) - house.Clock.GetUtcNow());
        using var browser = new Browser(house.Address);
        SignIn(browser, "bookkeeper");
        browser.Go("bindery/year-end?year=2026");
        browser.Text("Nothing that was paid in 2026 is here");
        browser.AssertAccessible("nothing was read");
        browser.Press(Keys.Control, Keys.Enter);
        browser.Row("Tamsin Arkley");
        browser.Text("The payments of 2026 were read");
        browser.AssertFits();
        browser.AssertAccessible();

        // Which box the account is of, rehearsed.
        browser.Go("bindery/year-end/boxes?year=2026");
        browser.Heading("6050 Tutor fees");
        browser.Button("Take NEC-1").Click();
        browser.Text("2 lines of payments move");
        browser.Text("NEC-1 is filed then");
        browser.AssertFits();
        browser.AssertAccessible("rehearsed");
        browser.Press(Keys.Control, Keys.Enter);
        browser.Text("6050 Tutor fees is mapped");
        browser.Heading("6990 Sundry");
        browser.Go("bindery/year-end/thresholds?year=2026");
        browser.Row("MISC-10").FindElement(By.XPath(".//*[contains(., 'not confirmed')]"));
        browser.AssertAccessible();

        // What is of no box yet is decided where it is listed, and every figure opens its payments.
        browser.Go("bindery/year-end?year=2026");
        browser.Link("2,100.00").Click();
        browser.Find("//*[@role='dialog']//article[contains(., 'Account 6050 is of NEC-1.')]");
        browser.Settled();
        browser.AssertAccessible("payments");
        browser.Press(Keys.Escape);
        browser.Link("6 points before the year is ready").Click();
        browser.Heading("6 points to put right");
        browser.AssertFits();
        browser.AssertAccessible();
        browser.Find("//tr[contains(., 'No box yet')]//button").Click();
        browser.Text("1 line of payments for");
        new SelectElement(browser.Field("1 line of theirs to count in")).SelectByValue("none");
        browser.Field("Reason").SendKeys("paper for a class");
        browser.Button("Decide").Click();
        browser.Heading("5 points to put right");

        // A Form W-9 as a PDF with fields: pointed at once, read, and saved.
        browser.Go("bindery/year-end/suppliers?year=2026");
        browser.Heading("Suppliers’ desk");
        browser.AssertFits();
        browser.AssertAccessible();
        browser.Link("Tamsin Arkley").Click();
        browser.Heading("Tamsin Arkley");
        var form = Path.Combine(house.Folder, "form.pdf");
        await File.WriteAllBytesAsync(
            form,
            TaxNumberForm.Write(
                new Dictionary<string, string>
                {
                    ["name"] = "Tamsin Arkley",
                    ["individual"] = "yes",
                    ["address"] = "5 Fold Street",
                    ["town"] = "Quillfern, OR 97001",
                    ["ssn"] = "123-45-6711",
                    ["date"] = "2026-12-18",
                }
            ),
            TestContext.Current.CancellationToken
        );
        browser.Driver.FindElement(By.Id("w9-file")).SendKeys(form);
        browser.Text("Point once at what each is");
        foreach (
            var (detail, field) in ((string, string)[])
                [
                    ("Name, line 1", "name"),
                    ("Ticked: individual", "individual"),
                    ("Address, line 5", "address"),
                    ("City, state, ZIP, line 6", "town"),
                    ("Social security number", "ssn"),
                    ("Date of the signature", "date"),
                ]
        )
            new SelectElement(browser.Field(detail)).SelectByValue(field);
        browser.Find("//canvas[@data-drawn]");
        browser.AssertAccessible("a form is read");
        browser.Button("Remember, and read this one").Click();
        browser.Text("Its fields were read");
        Assert.Equal("5 Fold Street", browser.Field("Address").GetAttribute("value"));
        browser.Field("signed").Click();
        browser.Press(Keys.Control, Keys.Enter);
        browser.Text("What is known of Tamsin Arkley is saved");
        browser.Text("It counts.");
        browser.AssertFits();

        // A bookkeeper sees the last four digits; who has the right sees them all, and that is on record.
        Assert.Contains("XXX-XX-6711", browser.Field("Tax number").GetAttribute("placeholder"), StringComparison.Ordinal);
        Assert.False(browser.Has("//button[contains(., 'show the whole number')]"));
        using (var other = new Browser(house.Address))
        {
            SignIn(other, "administrator");
            other.Go("bindery/year-end/suppliers/TAMSIN%20ARKLEY?year=2026");
            other.Button("show the whole number").Click();
            other.Text("123-45-6711");
            other.Go("bindery/set-up/safety");
            other.Text("look at a tax number");
        }

        using (var reader = new Browser(house.Address))
        {
            SignIn(reader, "reader");
            reader.Go("bindery/year-end/suppliers/TAMSIN%20ARKLEY?year=2026");
            reader.Heading("Tamsin Arkley");
            Assert.False(reader.Has("//button[contains(., 'Save')]"));
            Assert.False(reader.Has("//button[contains(., 'whole number')]"));
        }

        // Out: who pays, a statement looked at and sent, the year closed.
        browser.Go("bindery/year-end/readiness?year=2026");
        browser.Heading("The year is ready");
        browser.Link("Go on to the outputs").Click();
        browser.Heading("1 return for");
        browser.Button("change").Click();
        foreach (
            var (field, value) in ((string, string)[])
                [
                    ("Address", "1 Bindery Yard"),
                    ("City, state and ZIP code", "Quillfern, OR 97001"),
                    ("Telephone", "555-0140"),
                    ("Tax number", "12-3456700"),
                ]
        )
            browser.Field(field).SendKeys(value);
        // With the keyboard: a message of before may lie over a button.
        browser.Press(Keys.Enter);
        browser.Text("Who pays is noted");
        browser.Button("look").Click();
        browser.Find("//canvas[@data-drawn]");
        browser.AssertFits();
        browser.AssertAccessible("a statement is looked at");
        browser.Field("Choose the statement of Tamsin Arkley, 1099-NEC").Click();
        browser.Button("Note it").SendKeys(Keys.Enter);
        browser.Text("12 Jan 2027 by post");
        browser.Button("Close 2026").SendKeys(Keys.Enter);
        browser.Text("2026 is closed as it stands");

        // What changes later is a correction to make.
        Pay(house, "2026-12-30", "Tamsin Arkley", "6050", "50.00");
        browser.Go("bindery/year-end?year=2026");
        browser.Press(Keys.Control, Keys.Enter);
        browser.Link("1 correction to make").Click();
        browser.Text("another now than when the year was closed");
        browser.Link("corrected ones in one PDF");
        browser.AssertAccessible("a correction");
        foreach (
            var (view, heading) in ((string, string)[])
                [
                    ("?show=months&year=2026", "What was paid in"),
                    ("?show=moves&year=2026", "What was paid in"),
                    ("/boxes/book?year=2026", "Boxes of accounts in 2026"),
                ]
        )
        {
            browser.Go($"bindery/year-end{view}");
            browser.Heading(heading);
            browser.Settled();
            browser.AssertFits();
            browser.AssertAccessible(view);
        }
    }
}
