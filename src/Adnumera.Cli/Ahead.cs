using System.Threading.Channels;

namespace Adnumera.Cli;

// Work done on another thread while the caller does something with what is done already, in the same order.
internal static class Ahead
{
    private const int Batch = 100,
        MostBatches = 4;

    // Starts at once. An error of the source comes out where its items are taken; whoever stops taking them stops it.
    public static IEnumerable<T> Of<T>(Func<IEnumerable<T>> source)
    {
        var done = Channel.CreateBounded<T[]>(MostBatches);
        var stop = new CancellationTokenSource();
        var work = Task.Run(async () =>
        {
            try
            {
                foreach (var batch in source().Chunk(Batch))
                    await done.Writer.WriteAsync(batch, stop.Token);
                done.Writer.Complete();
            }
            catch (Exception e)
            {
                done.Writer.Complete(e);
            }
        });
        return Items();

        IEnumerable<T> Items()
        {
            try
            {
                foreach (var batch in done.Reader.ReadAllAsync().ToBlockingEnumerable())
                foreach (var item in batch)
                    yield return item;
            }
            finally
            {
                stop.Cancel();
                work.Wait();
                stop.Dispose();
            }
        }
    }
}
