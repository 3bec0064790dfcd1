const EVERY = 700;

/**
 * Asks again and again how far long work is.
 * @param ask Asks the server.
 * @param says Is told how far it is, in per cent, as soon as that is known.
 * @returns Ends the asking.
 */
export function following(ask: () => Promise<{ done: number; all: number }>, says: (percent: string) => void): () => void {
  const watch = setInterval(
    () =>
      void ask()
        .then((at) => at.all > 0 && says(`${Math.min(100, Math.floor((100 * at.done) / at.all))} %`))
        .catch(() => undefined),
    EVERY,
  );
  return () => clearInterval(watch);
}
