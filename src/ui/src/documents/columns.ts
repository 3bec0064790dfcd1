import type { Schemas } from '../api/client';
import { instant, money, shortDay, words } from '../amounts/format';
import { documentKind } from '../frame/vocabulary';
import type { Asked, SpendBy } from './list';

type Row = Schemas['DocumentListRow'];
type Order = NonNullable<Asked['order']>;

/** A column of a list of documents. */
export interface Column {
  readonly key: Schemas['ListColumn'];
  readonly title: string;
  /** The orders that its head goes through. */
  readonly orders?: readonly Order[];
  /** What its head groups by, where a document has several and so no place of its own. */
  readonly group?: SpendBy;
  readonly figure?: boolean;
  readonly wide?: string;
  readonly soft?: boolean;
  /** What a cell says; the state and the reason draw theirs themselves. */
  readonly text: (row: Row, currency: string) => string;
}

/** Every column that there is. */
export const columns: readonly Column[] = [
  { key: 'date', title: 'Date', orders: ['latest', 'earliest'], text: (r) => shortDay(r.date) },
  {
    key: 'who',
    title: 'Who',
    orders: ['supplier'],
    wide: 'max-w-[210px]',
    text: (r) => r.who || (r.kind === 'pay_run' ? 'payroll' : 'nobody named'),
  },
  { key: 'kind', title: 'Kind', orders: ['kind'], soft: true, text: (r) => documentKind(r.kind).title },
  { key: 'reference', title: 'Reference', orders: ['reference'], wide: 'max-w-[150px]', text: (r) => r.reference },
  { key: 'source', title: 'Source', orders: ['source'], soft: true, text: (r) => r.source },
  { key: 'number', title: 'Number at the source', soft: true, wide: 'max-w-[150px]', text: (r) => r.sourceId },
  { key: 'supplier', title: 'Supplier', orders: ['supplier'], wide: 'max-w-[180px]', text: (r) => r.supplier },
  { key: 'employee', title: 'Employee', orders: ['employee'], wide: 'max-w-[150px]', text: (r) => r.employee },
  { key: 'payment_account', title: 'Paid from', orders: ['paid_from'], wide: 'max-w-[150px]', text: (r) => r.paymentAccount },
  { key: 'category', title: 'Category', group: 'category', wide: 'max-w-[170px]', text: (r) => firstOf(r.category, r.lines) },
  { key: 'account', title: 'Account', wide: 'max-w-[190px]', text: (r) => firstOf(r.account, r.lines) },
  { key: 'due', title: 'Due', orders: ['due', 'due_last'], text: (r) => shortDay(r.dueDate) },
  { key: 'entry', title: 'Entry', orders: ['entry', 'entry_latest'], text: (r) => shortDay(r.entryDate) },
  { key: 'arrived', title: 'Arrived', orders: ['arrived'], text: (r) => instant(r.arrivedAt) },
  { key: 'lines', title: 'Lines', figure: true, text: (r) => String(r.lines) },
  { key: 'labels', title: 'Labels', wide: 'max-w-[150px]', text: (r) => r.labels },
  { key: 'attachments', title: 'Attached', figure: true, text: (r) => (r.attachments ? String(r.attachments) : '') },
  {
    key: 'total',
    title: 'Total',
    orders: ['largest', 'smallest'],
    figure: true,
    text: (r, currency) => `${money(r.total)}${r.currency === currency ? '' : ` ${r.currency}`}`,
  },
  { key: 'state', title: 'State', orders: ['state'], text: (r) => words(r.state) },
  { key: 'reason', title: 'Why', soft: true, wide: 'max-w-[300px]', text: (r) => words(r.reason) },
];

/** Those that are shown until somebody chooses others. */
export const usual: readonly Schemas['ListColumn'][] = ['date', 'who', 'kind', 'reference', 'source', 'total', 'state', 'reason'];

/** The columns of these names, in their own order; the usual ones where none is named. */
export function columnsOf(names: readonly string[]): readonly Column[] {
  const shown = columns.filter((c) => names.includes(c.key as string));
  return shown.length > 0 ? shown : columns.filter((c) => usual.includes(c.key));
}

/** The order that the next press of a head asks for. */
export function nextOrder(column: Column, order: string): Order | undefined {
  const orders = column.orders;
  return orders && orders[(orders.indexOf(order as Order) + 1) % orders.length];
}

const falling: readonly Order[] = ['latest', 'largest', 'due_last', 'entry_latest', 'arrived'];

/** How a column is sorted now. */
export const sorted = (column: Column, order: string) =>
  !column.orders?.includes(order as Order) ? undefined : falling.includes(order as Order) ? 'descending' : 'ascending';

function firstOf(text: string, lines: number) {
  return text && lines > 1 ? `${text} +${lines - 1}` : text;
}
