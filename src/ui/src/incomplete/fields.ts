import type { Schemas } from '../api/client';
import type { Completing } from './completing.svelte';

/** A field of a typed document: its column in documents.csv, and what people call it. */
export interface Field {
  readonly column: string;
  readonly title: string;
  /** How wide it is, of twelve. */
  readonly wide: number;
  readonly is?: 'day' | 'number';
}

const field = (column: string, title: string, wide = 4, is?: Field['is']): Field => ({ column, title, wide, is });

const all = {
  supplier: field('supplier', 'Supplier', 8),
  employee: field('employee', 'Employee', 8),
  reference: field('reference', 'Number'),
  date: field('document_date', 'Date', 3, 'day'),
  due: field('due_date', 'Due', 3, 'day'),
  currency: field('currency', 'Currency', 2),
  total: field('document_total', 'Total', 4, 'number'),
  paidFrom: field('payment_account', 'Paid from', 4),
  to: field('to_account', 'Arrives in', 4),
  settlement: field('settlement', 'How it is settled', 4),
  notes: field('notes', 'Notes', 8),
  source: field('source', 'Source', 4),
};

const owed = [
  all.supplier,
  all.reference,
  all.date,
  all.due,
  all.currency,
  all.total,
  all.settlement,
  { ...all.notes, wide: 5 },
  { ...all.source, wide: 3 },
];
const paid = [
  all.supplier,
  all.reference,
  all.date,
  all.paidFrom,
  all.currency,
  { ...all.total, wide: 3 },
  all.notes,
  all.source,
];

/** The fields that a kind of document has. */
const ofKind: Record<Exclude<Schemas['DocumentKind'], 'pay_run'>, readonly Field[]> = {
  bill: owed,
  supplier_credit: owed,
  card_charge: paid,
  card_refund: paid,
  order: paid,
  expense_claim: [
    all.employee,
    all.reference,
    all.date,
    { ...all.supplier, wide: 4 },
    all.currency,
    { ...all.total, wide: 3 },
    all.notes,
    all.source,
  ],
  transfer: [
    { ...all.paidFrom, title: 'Leaves', wide: 6 },
    { ...all.to, wide: 6 },
    all.date,
    { ...all.reference, wide: 3 },
    all.currency,
    all.total,
    all.notes,
    all.source,
  ],
};

/** The fields of a line that are always there, and those that are shown where they are wanted. */
const lineFields: readonly Field[] = [
  field('description', 'What', 4),
  field('category', 'Category', 3),
  field('quantity', 'Qty', 1, 'number'),
  field('net', 'Net', 2, 'number'),
  field('tax', 'Tax', 2, 'number'),
];
const moreLineFields: readonly Field[] = [
  field('unit_price', 'Price', 2, 'number'),
  field('item', 'Item', 3),
  field('cost_code', 'Cost code', 2),
  field('tax_code', 'Tax code', 2),
  field('department', 'Department', 2),
  field('location', 'Location', 2),
  field('project', 'Project', 2),
  field('customer', 'Customer', 2),
];
export const moreColumns = moreLineFields.map((f) => f.column);

const titles = new Map<string, string>([
  ['source_id', 'Its own id'],
  ['line', 'Line'],
  ...[...Object.values(ofKind).flat(), ...lineFields, ...moreLineFields].map((f) => [f.column, f.title] as const),
]);

/** What people call a column. */
export const titleOf = (column: string) => titles.get(column) ?? column.replaceAll('_', ' ');

/** The fields of a document: those of its kind, and what else is filled or wrong. */
export function headFields(kind: string, filled: readonly string[]): readonly Field[] {
  const known = ofKind[kind as keyof typeof ofKind] ?? owed;
  const others = filled.filter((c) => c !== 'kind' && c !== 'attachment' && !known.some((f) => f.column === c));
  return [...known, ...others.map((c) => field(c, titleOf(c)))];
}

/** The columns of its lines: those that are always there, and those that are filled, wrong or asked for. */
export function columnsOfLines(of: Completing, asked: readonly string[] = []): readonly Field[] {
  const filled = of.lines.flatMap((l) => Object.keys(l).filter((c) => l[c] && c !== 'line'));
  const wrong = of.answer!.wrong.filter((w) => w.line > 0).map((w) => w.column);
  const wanted = new Set([...filled, ...wrong, ...asked]);
  const known = [...lineFields, ...moreLineFields.filter((f) => wanted.has(f.column))];
  return [...known, ...[...wanted].filter((c) => !known.some((f) => f.column === c)).map((c) => field(c, titleOf(c), 2))];
}

/** What a kind is called where a person chooses it: a voucher is a charge on whatever paid it, cash included. */
export const kindTitle = (k: Schemas['VocabularyAnswer']['documentKinds'][number]) =>
  k.kind === 'card_charge' ? 'voucher: cash or card charge' : k.title;
