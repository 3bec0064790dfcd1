using Adnumera.Demo;
using Adnumera.Ui.Driver;

// Makes the pictures of the README from the demo's data.
var folder = args.Length > 0 ? args[0] : Path.Combine(Repository.Root, "docs", "screenshots");
Directory.CreateDirectory(folder);
await using var house = await House.Open(Furnishing.Demo);
using var browser = new Browser(house.Address);
browser.Go("");
browser.Heading("Adnumera");
Shoot("sign-in");
var (_, signIn, password, _) = Builder.People.Single(p => p.Role == "administrator");
browser.SignIn(signIn, password);
Open("count", "that arrived");
Open("arrivals?state=held", "Arrivals", "arrivals");
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
browser.Text("come free");
Shoot("mapping");
Open("posting", "ready");
browser.Go("bindery/proof");
browser.Button("Prove all periods").Click();
browser.Heading("at stake");
Shoot("proof");
Open("set-up", "steps are done");
Open("set-up/choices", "What becomes of documents", "choices");
Open("set-up/suppliers", "the same supplier", "suppliers");
Open("set-up/people", "people work in this company", "people");
Open("set-up/safety", "The record", "record");
browser.Go("bindery/installation/backups");
browser.Button("Write it now").Click();
browser.Button("Look through it first").Click();
browser.Text("takes the place of everything");
Shoot("backups");
Open("mapping/payment-accounts", "for a payment account", "payment-accounts");
Open("mapping/grid?kind=supplier", "Many at once", "grid");
Open("mapping/coverage", "finds its account", "coverage");
Open("mapping/book", "Mapping book of", "mapping-book");
house.Books.Change(house.Books.Accounts().Single(a => a.Id == "5150") with { Active = false });
house.Books.AddAccount(new Adnumera.LedgerStandIn.LedgerAccount("5155", "5155", "Glue and pastes", "cost_of_sales", "", "", true));
browser.Go("bindery/set-up/ledger");
browser.Button("Pull again").Click();
browser.Heading("The ledger changed");
Shoot("pull");

void Open(string view, string heading, string? name = null)
{
    browser.Go($"bindery/{view}");
    browser.Heading(heading);
    Shoot(name ?? view);
}

void Shoot(string name)
{
    browser.Screenshot(Path.Combine(folder, $"{name}.png"));
    Console.WriteLine($"  {name}.png");
}
