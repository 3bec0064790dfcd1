using Adnumera.Core.Access;

namespace Adnumera.Web.SignIn;

public sealed record SignInRequest(string? SignIn, string? Password);

/// <summary>A company that one may open, and what one may do there.</summary>
/// <param name="Today">The day that it is there.</param>
public sealed record CompanyAnswer(string Id, string Name, Role Role, IReadOnlyList<Right> Rights, string Today);

/// <param name="Name">Who is signed in; blank for nobody.</param>
/// <param name="SignIn">What they sign in with.</param>
/// <param name="Administers">Whether they look after the installation itself.</param>
/// <param name="Forgery">To be sent back in the header X-Forgery with each change.</param>
/// <param name="Companies">What they may open.</param>
/// <param name="Demo">Whether this is the demo, whose sign-ins may be shown.</param>
/// <param name="Fresh">Whether nobody can sign in yet: the first page makes the first administrator.</param>
/// <param name="Today">The day here.</param>
public sealed record SessionAnswer(
    string Name,
    string SignIn,
    bool Administers,
    string Forgery,
    IReadOnlyList<CompanyAnswer> Companies,
    bool Demo,
    bool Fresh,
    string Today
);

public sealed record NameRequest(string? Name);

/// <param name="Current">The password so far.</param>
/// <param name="Next">The new one.</param>
public sealed record PasswordRequest(string? Current, string? Next);

/// <summary>A session of whoever asks.</summary>
/// <param name="Device">What it runs on, as the browser says.</param>
/// <param name="Here">Whether it is the one that asks.</param>
public sealed record OwnSession(long Id, string Device, string StartedAt, string SeenAt, bool Here);
