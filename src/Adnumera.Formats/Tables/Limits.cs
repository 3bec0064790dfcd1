namespace Adnumera.Formats.Tables;

/// <summary>What a file may hold.</summary>
internal static class Limits
{
    /// <summary>Characters in a field that a column takes.</summary>
    public const int Field = 10_000;
}
