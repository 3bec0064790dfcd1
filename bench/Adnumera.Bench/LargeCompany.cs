using System.Globalization;
using System.Text;
using Adnumera.Demo;
using Adnumera.Storage.Companies;
using Adnumera.Storage.Posting;
using Adnumera.Web.Companies;
using Dapper;
using Microsoft.Data.Sqlite;

namespace Adnumera.Bench;

/// <summary>
/// A company with as many documents as one says, taken in as the application takes them in: ten years of bills, card charges and claims of
/// 2,000 suppliers, most of them posted and proved, some ready, some held by values that nobody mapped, beside some of everything. The
/// ledger has the chart and the entries are said to be in it; proving them for real would be a matter of the ledger.
/// </summary>
internal static class LargeCompany
{
    private const int AtOnce = 20_000;
    private const int Suppliers = 2_000;

    // Of a hundred documents so many are held, and so many ready; the others are posted, and all but the last percent proved.
    private const int Held = 2;
    private const int Ready = 1;

    // 45 by 45 invented names.
    private const string Places =
        "Alder Barrow Beck Birch Briar Cinder Clove Copse Crane Dale Ember Fennel Fern Flint Gale Glen Hale Hazel Heath Heron Hexham "
        + "Holm Ivy "
        + "Juniper Kestrel Larch Linden Lode Marrow Moss Nettle Oak Orchard Pike Quarry Reed Rowan Sedge Slate Sorrel Tarn Thorn Vale "
        + "Wren Yarrow";

    private const string Trades =
        "Tannery Press Mill Foundry Works Supply Freight Studio Glass Paper Ironworks Joinery Cartage Printers Stationers Chandlers "
        + "Weavers Dyers "
        + "Potters Smithy Brewery Bakery Dairy Orchards Nursery Gardens Timber Quarries Masons Roofing Plumbing Electric Hosting "
        + "Software Legal "
        + "Audit Insurance Travel Lodging Catering Cleaning Laundry Couriers Storage Rentals";

    private static readonly string[] Names = [.. Places.Split(' ').SelectMany(p => Trades.Split(' ').Select(t => $"{p} {t}"))];

    private static readonly string[] Categories = ["Leather", "Glue", "Boxes", "Courier", "Travel", "Meals"];

    public static async Task<CompanyFile> Make(string folder, int documents, Action<int>? progress = null)
    {
        await Builder.BuildConnected(folder);
        var file = new CompanyFiles(folder).Open("bindery");
        file.InTransaction(c =>
            c.Execute("update company set start_date = '', locked_through = ''; update pulled set locked_through = ''")
        );
        SomeOfEverything.AddTo(file, i => Names[i]);
        for (var first = 0; first < documents; first += AtOnce)
        {
            Arrivals.TakeIn(file, Csv(first, Math.Min(AtOnce, documents - first)));
            progress?.Invoke(first);
        }

        file.InTransaction(Post);
        return file;
    }

    private static byte[] Csv(int first, int count)
    {
        var csv = new StringBuilder(
            "source,source_id,kind,document_date,reference,supplier,employee,payment_account,document_total,line,description,category,net\n"
        );
        for (var i = first; i < first + count; i++)
        {
            var day = new DateOnly(2026, 11, 19)
                .AddDays(-(int)((long)i * 7919 % 120))
                .AddDays(i % 100 < Held + Ready ? 0 : -30 * (i % 100));
            var (supplier, whole, cents) = (Names[(long)i * i % Suppliers], 10 + (i % 9000), i / 9000 % 100);
            var category = i % 100 < Held ? $"Unmapped {i / 100 % 60}" : Categories[i % Categories.Length];
            var head = (i % 10) switch
            {
                < 6 => $"Supplier bills,B{i},bill,{Day(day)},R{i},{supplier},,",
                < 9 => $"Company card,C{i},card_charge,{Day(day)},,{supplier},,4417",
                _ => $"Expense claims,E{i},expense_claim,{Day(day)},X{i},,Ines Calder,",
            };
            csv.Append(CultureInfo.InvariantCulture, $"{head},{whole}.{cents:00},1,Goods {i % 300},{category},{whole - 5}.{cents:00}\n");
            csv.Append(CultureInfo.InvariantCulture, $"{head},{whole}.{cents:00},2,Delivery,Courier,5.00\n");
        }

        return Encoding.UTF8.GetBytes(csv.ToString());
    }

    private static string Day(DateOnly day) => day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);

    // What posting, the ledger and a proof leave behind.
    private static int Post(SqliteConnection company)
    {
        company.Execute(
            """
            update document set state = 'proved' where state = 'ready' and cast(substr(source_id, 2) as integer) % 100 >= @least;
            insert into dispatch (id, started_at, who, ended_at, outcome) values (1, '2026-11-01T09:00:00.000Z', 'bench',
              '2026-11-01T10:00:00.000Z', 'done');
            insert into instruction (dispatch_id, kind, document_id, revision, idempotency_key, content, state, attempts, sent_at,
              answered_at,
              ledger_id, organisation)
              select 1, 'entry', d.id, 1, 'bench-' || d.id, json_object('IdempotencyKey', 'bench-' || d.id,
                'Identity', json_object('Source', d.source, 'SourceId', d.source_id),
                'Form', case d.kind when 'bill' then 0 when 'card_charge' then 2 else 4 end, 'Date', d.entry_date, 'Currency', d.currency,
                'Reference', d.reference, 'Supplier', d.supplier, 'Employee', d.employee,
                'Lines', (select json_group_array(json_object('Account', l.decided_account, 'Signed', l.net, 'TaxCode', '',
                  'Dimensions', json('{}'), 'Memo', l.description, 'IsOffset', json('false'))) from document_line l
                  where l.document_id = d.id)),
                'accepted', 1, '2026-11-01T09:00:00.000Z', '2026-11-01T09:00:01.000Z', 'E' || d.id, (select organisation from pulled)
              from document d where d.state = 'proved';
            insert into proof (id, at, who, first_day, last_day, intended, proved, differences, at_stake)
              values (1, '2026-11-02T09:00:00.000Z', 'bench', '2016-01-01', '2026-12-31', 0, 0, 0, 0);
            insert into reading (document_id, proof_id, documents, money, intended)
              select id, 1, 1, signed_total, signed_total from document where state = 'proved';
            insert into read_cell (source, period, found_documents, found_money, documents, money)
              select source, period, count(*), sum(signed_total), count(*), sum(signed_total) from document where state = 'proved' group
                by 1, 2;
            delete from count_cell;
            insert into count_cell (source, period, state, kind, documents, money)
              select source, period, state, kind, count(*), sum(signed_total) from document group by 1, 2, 3, 4;
            analyze;
            """,
            new { least = Held + Ready }
        );
        new OutboxTable(company).End(1, new DateTimeOffset(2026, 11, 1, 10, 0, 0, TimeSpan.Zero), "done");
        return 0;
    }
}
