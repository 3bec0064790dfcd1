import { describe, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { addressOf, agreesWithSource, titleOf, toDo } from './causes';

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
    [
      cause(reason('dimension_missing', 'category', 'Leather'), { value: 'season' }),
      'Why it waits. 2 documents.',
      'arrivals?state=held&reason=dimension_missing&reasonValue=season',
    ],
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
