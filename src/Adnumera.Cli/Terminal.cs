namespace Adnumera.Cli;

// Where a verb says what it did, and what is wrong.
internal sealed record Terminal(TextWriter Out, TextWriter Error);
