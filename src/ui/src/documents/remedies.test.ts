import { describe, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { agreesWithSource, addressOf, titleOf, toDo } from '../count/causes';
import { demandOf, dimensionsToShow, withDemand } from '../set-up/demands';
import { remedyOf } from './remedies';

const reason = (kind: Schemas['HoldKind'], keyKind: Schemas['KeyKind'] | null = null, key = '') => ({
  reason: kind,
  keyKind,
  key,
});
const cause = (of: ReturnType<typeof reason>, more: Partial<Schemas['WaitingAnswer']> = {}): Schemas['WaitingAnswer'] => ({
  value: of.key,
  detail: 'Why it waits.',
  documents: 2,
  money: '1.00',
  firstDocument: 7,
  firstTitle: 'Bill 7',
  ...of,
  ...more,
});

describe('what ends a reason', () => {
  it.each([
    [reason('unmapped', 'category', 'Leather'), { by: 'mapping', title: 'Map it for all', kind: 'category', value: 'Leather' }],
    [reason('tax_code_unmapped', 'tax_code', 'T1'), { by: 'mapping', title: 'Map it', kind: 'tax_code', value: 'T1' }],
    [reason('supplier_undecided', 'supplier', 'x'), { by: 'room', title: 'Decide it', view: 'set-up/suppliers' }],
    [reason('refused'), { by: 'code_again' }],
    [reason('arithmetic'), null],
    [reason('unmapped'), null],
  ])('%j', (of, remedy) => expect(remedyOf(of)).toEqual(remedy));
});

describe('a cause on the count', () => {
  it.each([
    [
      cause(reason('unmapped', 'category', 'Leather')),
      'Category “Leather” has no account: 2 documents',
      'mapping?kind=category&value=Leather',
    ],
    [
      cause(reason('unmapped', 'supplier', 'Weller')),
      'Why it waits. 2 documents.',
      'arrivals?state=held&reason=unmapped&reasonValue=Weller',
    ],
    [
      cause(reason('payment_account_unmapped', null, '4417')),
      'Why it waits. 2 documents.',
      'mapping?kind=payment_account&value=4417',
    ],
    [cause(reason('sign'), { documents: 1 }), 'Bill 7: why it waits.', 'arrivals/7?state=held&reason=sign'],
    [cause(reason('supplier_undecided', null, 'x')), 'Why it waits. 2 documents.', 'set-up/suppliers'],
  ])('%#: says what it is, and opens where it ends', (of, title, address) => {
    expect(titleOf(of)).toBe(title);
    expect(addressOf(of).endsWith(`/${address}`)).toBe(true);
    expect(toDo[of.reason]).not.toBe('');
  });

  it('agrees with its source when nothing is stated, and only to the cent and the document', () => {
    const apart = (documents: number, money: string) => agreesWithSource({ statedDifference: { documents, money } });
    expect([agreesWithSource({ statedDifference: null }), apart(0, '0.00'), apart(1, '0.00'), apart(0, '-0.01')]).toEqual([
      true,
      true,
      false,
      false,
    ]);
  });
});

describe('how much a dimension is wanted', () => {
  it('is optional where nothing is said, and saying so takes the demand away', () => {
    const some = withDemand(null, 'department', 'required');
    expect([demandOf(some, 'department'), demandOf(some, 'season'), demandOf(null, 'season')]).toEqual([
      'required',
      'optional',
      'optional',
    ]);
    expect(withDemand(withDemand(some, 'season', 'asked'), 'department', 'optional')).toEqual([
      { dimension: 'season', demand: 'asked' },
    ]);
  });

  it('shows what the ledger has, and what is wanted though it has not, so that it can be given up', () => {
    const known = [{ dimension: 'department', title: 'department' }];
    expect(dimensionsToShow(known, withDemand(null, 'cost_centre', 'asked')).map((d) => d.title)).toEqual([
      'department',
      'cost centre',
    ]);
    expect(dimensionsToShow(known, withDemand(null, 'department', 'asked'))).toEqual(known);
  });
});
