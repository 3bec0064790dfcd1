using System.Text.Json.Serialization;

namespace Adnumera.Core.Ledger;

/// <summary>What an amount can be divided by, beside its account.</summary>
public enum DimensionKind
{
    /// <summary>A department.</summary>
    Department,

    /// <summary>A location.</summary>
    Location,

    /// <summary>A project.</summary>
    Project,

    /// <summary>A customer; entries do not carry it yet.</summary>
    Customer,
}

/// <summary>Department, location and project of an amount; blank where there is none.</summary>
public readonly record struct Dimensions
{
    private readonly string? department;
    private readonly string? location;
    private readonly string? project;

    /// <summary>Makes dimensions; blank for none.</summary>
    [JsonConstructor]
    public Dimensions(string department, string location, string project) =>
        (this.department, this.location, this.project) = (Filled(department), Filled(location), Filled(project));

    /// <summary>The department.</summary>
    public string Department => department ?? "";

    /// <summary>The location.</summary>
    public string Location => location ?? "";

    /// <summary>The project.</summary>
    public string Project => project ?? "";

    /// <summary>The value of one kind; blank where there is none.</summary>
    public string this[DimensionKind kind] => kind switch
    {
        DimensionKind.Department => Department,
        DimensionKind.Location => Location,
        DimensionKind.Project => Project,
        _ => "",
    };

    /// <summary>Fills what is blank here from other dimensions.</summary>
    public Dimensions Or(Dimensions other) => new(
        Department.Length > 0 ? Department : other.Department,
        Location.Length > 0 ? Location : other.Location,
        Project.Length > 0 ? Project : other.Project);

    /// <summary>Whether none is filled.</summary>
    public bool IsBlank => department is null && location is null && project is null;

    /// <summary>The form in which dimensions compare.</summary>
    public Dimensions Fold() => new(Folded.Of(Department), Folded.Of(Location), Folded.Of(Project));

    private static string? Filled(string text) => text.Length == 0 ? null : text;
}
