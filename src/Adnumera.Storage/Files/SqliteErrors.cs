namespace Adnumera.Storage.Files;

/// <summary>The result codes of SQLite that the application tells apart (sqlite.org, Result and Error Codes).</summary>
public static class SqliteErrors
{
    /// <summary>Another one writes.</summary>
    public const int Busy = 5;

    /// <summary>Another one writes on the same connection.</summary>
    public const int Locked = 6;

    /// <summary>The disk is full.</summary>
    public const int Full = 13;

    /// <summary>The file is damaged.</summary>
    public const int Corrupt = 11;

    /// <summary>The file is no database.</summary>
    public const int NotADatabase = 26;
}
