namespace Adnumera.Core.Sources;

/// <summary>What became of a document that was not complete.</summary>
public enum IncompleteState
{
    /// <summary>It waits to be completed.</summary>
    Open,

    /// <summary>It came in as a document.</summary>
    TakenIn,

    /// <summary>A person left it, or its file was taken back.</summary>
    Left,
}
