import { describe, expect, it } from 'vitest';
import { laid, moved, stepped } from './chart';

describe('prices over time', () => {
  it('lie by day and price within the box', () => {
    const points = laid(
      [
        { day: '2026-01-01', now: '40.00' },
        { day: '2026-01-11', now: '50.00' },
        { day: '2026-01-21', now: '45.00' },
      ],
      112,
      52,
    );
    expect(points).toEqual([
      { x: 6, y: 46 },
      { x: 56, y: 6 },
      { x: 106, y: 26 },
    ]);
    expect(stepped(points)).toBe('M6.0 46.0H56.0V6.0H106.0V26.0');
  });
  it('lie in the middle where there is one', () => {
    expect(laid([{ day: '2026-01-01', now: '4.00' }], 100, 50)).toEqual([{ x: 50, y: 25 }]);
  });
  it('say how far they moved', () => {
    expect([moved('16.7'), moved('-6.3'), moved('')]).toEqual(['+16.7 %', '−6.3 %', '–']);
  });
});
