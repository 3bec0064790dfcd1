using Adnumera.Core.Access;
using Adnumera.Core.Sources;
using Adnumera.Storage.Audit;
using Adnumera.Storage.Documents;
using Adnumera.Storage.Files;
using Adnumera.Web.Requests;
using Adnumera.Web.SignIn;
using FluentValidation;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.SetUp;

/// <summary>What is decided about the orders of a source.</summary>
/// <param name="Marketplace">The marketplace, where it is the supplier; blank where who sells there is.</param>
/// <param name="OnAccount">Whether orders that name no payment account are bills.</param>
/// <param name="Revision">What tells this from any other version of it.</param>
public sealed record SourceChoiceAnswer(string Source, string Marketplace, bool OnAccount, string Revision);

/// <summary>What is decided about orders, of sources that sent some or are named here.</summary>
/// <param name="Revision">What was read.</param>
public sealed record SourceChoiceRequest(string? Source, string? Marketplace, bool? OnAccount, string Revision);

/// <summary>What a decision about a source needs.</summary>
internal sealed class SourceChoiceRules : AbstractValidator<SourceChoiceRequest>
{
    public SourceChoiceRules() => this.Needs(r => r.Source, "source", "Say which source it is.");
}

/// <summary>What a company decides about the orders of its marketplaces.</summary>
internal static class SourceEndpoints
{
    public static void MapSources(this RouteGroupBuilder company)
    {
        var sources = company.MapGroup("sources").WithTags("Choices");
        sources.MapGet("", Get).Needs(Right.Read);
        sources.MapPut("", Put).Needs(Right.Administer);
    }

    private static List<SourceChoiceAnswer> Get(CompanyBooks books) => books.File.Read(All);

    private static List<SourceChoiceAnswer> Put(SourceChoiceRequest request, CompanyBooks books) =>
        books.File.InTransaction(c =>
        {
            var table = new SourceChoiceTable(c);
            var choice = new SourceChoice(request.Source!.Trim(), (request.Marketplace ?? "").Trim(), request.OnAccount ?? false);
            var before = table.All().FirstOrDefault(s => s.Source == choice.Source);
            var stands = Answer(choice.Source, before);
            Revision.Require(request.Revision, stands.Revision, $"What was decided of {choice.Source}", stands);
            table.Keep(choice, Iso.Text(books.Now), books.Who);
            new AuditTable(c).Add(books.Now, books.Who, "orders of a source", $"source/{choice.Source}", before, choice);
            return All(c);
        });

    private static List<SourceChoiceAnswer> All(SqliteConnection company)
    {
        var table = new SourceChoiceTable(company);
        var decided = table.All().ToDictionary(s => s.Source);
        return [.. table.OfOrders().Select(s => Answer(s, decided.GetValueOrDefault(s)))];
    }

    private static SourceChoiceAnswer Answer(string source, SourceChoice? choice) =>
        new(
            source,
            choice?.Marketplace ?? "",
            choice?.OnAccount ?? false,
            Revision.Of((choice?.Marketplace ?? "", choice?.OnAccount).ToString())
        );
}
