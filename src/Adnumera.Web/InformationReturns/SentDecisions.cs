using Adnumera.Core.InformationReturns;
using Adnumera.Storage.Files;
using Adnumera.Storage.InformationReturns;
using Adnumera.Web.Requests;
using Microsoft.Data.Sqlite;

namespace Adnumera.Web.InformationReturns;

/// <summary>Whether a supplier was asked for its Form W-9 on a day.</summary>
internal sealed record RequestState(string Key, DateOnly Day, W9RequestHow How, bool IsAsked);

internal sealed class RequestDecisions(SqliteConnection company, CompanyBooks books)
    : Decisions<RequestState>(ReturnDecision.Request, company, books)
{
    protected override IReadOnlyList<RequestState> Now(IReadOnlyList<RequestState> of)
    {
        var requests = new ReturnSupplierTable(Company).Requests([.. of.Select(s => s.Key)]);
        return
        [
            .. of.Select(s =>
                s with
                {
                    IsAsked = requests[s.Key].Any(r => r.Day == Iso.Text(s.Day) && r.How == Words<W9RequestHow>.Of(s.How)),
                }
            ),
        ];
    }

    protected override void Put(IReadOnlyList<RequestState> states, string because)
    {
        var table = new ReturnSupplierTable(Company);
        foreach (var s in states)
            if (s.IsAsked)
                table.Ask(s.Key, s.Day, s.How, Books.Now, Books.Who);
            else
                table.AskNot(s.Key, s.Day, s.How);
    }
}

/// <summary>Whether a statement went to its recipient on a day, and when it came back.</summary>
internal sealed record SentState(
    int Year,
    string Key,
    ReturnForm Form,
    DateOnly Day,
    SentHow How,
    bool IsSent,
    DateOnly? CameBack,
    string Note
);

internal sealed class SentDecisions(SqliteConnection company, CompanyBooks books)
    : Decisions<SentState>(ReturnDecision.Sent, company, books)
{
    protected override IReadOnlyList<SentState> Now(IReadOnlyList<SentState> of)
    {
        var years = of.Select(s => s.Year).Distinct().ToDictionary(y => y, new SentTable(Company).Of);
        return
        [
            .. of.Select(s =>
                years[s.Year]
                    [(s.Key, Words<ReturnForm>.Of(s.Form))]
                    .FirstOrDefault(r => r.Day == Iso.Text(s.Day) && r.How == Words<SentHow>.Of(s.How))
                    is { } row
                    ? s with
                    {
                        IsSent = true,
                        CameBack = Iso.DayOrNone(row.CameBack),
                        Note = row.Note,
                    }
                    : s with
                    {
                        IsSent = false,
                        CameBack = null,
                        Note = "",
                    }
            ),
        ];
    }

    protected override void Put(IReadOnlyList<SentState> states, string because)
    {
        var table = new SentTable(Company);
        foreach (var s in states)
            if (s.IsSent)
                table.Put(
                    new SentRow(
                        s.Year,
                        s.Key,
                        Words<ReturnForm>.Of(s.Form),
                        Iso.Text(s.Day),
                        Words<SentHow>.Of(s.How),
                        Iso.Text(s.CameBack),
                        s.Note,
                        Iso.Text(Books.Now),
                        Books.Who
                    )
                );
            else
                table.Remove(s.Year, s.Key, s.Form, s.Day, s.How);
    }
}
