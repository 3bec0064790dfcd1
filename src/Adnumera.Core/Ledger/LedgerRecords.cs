using System.Text.Json.Serialization;

namespace Adnumera.Core.Ledger;

/// <summary>The organisation of the ledger that a company is connected to.</summary>
/// <param name="Id">The ledger's own id.</param>
/// <param name="Name">The name.</param>
/// <param name="Currency">ISO 4217.</param>
/// <param name="LockedThrough">The last day of the period that the ledger itself has locked; none when it has not.</param>
public sealed record LedgerOrganisation(string Id, string Name, string Currency, DateOnly? LockedThrough = null);

/// <summary>A supplier as the ledger has it; what it does not know of them is blank.</summary>
/// <param name="Id">The ledger's own id.</param>
/// <param name="Name">The name.</param>
/// <param name="TaxNumber">The tax number as the ledger has it or, once it is kept, its mark (<see cref="Marked"/>).</param>
/// <param name="Email">The e-mail address.</param>
/// <param name="Address">The postal address.</param>
public sealed record LedgerSupplier(string Id, string Name, string TaxNumber = "", string Email = "", string Address = "")
{
    /// <summary>With a mark in the place of the tax number, which tells no more than whether two are the same, however they are
    /// written.</summary>
    /// <param name="mark">Makes the mark of a number of digits and letters alone.</param>
    public LedgerSupplier Marked(Func<string, string> mark)
    {
        var number = string.Concat(TaxNumber.Where(char.IsAsciiLetterOrDigit)).ToUpperInvariant();
        return this with { TaxNumber = number.Length == 0 ? "" : mark(number) };
    }
}

/// <summary>An employee as the ledger has it.</summary>
public sealed record LedgerEmployee(string Id, string Name, string Email, bool Active);

/// <summary>A value of a dimension as the ledger has it.</summary>
public sealed record LedgerDimension(Dimension Dimension, string Id, string Name, bool Active);

/// <summary>A dimension that the ledger defines itself, beside department, location, project and customer.</summary>
/// <param name="Dimension">The dimension.</param>
/// <param name="On">Whether lines may carry it.</param>
public sealed record OwnDimension(Dimension Dimension, bool On);

/// <summary>An item of the ledger, with the account that it brings.</summary>
public sealed record LedgerItem(string Id, string Name, string Account, bool Active);

/// <summary>A tax code as the ledger has it.</summary>
/// <param name="Code">The code.</param>
/// <param name="Name">The name.</param>
/// <param name="Percent">The rate, for example 8.25.</param>
public sealed record LedgerTaxCode(string Code, string Name, decimal Percent);

/// <summary>Where the ledger's own entries of a supplier went: never control accounts.</summary>
/// <param name="Supplier">The name.</param>
/// <param name="Account">The account's id.</param>
/// <param name="Lines">How many entry lines.</param>
/// <param name="Last">The day of the latest.</param>
public sealed record SupplierPosting(string Supplier, string Account, int Lines, DateOnly Last);

/// <summary>Everything that the ledger owns and that is only read here.</summary>
public sealed record LedgerRecords
{
    /// <summary>Whose ledger it is.</summary>
    public required LedgerOrganisation Organisation { get; init; }

    /// <summary>The chart of accounts.</summary>
    public required IReadOnlyList<Account> Accounts { get; init; }

    /// <summary>The suppliers.</summary>
    public IReadOnlyList<LedgerSupplier> Suppliers { get; init; } = [];

    /// <summary>The employees.</summary>
    public IReadOnlyList<LedgerEmployee> Employees { get; init; } = [];

    /// <summary>The values of all dimensions.</summary>
    public IReadOnlyList<LedgerDimension> Dimensions { get; init; } = [];

    /// <summary>The dimensions that the ledger defines itself.</summary>
    public IReadOnlyList<OwnDimension> OwnDimensions { get; init; } = [];

    /// <summary>The payment terms.</summary>
    public IReadOnlyList<PaymentTerm> Terms { get; init; } = [];

    /// <summary>The items.</summary>
    public IReadOnlyList<LedgerItem> Items { get; init; } = [];

    /// <summary>The tax codes.</summary>
    public IReadOnlyList<LedgerTaxCode> TaxCodes { get; init; } = [];

    /// <summary>What is switched on there.</summary>
    public IReadOnlyList<LedgerFeature> Features { get; init; } = LedgerCapabilities.Everything.On;

    /// <summary>What the ledger can do.</summary>
    [JsonIgnore]
    public LedgerCapabilities Capabilities =>
        new(Features) { OwnDimensions = [.. OwnDimensions.Where(d => d.On).Select(d => d.Dimension)] };

    /// <summary>Where suppliers' entries went.</summary>
    public IReadOnlyList<SupplierPosting> History { get; init; } = [];
}
