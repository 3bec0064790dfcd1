using Adnumera.Core.Access;

namespace Adnumera.Web.People;

/// <summary>A person of the company.</summary>
/// <param name="Personal">The rights that can be said of them, and whether they have each; none of who does not look at the books.</param>
/// <param name="TakenAt">When they gave themselves the role, looking after the installation; blank where somebody of the company
/// did.</param>
public sealed record MemberAnswer(long Id, string Name, string SignIn, Role Role, IReadOnlyList<PersonalRight> Personal, string TakenAt);

public sealed record PersonalRight(Right Right, bool Has);

/// <summary>An invitation that nobody used yet.</summary>
public sealed record InvitationRow(long Id, Role Role, string ForWhom, string MadeBy, string MadeAt, string EndsAt);

public sealed record PeopleAnswer(IReadOnlyList<MemberAnswer> Members, IReadOnlyList<InvitationRow> Invitations);

public sealed record MemberRequest(Role? Role);

/// <param name="Right">One of the rights that are said of persons.</param>
/// <param name="Has">Whether a person has it; none leaves it to their role.</param>
public sealed record PersonalRightRequest(Right Right, bool? Has);

/// <param name="ForWhom">Whom it is for, as a note for those who see the list.</param>
/// <param name="Days">After how many days it ends, 1 to 30.</param>
/// <param name="Mark">What tells this request from any other: the same again makes no second invitation.</param>
public sealed record InvitationRequest(Role? Role, string? ForWhom, int Days, string? Mark);

/// <summary>A new invitation. Its secret is told once; only its hash is kept.</summary>
public sealed record NewInvitation(string Secret, string EndsAt);

public sealed record SecretRequest(string? Secret);

/// <summary>What an invitation leads into, for whoever holds it.</summary>
public sealed record InvitationAnswer(string Company, string CompanyName, Role Role, string InvitedBy, string EndsAt);

/// <summary>Taking an invitation up: with a new name to sign in with, or, signed in, with one's own.</summary>
public sealed record AcceptRequest(string? Secret, string? Name, string? SignIn, string? Password);
