import { describe, expect, it } from 'vitest';
import { evenly, left } from './split';

describe('the parts of a line', () => {
  it('say what is left to divide', () => {
    expect(left('100.00', ['60', '39.99'], 'amount')).toBe('0.01');
    expect(left('-100.00', ['60', ''], 'amount')).toBe('40.00');
    expect(left('100', ['33.3333', '66.6667'], 'share')).toBe('0');
    expect(left('4', ['1', '5'], 'quantity')).toBe('-2');
    expect(left('100.00', ['x'], 'amount')).toBeNull();
  });

  it('are equal as far as the smallest unit allows, and come to the whole', () => {
    expect(evenly('100.00', 3, 'amount')).toEqual(['33.34', '33.33', '33.33']);
    expect(evenly('1000', 3, 'amount', 0)).toEqual(['334', '333', '333']);
    expect(evenly('100', 3, 'share')).toEqual(['33.3334', '33.3333', '33.3333']);
    expect(evenly('3', 2, 'quantity')).toEqual(['1.5', '1.5']);
  });
});
