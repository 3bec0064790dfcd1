using Adnumera.Demo;
using Adnumera.Ui.Driver;

// Makes the pictures of the README from the demo's data.
var folder = args.Length > 0 ? args[0] : Path.Combine(Repository.Root, "docs", "screenshots");
Directory.CreateDirectory(folder);
await using var house = await House.Open(Furnishing.Year, withSources: true);
using var browser = new Browser(house.Address);
browser.Go("");
browser.Heading("Adnumera");
var (_, signIn, password, _) = Builder.People.Single(p => p.Role == "administrator");
browser.SignIn(signIn, password);
Open("count", "that arrived");
browser.Go("bindery/arrivals?state=held&order=largest");
browser.Row("2291");
browser.Press(OpenQA.Selenium.Keys.ArrowDown);
browser.Press(OpenQA.Selenium.Keys.Space);
browser.Press(OpenQA.Selenium.Keys.Shift, OpenQA.Selenium.Keys.ArrowDown);
browser.Press(OpenQA.Selenium.Keys.Shift, OpenQA.Selenium.Keys.ArrowDown);
browser.Press("d");
browser.Find("//section[@aria-label='Decide for all selected']//select");
browser.Driver.SwitchTo().ActiveElement().SendKeys("their lines go to an account");
browser.Field("The account").SendKeys("5120");
browser.Find("//*[@role='option' and contains(., '5120')]").Click();
browser.Button("Decide for ");
Shoot("arrivals");
browser.Go("bindery/arrivals?state=held&order=largest&text=2291");
browser.Row("2291").Click();
browser.Heading("Marrow & Oake");
Shoot("document");
browser.Go("bindery/arrivals/new");
browser.Driver.FindElement(OpenQA.Selenium.By.Id("file")).SendKeys(Path.Combine(Repository.Root, "samples", "bill.pdf"));
browser.Button("Begin a bill with it").Click();
browser.Find("//canvas[@data-drawn='1']");
Shoot("complete");
browser.Go("bindery/mapping");
browser.Heading("Sharpening");
var account = browser.Field("Account for Sharpening");
account.SendKeys("6420");
browser.Find("//*[@role='option' and contains(., '6420')]").Click();
browser.Text("are released");
Shoot("mapping");
Open("posting", "ready");
Open("spend?by=supplier&from=2026-09&to=2026-11", "spent", "spend");
browser.Go("bindery/proof");
browser.Button("Prove all periods").Click();
browser.Heading("in question");
Shoot("proof");
browser.Go("bindery/set-up/feeds");
browser.Row("Card issuer").Click();
browser.Heading("Pulls");
Shoot("feed");
Open("prices", "Prices that moved");
browser.Go("bindery/mapping/standing");
browser.Button("Decide something").Click();
Type("Called", "Telephone half private");
Type("Supplier", "Orrery Telephone");
new OpenQA.Selenium.Support.UI.SelectElement(browser.Find("//select[@aria-label='What it does, 1']")).SelectByValue("private_share");
browser.Find("//input[@aria-label='To what, 1']").SendKeys("50");
browser.Text("The latest that it fits");
Shoot("standing-decisions");
Open("set-up/choices", "What becomes of documents", "choices");
Open("set-up/people", "people work in this company", "people");
browser.Go("bindery/installation/backups");
browser.Button("Write it now").Click();
browser.Button("Look through it first").Click();
browser.Text("takes the place of everything");
Shoot("backups");
Open("mapping/payment-accounts", "for a payment account", "payment-accounts");
browser.Go("bindery/payroll");
browser.Find("//tbody/tr[td[1][normalize-space(.) = '2026-23']]").Click();
browser.Heading("The journal it becomes");
browser.Row("Odile Fenwick");
Shoot("pay-run");
Open("payroll/owed", "What is owed", "owed");
Open("year-end?year=2026", "What was paid in", "year-end");
browser.Go("bindery/year-end/outputs?year=2026");
browser.Heading("returns for");
browser.Button("look").Click();
browser.Find("//canvas[@data-drawn]");
Shoot("statements");

void Open(string view, string heading, string? name = null)
{
    browser.Go($"bindery/{view}");
    browser.Heading(heading);
    Shoot(name ?? view);
}

void Type(string label, string text) =>
    browser.Find($"//form[@aria-label='A standing decision']//label[starts-with(normalize-space(.), '{label}')]//input").SendKeys(text);

void Shoot(string name)
{
    browser.Screenshot(Path.Combine(folder, $"{name}.png"));
    Console.WriteLine($"  {name}.png");
}
