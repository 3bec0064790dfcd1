/** An amount as the books show it: grouped, negatives in parentheses, zero as a dash. */
export function money(amount: string): string {
  const negative = amount.startsWith('-');
  const [whole = '0', decimals] = (negative ? amount.slice(1) : amount).split('.');
  if (isZero(amount)) return '–';
  const grouped = whole.replace(/\B(?=(\d{3})+(?!\d))/g, ',') + (decimals ? `.${decimals}` : '');
  return negative ? `(${grouped})` : grouped;
}

/** Whether it is nothing. */
export const isZero = (amount: string) => /^-?[0.]*$/.test(amount);

/** A number for drawing and ordering only; never for adding up. */
export const size = (amount: string) => Math.abs(Number(amount));

/** A day as people say it: 12 November 2026. */
export function day(iso: string): string {
  if (!iso) return '';
  return new Date(`${iso.slice(0, 10)}T00:00:00Z`).toLocaleDateString('en-GB', {
    day: 'numeric',
    month: 'long',
    year: 'numeric',
    timeZone: 'UTC',
  });
}

/** A day in a list: 12 Nov 2026. */
export function shortDay(iso: string): string {
  if (!iso) return '';
  return new Date(`${iso.slice(0, 10)}T00:00:00Z`).toLocaleDateString('en-GB', {
    day: '2-digit',
    month: 'short',
    year: 'numeric',
    timeZone: 'UTC',
  });
}

/** An instant: 13 Nov 09:12. */
export function instant(iso: string): string {
  if (!iso) return '';
  const at = new Date(iso);
  return `${at.toLocaleDateString('en-GB', { day: '2-digit', month: 'short', timeZone: 'UTC' })} ${at.toISOString().slice(11, 16)}`;
}

/** A period: November 2026. */
export function period(iso: string): string {
  if (!iso) return 'All periods';
  return new Date(`${iso}-01T00:00:00Z`).toLocaleDateString('en-GB', { month: 'long', year: 'numeric', timeZone: 'UTC' });
}

/** "1 document", "3 documents". */
export const many = (count: number, one: string, several = `${one}s`) =>
  `${count.toLocaleString('en')} ${count === 1 ? one : several}`;

/** The same for what is not counted beyond a thousand: 1,001 stands for all that is more. */
export const counted = (count: number, one: string) => (count > 1000 ? `more than ${many(1000, one)}` : many(count, one));

/** A fixed word of the files as people say it. */
export const words = (word: string) => word.replaceAll('_', ' ');

/** With a capital at its beginning. */
export const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** With its article: "a bill", "an expense claim". */
export const a = (noun: string) => `${/^[aeiou]/i.test(noun) ? 'an' : 'a'} ${noun}`;

/** A weight on the disk: 812 KB, 3.4 MB. */
export function bytes(count: number): string {
  const units = ['bytes', 'KB', 'MB', 'GB', 'TB'];
  let [size, unit] = [count, 0];
  while (size >= 1000 && unit < units.length - 1) [size, unit] = [size / 1000, unit + 1];
  return `${unit === 0 || size >= 100 ? Math.round(size) : size.toFixed(1)} ${units[unit]}`;
}

/** How long something took: 3 seconds, 2 minutes. */
export function lasted(from: string, to: string): string {
  if (!from || !to) return '';
  const seconds = Math.round((Date.parse(to) - Date.parse(from)) / 1000);
  return seconds < 1 ? 'less than a second' : seconds < 120 ? many(seconds, 'second') : many(Math.round(seconds / 60), 'minute');
}
