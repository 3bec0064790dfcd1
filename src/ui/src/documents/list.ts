import type { paths } from '../api/schema';
import { place } from '../frame/place.svelte';

/** What a list of documents may be narrowed by; the address carries it, so that a link can be sent. */
export const narrowings = [
  'state',
  'source',
  'kind',
  'reason',
  'reasonValue',
  'keyKind',
  'key',
  'account',
  'label',
  'arrival',
  'text',
  'noticed',
] as const;

/** The list that the address names. */
export function listOf(query: URLSearchParams) {
  const list: Record<string, string> = {};
  for (const name of [...narrowings, 'order', 'period']) {
    const value = query.get(name);
    if (value) list[name] = value;
  }
  return list;
}

type Asked = NonNullable<paths['/api/companies/{companyId}/documents']['get']['parameters']['query']>;

/** The list as the server is asked for it: the address holds texts, and the server reads and refuses them. */
export const asked = (list: Record<string, string>) => list as Asked;

/** A document's address, with the list that one came from. */
export const documentIn = (id: number, list: Record<string, string>) => place.to(`arrivals/${id}`, list);
