using System.Globalization;
using Adnumera.Core.Ledger;
using Adnumera.Core.Mapping.Suggestions;

namespace Adnumera.Bench;

/// <summary>
/// Suggestions against a generated year whose truth is known: noisy spellings, suppliers that sell two kinds of things, a category
/// that changes its meaning in July. The first two thirds teach, the rest is proposed and held against the truth.
/// </summary>
internal static class SuggestionBench
{
    private const int Lines = 24_000;
    private const int Years = 6;
    private const int EnoughToMeasure = 250;
    private const int Suppliers = 120;
    private const int Categories = 40;

    public static void Run()
    {
        // Several years, so that each level of confidence has enough proposals to be held against.
        var tried = Enumerable.Range(11, Years).SelectMany(Tried).ToList();
        var bands = tried
            .Where(t => t.Suggestion is not null)
            .GroupBy(t => t.Suggestion!.Confidence >= 0.95 ? 0.95 : Math.Floor(t.Suggestion.Confidence * 10) / 10)
            .OrderByDescending(g => g.Key)
            .Select(g =>
                (
                    From: g.Key,
                    Count: g.Count(),
                    Stated: g.Average(t => t.Suggestion!.Confidence),
                    Right: g.Count(t => t.Suggestion!.Account == t.Truth) / (double)g.Count()
                )
            )
            .ToList();
        foreach (var (from, count, stated, right) in bands)
            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"  suggestions stated {from:P0} and more: "
                        + $"{count, 6} of {tried.Count} lines ({count / (double)tried.Count:P1}), stated {stated:P1}, right {right:P1}"
                )
            );
        Report.Limit(
            "suggestions, largest gap of stated and measured, in points, of 250 and more",
            bands.Where(b => b.Count >= EnoughToMeasure).Max(b => Math.Abs(b.Stated - b.Right)) * 100,
            5
        );
        Report.Limit("suggestions of at least 95 %, wrong in 100", bands.Where(b => b.From >= 0.95).Sum(b => 1 - b.Right) * 100, 5);
    }

    private static IEnumerable<(string Truth, Suggestion? Suggestion)> Tried(int seed)
    {
        var year = Year(seed).OrderBy(l => l.Date).ToList();
        var cut = year.Count * 2 / 3;
        var chart = new Chart(
            Enumerable
                .Range(0, 60)
                .Select(i => new Account
                {
                    Id = $"{5000 + i}",
                    Number = $"{5000 + i}",
                    Name = $"Account {i}",
                    Kind = AccountKind.Expense,
                })
        );
        var suggester = new Suggester(chart, [.. year.Take(cut)], []);
        return year.Skip(cut).Select(l => (l.Account, suggester.For(l with { Account = "" })));
    }

    private static IEnumerable<CodedLine> Year(int seed)
    {
        var random = new Random(seed);
        string[] goods = ["paper", "leather", "thread", "foil", "glue", "cloth", "blades", "lamps", "boxes", "wax", "ink", "brushes"];
        var sellers = Enumerable
            .Range(0, Suppliers)
            .Select(i =>
                (
                    Name: $"{(char)('A' + i % 26)}{Syllables(random)} {Syllables(random)} {(i % 3 == 0 ? "Ltd" : "Works")}",
                    Category: random.Next(Categories),
                    Other: i % 4 == 0 ? random.Next(Categories) : -1,
                    Goods: (goods[random.Next(goods.Length)], goods[random.Next(goods.Length)])
                )
            )
            .ToArray();
        for (var i = 0; i < Lines; i++)
        {
            var day = new DateOnly(2026, 1, 1).AddDays(random.Next(365));
            var seller = sellers[(int)(Suppliers * Math.Pow(random.NextDouble(), 1.6))];
            var second = seller.Other >= 0 && random.Next(3) == 0;
            var category = second ? seller.Other : seller.Category;

            // The truth: a category has its account; one means something else from July on; what a person codes is sometimes a matter of
            // taste.
            var account = category == 7 && day >= new DateOnly(2026, 7, 1) ? 59 : category + 3;
            if (second && seller.Other == seller.Category)
                account = category + 4;
            if (random.Next(100) < 2)
                account = random.Next(60);
            var said = random.Next(10) == 0 ? "Other" : Noisy(random, $"Category {category}");
            yield return new CodedLine(
                day,
                Noisy(random, seller.Name),
                said,
                "",
                $"{(second ? seller.Goods.Item2 : seller.Goods.Item1)} no. {random.Next(900)}",
                $"{5000 + account}"
            );
        }
    }

    private static string Syllables(Random random) =>
        string.Concat(Enumerable.Range(0, 2 + random.Next(2)).Select(_ => $"{"bcdfglmnprstv"[random.Next(13)]}{"aeiou"[random.Next(5)]}"));

    private static string Noisy(Random random, string name) =>
        random.Next(12) switch
        {
            0 => name.ToUpperInvariant(),
            1 => name.Replace(" ", "  ", StringComparison.Ordinal),
            2 when name.Length > 8 && char.IsLetter(name[4]) => name.Remove(4, 1),
            3 => name.Replace("Ltd", "Limited", StringComparison.Ordinal),
            _ => name,
        };
}
