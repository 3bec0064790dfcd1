import type { paths } from '../api/schema';
import { money, period, shortDay, words } from '../amounts/format';
import { place } from '../frame/place.svelte';

/** What a list of documents may be narrowed by; the address carries it, so that a link can be sent. */
export const narrowings = [
  'state',
  'source',
  'sent',
  'readBack',
  'open',
  'dispatch',
  'kind',
  'reason',
  'reasonValue',
  'keyKind',
  'key',
  'account',
  'supplier',
  'employee',
  'category',
  'paymentAccount',
  'cardholder',
  'label',
  'attachment',
  'dateFrom',
  'dateTo',
  'dueFrom',
  'dueTo',
  'entryFrom',
  'entryTo',
  'amountFrom',
  'amountTo',
  'spentBy',
  'spent',
  'spentOver',
  'spentScope',
  'spentFrom',
  'spentTo',
  'arrival',
  'without',
  'text',
  'noticed',
] as const;

export type List = Record<string, string>;

/** The list that the address names: what it is narrowed to, its order, and how it is grouped. */
export function listOf(query: URLSearchParams) {
  const list: List = {};
  for (const name of [...narrowings, 'order', 'period', 'group', 'over']) {
    const value = query.get(name);
    if (value) list[name] = value;
  }
  return list;
}

type Totals = NonNullable<paths['/api/companies/{companyId}/documents/totals']['get']['parameters']['query']>;

/** What documents and spending are grouped by, and over which day. */
export type SpendBy = Totals['by'];
export type SpendOver = NonNullable<Totals['over']>;

export type Asked = NonNullable<paths['/api/companies/{companyId}/documents']['get']['parameters']['query']>;

/** The list as the server is asked for it: the address holds texts, and the server reads and refuses them. */
export const asked = (list: List) =>
  Object.fromEntries(Object.entries(list).filter(([name]) => name !== 'group' && name !== 'over')) as Asked;

/** A document's address, with the list that one came from. */
export const documentIn = (id: number, list: List) => place.to(`arrivals/${id}`, list);

/** The address of a file of what is shown: the documents with their columns, or the groups. */
export function fileOf(list: List, form: 'csv' | 'xlsx', columns: readonly string[]) {
  const shown: List = list.group ? { by: list.group, ...(list.over ? { over: list.over } : {}) } : { columns: columns.join(' ') };
  const query = new URLSearchParams({ ...(asked(list) as List), form, ...shown });
  return `/api/companies/${place.company}/documents/${list.group ? 'totals/file' : 'file'}?${query}`;
}

const range = (from: string | undefined, to: string | undefined, show: (text: string) => string) =>
  from && to ? `${show(from)} to ${show(to)}` : from ? `from ${show(from)}` : `until ${show(to!)}`;

/** Each thing that narrows a list, in words, with the parts of the address that go when it is taken away. */
export function narrowedBy(list: List): { names: string[]; says: string }[] {
  const one = (name: string, says: () => string, ...more: string[]) =>
    list[name] ? [{ names: [name, ...more], says: says() }] : [];
  const between = (name: string, title: string, show: (text: string) => string) => {
    const [from, to] = [list[`${name}From`], list[`${name}To`]];
    return from || to ? [{ names: [`${name}From`, `${name}To`], says: `${title} ${range(from, to, show)}` }] : [];
  };
  const spent = ['spentBy', 'spent', 'spentOver', 'spentScope', 'spentFrom', 'spentTo'];
  return [
    ...one('reason', () => `reason: ${words(list.reason!)}${list.reasonValue ? ` “${list.reasonValue}”` : ''}`, 'reasonValue'),
    ...one('key', () => `${words(list.keyKind ?? '')} “${list.key}”`, 'keyKind'),
    ...one('account', () => `account ${list.account}`),
    ...one('supplier', () => `supplier ${list.supplier}`),
    ...one('employee', () => `employee ${list.employee}`),
    ...one('category', () => `category ${list.category}`),
    ...one('paymentAccount', () => `paid from ${list.paymentAccount}`),
    ...one('cardholder', () => `card of ${list.cardholder}`),
    ...one('label', () => `label “${list.label}”`),
    ...one('attachment', () => (list.attachment === 'true' ? 'with an attachment' : 'without an attachment')),
    ...between('date', 'dated', shortDay),
    ...between('due', 'due', shortDay),
    ...between('entry', 'entry', shortDay),
    ...between('amount', 'total', money),
    ...(spent.some((name) => list[name]) ? [{ names: spent, says: spentIn(list) }] : []),
    ...one('arrival', () => 'of one file'),
    ...one('without', () => `without ${list.without!.split('.').length} left out`),
    ...one('sent', () => 'sent to the ledger'),
    ...one('open', () => 'neither posted nor set aside'),
    ...one('dispatch', () => 'taken in one dispatch'),
    ...one('readBack', () => 'read back from the ledger'),
    ...one('text', () => `“${list.text}”`),
    ...one('noticed', () => 'worth noticing'),
  ];
}

function spentIn(list: List) {
  const group = list.spentBy ? `${words(list.spentBy)} ${list.spent ? `“${list.spent}”` : '(none)'}` : 'all';
  const months =
    list.spentFrom || list.spentTo
      ? list.spentFrom === list.spentTo
        ? `, ${period(list.spentFrom!)}`
        : `, ${range(list.spentFrom, list.spentTo, period)}`
      : '';
  const scope = list.spentScope === 'moved' ? 'transfers' : list.spentScope || 'arrived';
  return `${scope}: ${group}${months}${months && list.spentOver === 'arrival_date' ? ' by arrival' : ''}`;
}
