import { describe, expect, it } from 'vitest';
import { oddOf, thenOf, whenOf } from './words';

const blank = {
  source: '',
  kind: null,
  supplier: '',
  text: '',
  atLeast: '',
  atMost: '',
  merchantCode: '',
  paymentAccount: '',
  employee: '',
  fromDay: '',
};

describe('a standing decision in words', () => {
  it('says when it acts by what is filled', () => {
    expect(whenOf({ ...blank, supplier: 'Orrery Telephone', atMost: '80.00' }, 'card charge')).toBe(
      'kind card charge, supplier Orrery Telephone, total at most 80.00',
    );
    expect(whenOf({ ...blank, text: 'delivery', fromDay: '2026-11-20' }, '')).toBe(
      '“delivery” in a text, dated from 20 Nov 2026 on',
    );
  });
  it('says what it does', () => {
    expect(
      thenOf([
        { field: 'category', value: 'Meals', dimension: '' },
        { field: 'private_share', value: '50', dimension: '' },
        { field: 'dimension', value: 'Fenland Atlas', dimension: 'project' },
        { field: 'ask_account', value: '', dimension: '' },
        { field: 'label', value: 'Fair', dimension: '' },
      ]),
    ).toBe('category Meals, 50 % private, project Fenland Atlas, ask for the account, label Fair');
    expect(thenOf([{ field: 'private_share', value: '100', dimension: '' }])).toBe('private');
  });
  it('says what never acts and what always loses', () => {
    const on = { isOn: true };
    expect(oddOf({ documents: 0, won: 0, decision: on })).toBe('never acted');
    expect(oddOf({ documents: 3, won: 0, decision: on })).toBe('always loses');
    expect(oddOf({ documents: 3, won: 1, decision: on })).toBe('');
    expect(oddOf({ documents: 3, won: 1, decision: { isOn: false } })).toBe('off');
  });
});
