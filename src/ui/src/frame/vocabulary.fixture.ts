import type { Schemas } from '../api/client';
import { learn } from './vocabulary';

type Row = Schemas['KeyKindAnswer'];
const row = (kind: Row['kind'], plural: string, side: Row['side'], target: Row['target'], more: Partial<Row> = {}): Row => ({
  kind,
  title: kind.replaceAll('_', ' '),
  plural,
  side,
  target,
  hasGroup: false,
  dimension: '',
  ...more,
});

/** A few of the fixed words, as the server tells them, for tests. */
export const learnSome = () =>
  learn({
    documentKinds: [],
    keyKinds: [
      row('category', 'Categories', 'cost', 'account', { hasGroup: true }),
      row('item', 'Items', 'cost', 'account'),
      row('settlement', 'Settlements', 'offset', 'account'),
      row('tax_code', 'Tax codes', 'detail', 'tax'),
      row('supplier_term', 'Terms', 'detail', 'term'),
      row('department', 'Departments', 'detail', 'dimension', { dimension: 'department' }),
    ],
    supplierForms: [],
    boxes: [],
    rights: [],
    roles: [],
    holdKinds: [],
    listColumns: [],
    leftOut: '(left out)',
  });
