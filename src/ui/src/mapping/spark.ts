/** The points of a small line over months: 0 % at the bottom, 100 % at the top. */
export function sparkline(percents: readonly number[], width: number, height: number): string {
  if (percents.length === 0) return '';
  const step = percents.length > 1 ? width / (percents.length - 1) : 0;
  const y = (percent: number) => height - (Math.min(Math.max(percent, 0), 100) / 100) * height;
  if (percents.length === 1) return `0,${y(percents[0]!)} ${width},${y(percents[0]!)}`;
  return percents.map((p, i) => `${round(i * step)},${round(y(p))}`).join(' ');
}

const round = (n: number) => Math.round(n * 10) / 10;
