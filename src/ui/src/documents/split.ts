/** By what a line is split. */
export type By = 'amount' | 'share' | 'quantity';

const places = 4;
const scale = 10 ** places;

/** A number as it was typed, in ten-thousandths; none where it is no number. */
function scaled(text: string): number | null {
  return /^\d+(\.\d{1,4})?$/.test(text.trim()) ? Math.round(Number(text) * scale) : null;
}

/** A number of ten-thousandths, with at least so many decimals. */
function shown(value: number, least: number): string {
  const text = (Math.abs(value) / scale).toFixed(places);
  const cut = text.replace(/0+$/, '');
  const decimals = Math.max(cut.length - cut.indexOf('.') - 1, least);
  return `${value < 0 ? '-' : ''}${decimals === 0 ? text.slice(0, text.indexOf('.')) : text.slice(0, text.indexOf('.') + 1 + decimals)}`;
}

/**
 * What is left to divide; null where a part is no number.
 * @param whole What the parts are to come to.
 * @param weights The parts as they are typed; a blank one is nothing yet.
 */
export function left(whole: string, weights: readonly string[], by: By): string | null {
  let rest = scaled(whole.replace('-', ''));
  for (const weight of weights) {
    const part = weight.trim() ? scaled(weight) : 0;
    if (part === null || rest === null) return null;
    rest -= part;
  }
  return rest === null ? null : shown(rest, by === 'amount' ? 2 : 0);
}

/** Equal parts that come to the whole: what does not divide goes to the first ones, by the smallest unit. */
export function evenly(whole: string, count: number, by: By, digits = 2): string[] {
  const units = 10 ** (by === 'amount' ? digits : places);
  const all = Math.round(Number(whole.replace('-', '')) * units);
  const each = Math.floor(all / count);
  return Array.from({ length: count }, (_, i) =>
    shown(Math.round(((each + (i < all - each * count ? 1 : 0)) * scale) / units), by === 'amount' ? digits : 0),
  );
}
