using Adnumera.Ui.Driver;

namespace Adnumera.Web.Tests;

/// <summary>A house of its own for each test, with a person at its API: connected and with its mapping book, or with the demo's
/// data.</summary>
public abstract class ConnectedHouse(string role, bool withDemo = false) : IAsyncLifetime
{
    private protected House house = null!;
    private protected Client client = null!;

    public async ValueTask InitializeAsync()
    {
        house = await House.Open(withDemo ? Furnishing.Demo : Furnishing.Connected);
        client = await Client.Of(house, role);
    }

    /// <summary>Signs in anew, as after a restart.</summary>
    private protected async Task SignInAgain()
    {
        client.Dispose();
        client = await Client.Of(house, role);
    }

    public async ValueTask DisposeAsync()
    {
        client.Dispose();
        await house.DisposeAsync();
        GC.SuppressFinalize(this);
    }
}
