using System.Collections.Concurrent;
using System.Text.Json;
using Adnumera.Ui.Driver;
using OpenQA.Selenium;

namespace Adnumera.Ui.Tests;

internal static class Accessibility
{
    private static readonly string Axe = File.ReadAllText(
        Path.Combine(Repository.Root, "src", "ui", "node_modules", "axe-core", "axe.min.js")
    );

    private static readonly ConcurrentDictionary<string, bool> Seen = new();

    /// <summary>
    /// No serious or critical finding of axe-core against WCAG 2.2 A and AA, in paper and at night, once for each view and for each state
    /// of it that a test names; a notice that is fading is measured at no fixed contrast, and left out.
    /// </summary>
    /// <param name="browser">The browser, on the view.</param>
    /// <param name="state">What is special about the view now; blank as it opens.</param>
    public static void AssertAccessible(this Browser browser, string state = "")
    {
        var address = new Uri(browser.Driver.Url).Fragment.Split('?')[0].Split('/').Skip(2).Select(s => s.All(char.IsAsciiDigit) ? "*" : s);
        if (!Seen.TryAdd($"{string.Join('/', address)} {state}", true))
            return;
        var script = (IJavaScriptExecutor)browser.Driver;
        foreach (var theme in (string[])["paper", "night"])
        {
            script.ExecuteScript("document.documentElement.dataset.theme = arguments[0]", theme);
            browser.Settled();
            script.ExecuteScript(Axe);
            var found = (string)
                script.ExecuteAsyncScript(
                    """
                    const done = arguments[arguments.length - 1];
                    axe.run({ exclude: [['[data-sonner-toaster]']] },
                      { runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'] }).then(r =>
                      done(JSON.stringify(r.violations.filter(v => ['serious', 'critical'].includes(v.impact)).map(v => v.id + ': ' +
                        v.nodes.map(n => n.html + ' ' + n.failureSummary).slice(0, 3).join(' | ')))));
                    """
                )!;
            Assert.True(JsonDocument.Parse(found).RootElement.GetArrayLength() == 0, $"{theme}: {found}");
        }

        script.ExecuteScript("document.documentElement.dataset.theme = 'paper'");
    }

    /// <summary>The view fits 1280 pixels without scrolling sideways.</summary>
    public static void AssertFits(this Browser browser) =>
        Assert.True(
            (bool)((IJavaScriptExecutor)browser.Driver).ExecuteScript("return document.documentElement.scrollWidth <= window.innerWidth")!,
            "scrolls sideways"
        );
}
