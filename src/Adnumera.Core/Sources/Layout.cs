namespace Adnumera.Core.Sources;

/// <summary>What the amounts of a table mean.</summary>
public enum AmountsMeaning
{
    /// <summary>They stand as documents have them: positive, whatever the kind.</summary>
    AsIs,

    /// <summary>Each row is a document: a negative amount is a charge, a positive one a refund.</summary>
    ChargesNegative,
}

/// <summary>How a table of any columns is read as documents: layout.json.</summary>
public sealed record Layout
{
    /// <summary>Columns of ours, each with the columns of theirs whose texts are joined for it.</summary>
    public IReadOnlyDictionary<string, IReadOnlyList<string>> Columns { get; init; } = new Dictionary<string, IReadOnlyList<string>>();

    /// <summary>Columns of ours that say the same for all.</summary>
    public IReadOnlyDictionary<string, string> Constants { get; init; } = new Dictionary<string, string>();

    /// <summary>The pattern of dates.</summary>
    public string Date { get; init; } = "yyyy-MM-dd";

    /// <summary>The decimal sign.</summary>
    public string Decimal { get; init; } = ".";

    /// <summary>The sign between groups of three digits; blank for none.</summary>
    public string Group { get; init; } = "";

    /// <summary>What separates fields.</summary>
    public char Delimiter { get; init; } = ',';

    /// <summary>The encoding, by its name.</summary>
    public string Encoding { get; init; } = "utf-8";

    /// <summary>The sheet of a workbook; blank for the first.</summary>
    public string Sheet { get; init; } = "";

    /// <summary>The physical row of the header, from 1.</summary>
    public int HeaderRow { get; init; } = 1;

    /// <summary>What amounts mean.</summary>
    public AmountsMeaning Amounts { get; init; }

    /// <summary>The columns of ours whose equal values make a document; none for a mapped id, else for each row.</summary>
    public IReadOnlyList<string> Document { get; init; } = [];

    /// <summary>How its rows make a pay register; none for a table of documents.</summary>
    public RegisterLayout? Register { get; init; }

    /// <summary>What of it holds for the next table of its header, too: not what is another for each pay run.</summary>
    public Layout Remembered =>
        Register is null ? this : this with { Constants = Constants.Where(c => !RegisterLayout.OfEachRun.Contains(c.Key)).ToDictionary() };
}
