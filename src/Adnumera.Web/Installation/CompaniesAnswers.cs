using Adnumera.Storage.Audit;

namespace Adnumera.Web.Installation;

/// <summary>A company of the installation, for whoever looks after it.</summary>
/// <param name="ClosedAt">When it was closed; blank while it is open.</param>
/// <param name="People">How many people belong to it.</param>
/// <param name="Bytes">What its files weigh.</param>
public sealed record ListedCompanyAnswer(string Id, string Name, string ClosedAt, int People, long Bytes);

/// <summary>A person of the installation.</summary>
/// <param name="Administers">Whether they look after it.</param>
/// <param name="Companies">The names of the companies they belong to.</param>
public sealed record PersonAnswer(long Id, string Name, string SignIn, bool Administers, IReadOnlyList<string> Companies);

public sealed record InstallationAnswer(IReadOnlyList<ListedCompanyAnswer> Companies, IReadOnlyList<PersonAnswer> People);

public sealed record AdministersRequest(bool Administers);

/// <summary>The company that was made.</summary>
public sealed record MadeCompany(string Id);

/// <param name="Rows">What was done to the installation, latest first.</param>
/// <param name="Next">The page goes on before this row; none at its end.</param>
public sealed record RecordAnswer(IReadOnlyList<AuditRow> Rows, long? Next);
