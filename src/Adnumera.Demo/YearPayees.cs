using System.Globalization;
using Adnumera.Core.InformationReturns;
using Adnumera.LedgerStandIn;
using Adnumera.Storage.InformationReturns;
using Adnumera.Web.InformationReturns;

namespace Adnumera.Demo;

/// <summary>Whom the bindery paid in the year, and what is known of them for Forms 1099: each shows one rule; docs/demo.md lists them.</summary>
internal static class YearPayees
{
    private const string Bank = "1010",
        Payables = "2100",
        Prepaid = "1300",
        Withheld = "2450",
        Rent = "6110",
        Care = "6120",
        Royalties = "5230",
        Prizes = "6560",
        Sharpening = "6420",
        Illustration = "5220",
        Legal = "6610",
        Medical = "6630",
        Fairs = "6540";

    private static readonly string[] ByCheck = ["Isolde Marchbanks", "Tamsin Arkley", "Cinder Row Holdings LP", "Osier Property Care"];

    /// <summary>Suppliers and accounts of the ledger that only the year needs.</summary>
    public static void AddTo(Books books)
    {
        foreach (
            var (name, i) in (
                (string[])
                    [
                        "Edda Thornquist",
                        "Piers Halloran",
                        "Maren Oakes",
                        "Corin Vale",
                        "Fergus Tarn",
                        "Atelier Lind AB",
                        "Thimble Row Supplies",
                    ]
            ).Select((n, i) => (n, i))
        )
            books.Add(new Supplier($"S{140 + i}", name, "", "", $"{20 + i} Orchard Row, Quillfern"));
        books.AddAccount(new LedgerAccount(Withheld, Withheld, "Backup withholding payable", "liability", "tax", "", true));
        books.AddAccount(new LedgerAccount(Prizes, Prizes, "Design prize", "expense", "", "", true));
    }

    /// <summary>Pays in the ledger what was posted thirty days ago and more, and what came without a bill.</summary>
    /// <param name="books">The ledger's books.</param>
    /// <param name="first">The first day of the payments.</param>
    /// <param name="last">The last one.</param>
    public static void Pay(Books books, DateOnly first, DateOnly last)
    {
        PayBills(books, first, last);
        foreach (var (day, supplier, account, minor, method, withheld) in WithoutBill.Where(p => p.Day >= first && p.Day <= last))
            Cash(books, day, supplier, account, minor, method, withheld);
        if (first <= new DateOnly(2026, 3, 9))
            books.SetStatus(Cash(books, new DateOnly(2026, 3, 9), "Isolde Marchbanks", Illustration, 640_00, "check", 0).Id, "voided");
        if (last >= new DateOnly(2026, 10, 6))
            Refund(books, new DateOnly(2026, 10, 6), "Cinder Row Holdings LP", Rent, 150_00);
    }

    // Without a bill, and in the year before.
    private static IEnumerable<(DateOnly Day, string Supplier, string Account, long Minor, string Method, long Withheld)> WithoutBill
    {
        get
        {
            for (var month = new DateOnly(2025, 1, 3); month <= Builder.Today; month = month.AddMonths(1))
            {
                if (month.Year == 2025)
                    yield return (month, "Cinder Row Holdings LP", Rent, 3_100_00, "check", 0);
                // September on they come as bills.
                else if (month < new DateOnly(2026, 9, 1))
                    yield return (month, "Cinder Row Holdings LP", Rent, 3_200_00, "check", 0);
                yield return (month.AddDays(4), "Osier Property Care", Rent, 450_00, "check", 0);
                yield return (month.AddDays(4), "Osier Property Care", Care, 240_00, "check", 0);
                if (month.Month % 3 == 0)
                    yield return (month.AddDays(9), "Ruddock Tool Sharpening", Sharpening, 780_00, "bank", 0);
            }

            yield return (new DateOnly(2025, 5, 12), "Isolde Marchbanks", Illustration, 750_00, "check", 0);
            yield return (new DateOnly(2025, 6, 2), "Edda Thornquist", Royalties, 388_10, "check", 0);
            yield return (new DateOnly(2026, 2, 20), "Brindle & Vane Attorneys PC", Legal, 1_450_00, "check", 0);
            yield return (new DateOnly(2026, 6, 19), "Brindle & Vane Attorneys PC", Legal, 920_00, "check", 0);
            yield return (new DateOnly(2026, 4, 8), "Dr. Sable Whitcombe PC", Medical, 1_240_00, "bank", 0);
            yield return (new DateOnly(2026, 10, 8), "Dr. Sable Whitcombe PC", Medical, 860_00, "bank", 0);
            yield return (new DateOnly(2026, 6, 3), "Edda Thornquist", Royalties, 412_30, "check", 0);
            yield return (new DateOnly(2026, 6, 3), "Piers Halloran", Royalties, 9_40, "check", 0);
            yield return (new DateOnly(2026, 6, 3), "Maren Oakes", Royalties, 10_00, "check", 0);
            yield return (new DateOnly(2026, 9, 25), "Corin Vale", Prizes, 2_500_00, "check", 0);
            yield return (new DateOnly(2026, 5, 14), "Fergus Tarn", Illustration, 850_00, "check", 204_00);
            yield return (new DateOnly(2026, 7, 16), "Fergus Tarn", Illustration, 650_00, "check", 156_00);
            yield return (new DateOnly(2026, 4, 22), "Atelier Lind AB", Illustration, 2_300_00, "bank", 0);
            yield return (new DateOnly(2026, 10, 14), "Wren & Hollow Printing", Prepaid, 600_00, "bank", 0);
            yield return (new DateOnly(2026, 11, 4), "Tamsin Arkley", Payables, 300_00, "check", 0);
            yield return (new DateOnly(2026, 9, 11), "Corin Vale", Fairs, 380_00, "check", 0);
        }
    }

    private static void PayBills(Books books, DateOnly first, DateOnly last)
    {
        var bills = new List<Entry>();
        for (string? after = null; ; after = bills[^1].Id)
        {
            var page = books.Page("2026-01-01", Iso(last), after, 500);
            bills.AddRange(page);
            if (page.Count < 500)
                break;
        }

        foreach (var bill in bills.Where(b => b is { Form: "bill", Status: "posted", Supplier.Length: > 0 }))
        {
            var day = DateOnly.ParseExact(bill.Date, "yyyy-MM-dd", CultureInfo.InvariantCulture).AddDays(30);
            if (day < first || day > last)
                continue;
            var owed = bill.Lines.MaxBy(l => decimal.Parse(l.Credit, CultureInfo.InvariantCulture))!;
            var amount = decimal.Parse(owed.Credit, CultureInfo.InvariantCulture);
            // The tutor is paid in two parts.
            decimal[] parts = bill.Supplier == "Tamsin Arkley" ? [Math.Round(amount / 2, 2), amount - Math.Round(amount / 2, 2)] : [amount];
            for (var i = 0; i < parts.Length && day.AddDays(7 * i) <= last; i++)
                books.PostPayment(
                    Entry(
                        day.AddDays(7 * i),
                        bill.Supplier,
                        $"PAY {bill.Reference}",
                        [
                            new NewLine(owed.Account, Text(parts[i]), "0.00", "", null, ""),
                            new NewLine(Bank, "0.00", Text(parts[i]), "", null, ""),
                        ]
                    ),
                    new NewPayment(ByCheck.Contains(bill.Supplier) ? "check" : "", "0.00", [(bill.Id, Text(parts[i]))])
                );
        }
    }

    private static Entry Cash(Books books, DateOnly day, string supplier, string account, long minor, string method, long withheld)
    {
        List<NewLine> lines =
        [
            new(account, Text(minor / 100m), "0.00", "", null, ""),
            new(Bank, "0.00", Text((minor - withheld) / 100m), "", null, ""),
        ];
        if (withheld > 0)
            lines.Add(new NewLine(Withheld, "0.00", Text(withheld / 100m), "", null, "backup withholding, 24 %"));
        return books.PostPayment(
            Entry(day, supplier, $"{(method == "check" ? "CHK" : "PAY")} {day:MMdd}", lines),
            new NewPayment(method, Text(withheld / 100m), [])
        );
    }

    private static void Refund(Books books, DateOnly day, string supplier, string account, long minor) =>
        books.PostPayment(
            Entry(
                day,
                supplier,
                $"REF {day:MMdd}",
                [
                    new NewLine(Bank, Text(minor / 100m), "0.00", "", null, ""),
                    new NewLine(account, "0.00", Text(minor / 100m), "", null, ""),
                ]
            ),
            new NewPayment("bank", "0.00", [])
        );

    private static NewEntry Entry(DateOnly day, string supplier, string reference, IReadOnlyList<NewLine> lines) =>
        new("cash_payment", Iso(day), "", reference, supplier, "", "USD", "", "", "", lines);

    private static string Iso(DateOnly day) => day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);

    private static string Text(decimal amount) => amount.ToString("0.00", CultureInfo.InvariantCulture);

    /// <summary>In which box accounts count: most were said of 2025, and are carried forward; of printing nothing was said.</summary>
    public static IReadOnlyList<BoxState> Boxes { get; } =
    [
        .. (
            (IEnumerable<(string Account, string Box)>)
                [
                    (Rent, "MISC-1"),
                    (Royalties, "MISC-2"),
                    (Illustration, "NEC-1"),
                    ("6050", "NEC-1"),
                    (Care, "NEC-1"),
                    (Sharpening, "NEC-1"),
                    (Legal, "NEC-1"),
                    (Medical, "MISC-6"),
                    .. new[]
                    {
                        "5110",
                        "5120",
                        "5130",
                        "5140",
                        "5150",
                        "5160",
                        "5310",
                        "6210",
                        "6220",
                        "6230",
                        "6240",
                        "6250",
                        "6410",
                    }.Select(a => (a, "none")),
                    .. new[] { "6510", "6520", "6530", "6710", "6810", "1400" }.Select(a => (a, "none")),
                ]
        ).Select(b => new BoxState(2025, b.Account, "", b.Box)),
        new BoxState(2026, Prizes, "", "MISC-3"),
    ];

    /// <summary>What is known of them.</summary>
    public static IEnumerable<(ReturnSupplierRow Row, string Number, TaxNumberKind? Kind)> Known
    {
        get
        {
            ReturnSupplierRow Of(string name, string legal, TaxClassification classification, string street, bool hasW9 = true) =>
                new()
                {
                    Supplier = name,
                    LegalName = legal,
                    Classification = classification,
                    Address = street,
                    Town = "Quillfern, OR 97001",
                    W9Received = hasW9 ? new DateOnly(2026, 2, 3) : null,
                    W9IsSigned = hasW9,
                    W9Dated = hasW9 ? new DateOnly(2026, 1, 30) : null,
                };

            yield return (
                Of("Cinder Row Holdings LP", "Cinder Row Holdings LP", TaxClassification.Partnership, "8 Cinder Row"),
                "12-3456701",
                TaxNumberKind.Ein
            );
            yield return (
                Of("Osier Property Care", "Osier Property Care", TaxClassification.LlcP, "3 Osier Lane") with
                {
                    IsAgent = true,
                },
                "12-3456702",
                TaxNumberKind.Ein
            );
            yield return (
                Of("Brindle & Vane Attorneys PC", "Brindle & Vane Attorneys PC", TaxClassification.CCorporation, "1 Court Square") with
                {
                    IsAttorney = true,
                },
                "12-3456703",
                TaxNumberKind.Ein
            );
            yield return (
                Of("Dr. Sable Whitcombe PC", "Sable Whitcombe PC", TaxClassification.CCorporation, "12 Lantern Street") with
                {
                    NameIsRight = true,
                },
                "12-3456704",
                TaxNumberKind.Ein
            );
            yield return (
                Of("Ruddock Tool Sharpening", "Ruddock Tool Sharpening LLC", TaxClassification.LlcS, "40 Mill Lane", hasW9: false),
                "12-3456705",
                TaxNumberKind.Ein
            );
            yield return (
                Of("Isolde Marchbanks", "Isolde Marchbanks", TaxClassification.Individual, "17 Quill Court") with
                {
                    BusinessName = "Marchbanks Drawing Studio",
                },
                "123-45-6706",
                TaxNumberKind.Ssn
            );
            yield return (Of("Tamsin Arkley", "Tamsin Arkley", TaxClassification.Individual, "5 Fold Street", hasW9: false), "", null);
            yield return (
                Of("Edda Thornquist", "Edda Thornquist", TaxClassification.Individual, "20 Orchard Row"),
                "123-45-6707",
                TaxNumberKind.Ssn
            );
            yield return (
                Of("Piers Halloran", "Piers Halloran", TaxClassification.Individual, "21 Orchard Row"),
                "123-45-6708",
                TaxNumberKind.Ssn
            );
            yield return (
                Of("Maren Oakes", "Maren Oakes", TaxClassification.Individual, "22 Orchard Row"),
                "000-45-6709",
                TaxNumberKind.Ssn
            );
            yield return (Of("Corin Vale", "Corin Vale", TaxClassification.Individual, "23 Orchard Row"), "123-45-6710", TaxNumberKind.Ssn);
            yield return (Of("Fergus Tarn", "Fergus Tarn", TaxClassification.Individual, "24 Orchard Row", hasW9: false), "", null);
            yield return (
                new ReturnSupplierRow
                {
                    Supplier = "Atelier Lind AB",
                    LegalName = "Atelier Lind AB",
                    IsForeign = true,
                    HasW8 = true,
                },
                "",
                null
            );
        }
    }
}
