import { describe, expect, it } from 'vitest';
import { shifted, shiftedMonths, typedDay, written } from './days';

const today = '2026-11-13';

describe('a day as people type it', () => {
  it.each([
    ['20 Nov 2026', '2026-11-20'],
    ['20 november 2026', '2026-11-20'],
    ['3 dec', '2026-12-03'],
    ['2026-11-20', '2026-11-20'],
    ['20/11', '2026-11-20'],
    ['20/11/27', '2027-11-20'],
    ['20.11.2026', '2026-11-20'],
    ['today', today],
    ['+3', '2026-11-16'],
    ['-13', '2026-10-31'],
    ['', ''],
  ])('%s is %s', (text, iso) => expect(typedDay(text, today, 'day')).toBe(iso));

  it('goes by the order of the person who types', () => {
    expect(typedDay('11/20', today, 'month')).toBe('2026-11-20');
    expect(typedDay('11/20', today, 'day')).toBeNull();
    expect(typedDay('3/4', today, 'month')).toBe('2026-03-04');
    expect(typedDay('3/4', today, 'day')).toBe('2026-04-03');
  });

  it.each(['31 Feb 2026', '2026-02-29', '32/1', 'soon', '20 Foo 2026', '2026-13-01'])('%s is none', (text) =>
    expect(typedDay(text, today, 'day')).toBeNull(),
  );

  it('is written as it is typed, and moves by days and months', () => {
    expect(written('2026-11-03')).toBe('3 Nov 2026');
    expect(typedDay(written('2026-01-09'), today, 'month')).toBe('2026-01-09');
    expect(shifted('2026-12-31', 1)).toBe('2027-01-01');
    expect(shiftedMonths('2026-01-31', 1)).toBe('2026-02-28');
    expect(shiftedMonths('2026-03-31', -1)).toBe('2026-02-28');
    expect(shiftedMonths('2026-12-15', 1)).toBe('2027-01-15');
  });
});
