using System.Globalization;
using Adnumera.SourcesStandIn;

namespace Adnumera.Demo;

/// <summary>What the sources have of the year that deliver by themselves: January to November 2026, made from a seed.</summary>
public sealed class SourceDesks
{
    /// <summary>The first day of the year.</summary>
    public static readonly DateOnly From = new(2026, 1, 1);

    private const string Today = "2026-11-20";

    private static readonly (string Merchant, string Code, string Text, decimal Low, decimal High)[] Merchants =
    [
        ("Fennel Street Post", "4215", "Parcels", 8, 48),
        ("Nettle Cloud Hosting", "4816", "Hosting", 149, 151),
        ("Corner House Books", "5942", "Binding manuals", 18, 95),
        ("Saltmarsh Tools", "5251", "Bone folders and awls", 15, 140),
        ("Blue Kettle Cafe", "5812", "Client lunch", 24, 88),
        ("Harrow Line Rail", "4112", "Return fare", 22, 130),
        ("Millgate Parking", "7523", "Parking", 4, 18),
        ("Orrery Telephone", "4814", "Telephone", 61, 66),
    ];

    private static readonly (string Supplier, string Item, string Code, string Department, decimal Price)[] Goods =
    [
        ("Marrow & Oake", "Goatskin, dyed", "10-20", "Bench", 46.00m),
        ("Thistledown Paper Mill", "Endpaper, handmade", "10-10", "Bench", 3.80m),
        ("Thistledown Paper Mill", "Text paper, 120 g", "10-10", "Bench", 0.42m),
        ("Hexham Tannery", "Vellum, half skin", "10-20", "Bench", 88.00m),
        ("Gilt & Ember Foil", "Gold foil, 22 ct", "10-30", "Press", 36.00m),
        ("Larkspur Thread Co.", "Linen thread, 18/3", "10-40", "Bench", 7.25m),
        ("Quarry Lane Glue Works", "Wheat paste, 1 kg", "10-50", "Bench", 11.90m),
        ("Peregrine Box & Board", "Solander box blank", "10-60", "Front", 19.50m),
    ];

    private static readonly (string Thing, string Item, decimal Price)[] Shelf =
    [
        ("Bone folder, set of three", "Bone folder", 14.40m),
        ("Cutting mat", "Cutting mat", 31.00m),
        ("Brass type holder", "Type holder", 58.20m),
        ("Edge gilding kit", "Edge gilding kit", 72.00m),
        ("Label paper", "Label paper", 9.95m),
    ];

    private static readonly (string Text, string Category, decimal Low, decimal High)[] Outlays =
    [
        ("Train to a binder’s fair", "Travel", 18, 140),
        ("Lunch with a customer", "Meals", 14, 62),
        ("Pencils and labels", "Office supplies", 6, 34),
        ("Replacement awl", "Small tools", 9, 28),
    ];

    private static readonly string[] Employees = ["Ines Calder", "Theo Arkwright", "Maud Pennyroyal"];
    private readonly Random random = new(20_260_101);

    private readonly List<SourceRecord> records = [];

    /// <summary>The records, of which each stands in the day that it is dated.</summary>
    public SourceDesks()
    {
        for (var month = From; month < new DateOnly(2026, 12, 1); month = month.AddMonths(1))
            Month(month);
        records.AddRange(PayBureau.Runs);
        records.RemoveAll(r => string.CompareOrdinal(DayOf(r), Today) > 0);
        Troubles();
    }

    /// <summary>Puts everything there.</summary>
    public void Fill(Desks desks)
    {
        Put(desks, DateOnly.MinValue, DateOnly.MaxValue);
        Mail(desks);
    }

    /// <summary>Puts what is dated from one day to another.</summary>
    public void Put(Desks desks, DateOnly first, DateOnly last) =>
        desks.Put(records.Where(r => string.CompareOrdinal(DayOf(r), Iso(first)) >= 0 && string.CompareOrdinal(DayOf(r), Iso(last)) <= 0));

    private static string DayOf(SourceRecord record) =>
        record switch
        {
            CardMovement m => m.Date,
            Claim c => c.Date,
            MarketplaceOrder o => o.Date,
            PurchaseBill b => b.Date,
            BureauRun r => r.PayDate,
            _ => "",
        };

    private void Month(DateOnly month)
    {
        var key = month.ToString("yyMM", CultureInfo.InvariantCulture);
        for (var i = 1; i <= 36; i++)
        {
            var (merchant, code, text, low, high) = Merchants[random.Next(Merchants.Length)];
            records.Add(
                new CardMovement(
                    $"CM{key}{i:00}",
                    "settled",
                    "charge",
                    Date(month),
                    random.Next(2) == 0 ? "4417"
                        : month < new DateOnly(2026, 7, 1) ? "4402"
                        : "4425",
                    Employees[random.Next(Employees.Length)],
                    merchant,
                    code,
                    Text(Between(low, high)),
                    "USD",
                    text
                )
            );
        }

        for (var i = 1; i <= 34; i++)
            records.Add(Purchase($"PB{key}{i:00}", Date(month), Goods[random.Next(Goods.Length)]));
        for (var i = 1; i <= 15; i++)
            records.Add(Order($"MO{key}{i:00}", Date(month), Shelf[random.Next(Shelf.Length)]));
        for (var i = 1; i <= 13; i++)
        {
            var (text, category, low, high) = Outlays[random.Next(Outlays.Length)];
            var amount = Text(Between(low, high));
            records.Add(
                new Claim(
                    $"EC{key}{i:00}",
                    "approved",
                    i == 13 ? "Reading Room" : "Bindery",
                    Employees[random.Next(Employees.Length)],
                    Date(month),
                    $"C-{key}-{i:00}",
                    amount,
                    "USD",
                    "",
                    i % 4 == 0
                        ? [new ClaimLine(text, category, Part(amount, 0.6m)), new ClaimLine("Parking there", "Travel", Rest(amount, 0.6m))]
                        : [new ClaimLine(text, category, amount)]
                )
            );
        }
    }

    private PurchaseBill Purchase(
        string id,
        string date,
        (string Supplier, string Item, string Code, string Department, decimal Price) good,
        decimal? price = null,
        string entity = "Bindery"
    )
    {
        var quantity = random.Next(2, 24);
        var unit = price ?? good.Price;
        var net = Text(Math.Round(quantity * unit, 2, MidpointRounding.AwayFromZero));
        return new PurchaseBill(
            id,
            "open",
            entity,
            "bill",
            good.Supplier,
            $"R{id[2..]}",
            date,
            "",
            "",
            net,
            "USD",
            "",
            [
                new PurchaseLine(
                    good.Item,
                    good.Item,
                    good.Code,
                    quantity.ToString(CultureInfo.InvariantCulture),
                    Text(unit),
                    net,
                    Department: good.Department
                ),
            ]
        );
    }

    private MarketplaceOrder Order(string id, string date, (string Thing, string Item, decimal Price) thing, string status = "shipped")
    {
        var quantity = random.Next(1, 4);
        var net = quantity * thing.Price;
        var (shipping, gift) = (random.Next(3) == 0 ? 0m : 4.95m, random.Next(6) == 0 ? 5.00m : 0m);
        var fees = random.Next(8) == 0 ? 1.50m : 0m;
        return new MarketplaceOrder(
            id,
            status,
            "bindery",
            $"O{id[2..]}",
            date,
            "Thimble Row Supplies",
            "4417",
            [new OrderLine(thing.Thing, thing.Item, $"{quantity}", Text(thing.Price), Text(net))],
            Text(shipping),
            Text(fees),
            Text(gift),
            Text(net + shipping + fees - gift),
            "USD"
        );
    }

    // Each is in docs/demo.md.
    private void Troubles()
    {
        CardMovement Charge(string id, string status, string date, string card, string merchant, string code, string amount, string text) =>
            new(id, status, "charge", date, card, "Ines Calder", merchant, code, amount, "USD", text);
        var order = records.OfType<MarketplaceOrder>().Last(o => o.Date.StartsWith("2026-10", StringComparison.Ordinal));
        records.AddRange([
            Charge("CM9001", "pending", "2026-11-19", "4425", "Harrow Line Rail", "4112", "64.00", "Return fare, not settled"),
            Charge("CM9002", "settled", "2026-11-12", "8810", "Millgate Parking", "7523", "12.00", "A card that nobody entered"),
            Charge("CM9003", "settled", "2026-11-14", "4417", "Larch & Lantern Cinema", "7832", "31.50", "Two tickets, private"),
            new CardMovement(
                "CM9004",
                "settled",
                "refund",
                "2026-11-16",
                "4417",
                "Ines Calder",
                "Thimble Row Supplies",
                "5999",
                order.Total,
                "USD",
                "Refund",
                order.Number
            ),
            Purchase("PB9000", "2025-12-29", Goods[2]),
            Purchase("PB9001", "2026-11-17", Goods[0], 52.90m),
            Purchase("PB9002", "2026-11-18", Goods[1], entity: ""),
            new Claim(
                "EC9001",
                "rejected",
                "Bindery",
                "Theo Arkwright",
                "2026-11-11",
                "C-9001",
                "210.00",
                "USD",
                "Rejected there: no receipt",
                [new ClaimLine("Hotel", "Travel", "210.00")]
            ),
            new Claim(
                "EC9002",
                "submitted",
                "Bindery",
                "Maud Pennyroyal",
                "2026-11-19",
                "C-9002",
                "18.40",
                "USD",
                "",
                [new ClaimLine("Stamps", "Office supplies", "18.40")]
            ),
            Order("MO9001", "2026-11-18", Shelf[2], "placed"),
            Order("MO9002", "2026-11-15", Shelf[1], "returned") with
            {
                ReturnOf = order.Number,
            },
            Charge("CM9005", "settled", "2026-11-16", "4425", "Hexham Tannery", "5199", "176.00", "Vellum, paid at the counter"),
            Purchase("PB9003", "2026-11-14", Goods[3]) with
            {
                Total = "176.00",
                Lines = [Vellum],
            },
            Charge("CM9006", "settled", "2026-11-17", "4417", "Thimble Row Supplies", "5999", "90.00", "Two shipments"),
            Order("MO9003", "2026-11-15", Shelf[4]) with
            {
                Number = "O9003",
            },
        ]);
    }

    private static PurchaseLine Vellum =>
        new("Vellum, half skin", "Vellum, half skin", "10-20", "2", "88.00", "176.00", Department: "Bench");

    private static string Part(string amount, decimal share) =>
        Text(Math.Round(decimal.Parse(amount, CultureInfo.InvariantCulture) * share, 2, MidpointRounding.AwayFromZero));

    private static string Rest(string amount, decimal share) =>
        Text(decimal.Parse(amount, CultureInfo.InvariantCulture) - decimal.Parse(Part(amount, share), CultureInfo.InvariantCulture));

    /// <summary>Puts what came by mail.</summary>
    public static void Mail(Desks desks)
    {
        MailedFile Mailed(string id, string date, string from, string subject, string file) =>
            new(id, "arrived", "bills", date, from, subject, file);
        var papers = PaperSamples.All.ToDictionary(p => p.Name, p => p.Content);
        var forms = FormSamples.All.ToDictionary(f => f.Name, f => f.Content);
        desks.Put(
            Mailed("MB01", "2026-11-09", "accounts@northmark.example", "Invoice", "bill-with-data.pdf"),
            "application/pdf",
            papers["bill-with-data.pdf"]
        );
        desks.Put(
            Mailed("MB02", "2026-11-10", "office@example", "Your bill", "bill.ubl.xml"),
            "application/xml",
            System.Text.Encoding.UTF8.GetBytes(forms["bill.ubl.xml"])
        );
        desks.Put(
            new Claim(
                "EC9003",
                "approved",
                "Bindery",
                "Maud Pennyroyal",
                "2026-11-10",
                "C-9003",
                "23.00",
                "USD",
                "",
                [new ClaimLine("Train to a binder’s fair", "Travel", "18.00"), new ClaimLine("Pencils", "Office supplies", "5.00")],
                "receipt.pdf"
            ),
            "application/pdf",
            papers["bill.pdf"]
        );
        desks.Put(Mailed("MB03", "2026-11-12", "lockside@example", "Bill", "bill.pdf"), "application/pdf", papers["bill.pdf"]);
        desks.Put(
            Mailed("MB04", "2026-11-13", "news@example", "Autumn catalogue", "catalogue.txt"),
            "text/plain",
            System.Text.Encoding.UTF8.GetBytes("Our autumn catalogue is here.")
        );
    }

    private string Date(DateOnly month) => Iso(month.AddDays(random.Next(DateTime.DaysInMonth(month.Year, month.Month))));

    private static string Iso(DateOnly day) => day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);

    private decimal Between(decimal low, decimal high) =>
        Math.Round(low + (high - low) * random.Next(1000) / 1000m, 2, MidpointRounding.AwayFromZero);

    private static string Text(decimal amount) => amount.ToString("0.00", CultureInfo.InvariantCulture);
}
