using Adnumera.Core.Mapping;
using Adnumera.LedgerStandIn;

namespace Adnumera.Demo;

/// <summary>Quillfern Bindery LLC: its chart, suppliers, tax codes and mapping book. All made up.</summary>
internal static class Bindery
{
    public const string Slug = "bindery";
    public const string Name = "Quillfern Bindery LLC";

    public static readonly Organisation Organisation = new("quillfern-bindery", Name, "USD", "2026-08-31");

    /// <summary>The suppliers that the ledger knows; two more only arrive with documents.</summary>
    public static readonly string[] Suppliers =
    [
        "Marrow & Oake",
        "Thistledown Paper Mill",
        "Hexham Tannery",
        "Gilt & Ember Foil",
        "Larkspur Thread Co.",
        "Fennel Street Post",
        "Cinder Row Holdings LP",
        "Osier Property Care",
        "Brindle & Vane Attorneys PC",
        "Dr. Sable Whitcombe PC",
        "Nettle Cloud Hosting",
        "Ruddock Tool Sharpening",
        "Quarry Lane Glue Works",
        "Peregrine Box & Board",
        "Isolde Marchbanks",
        "Tamsin Arkley",
        "Wren & Hollow Printing",
        "Alder Insurance Agency",
        "Larkspur Threads",
    ];

    /// <summary>Number, name, kind, and role where it has one.</summary>
    private static readonly (string Number, string Name, string Kind, string Role)[] Chart =
    [
        ("1010", "Operating bank", "asset", "bank"),
        ("1020", "Reserve bank", "asset", "bank"),
        ("1050", "Petty cash", "asset", "cash"),
        ("1060", "Marketplace gift balance", "asset", ""),
        ("1200", "Trade receivables", "asset", ""),
        ("1250", "Due from employees", "asset", "due_from_employees"),
        ("1300", "Supplier prepayments", "asset", "supplier_prepayments"),
        ("1310", "Prepaid insurance", "asset", ""),
        ("1320", "Prepaid rent", "asset", ""),
        ("1400", "Recoverable tax on purchases", "asset", "input_tax"),
        ("1510", "Paper stock", "asset", ""),
        ("1520", "Leather stock", "asset", ""),
        ("1530", "Foil and thread stock", "asset", ""),
        ("1540", "Editions in work", "asset", "work_in_progress"),
        ("1550", "Finished editions", "asset", "finished_goods"),
        ("1610", "Presses", "asset", ""),
        ("1620", "Bench equipment", "asset", ""),
        ("1630", "Computers", "asset", ""),
        ("1690", "Accumulated depreciation", "asset", ""),
        ("1710", "Deposits", "asset", ""),
        ("2100", "Accounts payable", "liability", "payables_control"),
        ("2110", "Accounts payable, rent", "liability", ""),
        ("2210", "Company card", "liability", "card"),
        ("2220", "Debit card clearing", "liability", "card"),
        ("2330", "Employee payable", "liability", "employee_payable"),
        ("2400", "Wages payable", "liability", "wages_payable"),
        ("2410", "Payroll clearing", "liability", "payroll_clearing"),
        ("2420", "Payroll tax payable", "liability", ""),
        ("2430", "Retirement plan payable", "liability", ""),
        ("2440", "Accrued wages", "liability", ""),
        ("2500", "Sales tax payable", "liability", "tax"),
        ("2610", "Accrued royalties", "liability", ""),
        ("2620", "Customer deposits", "liability", ""),
        ("2710", "Equipment loan", "liability", ""),
        ("2990", "Suspense", "liability", "suspense"),
        ("3010", "Members' capital", "equity", ""),
        ("3020", "Members' draws", "equity", ""),
        ("3900", "Retained earnings", "equity", ""),
        ("4010", "Binding income", "income", ""),
        ("4020", "Restoration income", "income", ""),
        ("4030", "Edition sales", "income", ""),
        ("4040", "Workshop fees", "income", ""),
        ("4900", "Other income", "income", ""),
        ("5110", "Paper and board", "cost_of_sales", ""),
        ("5120", "Leather", "cost_of_sales", ""),
        ("5130", "Foil and leaf", "cost_of_sales", ""),
        ("5140", "Thread and tape", "cost_of_sales", ""),
        ("5150", "Glue and paste", "cost_of_sales", ""),
        ("5160", "Boxes and cases", "cost_of_sales", ""),
        ("5210", "Printing bought in", "cost_of_sales", ""),
        ("5220", "Illustration", "cost_of_sales", ""),
        ("5230", "Royalties", "cost_of_sales", ""),
        ("5310", "Freight in", "cost_of_sales", ""),
        ("5410", "Production wages", "cost_of_sales", ""),
        ("5490", "Stock adjustments", "cost_of_sales", ""),
        ("6010", "Office wages", "expense", ""),
        ("6020", "Payroll taxes", "expense", ""),
        ("6030", "Retirement plan", "expense", ""),
        ("6040", "Staff training", "expense", ""),
        ("6050", "Tutor fees", "expense", ""),
        ("6110", "Rent", "expense", ""),
        ("6120", "Building care", "expense", ""),
        ("6130", "Electricity and gas", "expense", ""),
        ("6140", "Water", "expense", ""),
        ("6150", "Cleaning", "expense", ""),
        ("6210", "Office supplies", "expense", ""),
        ("6220", "Postage and courier", "expense", ""),
        ("6230", "Telephone", "expense", ""),
        ("6240", "Software and hosting", "expense", ""),
        ("6250", "Books for reference", "expense", ""),
        ("6310", "Delivery to customers", "expense", ""),
        ("6320", "Packing", "expense", ""),
        ("6410", "Small tools", "expense", ""),
        ("6420", "Tool upkeep", "expense", ""),
        ("6430", "Press maintenance", "expense", ""),
        ("6510", "Travel", "expense", ""),
        ("6520", "Meals", "expense", ""),
        ("6530", "Parking", "expense", ""),
        ("6540", "Exhibition and fairs", "expense", ""),
        ("6550", "Advertising", "expense", ""),
        ("6610", "Legal fees", "expense", ""),
        ("6620", "Accounting", "expense", ""),
        ("6630", "Medical checks", "expense", ""),
        ("6710", "Insurance", "expense", ""),
        ("6720", "Licences", "expense", ""),
        ("6810", "Bank charges", "expense", ""),
        ("6820", "Interest", "expense", ""),
        ("6910", "Depreciation", "expense", ""),
        ("6980", "Rounding differences", "expense", "rounding"),
        ("6990", "Sundry", "expense", ""),
        ("6995", "Marbling supplies (closed)", "expense", ""),
    ];

    /// <summary>The company-side mapping: kind, key, account. A blank account is an ended or grouped key.</summary>
    public static readonly (string Kind, string Key, string Account)[] Mapping =
    [
        ("category", "Leather", "5120"),
        ("category", "Paper & board", "5110"),
        ("category", "Foil & leaf", "5130"),
        ("category", "Thread & tape", "5140"),
        ("category", "Glue", "5150"),
        ("category", "Courier", "6220"),
        ("category", "Cloud hosting", "6240"),
        ("category", "Books for reference", "6250"),
        ("category", "Cleaning", "6150"),
        ("category", "Rent", "6110"),
        ("category", "Building care", "6120"),
        ("category", "Legal", "6610"),
        ("category", "Eye tests", "6630"),
        ("category", "Boxes", "5160"),
        ("category", "Printing", "5210"),
        ("category", "Illustration", "5220"),
        ("category", "Tutors", "6050"),
        ("category", "Travel", "6510"),
        ("category", "Meals", "6520"),
        ("category", "Small tools", "6410"),
        ("category", "Office supplies", "6210"),
        ("category", "Insurance", "6710"),
        ("category", "Marbling", "6995"),
        ("item", "Endpaper, handmade", "5110"),
        ("item", "Goatskin, dyed", "5120"),
        ("item", "Edge gilding kit", "5130"),
        ("supplier", "Nettle Cloud Hosting", "6240"),
        ("supplier", "Fennel Street Post", "6220"),
        ("supplier", "Alder Insurance Agency", "6710"),
        ("supplier_payable", "Cinder Row Holdings LP", "2110"),
        ("settlement", "Company card", "2210"),
        ("settlement", "On account", "2100"),
        ("tax_code", "RC", "100"),
        ("tax_code", "ST", "0"),
    ];

    /// <summary>What is mapped besides where the sources of the year deliver.</summary>
    public static readonly (string Kind, string Key, string Account)[] MappingOfTheYear =
    [
        ("supplier", "Corner House Books", "6250"),
        ("supplier", "Saltmarsh Tools", "6410"),
        ("supplier", "Blue Kettle Cafe", "6520"),
        ("supplier", "Harrow Line Rail", "6510"),
        ("supplier", "Millgate Parking", "6530"),
        ("supplier", "Orrery Telephone", "6230"),
        ("item", "Text paper, 120 g", "5110"),
        ("item", "Vellum, half skin", "5120"),
        ("item", "Gold foil, 22 ct", "5130"),
        ("item", "Linen thread, 18/3", "5140"),
        ("item", "Wheat paste, 1 kg", "5150"),
        ("item", "Solander box blank", "5160"),
        ("item", "Bone folder", "6410"),
        ("item", "Cutting mat", "6410"),
        ("item", "Type holder", "6410"),
        ("item", "Label paper", "6210"),
        ("category", "Shipping", "5310"),
        ("category", "Marketplace fees", "6810"),
        ("category", "Gift balance", "1060"),
    ];

    /// <summary>Cards, cash and balances. A card was issued anew in the summer.</summary>
    public static IReadOnlyList<PaymentAccount> PaymentAccounts =>
        [
            new()
            {
                Name = "Company card",
                Kind = PaymentAccountKind.CompanyCard,
                Account = "2210",
                Holder = "Ines Calder",
                OtherHolders = ["Theo Arkwright", "Maud Pennyroyal"],
                Numbers =
                [
                    new("4417", null, null),
                    new("4425", new DateOnly(2026, 7, 1), null),
                    new("4402", null, new DateOnly(2026, 6, 30)),
                ],
            },
            new()
            {
                Name = "Debit card",
                Kind = PaymentAccountKind.DebitCard,
                Account = "2220",
                Holder = "Theo Arkwright",
                Numbers = [new("0931", null, null)],
            },
            new()
            {
                Name = "Petty cash tin",
                Kind = PaymentAccountKind.Cash,
                Account = "1050",
                Holder = "Maud Pennyroyal",
            },
            new()
            {
                Name = "Gift balance",
                Kind = PaymentAccountKind.GiftBalance,
                Account = "1060",
                Holder = "Ines Calder",
            },
        ];

    public static IEnumerable<LedgerAccount> Accounts =>
        Chart.Select(a => new LedgerAccount(a.Number, a.Number, a.Name, a.Kind, a.Role, "", a.Number != "6995"));

    public static IEnumerable<TaxCode> TaxCodes =>
        [new("RC", "Reclaimable tax", "5.00"), new("ST", "Sales tax paid", "8.25"), new("EX", "Exempt", "0.00")];

    public static Masters Masters =>
        new(
            Accounts,
            Suppliers.Select(Supplier),
            [
                new Employee("E1", "Ines Calder", "ines@quillfern.example"),
                new Employee("E2", "Theo Arkwright", "theo@quillfern.example"),
                new Employee("E3", "Maud Pennyroyal", "maud@quillfern.example"),
            ],
            TaxCodes,
            [
                new DimensionValue("department", "D1", "Bench"),
                new DimensionValue("department", "D2", "Press"),
                new DimensionValue("department", "D3", "Front"),
                new DimensionValue("project", "J1", "Fenland Atlas, edition"),
                new DimensionValue("project", "J2", "Parish registers, restoration"),
                new DimensionValue("customer", "K1", "Ottery Museum"),
                new DimensionValue("customer", "K2", "Fenland Record Office"),
                new DimensionValue("season", "Y1", "Spring list"),
                new DimensionValue("season", "Y2", "Autumn list"),
            ],
            [
                new PaymentTerm("N30", "30 days", "net_days", 30),
                new PaymentTerm("N14", "14 days", "net_days", 14),
                new PaymentTerm("M10", "10th of next month", "day_of_next_month", 10),
                new PaymentTerm("EOM", "End of next month", "end_of_month", 1),
            ],
            [
                new Item("I1", "Handmade paper", "5110"),
                new Item("I2", "Bookbinding leather", "5120"),
                new Item("I3", "Foil, by the roll", "5130"),
            ],
            ["departments", "projects", "customers", "tax", "journals", "items"]
        )
        {
            OwnDimensions = [new OwnDimension("season")],
        };

    private static Supplier Supplier(string name, int index)
    {
        // The thread merchant stands twice in the ledger; the tax number gives it away.
        var number = name is "Larkspur Thread Co." or "Larkspur Threads" ? "00-5550112" : $"00-55502{index:00}";
        var domain = name.StartsWith("Larkspur", StringComparison.Ordinal)
            ? "larkspur"
            : new string([.. name.ToLowerInvariant().Where(char.IsAsciiLetter)]);
        return new Supplier(
            string.Create(System.Globalization.CultureInfo.InvariantCulture, $"S{101 + index}"),
            name,
            number,
            $"accounts@{domain}.example",
            $"{index + 1} Mill Lane, Quillfern"
        );
    }
}
