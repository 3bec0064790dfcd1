/** The order in which a person writes day and month as numbers. */
export type DayOrder = 'day' | 'month';

const months = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

const two = (n: number) => String(n).padStart(2, '0');

/** A day so many days on. */
export function shifted(iso: string, days: number): string {
  const at = new Date(`${iso}T00:00:00Z`);
  at.setUTCDate(at.getUTCDate() + days);
  return at.toISOString().slice(0, 10);
}

/** The same day so many months on, or that month's last. */
export function shiftedMonths(iso: string, by: number): string {
  const [year, month, day] = iso.split('-').map(Number) as [number, number, number];
  const first = new Date(Date.UTC(year, month - 1 + by, 1));
  const last = new Date(Date.UTC(first.getUTCFullYear(), first.getUTCMonth() + 1, 0)).getUTCDate();
  return `${first.toISOString().slice(0, 8)}${two(Math.min(day, last))}`;
}

/** A day as it is shown and typed: 20 Nov 2026. */
export const written = (iso: string) =>
  iso ? `${Number(iso.slice(8, 10))} ${shownMonth(Number(iso.slice(5, 7)))} ${iso.slice(0, 4)}` : '';

const shownMonth = (month: number) => {
  const name = months[month - 1]!;
  return name.charAt(0).toUpperCase() + name.slice(1);
};

function made(year: number, month: number, day: number): string | null {
  const at = new Date(Date.UTC(year, month - 1, day));
  return at.getUTCFullYear() === year && at.getUTCMonth() === month - 1 && at.getUTCDate() === day
    ? `${year}-${two(month)}-${two(day)}`
    : null;
}

/**
 * The day that was typed: 20 Nov 2026, 20 Nov, 2026-11-20, 20/11 or 11/20 by the person's own order, today, +3 or -2.
 * @returns ISO; blank for nothing, null for what is no day.
 */
export function typedDay(text: string, today: string, order: DayOrder): string | null {
  const typed = text.trim().toLowerCase();
  if (!typed) return '';
  if (typed === 'today') return today;
  if (/^[+-]\d{1,3}$/.test(typed)) return shifted(today, Number(typed));
  const thisYear = Number(today.slice(0, 4));
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(typed);
  if (iso) return made(Number(iso[1]), Number(iso[2]), Number(iso[3]));
  const named = /^(\d{1,2})\.?\s*([a-z]{3,9})\.?(?:\s*(\d{4}))?$/.exec(typed);
  if (named) {
    const month = months.findIndex((m) => named[2]!.startsWith(m)) + 1;
    return month > 0 ? made(Number(named[3] ?? thisYear), month, Number(named[1])) : null;
  }
  const numbers = /^(\d{1,2})[/.](\d{1,2})(?:[/.](\d{4}|\d{2}))?\.?$/.exec(typed);
  if (!numbers) return null;
  const [one, other] = [Number(numbers[1]), Number(numbers[2])];
  const year = numbers[3] ? Number(numbers[3].length === 2 ? `20${numbers[3]}` : numbers[3]) : thisYear;
  return order === 'day' ? made(year, other, one) : made(year, one, other);
}
