import { describe, expect, it } from 'vitest';
import { day, isZero, many, money, period } from './format';

describe('an amount', () => {
  it.each([
    ['0.00', '–'],
    ['0', '–'],
    ['-0.00', '–'],
    ['12.50', '12.50'],
    ['-48.20', '(48.20)'],
    ['1234567.89', '1,234,567.89'],
    ['-1000', '(1,000)'],
    ['999.999', '999.999'],
  ])('%s is shown as %s', (amount, shown) => expect(money(amount)).toBe(shown));

  it('is nothing only when every digit is zero', () => {
    expect(isZero('0.000')).toBe(true);
    expect(isZero('0.01')).toBe(false);
    expect(isZero('-10.00')).toBe(false);
  });
});

it('says days and periods without a time zone moving them', () => {
  expect(day('2026-03-01')).toBe('1 March 2026');
  expect(period('2026-11')).toBe('November 2026');
});

it('counts in words', () => {
  expect(many(1, 'document')).toBe('1 document');
  expect(many(1200, 'entry', 'entries')).toBe('1,200 entries');
});
