using Adnumera.Core.Access;

namespace Adnumera.Web.People;

/// <summary>A person of the company.</summary>
/// <param name="SeesPay">Whether they see pay by name.</param>
/// <param name="MaySeePay">Whether that can be said of them: whoever looks at the books.</param>
public sealed record MemberAnswer(long Id, string Name, string SignIn, Role Role, bool SeesPay, bool MaySeePay);

/// <summary>An invitation that nobody used yet.</summary>
public sealed record InvitationRow(long Id, Role Role, string ForWhom, string MadeBy, string MadeAt, string EndsAt);

public sealed record PeopleAnswer(IReadOnlyList<MemberAnswer> Members, IReadOnlyList<InvitationRow> Invitations);

public sealed record MemberRequest(Role? Role);

/// <param name="Sees">Whether a person sees pay by name; none leaves it to their role.</param>
public sealed record SeesPayRequest(bool? Sees);

/// <param name="ForWhom">Whom it is for, as a note for those who see the list.</param>
/// <param name="Days">After how many days it ends, 1 to 30.</param>
public sealed record InvitationRequest(Role? Role, string? ForWhom, int Days);

/// <summary>A new invitation. Its secret is told once; only its hash is kept.</summary>
public sealed record NewInvitation(string Secret, string EndsAt);

public sealed record SecretRequest(string? Secret);

/// <summary>What an invitation leads into, for whoever holds it.</summary>
public sealed record InvitationAnswer(string Company, string CompanyName, Role Role, string InvitedBy, string EndsAt);

/// <summary>Taking an invitation up: with a new name to sign in with, or, signed in, with one's own.</summary>
public sealed record AcceptRequest(string? Secret, string? Name, string? SignIn, string? Password);
