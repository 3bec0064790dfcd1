using Adnumera.Ui.Driver;
using OpenQA.Selenium;

namespace Adnumera.Ui.Tests;

/// <summary>The bookkeeper's desk: documents that are put right, each hold with its way on in place, each decision undone.</summary>
public sealed class DeskTests(DemoHouse demo) : IClassFixture<DemoHouse>
{
    private readonly Browser browser = demo.Browser;

    private void Check(string state = "")
    {
        browser.Settled();
        browser.AssertFits();
        browser.AssertAccessible(state);
    }

    private void Open(string reason, string row, string heading)
    {
        browser.Go($"bindery/arrivals?state=held&reason={reason}");
        browser.Row(row).Click();
        browser.Heading(heading);
        browser.Heading("Why it waits");
    }

    private void Type(string label, string text)
    {
        var field = browser.Find($"//input[@aria-label='{label}'] | //label[starts-with(normalize-space(.), '{label}')]//input");
        field.SendKeys(Keys.Control + "a");
        field.SendKeys(text);
    }

    [Fact]
    public void Each_hold_has_its_way_on_in_place_and_each_decision_is_undone()
    {
        Open("arithmetic", "2303", "Larkspur Thread Co.");
        Check("out of balance");
        Type("Why the difference is right", "the till rounds");
        browser.Button("to rounding").Click();
        browser.Text("Coded and ready.");
        browser.Text("line 2");
        browser.Button("Undo").Click();
        browser.Button("The total is").Click();
        browser.Text("Coded and ready.");
        browser.Heading("Put right here");
        Check("put right");

        Open("period_locked", "LV-88", "Brindle & Vane");
        browser.Button("Post it on").Click();
        browser.Text("Coded and ready.");

        Open("currency", "EY-41", "Dr. Sable Whitcombe");
        Check("another currency");
        Type("Rate of EUR", "1.0842");
        browser.Button("Take it so").Click();
        browser.Text("charged abroad as");
        browser.Button("for another reason").Click();
        Type("Why it is set aside", "paid by the guild");
        browser.Press(Keys.Control, Keys.Enter);
        browser.Text("Set aside by Theo Arkwright: paid by the guild.");
        browser.Button("Reopen it").Click();
        browser.Button("Hold it back").Click();
        Type("Why it is held back", "wait for the credit");
        browser.Press(Keys.Enter);
        browser.Text("It is held back from posting: wait for the credit");
        browser.Button("Release it").Click();
        browser.Text("Coded and ready.");
    }

    [Fact]
    public void A_line_is_put_right_and_split_to_the_cent_from_the_keyboard()
    {
        browser.Go("bindery/arrivals?state=ready&text=Hexham&kind=bill");
        browser.Find("//tbody/tr").Click();
        browser.Heading("What arrived");
        browser.Button("put right").SendKeys(Keys.Enter);
        browser.Find("//div[@aria-label='Put line 1 right']");
        Check("a line");
        Type("Category", "Small tools");
        browser.Press(Keys.Control, Keys.Enter);
        browser.Heading("Put right here");
        browser.Button("put right").SendKeys(Keys.Enter);
        browser.Button("Split it").SendKeys(Keys.Enter);
        browser.Button("Divide evenly").SendKeys(Keys.Enter);
        browser.Find("//tr[contains(@class, 'sum')]");
        Check("a split");
        Type("Category of part 2", "Leather");
        browser.Press(Keys.Control, Keys.Enter);
        browser.Text("is split in 2.");
        browser.Settled();
        browser.Button("put it right").Click();
        Check("the head");
        Type("Note", "asked the workshop");
        browser.Press(Keys.Control, Keys.Enter);
        browser.Text("asked the workshop");
        browser.Button("Undo").Click();
        browser.Gone("//p[contains(@class, 'note') and contains(., 'asked the workshop')]");
    }
}
