using NetArchTest.Rules;

namespace Adnumera.Core.Tests;

/// <summary>Arrows go down only: Web → Storage, Formats, LedgerClient, SourceClient → Core; Cli → Formats → Core.</summary>
public class ArchitectureTests
{
    private static readonly string[] WithIo =
    [
        "System.IO",
        "System.Net",
        "Microsoft.Data.Sqlite",
        "Dapper",
        "CsvHelper",
        "Microsoft.AspNetCore",
        "System.Data",
        "Adnumera.Formats",
        "Adnumera.Storage",
        "Adnumera.Web",
        "Adnumera.LedgerClient",
        "Adnumera.SourceClient",
        "Adnumera.Cli",
    ];

    [Fact]
    public void The_core_knows_nothing_of_ours_and_does_no_io() =>
        AssertHolds(Types.InAssembly(typeof(Core.Amounts.Money).Assembly).ShouldNot().HaveDependencyOnAny(WithIo).GetResult());

    [Fact]
    public void Formats_know_the_core_only() =>
        AssertHolds(
            Types
                .InAssembly(typeof(Formats.Tables.CsvTable).Assembly)
                .ShouldNot()
                .HaveDependencyOnAny("Adnumera.Storage", "Adnumera.Web", "Adnumera.LedgerClient", "Adnumera.Cli", "Microsoft.Data.Sqlite")
                .GetResult()
        );

    [Fact]
    public void Storage_and_the_clients_know_the_core_only()
    {
        AssertHolds(
            Types
                .InAssembly(typeof(Storage.Companies.CompanyFile).Assembly)
                .ShouldNot()
                .HaveDependencyOnAny("Adnumera.Formats", "Adnumera.Web", "Adnumera.LedgerClient", "Adnumera.Cli")
                .GetResult()
        );
        AssertHolds(
            Types
                .InAssembly(typeof(LedgerClient.Http.HttpLedger).Assembly)
                .ShouldNot()
                .HaveDependencyOnAny("Adnumera.Formats", "Adnumera.Web", "Adnumera.Storage", "Adnumera.Cli")
                .GetResult()
        );
        AssertHolds(
            Types
                .InAssembly(typeof(SourceClient.FeedConnector).Assembly)
                .ShouldNot()
                .HaveDependencyOnAny("Adnumera.Formats", "Adnumera.Web", "Adnumera.Storage", "Adnumera.LedgerClient", "Adnumera.Cli")
                .GetResult()
        );
    }

    [Fact]
    public void The_command_line_has_no_server_and_no_database() =>
        AssertHolds(
            Types
                .InAssembly(System.Reflection.Assembly.Load("adnumera-cli"))
                .ShouldNot()
                .HaveDependencyOnAny("Adnumera.Storage", "Adnumera.Web", "Adnumera.LedgerClient", "Microsoft.AspNetCore")
                .GetResult()
        );

    [Fact]
    public void Sql_is_in_storage_only() =>
        AssertHolds(Types.InAssembly(typeof(Web.Application).Assembly).ShouldNot().HaveDependencyOn("Dapper").GetResult());

    private static void AssertHolds(NetArchTest.Rules.TestResult result) =>
        Assert.True(result.IsSuccessful, string.Join(", ", result.FailingTypeNames ?? []));
}
