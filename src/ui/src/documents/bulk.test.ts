import { describe, expect, it } from 'vitest';
import { requestOf, type Said } from './bulk';
import { columns, columnsOf, nextOrder, sorted } from './columns';
import { asked, narrowedBy } from './list';

const said = (more: Partial<Said>): Said => ({ what: '', value: '', dimension: '', reason: '', note: '', on: '', ...more });

describe('a decision for many', () => {
  it('is asked for only with all that it needs', () => {
    expect(requestOf(said({}), [1])).toBeNull();
    expect(requestOf(said({ what: 'account' }), [1])).toBeNull();
    expect(requestOf(said({ what: 'account', value: '6420' }), [1])).toMatchObject({ ids: [1], what: 'account', value: '6420' });
    expect(requestOf(said({ what: 'dimension', value: 'Bench' }), null)).toBeNull();
    expect(requestOf(said({ what: 'hold_back', note: ' ' }), null)).toBeNull();
    expect(requestOf(said({ what: 'set_aside', reason: 'other' }), null)).toBeNull();
    expect(requestOf(said({ what: 'set_aside', reason: 'duplicate' }), null)).toMatchObject({ ids: null, reason: 'duplicate' });
    expect(requestOf(said({ what: 'release' }), null)).toMatchObject({ what: 'release', value: null });
  });
});

describe('a list', () => {
  it('goes through the orders of a head and shows which one is on', () => {
    const total = columns.find((c) => c.key === 'total')!;
    expect(nextOrder(total, 'latest')).toBe('largest');
    expect(nextOrder(total, 'largest')).toBe('smallest');
    expect(nextOrder(total, 'smallest')).toBe('largest');
    expect(sorted(total, 'largest')).toBe('descending');
    expect(sorted(total, 'smallest')).toBe('ascending');
    expect(sorted(total, 'latest')).toBeUndefined();
    expect(columnsOf(['total', 'date']).map((c) => c.key)).toEqual(['date', 'total']);
    expect(columnsOf([]).length).toBeGreaterThan(5);
  });

  it('says what narrows it, and takes each away whole', () => {
    expect(narrowedBy({ dateFrom: '2026-11-01', amountFrom: '10.00', amountTo: '20.00', attachment: 'false' })).toEqual([
      { names: ['attachment'], says: 'without an attachment' },
      { names: ['dateFrom', 'dateTo'], says: 'dated from 01 Nov 2026' },
      { names: ['amountFrom', 'amountTo'], says: 'total 10.00 to 20.00' },
    ]);
    expect(narrowedBy({ spentBy: 'category', spentFrom: '2026-10', spentTo: '2026-10', spentScope: 'posted' })[0]).toMatchObject({
      says: 'posted: category (none), October 2026',
    });
    expect(asked({ state: 'held', group: 'supplier', over: 'arrival_date' })).toEqual({ state: 'held' });
  });
});
