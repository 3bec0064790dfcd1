namespace Adnumera.Cli;

internal static class ExitCode
{
    public const int Done = 0;
    public const int BadInput = 2;
    public const int Strict = 3;
}
