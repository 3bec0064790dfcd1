using Adnumera.Core.Notices;
using FluentValidation;

namespace Adnumera.Web.Notices;

/// <summary>What a person should hear of.</summary>
/// <param name="Unseen">How many they did not see yet.</param>
public sealed record NoticesAnswer(int Unseen, IReadOnlyList<NoticeRow> Notices, IReadOnlyList<NoticeChoiceAnswer> Choices);

/// <summary>Something to notice.</summary>
/// <param name="Documents">How many it counts.</param>
/// <param name="Money">Their money; blank where it counts none.</param>
/// <param name="Day">The day that it is about; blank for most.</param>
/// <param name="Feed">The feed that it is about; 0 for most.</param>
/// <param name="List">The documents behind it, as the address of a list; blank where it has none.</param>
public sealed record NoticeRow(
    NoticeKind Kind,
    string Subject,
    string Detail,
    long Documents,
    string Money,
    string Day,
    long Feed,
    string List,
    bool Seen
);

/// <summary>Whether one wants to hear of a kind, and from what on.</summary>
/// <param name="Amount">From which amount on; blank for kinds that have none.</param>
/// <param name="Days">After how many days, or by which day of the month; 0 for kinds that have none.</param>
public sealed record NoticeChoiceAnswer(NoticeKind Kind, bool On, string Amount, int Days);

/// <summary>What one wants to hear of a kind.</summary>
public sealed record NoticeChoiceRequest(NoticeKind? Kind, bool On, string? Amount, int? Days);

/// <summary>What such a choice may be.</summary>
internal sealed class NoticeChoiceRules : AbstractValidator<NoticeChoiceRequest>
{
    public NoticeChoiceRules()
    {
        RuleFor(r => r.Kind).NotNull().WithErrorCode("kind").WithMessage("Say of what.");
        RuleFor(r => r.Days)
            .InclusiveBetween(1, 31)
            .When(r => r.Kind == NoticeKind.LockNears)
            .WithErrorCode("days")
            .WithMessage("The day of the month is a number from 1 to 31.");
        RuleFor(r => r.Days)
            .InclusiveBetween(0, 366)
            .When(r => r.Kind == NoticeKind.HeldAge)
            .WithErrorCode("days")
            .WithMessage("The days are a number from 0 to 366.");
    }
}
