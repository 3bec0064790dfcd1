import type { paths } from '../api/schema';
import { place } from '../frame/place.svelte';
import type { List, SpendBy, SpendOver } from '../documents/list';

type Query = NonNullable<paths['/api/companies/{companyId}/spend']['get']['parameters']['query']>;

/** How much of what arrived is seen. */
export type SpendScope = NonNullable<Query['scope']>;

/** What spending can be grouped by. */
export const groupings: Record<SpendBy, string> = {
  category: 'category',
  supplier: 'supplier',
  account: 'account',
  payment_account: 'payment account',
  cardholder: 'cardholder',
  project: 'project',
  source: 'source',
  month: 'month',
};

/** What the page shows, as its address has it. */
export interface Shown {
  readonly by: SpendBy;
  readonly over: SpendOver;
  readonly scope: SpendScope;
  readonly from: string;
  readonly to: string;
}

/** What the address asks for; the period above, where one is chosen, unless the address says its own months. */
export function shownIn(query: URLSearchParams, period: string): Shown {
  const of = (name: string, usual: string) => query.get(name) ?? usual;
  return {
    by: of('by', 'supplier') as SpendBy,
    over: of('over', 'document_date') as SpendOver,
    scope: of('scope', 'spent') as SpendScope,
    from: of('from', period),
    to: of('to', period),
  };
}

/** The same for the server. */
export const asked = (shown: Shown): Query => ({
  by: shown.by,
  over: shown.over,
  scope: shown.scope,
  from: shown.from || undefined,
  to: shown.to || undefined,
});

/** The documents behind a figure: of a group, of a month, or of both; of all where neither is said. */
export function behind(shown: Shown, group: string | null, month: string | null): List {
  const list: List = { period: '', spentScope: shown.scope, spentOver: shown.over };
  if (month ?? shown.from) list.spentFrom = month ?? shown.from;
  if (month ?? shown.to) list.spentTo = month ?? shown.to;
  if (group === null) return list;
  return shown.by === 'month' ? { ...list, spentFrom: group, spentTo: group } : { ...list, spentBy: shown.by, spent: group };
}

/** The address of a file of it. */
export const fileOf = (shown: Shown, form: 'csv' | 'xlsx') =>
  `/api/companies/${place.company}/spend/file?${new URLSearchParams({ ...(asked(shown) as Record<string, string>), form })}`;

/** By how much an amount differs from the one before, in whole per cent; blank where that says nothing. */
export function against(now: string, before: string): string {
  const [n, b] = [Number(now), Number(before)];
  if (b === 0 || n === b) return '';
  const percent = Math.round((100 * (n - b)) / Math.abs(b));
  return percent === 0 ? '' : `${percent > 0 ? '+' : '−'}${Math.abs(percent).toLocaleString('en')} %`;
}
