/** A point of a chart: where it lies. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/**
 * Lays prices over time into a box: days from left to right, the lowest price at the bottom. One price, or all alike, lie in the
 * middle.
 */
export function laid(prices: readonly { day: string; now: string }[], width: number, height: number, edge = 6): Point[] {
  const days = prices.map((p) => Date.parse(p.day));
  const values = prices.map((p) => Number(p.now));
  const [first, last] = [Math.min(...days), Math.max(...days)];
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const part = (value: number, from: number, to: number) => (to === from ? 0.5 : (value - from) / (to - from));
  return prices.map((_, i) => ({
    x: edge + part(days[i]!, first, last) * (width - 2 * edge),
    y: height - edge - part(values[i]!, low, high) * (height - 2 * edge),
  }));
}

/** The line through points: a price holds until the next one. */
export const stepped = (points: readonly Point[]) =>
  points.map((p, i) => (i === 0 ? `M${p.x.toFixed(1)} ${p.y.toFixed(1)}` : `H${p.x.toFixed(1)}V${p.y.toFixed(1)}`)).join('');

/** A move in per cent with its sign; a dash where it says nothing. */
export const moved = (percent: string) =>
  percent === '' ? '–' : `${percent.startsWith('-') ? '−' : '+'}${percent.replace('-', '')} %`;
