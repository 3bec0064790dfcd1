using Adnumera.Core.Amounts;
using Adnumera.Core.Sources;
using Adnumera.Formats.Reading;
using Adnumera.Storage.Companies;
using Adnumera.Web.Requests;

namespace Adnumera.Bench;

// Taking files in as the application does.
internal static class Arrivals
{
    public static CompanyBooks Books(CompanyFile file) => new(file, "bench", "bench", TimeProvider.System);

    public static void TakeIn(CompanyFile file, byte[] content) =>
        TakeIn(file, new ArrivedFile("documents.csv", content), ReadingChoices.AsTheFileSays(Currency.Usd));

    public static void TakeIn(CompanyFile file, ArrivedFile arriving, ReadingChoices choices) =>
        Web.Documents.TakeIn.Run(Books(file), OpenForms.All, arriving, choices);
}
