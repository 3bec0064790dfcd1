namespace Adnumera.Web.Hosting;

/// <summary>Whether the application is to begin anew after it has stopped, as it does to open other files.</summary>
public sealed class Restart(IHostApplicationLifetime lifetime)
{
    /// <summary>Whether somebody asked for it.</summary>
    public bool IsWanted { get; private set; }

    /// <summary>Stops the application once what is under way has been answered; whoever runs it begins it anew.</summary>
    public void Ask()
    {
        IsWanted = true;
        lifetime.StopApplication();
    }
}
