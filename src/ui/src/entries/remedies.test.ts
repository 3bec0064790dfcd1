import { describe, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { remedyOf } from './remedies';

const reason = (kind: Schemas['HoldKind'], keyKind: Schemas['KeyKind'] | null = null, key = '') => ({
  reason: kind,
  keyKind,
  key,
});

describe('what ends a reason', () => {
  it.each([
    [reason('unmapped', 'category', 'Leather'), { by: 'mapping', title: 'Map it for all', kind: 'category', value: 'Leather' }],
    [reason('tax_code_unmapped', 'tax_code', 'T1'), { by: 'mapping', title: 'Map it', kind: 'tax_code', value: 'T1' }],
    [reason('supplier_undecided', 'supplier', 'x'), { by: 'room', title: 'Decide it', view: 'set-up/suppliers' }],
    [
      reason('dimension_missing', 'category', 'Leather'),
      { by: 'mapping', title: 'Fill it in for all', kind: 'category', value: 'Leather' },
    ],
    [reason('refused'), { by: 'code_again' }],
    [reason('arithmetic'), null],
    [reason('unmapped'), null],
  ])('%j', (of, remedy) => expect(remedyOf(of)).toEqual(remedy));
});
