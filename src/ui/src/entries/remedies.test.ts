import { describe, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { mappingOf, mends, remedyOf } from './remedies';

const reason = (kind: Schemas['HoldKind'], keyKind: Schemas['KeyKind'] | null = null, key = '') => ({
  reason: kind,
  keyKind,
  key,
});

describe('what ends a reason', () => {
  it.each([
    [reason('tax_code_unmapped', 'tax_code', 'T1'), { by: 'mapping', title: 'Map it for all', kind: 'tax_code', value: 'T1' }],
    [reason('supplier_undecided', 'supplier', 'x'), { by: 'room', title: 'Decide it', view: 'set-up/suppliers' }],
    [reason('unmapped', 'category', 'Leather'), { by: 'account' }],
    [reason('dimension_missing', 'category', 'Leather'), { by: 'dimension' }],
    [reason('refused'), { by: 'refused' }],
    [reason('arithmetic'), { by: 'balance' }],
    [reason('tax_code_unmapped'), null],
  ])('%j', (of, remedy) => expect(remedyOf(of)).toEqual(remedy));

  it('has a mapping for all like it beside what is decided here', () => {
    expect(mappingOf(reason('unmapped', 'category', 'Leather'))).toEqual({
      by: 'mapping',
      title: 'Map it for all',
      kind: 'category',
      value: 'Leather',
    });
    expect(mappingOf(reason('mapping_broken', 'item', 'Hide'))?.title).toBe('Map it anew for all');
    expect(mappingOf(reason('arithmetic'))).toBeNull();
  });
});

describe('a refusal', () => {
  it('is mended by what its code names, and otherwise only tried again', () => {
    expect(mends({ reason: 'refused', value: 'period-locked' })).toEqual({ by: 'open_day' });
    expect(mends({ reason: 'refused', value: 'account-closed' })).toMatchObject({ by: 'room', view: 'set-up/ledger' });
    expect(mends({ reason: 'refused', value: 'weather' })).toBeNull();
    expect(mends({ reason: 'sign', value: 'period-locked' })).toBeNull();
  });
});
