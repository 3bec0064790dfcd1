using Adnumera.LedgerStandIn;

namespace Adnumera.Demo;

/// <summary>Quillfern Reading Room LLC: the bookshop and lecture room, with a ledger and a numbering of its own. All made up.</summary>
internal static class ReadingRoom
{
    public const string Slug = "reading-room";
    public const string Name = "Quillfern Reading Room LLC";

    public static readonly Organisation Organisation = new("quillfern-reading-room", Name, "USD", "2026-06-30");

    private static readonly (string Number, string Name, string Kind, string Role)[] Chart =
    [
        ("100", "Current account", "asset", "bank"),
        ("105", "Shop till", "asset", "cash"),
        ("110", "Card takings on the way", "asset", ""),
        ("120", "Customers' accounts", "asset", ""),
        ("130", "Due from staff", "asset", "due_from_employees"),
        ("135", "Prepaid to suppliers", "asset", "supplier_prepayments"),
        ("140", "Books for sale", "asset", ""),
        ("145", "Prints for sale", "asset", ""),
        ("150", "Recoverable tax on purchases", "asset", "input_tax"),
        ("160", "Shop fittings", "asset", ""),
        ("165", "Less depreciation", "asset", ""),
        ("170", "Rent deposit", "asset", ""),
        ("200", "Suppliers' accounts", "liability", "payables_control"),
        ("210", "Shop card", "liability", "card"),
        ("220", "Owed to staff", "liability", "employee_payable"),
        ("230", "Wages to pay", "liability", "wages_payable"),
        ("235", "Payroll clearing", "liability", "payroll_clearing"),
        ("240", "Payroll tax to pay", "liability", ""),
        ("250", "Sales tax to pay", "liability", "tax"),
        ("260", "Vouchers sold", "liability", ""),
        ("270", "Loan from the bindery", "liability", ""),
        ("300", "Capital", "equity", ""),
        ("310", "Drawings", "equity", ""),
        ("390", "Earlier results", "equity", ""),
        ("400", "Book sales", "income", ""),
        ("410", "Print sales", "income", ""),
        ("420", "Lecture tickets", "income", ""),
        ("430", "Room hire", "income", ""),
        ("500", "Books bought", "cost_of_sales", ""),
        ("510", "Prints bought", "cost_of_sales", ""),
        ("520", "Lecturers", "cost_of_sales", ""),
        ("530", "Freight in", "cost_of_sales", ""),
        ("600", "Shop wages", "expense", ""),
        ("610", "Rent", "expense", ""),
        ("620", "Electricity and gas", "expense", ""),
        ("630", "Cleaning", "expense", ""),
        ("640", "Postage and courier", "expense", ""),
        ("650", "Software and hosting", "expense", ""),
        ("660", "Office supplies", "expense", ""),
        ("670", "Advertising", "expense", ""),
        ("680", "Insurance", "expense", ""),
        ("690", "Refreshments", "expense", ""),
        ("700", "Legal fees", "expense", ""),
        ("710", "Bank charges", "expense", ""),
        ("790", "Sundry", "expense", ""),
    ];

    public static Masters Masters =>
        new(
            Chart.Select(a => new LedgerAccount($"R{a.Number}", a.Number, a.Name, a.Kind, a.Role, "", true)),
            [
                new Supplier("T1", "Cinder Row Holdings LP"),
                new Supplier("T2", "Fennel Street Post"),
                new Supplier("T3", "Corner House Books"),
            ],
            [new Employee("W1", "Hob Lintwhite", "hob@quillfern.example")],
            [new TaxCode("RC", "Reclaimable tax", "5.00")],
            [new DimensionValue("location", "L1", "Shop"), new DimensionValue("location", "L2", "Lecture room")],
            [new PaymentTerm("P30", "30 days", "net_days", 30)],
            [],
            ["locations", "tax", "journals"]
        );
}
