using Adnumera.Core.Documents;
using Adnumera.Core.Entries;
using Adnumera.Core.Mapping;
using CsCheck;
using static Adnumera.Core.Tests.Worlds;

namespace Adnumera.Core.Tests.Mapping;

public class PaymentAccountsTests
{
    private static PaymentAccount Card(string name, string account, params PaymentNumber[] numbers) =>
        new()
        {
            Name = name,
            Account = account,
            Numbers = numbers,
        };

    private static DateOnly On(int month, int day) => new(2026, month, day);

    [Fact]
    public void A_card_that_was_issued_anew_keeps_its_old_digits_up_to_their_last_day()
    {
        var accounts = new PaymentAccounts([Card("Company card", "2210", new("4402", null, On(6, 30)), new("4425", On(7, 1), null))]);
        var book = new MappingBook(accounts.Rows());
        string On_(string text, DateOnly day) => book.InForce(KeyKind.PaymentAccount, text, "", day)?.Account ?? "";
        Assert.Equal(
            ["2210", "", "", "2210", "2210"],
            [On_("4402", On(6, 30)), On_("4402", On(7, 1)), On_("4425", On(6, 30)), On_("4425", On(7, 1)), On_("company  CARD", On(1, 1))]
        );
    }

    [Fact]
    public void Digits_that_two_accounts_share_at_the_same_time_are_held_with_the_choice()
    {
        var accounts = new PaymentAccounts([
            Card("Bench card", "2210", new PaymentNumber("7730", null, null)),
            Card("Press card", "2110", new PaymentNumber("7730", On(10, 1), null)),
        ]);
        var composer = Composer(
            new CompositionSettings { PaymentAccounts = accounts },
            [.. accounts.Rows(), Map(KeyKind.Category, "Leather", "5120")]
        );
        var charge = Bill(Line(1, 10_00, "Leather")) with { Kind = DocumentKind.CardCharge, PaymentAccount = "7730" };
        Assert.Equal(["payment_account_ambiguous=7730"], Reasons(composer.Compose(charge)));
        Assert.Contains("2210 -1000", Shown(composer.Compose(charge with { Date = On(9, 30) })));
        Assert.Contains("2110 -1000", Shown(composer.Compose(charge with { PaymentAccountChoice = "Press card" })));
        Assert.Equal(["payment_account_unmapped=9999"], Reasons(composer.Compose(charge with { PaymentAccount = "9999" })));
    }

    [Fact]
    public void The_rows_say_on_every_day_what_the_accounts_say() =>
        Gen.Select(Accounts, Gen.Int[0, 400], Gen.Int[0, 3])
            .Sample(
                (accounts, day, text) =>
                {
                    var on = new DateOnly(2026, 1, 1).AddDays(day);
                    var claiming = accounts.Claiming($"{text}", on);
                    Assert.Equal(
                        claiming is [var only] ? only.Account : "",
                        new MappingBook(accounts.Rows()).InForce(KeyKind.PaymentAccount, $"{text}", "", on)?.Account ?? ""
                    );
                }
            );

    private static readonly Gen<PaymentNumber> Number = Gen.Select(Gen.Int[0, 3], Gen.Int[-1, 300], Gen.Int[0, 100], Gen.Bool)
        .Select(
            (text, from, length, open) =>
                new PaymentNumber(
                    $"{text}",
                    from < 0 ? null : new DateOnly(2026, 1, 1).AddDays(from),
                    open ? null : new DateOnly(2026, 1, 1).AddDays(Math.Max(from, 0) + length)
                )
        );

    private static readonly Gen<PaymentAccounts> Accounts = Number
        .Array[0, 4]
        .Array[1, 4]
        .Select(all => new PaymentAccounts([.. all.Select((numbers, i) => Card($"Card {i}", $"{2000 + i}", numbers))]));
}
