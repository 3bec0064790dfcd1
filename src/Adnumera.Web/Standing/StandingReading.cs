using System.Globalization;
using Adnumera.Core.Amounts;
using Adnumera.Core.Ledger;
using Adnumera.Core.Standing;
using Adnumera.Storage.Files;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using FluentValidation;

namespace Adnumera.Web.Standing;

/// <summary>What every list of standing decisions needs, whatever the company.</summary>
internal sealed class StandingsRules : AbstractValidator<StandingsRequest>
{
    private const int Most = 500;
    private const int LongestText = 200;

    public StandingsRules()
    {
        RuleFor(r => r.Decisions).NotNull().WithErrorCode("decisions").WithMessage("Say which decisions stand.");
        RuleFor(r => r.Decisions)
            .Must(d => d is null || d.Count <= Most)
            .WithErrorCode("decisions")
            .WithMessage($"At most {Most} decisions can stand.");
        RuleForEach(r => r.Decisions)
            .Must(d => d is { Name: not null, When: not null, Then: not null } && Texts(d).All(t => t is not null && IsText(t)))
            .WithErrorCode("decisions")
            .WithMessage($"A text of a decision is plain and has at most {LongestText} characters.");
    }

    private static bool IsText(string text) => text.Length <= LongestText && PlainText.Problem(text) is null;

    private static IEnumerable<string?> Texts(StandingText d) =>
        [
            d.Name,
            d.When.Source,
            d.When.Supplier,
            d.When.Text,
            d.When.AtLeast,
            d.When.AtMost,
            d.When.MerchantCode,
            d.When.PaymentAccount,
            d.When.Employee,
            d.When.FromDay,
            .. d.Then.SelectMany(e => e is null ? [null] : new string?[] { e.Value, e.Dimension }),
        ];
}

/// <summary>Between standing decisions and their texts.</summary>
internal static class StandingReading
{
    /// <summary>Reads decisions.</summary>
    /// <exception cref="RefusedException">One of them cannot be; it is named.</exception>
    public static List<StandingDecision> Read(IReadOnlyList<StandingText> texts, Currency currency) =>
        [.. texts.Select((t, i) => Read(t, i + 1, currency))];

    /// <summary>A decision as texts.</summary>
    public static StandingText Text(StandingDecision d, Currency currency) =>
        new(
            d.Id,
            d.Name,
            new StandingConditionText(
                d.When.Source,
                d.When.Kind,
                d.When.Supplier,
                d.When.Text,
                Amount(d.When.AtLeast, currency),
                Amount(d.When.AtMost, currency),
                d.When.MerchantCode,
                d.When.PaymentAccount,
                d.When.Employee,
                Iso.Text(d.When.FromDay)
            ),
            [.. d.Then.Select(e => new StandingEffectText(e.Field, e.Value, e.Dimension?.Word ?? ""))],
            d.IsOn
        );

    private static StandingDecision Read(StandingText text, int place, Currency currency)
    {
        var name = text.Name.Trim();
        RefusedException Wrong(string why) =>
            new("decision", $"{(name.Length > 0 ? Quote.Of(name) : $"Decision {place}")}: {why} Nothing was changed.", 400);
        if (name.Length == 0)
            throw Wrong("say what it is called.");
        var w = text.When;
        long? Money(string amount) =>
            amount.Trim().Length == 0 ? null
            : AmountText.Typed(amount, currency.Digits, out var minor) == AmountText.Fault.None ? minor
            : throw Wrong($"{Quote.Of(amount)} is not an amount such as 12.50.");
        var condition = new StandingCondition
        {
            Source = w.Source.Trim(),
            Kind = w.Kind,
            Supplier = w.Supplier.Trim(),
            Text = w.Text.Trim(),
            AtLeast = Money(w.AtLeast),
            AtMost = Money(w.AtMost),
            MerchantCode = w.MerchantCode.Trim(),
            PaymentAccount = w.PaymentAccount.Trim(),
            Employee = w.Employee.Trim(),
            FromDay = Dates.DayOrNone(w.FromDay),
        };
        if (condition.IsBlank)
            throw Wrong("say when it acts; without a condition it would act on everything.");
        if (text.Then.Count == 0)
            throw Wrong("say what it sets or asks for.");
        return new StandingDecision(text.Id, name, condition, [.. text.Then.Select(e => Read(e, Wrong))], text.IsOn);
    }

    private static StandingEffect Read(StandingEffectText text, Func<string, RefusedException> wrong)
    {
        var value = text.Value.Trim();
        var needsDimension = text.Field is StandingField.Dimension or StandingField.AskDimension;
        if (needsDimension && !Dimension.TryRead(text.Dimension.Trim(), out _))
            throw wrong("say which dimension it is.");
        var asks = text.Field is StandingField.AskAccount or StandingField.AskPaymentAccount or StandingField.AskDimension;
        if (!asks && value.Length == 0)
            throw wrong($"say what the {Words<StandingField>.Of(text.Field).Replace('_', ' ')} is set to.");
        if (text.Field == StandingField.PrivateShare && !IsShare(value))
            throw wrong($"{Quote.Of(value)} is no share; expected a number of per cent above 0, up to 100.");
        return new StandingEffect(text.Field, asks ? "" : value, needsDimension ? Dimension.Of(text.Dimension.Trim()) : null);
    }

    private static bool IsShare(string text) =>
        decimal.TryParse(text, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var share) && share is > 0 and <= 100;

    private static string Amount(long? minor, Currency currency) => minor is { } amount ? AmountText.Format(amount, currency.Digits) : "";
}
