using Adnumera.Core.Sources;
using Adnumera.Formats.Documents;
using Adnumera.Storage.Companies;
using Adnumera.Web.Requests;

namespace Adnumera.Bench;

// Taking files in as the application does.
internal static class Arrivals
{
    private static readonly ArrivalReaders Readers = new([new DocumentsFileReader()]);

    public static CompanyBooks Books(CompanyFile file) => new(file, "bench", "bench", TimeProvider.System);

    public static void TakeIn(CompanyFile file, byte[] content) =>
        Web.Documents.TakeIn.Run(Books(file), Readers, new ArrivedFile("documents.csv", content));
}
