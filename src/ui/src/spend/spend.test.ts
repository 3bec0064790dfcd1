import { describe, expect, it } from 'vitest';
import { against, asked, behind, shownIn } from './spend';

describe('spending', () => {
  const shown = shownIn(new URLSearchParams('by=supplier&from=2026-10'), '2026-11');

  it('takes the period above unless the address says its own months', () => {
    expect(shown).toMatchObject({ by: 'supplier', from: '2026-10', to: '2026-11', scope: 'spent' });
    expect(asked(shownIn(new URLSearchParams(), ''))).toMatchObject({ by: 'supplier', from: undefined, to: undefined });
  });

  it('leads from each figure to exactly its documents', () => {
    expect(behind(shown, 'TARN MILL', null)).toMatchObject({
      spentBy: 'supplier',
      spent: 'TARN MILL',
      spentFrom: '2026-10',
      spentTo: '2026-11',
    });
    expect(behind(shown, '', '2026-10')).toMatchObject({ spent: '', spentFrom: '2026-10', spentTo: '2026-10' });
    expect(behind({ ...shown, by: 'month' }, '2026-09', null)).toMatchObject({ spentFrom: '2026-09', spentTo: '2026-09' });
    expect(behind(shown, null, null)).not.toHaveProperty('spentBy');
  });

  it('says how it differs from before, where that says something', () => {
    expect(against('110.00', '100.00')).toBe('+10 %');
    expect(against('36.00', '42.00')).toBe('−14 %');
    expect(against('5.00', '0.00')).toBe('');
    expect(against('5.00', '5.00')).toBe('');
    expect(against('-50.00', '-100.00')).toBe('+50 %');
  });
});
