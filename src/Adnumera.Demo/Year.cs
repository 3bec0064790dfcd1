using System.Globalization;

namespace Adnumera.Demo;

/// <summary>The bindery's documents of September to November 2026, made from a seed: the same seed gives the same bytes.</summary>
internal sealed class Year
{
    public const string Header =
        "source,source_id,kind,document_date,due_date,reference,supplier,employee,payment_account,settlement,currency,document_total,notes,line,description,category,item,quantity,unit_price,net,tax_code,tax,department,account,original_account";

    private static readonly (string Supplier, string Category, string[] Things, decimal Low, decimal High, string Department)[] Buys =
    [
        (
            "Marrow & Oake",
            "Leather",
            ["Goatskin, dyed, red", "Goatskin, dyed, blue", "Calfskin, natural", "Pared spine leather"],
            180,
            940,
            "Bench"
        ),
        (
            "Thistledown Paper Mill",
            "Paper & board",
            ["Text paper, 120 g", "Marbled sheets", "Greyboard, 2 mm", "Handmade endpapers"],
            90,
            620,
            "Bench"
        ),
        ("Hexham Tannery", "Leather", ["Vellum, half skins", "Alum-tawed pigskin"], 240, 780, "Bench"),
        ("Gilt & Ember Foil", "Foil & leaf", ["Gold foil, 22 ct", "Copper foil", "Blocking powder"], 60, 410, "Press"),
        ("Larkspur Thread Co.", "Thread & tape", ["Linen thread, 18/3", "Linen tape, 12 mm", "Silk headband thread"], 24, 160, "Bench"),
        ("Quarry Lane Glue Works", "Glue", ["Wheat paste", "Reversible adhesive"], 30, 120, "Bench"),
        ("Peregrine Box & Board", "Boxes", ["Solander boxes", "Slipcase blanks"], 80, 380, "Front"),
        ("Wren & Hollow Printing", "Printing", ["Title pages, letterpress", "Plates, folded"], 210, 1450, "Press"),
        ("Isolde Marchbanks", "Illustration", ["Frontispiece drawing", "Vignettes, set of four"], 250, 900, "Press"),
        ("Tamsin Arkley", "Tutors", ["Evening class, gilding", "Weekend class, sewing"], 160, 420, "Front"),
        ("Osier Property Care", "Building care", ["Roof gutter repair", "Lift inspection"], 120, 460, "Front"),
    ];

    private static readonly (string Supplier, string Category, string Thing, decimal Low, decimal High)[] Charges =
    [
        ("Fennel Street Post", "Courier", "Parcels", 8, 48),
        ("Nettle Cloud Hosting", "Cloud hosting", "Hosting", 149, 151),
        ("Larkspur Thread Co.", "Thread & tape", "Thread, counter purchase", 12, 60),
        ("Corner House Books", "Books for reference", "Binding manuals", 18, 95),
        ("Saltmarsh Tools", "Small tools", "Bone folders and awls", 15, 140),
        ("Blue Kettle Cafe", "Meals", "Client lunch", 24, 88),
    ];

    private static readonly string[] Employees = ["Ines Calder", "Theo Arkwright", "Maud Pennyroyal"];
    private readonly Random random = new(20_261_120);
    private readonly List<string> rows = [];
    private int bills = 2200,
        charges = 7100,
        claims = 310;

    /// <summary>The files, in the order in which they arrived: September and October, early November, the last week.</summary>
    public IReadOnlyList<(string Name, string Content)> Files { get; }

    public Year()
    {
        Files =
        [
            (
                "documents-2026-10-31.csv",
                Make(() =>
                {
                    for (var week = 0; week < 8; week++)
                        Week(new DateOnly(2026, 9, 2).AddDays(7 * week), bills: 5, charges: 3, claims: 1);
                    Rent(new DateOnly(2026, 9, 1));
                    Rent(new DateOnly(2026, 10, 1));
                    Line(
                        "Supplier bills",
                        "B2190",
                        "bill",
                        new DateOnly(2026, 6, 18),
                        "Thistledown Paper Mill",
                        "2190",
                        "",
                        "210.00",
                        "Text paper, 120 g",
                        "Paper & board",
                        210.00m,
                        note: "Dated before the books were taken over"
                    );
                })
            ),
            (
                "documents-2026-11-12.csv",
                Make(() =>
                {
                    Week(new DateOnly(2026, 11, 2), bills: 7, charges: 4, claims: 2);
                    Week(new DateOnly(2026, 11, 8), bills: 5, charges: 4, claims: 1);
                    Rent(new DateOnly(2026, 11, 1));
                    Troubles();
                })
            ),
            (
                "documents-2026-11-19.csv",
                Make(() =>
                {
                    Week(new DateOnly(2026, 11, 14), bills: 8, charges: 6, claims: 2);
                    LateTroubles();
                })
            ),
            ("documents-2026-11-20.csv", Make(() => Week(new DateOnly(2026, 11, 18), bills: 3, charges: 2, claims: 1))),
        ];
    }

    private string Make(Action fill)
    {
        rows.Clear();
        fill();
        return $"{Header}\r\n{string.Concat(rows.Select(r => r + "\r\n"))}";
    }

    private void Week(DateOnly monday, int bills, int charges, int claims)
    {
        for (var i = 0; i < bills; i++)
            Bill(monday.AddDays(random.Next(5)), Buys[random.Next(Buys.Length)]);
        for (var i = 0; i < charges; i++)
            Charge(monday.AddDays(random.Next(5)), Charges[random.Next(Charges.Length)]);
        for (var i = 0; i < claims; i++)
            Claim(monday.AddDays(random.Next(5)));
    }

    private void Bill(DateOnly day, (string Supplier, string Category, string[] Things, decimal Low, decimal High, string Department) buy)
    {
        var id = ++bills;
        var lines = new List<(string Thing, decimal Net, decimal Tax)>();
        for (var i = random.Next(1, 4); i > 0; i--)
        {
            var net = Amount(buy.Low, buy.High);
            lines.Add(
                (
                    buy.Things[random.Next(buy.Things.Length)],
                    net,
                    buy.Supplier == "Gilt & Ember Foil" ? Math.Round(net * 0.05m, 2, MidpointRounding.AwayFromZero) : 0
                )
            );
        }

        var total = lines.Sum(l => l.Net + l.Tax);
        for (var i = 0; i < lines.Count; i++)
            Row(
                "Supplier bills",
                $"B{id}",
                "bill",
                day,
                day.AddDays(30),
                $"{id}",
                buy.Supplier,
                "",
                "",
                "On account",
                total,
                i == 0 && lines.Count == 3 ? "" : "",
                i + 1,
                lines[i].Thing,
                buy.Category,
                "",
                1,
                lines[i].Net,
                lines[i].Tax > 0 ? "RC" : "",
                lines[i].Tax,
                buy.Department,
                ""
            );
    }

    private void Charge(DateOnly day, (string Supplier, string Category, string Thing, decimal Low, decimal High) charge)
    {
        var net = Amount(charge.Low, charge.High);
        Row(
            "Company card",
            $"C{++charges}",
            "card_charge",
            day,
            null,
            "",
            charge.Supplier,
            "",
            random.Next(3) == 0 ? "4425" : "4417",
            "",
            net,
            "",
            1,
            charge.Thing,
            charge.Category,
            "",
            1,
            net,
            "",
            0,
            "Front",
            ""
        );
    }

    private void Claim(DateOnly day)
    {
        var (travel, meal) = (Amount(14, 120), Amount(9, 46));
        var id = $"X{++claims}";
        var who = Employees[random.Next(Employees.Length)];
        Row(
            "Expense claims",
            id,
            "expense_claim",
            day,
            null,
            id,
            "",
            who,
            "",
            "",
            travel + meal,
            "Visit to a customer",
            1,
            "Train",
            "Travel",
            "",
            1,
            travel,
            "",
            0,
            "Front",
            ""
        );
        Row(
            "Expense claims",
            id,
            "expense_claim",
            day,
            null,
            id,
            "",
            who,
            "",
            "",
            travel + meal,
            "Visit to a customer",
            2,
            "Meal on the way",
            "Meals",
            "",
            1,
            meal,
            "",
            0,
            "Front",
            ""
        );
    }

    private void Rent(DateOnly day) =>
        Row(
            "Supplier bills",
            $"R{day:yyyyMM}",
            "bill",
            day,
            day.AddDays(5),
            $"Rent {day:yyyy-MM}",
            "Cinder Row Holdings LP",
            "",
            "",
            "On account",
            3200m,
            "",
            1,
            "Workshop rent",
            "Rent",
            "",
            1,
            3200m,
            "",
            0,
            "Front",
            ""
        );

    // One of each kind of trouble, on purpose; docs/demo.md lists them.
    private void Troubles()
    {
        Row(
            "Supplier bills",
            "B2291",
            "bill",
            new DateOnly(2026, 11, 12),
            new DateOnly(2026, 12, 12),
            "2291",
            "Marrow & Oake",
            "",
            "",
            "On account",
            1284.40m,
            "",
            1,
            "Goatskin, dyed, red",
            "Leather",
            "Goatskin, dyed",
            18,
            949.50m,
            "",
            0,
            "Bench",
            ""
        );
        Row(
            "Supplier bills",
            "B2291",
            "bill",
            new DateOnly(2026, 11, 12),
            new DateOnly(2026, 12, 12),
            "2291",
            "Marrow & Oake",
            "",
            "",
            "On account",
            1284.40m,
            "",
            2,
            "Handmade endpapers",
            "Paper & board",
            "Endpaper, handmade",
            40,
            249.90m,
            "",
            0,
            "Bench",
            ""
        );
        Row(
            "Supplier bills",
            "B2291",
            "bill",
            new DateOnly(2026, 11, 12),
            new DateOnly(2026, 12, 12),
            "2291",
            "Marrow & Oake",
            "",
            "",
            "On account",
            1284.40m,
            "",
            3,
            "Delivery",
            "",
            "",
            1,
            85.00m,
            "",
            0,
            "",
            ""
        );
        Line(
            "Company card",
            "C7702",
            "card_charge",
            new DateOnly(2026, 11, 10),
            "Saltmarsh Tools",
            "",
            "7730",
            "438.90",
            "Paring machine blades",
            "Small tools",
            438.90m
        );
        Line(
            "Supplier bills",
            "B2303",
            "bill",
            new DateOnly(2026, 11, 9),
            "Larkspur Thread Co.",
            "2303",
            "",
            "164.00",
            "Linen thread, 18/3",
            "Thread & tape",
            146.00m
        );
        Line(
            "Supplier bills",
            "B2304",
            "bill",
            new DateOnly(2026, 11, 9),
            "Thistledown Paper Mill",
            "2304",
            "",
            "96.00",
            "Marbling size",
            "Marbling",
            96.00m
        );
    }

    private void LateTroubles()
    {
        var sharpen = new[]
        {
            (2311, 188.00m, "Plough blades"),
            (2312, 204.00m, "Guillotine knife"),
            (2313, 132.00m, "Paring knives"),
            (2314, 88.00m, "Chisels"),
        };
        foreach (var (id, net, thing) in sharpen)
            Line(
                "Supplier bills",
                $"B{id}",
                "bill",
                new DateOnly(2026, 11, 13 + id % 5),
                "Ruddock Tool Sharpening",
                $"{id}",
                "",
                net.ToString("0.00", CultureInfo.InvariantCulture),
                thing,
                "Sharpening",
                net
            );
        Line(
            "Supplier bills",
            "B2320",
            "bill",
            new DateOnly(2026, 11, 17),
            "Peregrine Box and Board Ltd",
            "2320",
            "",
            "214.00",
            "Slipcase blanks",
            "Boxes",
            214.00m
        );
        Line(
            "Supplier bills",
            "B2321",
            "bill",
            new DateOnly(2026, 11, 18),
            "Vellum & Verso",
            "2321",
            "",
            "389.00",
            "Exhibition stand",
            "Exhibition stand",
            389.00m
        );
        Line(
            "Supplier bills",
            "B2322",
            "bill",
            new DateOnly(2026, 11, 16),
            "Hexham Tannery",
            "2322",
            "",
            "512.00",
            "Alum-tawed pigskin",
            "Leather",
            512.00m
        );
        Line(
            "Supplier bills",
            "B2322-2",
            "bill",
            new DateOnly(2026, 11, 17),
            "Hexham  tannery",
            "2322",
            "",
            "512.00",
            "Alum-tawed pigskin",
            "Leather",
            512.00m
        );
        Line(
            "Supplier bills",
            "B2325",
            "bill",
            new DateOnly(2026, 8, 28),
            "Brindle & Vane Attorneys PC",
            "LV-88",
            "",
            "640.00",
            "Lease review",
            "Legal",
            640.00m
        );
        Line(
            "Supplier bills",
            "B2326",
            "bill",
            new DateOnly(2026, 11, 15),
            "Dr. Sable Whitcombe PC",
            "EY-41",
            "",
            "310.00",
            "Eye tests",
            "Eye tests",
            310.00m,
            currency: "EUR"
        );
        Line(
            "Supplier bills",
            "B2327",
            "bill",
            new DateOnly(2026, 11, 16),
            "Alder Insurance Agency",
            "POL-7",
            "",
            "455.00",
            "Fire insurance, quarter",
            "Insurance",
            455.00m,
            settlement: "Direct debit"
        );
        Row(
            "Supplier bills",
            "B2328",
            "bill",
            new DateOnly(2026, 11, 18),
            null,
            "2328",
            "Gilt & Ember Foil",
            "",
            "",
            "On account",
            126.00m,
            "",
            1,
            "Copper foil",
            "Foil & leaf",
            "",
            1,
            120.00m,
            "Z9",
            6.00m,
            "Press",
            ""
        );
        Line(
            "Company card",
            "C7731",
            "card_refund",
            new DateOnly(2026, 11, 18),
            "Saltmarsh Tools",
            "",
            "4417",
            "42.50",
            "Awls sent back",
            "Small tools",
            42.50m,
            original: "6410"
        );
        Row(
            "Expense claims",
            "X399",
            "expense_claim",
            new DateOnly(2026, 11, 18),
            null,
            "X399",
            "",
            "",
            "",
            "",
            58.20m,
            "",
            1,
            "Parking at the fair",
            "Travel",
            "",
            1,
            58.20m,
            "",
            0,
            "Front",
            ""
        );
    }

    private void Line(
        string source,
        string id,
        string kind,
        DateOnly day,
        string supplier,
        string reference,
        string card,
        string total,
        string thing,
        string category,
        decimal net,
        string currency = "",
        string settlement = "",
        string original = "",
        string note = ""
    ) =>
        Row(
            source,
            id,
            kind,
            day,
            kind == "bill" ? day.AddDays(30) : null,
            reference,
            supplier,
            "",
            card,
            settlement.Length > 0 ? settlement
                : kind == "bill" ? "On account"
                : "",
            decimal.Parse(total, CultureInfo.InvariantCulture),
            note,
            1,
            thing,
            category,
            "",
            1,
            net,
            "",
            0,
            "Bench",
            original,
            currency
        );

    private void Row(
        string source,
        string id,
        string kind,
        DateOnly day,
        DateOnly? due,
        string reference,
        string supplier,
        string employee,
        string card,
        string settlement,
        decimal total,
        string notes,
        int line,
        string description,
        string category,
        string item,
        int quantity,
        decimal net,
        string taxCode,
        decimal tax,
        string department,
        string original,
        string currency = ""
    ) =>
        rows.Add(
            string.Join(
                ',',
                (
                    (string[])
                        [
                            source,
                            id,
                            kind,
                            Day(day),
                            due is { } d ? Day(d) : "",
                            reference,
                            supplier,
                            employee,
                            card,
                            settlement,
                            currency,
                            Text(total),
                            notes,
                            line.ToString(CultureInfo.InvariantCulture),
                            description,
                            category,
                            item,
                            quantity.ToString(CultureInfo.InvariantCulture),
                            Text(Math.Round(net / quantity, 4)),
                            Text(net),
                            taxCode,
                            tax == 0 ? "" : Text(tax),
                            department,
                            "",
                            original,
                        ]
                ).Select(Quoted)
            )
        );

    private decimal Amount(decimal low, decimal high) => Math.Round(low + (high - low) * (decimal)random.NextDouble(), 2);

    private static string Text(decimal amount) => amount.ToString("0.00##", CultureInfo.InvariantCulture);

    private static string Day(DateOnly day) => day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);

    private static string Quoted(string field) =>
        field.AsSpan().IndexOfAny(",\"\r\n") < 0 ? field : $"\"{field.Replace("\"", "\"\"", StringComparison.Ordinal)}\"";
}
