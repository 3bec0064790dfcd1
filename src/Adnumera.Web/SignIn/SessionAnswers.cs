using Adnumera.Core.Access;

namespace Adnumera.Web.SignIn;

public sealed record SignInRequest(string? SignIn, string? Password);

/// <param name="Current">The password so far.</param>
/// <param name="Next">The new one, of at least 12 characters.</param>
public sealed record PasswordRequest(string? Current, string? Next);

/// <summary>A company that one may open, and what one may do there.</summary>
public sealed record CompanyAnswer(string Id, string Name, Role Role, IReadOnlyList<Right> Rights);

/// <param name="Name">Who is signed in; blank for nobody.</param>
/// <param name="Forgery">To be sent back in the header X-Forgery with each change.</param>
/// <param name="Companies">What they may open.</param>
/// <param name="Demo">Whether this is the demo, whose sign-ins may be shown.</param>
public sealed record SessionAnswer(string Name, string Forgery, IReadOnlyList<CompanyAnswer> Companies, bool Demo);
