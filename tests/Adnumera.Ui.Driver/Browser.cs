using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Support.UI;

namespace Adnumera.Ui.Driver;

/// <summary>Headless Chromium on one page, found by role and visible name; every step waits for what it needs.</summary>
public sealed class Browser : IDisposable
{
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(20);
    private readonly string profile = Directory.CreateTempSubdirectory("adnumera-browser-").FullName;

    public Browser(string address, int width = 1280, int height = 800)
    {
        Address = address;
        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium" };
        options.AddArguments(
            "--headless=new",
            "--no-sandbox",
            "--disable-gpu",
            "--disable-quic",
            "--no-first-run",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync",
            "--disable-dev-shm-usage",
            "--force-color-profile=srgb",
            $"--user-data-dir={profile}",
            $"--window-size={width},{height}"
        );
        var service = ChromeDriverService.CreateDefaultService("/usr/bin", "chromedriver");
        service.SuppressInitialDiagnosticInformation = true;
        Driver = new ChromeDriver(service, options, TimeSpan.FromSeconds(60));

        // The window's own size counts a frame that a headless one does not have.
        ((ChromeDriver)Driver).ExecuteCdpCommand(
            "Emulation.setDeviceMetricsOverride",
            new Dictionary<string, object?>
            {
                ["width"] = width,
                ["height"] = height,
                ["deviceScaleFactor"] = 1,
                ["mobile"] = false,
            }
        );
    }

    public IWebDriver Driver { get; }

    public string Address { get; }

    /// <summary>Goes to a view as one does who types its address: no field of the view before it keeps the focus.</summary>
    public void Go(string view)
    {
        ((IJavaScriptExecutor)Driver).ExecuteScript("document.activeElement?.blur()");
        Driver.Navigate().GoToUrl($"{Address}/#/{view}");
    }

    public void SignIn(string name, string password)
    {
        Go("");
        Field("Name for signing in").SendKeys(name);
        Field("Password").SendKeys(password + Keys.Enter);
        Wait(d => d.FindElements(By.CssSelector("nav[aria-label=Views]")).Count == 1);
    }

    /// <summary>Waits for a heading that contains a text.</summary>
    public IWebElement Heading(string text) => Find($"//*[self::h1 or self::h2][contains(normalize-space(.), {Quoted(text)})]");

    public IWebElement Field(string label) =>
        Find(
            $"//label[contains(normalize-space(.), {Quoted(label)})]//*[self::input or self::select] | "
                + $"//input[@aria-label={Quoted(label)}] | //select[@aria-label={Quoted(label)}]"
        );

    public IWebElement Button(string text) => InTheOpen($"//button[contains(normalize-space(.), {Quoted(text)}) and not(@disabled)]");

    public IWebElement Link(string text) => InTheOpen($"//a[contains(normalize-space(.), {Quoted(text)})]");

    public IWebElement Text(string text) =>
        Find($"//*[contains(normalize-space(.), {Quoted(text)}) and not(*[contains(normalize-space(.), {Quoted(text)})])]");

    public IWebElement Row(string text) => Find($"//tbody/tr[contains(normalize-space(.), {Quoted(text)})]");

    public IWebElement Find(string xpath) =>
        Wait(d => d.FindElements(By.XPath(xpath)).FirstOrDefault(e => e.Displayed || e.GetAttribute("type") == "file"), xpath)!;

    // What is to be clicked: a message that passes may lie over it for a while.
    private IWebElement InTheOpen(string xpath)
    {
        const string isCovered = """
            const [e] = arguments;
            if (!document.querySelector('[data-sonner-toast]') || e.closest('[data-sonner-toast]')) return false;
            e.scrollIntoView({ block: 'center' });
            const at = e.getBoundingClientRect();
            return !!document.elementFromPoint(at.x + at.width / 2, at.y + at.height / 2)?.closest('[data-sonner-toast]');
            """;
        return Wait(
            d =>
                d.FindElements(By.XPath(xpath)).FirstOrDefault(e => e.Displayed) is { } found
                && !(bool)((IJavaScriptExecutor)d).ExecuteScript(isCovered, found)!
                    ? found
                    : null,
            xpath
        )!;
    }

    public bool Has(string xpath) => Driver.FindElements(By.XPath(xpath)).Count > 0;

    public void Gone(string xpath) => Wait(d => d.FindElements(By.XPath(xpath)).Count == 0, $"gone: {xpath}");

    /// <summary>Presses keys wherever the focus is.</summary>
    public void Press(params string[] keys)
    {
        var actions = new OpenQA.Selenium.Interactions.Actions(Driver);
        foreach (var key in keys[..^1])
            actions.KeyDown(key);
        actions.SendKeys(keys[^1]);
        foreach (var key in keys[..^1])
            actions.KeyUp(key);
        actions.Perform();
    }

    public T Wait<T>(Func<IWebDriver, T> condition, string what = "the page")
    {
        var wait = new WebDriverWait(new SystemClock(), Driver, Patience, TimeSpan.FromMilliseconds(60)) { Message = $"Waited for {what}" };
        wait.IgnoreExceptionTypes(typeof(StaleElementReferenceException), typeof(NoSuchElementException));
        try
        {
            return wait.Until(condition);
        }
        catch (WebDriverTimeoutException e)
        {
            var page = Driver.FindElement(By.TagName("body")).Text;
            throw new WebDriverTimeoutException(
                $"Waited for {what} at {Driver.Url}. The page said: {page[..Math.Min(1500, page.Length)]}",
                e
            );
        }
    }

    /// <summary>Nothing is being read any more.</summary>
    public void Settled() =>
        Wait(d =>
            d.FindElements(By.XPath("//*[@role='status' and contains(., '…')]")).Count == 0
            && (bool)((IJavaScriptExecutor)d).ExecuteScript("return document.fonts.status === 'loaded'")!
        );

    public void Screenshot(string path)
    {
        Settled();
        ((ITakesScreenshot)Driver).GetScreenshot().SaveAsFile(path);
    }

    public void Dispose()
    {
        Driver.Quit();
        Driver.Dispose();
        Directory.Delete(profile, recursive: true);
    }

    private static string Quoted(string text) => text.Contains('\'', StringComparison.Ordinal) ? $"\"{text}\"" : $"'{text}'";
}
