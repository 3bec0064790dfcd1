using Adnumera.Core.Feeds;
using Adnumera.Web.Requests;
using FluentValidation;

namespace Adnumera.Web.Feeds;

/// <summary>What connecting a feed needs.</summary>
internal sealed class FeedRules : AbstractValidator<FeedRequest>
{
    private const int LongestName = 60;

    public FeedRules()
    {
        RuleFor(r => r.Kind).NotNull().When(r => r.Feed is null).WithErrorCode("kind").WithMessage("Say which kind of source it is.");
        When(
            r => r.Feed is null,
            () =>
            {
                this.Needs(r => r.Source, "source", "Say what its documents’ source is called.");
                RuleFor(r => r.Source)
                    .Must(s => s is null || (s.Trim().Length <= LongestName && PlainText.Problem(s.Trim()) is null))
                    .WithErrorCode("source")
                    .WithMessage($"A source’s name is plain text of at most {LongestName} characters.");
            }
        );
        RuleFor(r => r.Folder)
            .Must(FeedAccess.IsFolderName)
            .When(r => r is { Kind: FeedKind.Folder, Feed: null })
            .WithErrorCode("folder")
            .WithMessage("A folder’s name has small letters, digits and hyphens.");
    }
}

/// <summary>How often a feed is pulled.</summary>
internal sealed class FeedScheduleRules : AbstractValidator<FeedScheduleRequest>
{
    public FeedScheduleRules() => RuleFor(r => r.Every).NotNull().WithErrorCode("every").WithMessage("Say how often it is pulled.");
}

/// <summary>What is decided about a value.</summary>
internal sealed class FeedValueRules : AbstractValidator<FeedValueRequest>
{
    public FeedValueRules() => RuleFor(r => r.Value).NotNull().WithErrorCode("value").WithMessage("Say which value it is.");
}

/// <summary>What is decided about a record that waits.</summary>
internal sealed class FeedWaitingRules : AbstractValidator<FeedWaitingRequest>
{
    public FeedWaitingRules()
    {
        this.Needs(r => r.Id, "record", "Say which record it is.");
        RuleFor(r => r.Ours).NotNull().WithErrorCode("ours").WithMessage("Say whether it is ours.");
    }
}
