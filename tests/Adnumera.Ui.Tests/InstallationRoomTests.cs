using Adnumera.Ui.Driver;
using OpenQA.Selenium;
using OpenQA.Selenium.Support.UI;

namespace Adnumera.Ui.Tests;

/// <summary>The rooms of whoever looks after people, companies and backups, from start to end.</summary>
public sealed class InstallationRoomTests
{
    private static void Check(Browser browser)
    {
        browser.Settled();
        browser.AssertFits();
        browser.AssertAccessible();
    }

    [Fact]
    public async Task A_persons_own_page_a_company_with_anothers_book_and_a_backup_that_is_restored()
    {
        await using var house = await House.Open(Furnishing.Demo);
        using var browser = new Browser(house.Address);
        using var other = new Browser(house.Address);
        other.SignIn("theo@quillfern.example", "press-and-plough-4");
        browser.SignIn("theo@quillfern.example", "press-and-plough-4");

        // The own page: another name and back, and the other session ended.
        browser.Go("bindery/own");
        browser.Button("End every other one");
        Check(browser);
        var name = browser.Field("As others read it");
        name.Clear();
        name.SendKeys("Theo A.");
        browser.Button("Change the name").Click();
        browser.Text("Theo A. · administrator");
        browser.Button("Undo").Click();
        browser.Text("Theo Arkwright · administrator");
        browser.Button("End every other one").Click();
        browser.Gone("//button[contains(., 'End every other one')]");
        other.Driver.Navigate().Refresh();
        other.Heading("Sign in");

        // People: a role and back.
        browser.Go("bindery/set-up/people");
        browser.Heading("3 people work in this company");
        new SelectElement(browser.Field("What Maud Pennyroyal is")).SelectByText("approver");
        browser.Text("Maud Pennyroyal is approver now");
        Check(browser);
        new SelectElement(browser.Field("What Theo Arkwright is")).SelectByText("reader");
        browser.Text("is the last administrator here");
        Assert.Equal("administrator", new SelectElement(browser.Field("What Theo Arkwright is")).SelectedOption.Text);

        // A company, closed and opened again, and one that begins with a book.
        browser.Go("bindery/installation");
        browser.Heading("2 companies in this installation");
        Check(browser);
        browser.Row("reading-room").FindElement(By.TagName("button")).Click();
        browser.Text("Quillfern Reading Room LLC is closed");
        browser.Button("open again").Click();
        browser.Text("is open again");
        browser.Field("Name of the company").SendKeys("Quillfern Annex");
        new SelectElement(browser.Field("Mapping book to begin with")).SelectByText("that of Quillfern Bindery LLC");
        browser.Button("Add the company").Click();
        browser.Text("the book of Quillfern Bindery LLC waits to be taken over");
        browser.Go("quillfern-annex/set-up/ledger");
        browser.Button("Connect the ledger").Click();
        browser.Button("Allow").Click();
        browser.Text("The ledger is connected");
        browser.Go("quillfern-annex/mapping/book");
        browser.Heading("Mapping book of Quillfern Annex");
        browser.Settled();
        new SelectElement(browser.Field("or the book of another company")).SelectByText("Quillfern Bindery LLC");
        browser.Text("What it would do");
        browser.Text("is a card or cash box of that company");
        browser.Button("Take it in").Click();
        browser.Text("taken in as one change");

        // A backup, looked through, restored: what came after it is gone, and everybody signs in again.
        browser.Go("bindery/installation/backups");
        browser.Heading("There is no backup yet");
        Check(browser);
        browser.Button("Write it now").Click();
        browser.Row("adnumera-20261120");
        browser.Go("bindery/installation/record");
        browser.Row("write an archive");
        Check(browser);
        browser.Go("bindery/set-up/people");
        browser.Field("Invite").SendKeys("Somebody");
        browser.Button("Make an invitation").Click();
        browser.Text("Send this link to Somebody");
        browser.Go("bindery/installation/backups");
        browser.Button("Look through it first").Click();
        browser.Text("takes the place of everything");
        browser.AssertFits();
        browser.AssertAccessible("looked through");
        browser.Button("Restore by").Click();
        await house.FollowRestart();
        browser.Heading("Sign in");
        browser.SignIn("theo@quillfern.example", "press-and-plough-4");
        browser.Go("bindery/set-up/people");
        browser.Heading("3 people work in this company");
        Assert.False(browser.Has("//td[.='Somebody']"));
        browser.Go("bindery/installation/backups");
        browser.Text("is kept in before-restore-");
    }
}
