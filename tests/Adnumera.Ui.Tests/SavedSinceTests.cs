using Adnumera.Storage.InformationReturns;
using Adnumera.Ui.Driver;
using OpenQA.Selenium;

namespace Adnumera.Ui.Tests;

/// <summary>Two people at one form: whoever saves later is shown both, and chooses.</summary>
public sealed class SavedSinceTests
{
    [Fact]
    public async Task Whoever_saves_later_sees_both_and_loses_nothing()
    {
        await using var house = await House.Open(Furnishing.Connected);
        using var browser = new Browser(house.Address);
        var (_, signIn, password, _) = Demo.Builder.People.Single(p => p.Role == "bookkeeper");
        browser.SignIn(signIn, password);
        void AnotherSaves(string phone) =>
            house.Company.InTransaction(c =>
            {
                new PayerTable(c).Put(new PayerRow("Quillfern Bindery LLC", "1 Press Lane", "Quillfern, OR 97001", phone, "", ""));
                return 0;
            });

        void Type(string label, string text)
        {
            var field = browser.Find($"//label[starts-with(normalize-space(.), '{label}')]//input");
            field.SendKeys(Keys.Control + "a");
            field.SendKeys(text);
        }

        browser.Go("bindery/year-end/outputs?year=2026");
        browser.Button("change").Click();
        Type("Telephone", "555 0142");
        AnotherSaves("555 0199");
        browser.Button("Save").Click();
        browser.Text("Somebody else saved this since you opened it");
        var phones = browser.Row("phone").Text;
        Assert.Contains("555 0142", phones, StringComparison.Ordinal);
        Assert.Contains("555 0199", phones, StringComparison.Ordinal);
        browser.AssertFits();
        browser.AssertAccessible("saved by somebody else");
        Assert.Equal("555 0199", Kept());

        browser.Button("Take theirs").Click();
        browser.Gone("//section[@aria-label='Saved by somebody else']");
        browser.Text("555 0199");

        // The other way: what was typed here, though another saved again.
        browser.Button("change").Click();
        Type("Telephone", "555 0142");
        AnotherSaves("555 0177");
        browser.Button("Save").Click();
        browser.Button("Save mine instead").Click();
        browser.Text("Who pays is noted.");
        browser.Text("555 0142");
        Assert.Equal("555 0142", Kept());

        string Kept() => house.Company.Read(c => new PayerTable(c).Find())!.Phone;
    }
}
