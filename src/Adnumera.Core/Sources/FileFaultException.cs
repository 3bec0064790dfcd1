namespace Adnumera.Core.Sources;

/// <summary>A file breaks its own standard, or says something that cannot be: nothing of it comes.</summary>
/// <param name="place">Where, as people say it; blank for the whole file.</param>
/// <param name="message">What is wrong, and what is expected.</param>
public sealed class FileFaultException(string place, string message) : Exception(message)
{
    /// <summary>Where, as people say it; blank for the whole file.</summary>
    public string Place { get; } = place;
}
